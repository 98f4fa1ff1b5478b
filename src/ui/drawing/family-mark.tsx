import type { Family } from "@/core/vocabulary";

const line = {
  fill: "none",
  stroke: "currentColor",
  strokeWidth: 1.7,
  strokeLinecap: "round",
  strokeLinejoin: "round",
} as const;

const SHAPES: Record<Family, React.ReactNode> = {
  nerve: <path d="M2 8h5m0 0c3 0 3-5 7-5M7 8c3 0 3 5 7 5M7 8h7" {...line} />,
  ligament: <path d="M3 2v12M13 2v12M3 5l10 3M3 11l10-3M3 8h10" {...line} />,
  joint: <path d="M3 2c0 5 10 5 10 0M3 14c0-5 10-5 10 0" {...line} />,
  disc: <path d="M2 3h12M2 13h12M3 8c0-2.4 10-2.4 10 0s-10 2.4-10 0Z" {...line} />,
  muscle: <path d="M2 14C3 6 6 3 14 2c-1 8-4 11-12 12Zm2.5-2.5 7-7" {...line} />,
  elsewhere: <path d="M9 3a5.5 5.5 0 1 0 4 5.5M8 8l6-6m0 0h-4m4 0v4" {...line} />,
};

/** A tissue family's drawn mark: branching, woven, two caps, cushion, spindle, a way out. */
export const FamilyMark = ({ family, size = 18 }: { family: Family; size?: number }) => (
  <svg width={size} height={size} viewBox="0 0 16 16" role="img" aria-label={family} className="shrink-0">
    {SHAPES[family]}
  </svg>
);
