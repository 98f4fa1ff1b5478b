/** What is said before anybody is touched. */
export const ConsentWords = () => (
  <>
    &ldquo;These tests press on your joints to see whether they bring on your pain. You may be sore for a day or two.
    Say stop at any time, and I stop.&rdquo;
  </>
);
