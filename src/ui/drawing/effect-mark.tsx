import type { Effect } from "@/core/vocabulary";

const line = {
  fill: "none",
  stroke: "currentColor",
  strokeWidth: 1.8,
  strokeLinecap: "round",
  strokeLinejoin: "round",
} as const;
const SHAPES: Record<Effect, React.ReactNode> = {
  gone: <path d="M3 3l10 10M13 3 3 13" {...line} />,
  less: <path d="M8 2.5v11M4 9.5l4 4 4-4" {...line} />,
  unchanged: <path d="M2.5 6h11M2.5 10.5h11" {...line} />,
  worse: <path d="M8 13.5v-11M4 6.5l4-4 4 4" {...line} />,
};

/** What a step did: crossed out, down, level, up. One set, legible at 14 px and without colour. */
export const EffectMark = ({ effect, size = 18 }: { effect: Effect; size?: number }) => (
  <svg width={size} height={size} viewBox="0 0 16 16" aria-hidden className="shrink-0">
    {SHAPES[effect]}
  </svg>
);
