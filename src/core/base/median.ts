/**
 * The one in the middle of some numbers; between the two in the middle where there is none.
 *
 * @param values one at least
 * @example medianOf([3, 1, 2, 10]) // 2.5
 */
export function medianOf(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  const middle = sorted.length / 2;
  return sorted.length % 2 === 1 ? sorted[Math.floor(middle)]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}
