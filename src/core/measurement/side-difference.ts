/** How two sides' numbers differ, against the error of measuring them. */
export type SideDifference = {
  readonly difference: number;
  /** Minimal detectable change; null where none is known. */
  readonly error: number | null;
  /** Larger than the error; null where no error is known. */
  readonly beyondError: boolean | null;
};

/**
 * The difference between a measure's two sides.
 *
 * @param here this side's number
 * @param there the other side's
 * @param error minimal detectable change, in the measure's own unit
 * @example sideDifference(42, 60, 6) // { difference: 18, error: 6, beyondError: true }
 */
export function sideDifference(here: number, there: number, error: number | null): SideDifference {
  const difference = Math.abs(here - there);
  return { difference, error, beyondError: error === null ? null : difference > error };
}

/** Agreement asked of a seated and a supine raise, in degrees. */
export const RAISES_AGREE_WITHIN = 20;

/**
 * Whether a seated and a supine raise agree; the seated one is the less
 * sensitive (0.41 against 0.67, Rabin 2007), so a gap asks for a repeat and
 * counts against nothing.
 *
 * @example raisesAgree(85, 50) // false
 */
export const raisesAgree = (seated: number, supine: number): boolean =>
  Math.abs(seated - supine) <= RAISES_AGREE_WITHIN;

/**
 * True lumbar movement: T12 less S1.
 *
 * @example trueLumbar(62, 21) // 41
 */
export const trueLumbar = (t12: number, s1: number): number => t12 - s1;

/**
 * The deep neck flexor test's score: how far above the resting 20 mmHg the
 * highest clean level lies, and that times its good 10 s holds.
 *
 * @param levels answers by level in mmHg; "clean" counts
 * @returns score 0-10 mmHg; index null while the holds are not counted; skipped levels below the highest clean one
 * @example nodScore({ 22: "clean", 24: "clean", 26: "surface" }, 5) // { score: 4, index: 20, skipped: [] }
 */
export function nodScore(
  levels: Readonly<Record<number, string | undefined>>,
  goodHolds: number | null,
): { score: number; index: number | null; skipped: readonly number[] } {
  const steps = [22, 24, 26, 28, 30];
  const highest = steps.findLast((level) => levels[level] === "clean") ?? 20;
  const score = highest - 20;
  return {
    score,
    index: goodHolds === null ? null : score * goodHolds,
    skipped: steps.filter((level) => level < highest && levels[level] === undefined),
  };
}
