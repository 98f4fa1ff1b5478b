import { type Side, SIDES, type SourceId } from "../vocabulary";
import type { SourceReading } from "./reading";

/** Sources whose starting probabilities come from people with one source each. */
const ONE_EACH = ["lumbar-disc", "lumbar-facet", "sacroiliac"] as const satisfies readonly SourceId[];

export type OneSource = {
  readonly shares: readonly { readonly source: SourceId; readonly share: number }[];
  /** None of these. */
  readonly none: number;
  /** What the readings come to one by one. */
  readonly sum: number;
};

/**
 * P_i = π_i L_i / (π_0 + Σ π_j L_j): what each comes to if one source each
 * holds, π_0 what the starts leave over.
 *
 * @param parts starts and likelihood ratios, in the order of the result
 * @example exclusive([{ start: 0.42, ratio: 1 }, { start: 0.31, ratio: 1 }, { start: 0.18, ratio: 4.0159 }]).shares[2] // 0.4685
 */
export function exclusive(parts: readonly { readonly start: number; readonly ratio: number }[]): {
  readonly shares: readonly number[];
  readonly none: number;
} {
  const weights = parts.map(({ start, ratio }) => start * ratio);
  const rest = 1 - parts.reduce((sum, { start }) => sum + start, 0);
  const all = rest + weights.reduce((sum, weight) => sum + weight, 0);
  return { shares: weights.map((weight) => weight / all), none: rest / all };
}

/** Where those starts come from. */
const STUDY = "depalma-2011";

function oneSourceOn(side: Side, sources: readonly SourceReading[]): OneSource | null {
  const read = ONE_EACH.flatMap(
    (source) => sources.find((candidate) => candidate.source === source && (candidate.side ?? side) === side) ?? [],
  );
  const fits = ({ examined, start }: SourceReading): boolean => examined && start.citation === STUDY;
  if (read.length < ONE_EACH.length || !read.every(fits)) return null;
  const sum = read.reduce((all, { probability }) => all + probability, 0);
  if (sum <= 1) return null;
  const { shares, none } = exclusive(
    read.map(({ start, logOddsShift }) => ({ start: start.mean, ratio: Math.exp(logOddsShift) })),
  );
  return { shares: read.map(({ source }, index) => ({ source, share: shares[index]! })), none, sum };
}

/**
 * Disc, facet and sacroiliac joint taken together: only where all three were
 * read on one side alone, each starts from the study of people with one source
 * each, and read one by one they come to more than one. Never for hip or root.
 *
 * @example oneSourceEach(readExam(state).sources) // null
 */
export function oneSourceEach(sources: readonly SourceReading[]): OneSource | null {
  const [right, left] = SIDES.map((side) => oneSourceOn(side, sources));
  return right && left ? null : (right ?? left ?? null);
}

const NAMES: Readonly<Record<(typeof ONE_EACH)[number], string>> = {
  "lumbar-disc": "disc",
  "lumbar-facet": "facet",
  sacroiliac: "sacroiliac",
};
const people = (share: number): string => String(Math.round(share * 100));

/**
 * In words, strongest first.
 *
 * @example sayOneSource({ shares: [{ source: "lumbar-disc", share: 0.72 }], none: 0.02, sum: 1.6 })
 * // "If one of these is the source: disc 72, none of them 2 of 100."
 */
export function sayOneSource({ shares, none }: OneSource): string {
  const said = shares
    .toSorted((a, b) => b.share - a.share)
    .map(({ source, share }) => `${NAMES[source as keyof typeof NAMES]} ${people(share)}`);
  return `If one of these is the source: ${[...said, `none of them ${people(none)}`].join(", ")} of 100.`;
}
