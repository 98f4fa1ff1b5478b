/** Hatching over a part of the body that is not there; filled with by `url(#id)`. */
export const NotThere = ({ id }: { id: string }) => (
  <pattern id={id} width={7} height={7} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
    <rect width={7} height={7} fill="var(--card)" />
    <line y2={7} stroke="var(--soft)" strokeWidth={2} />
  </pattern>
);
