/** The product's mark: a lantern whose light shows the dust. */
export const LanternMark = ({ size = 28 }: { size?: number }) => (
  <svg width={size} height={size} viewBox="0 0 32 32" aria-hidden>
    <path d="M11 9h10l2 14H9Z" fill="var(--glow)" stroke="var(--ink)" strokeWidth="2" strokeLinejoin="round" />
    <path
      d="M8 23h16v4H8ZM12 9c0-6 8-6 8 0M13 3.5h6"
      fill="none"
      stroke="var(--ink)"
      strokeWidth="2"
      strokeLinecap="round"
      strokeLinejoin="round"
    />
    <circle cx="14" cy="18" r="1.1" fill="var(--ink)" />
    <circle cx="18" cy="15" r="0.9" fill="var(--ink)" />
    <circle cx="17" cy="20" r="0.7" fill="var(--ink)" />
  </svg>
);
