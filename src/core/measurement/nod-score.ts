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
