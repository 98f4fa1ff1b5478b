/** Data that a page will ask for, fetched while its scripts are still on their way. */
export const Ahead = ({ path }: { path: string }) => (
  <link rel="preload" as="fetch" href={path} crossOrigin="anonymous" />
);
