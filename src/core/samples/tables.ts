/** LR- below k positives, LR+ from k on. @example kOfN(2, 1, { lrNegative: 0.2, lrPositive: 4 }) // [0.2, 4, 4] */
export const kOfN = (
  n: number,
  k: number,
  { lrNegative, lrPositive }: { lrNegative: number; lrPositive: number },
): number[] => Array.from({ length: n + 1 }, (_, count) => (count < k ? lrNegative : lrPositive));
