import type { Word } from "../reading";

/** What knowing more is worth, in bits and in changed words. */

/**
 * The uncertainty of a probability, in bits.
 *
 * @example entropy(0.5) // 1
 */
export function entropy(p: number): number {
  if (p <= 0 || p >= 1) return 0;
  return -(p * Math.log2(p) + (1 - p) * Math.log2(1 - p));
}

/**
 * How much uncertainty a test is expected to take away: the chance of a positive
 * is the one the reading itself implies, q = (p - p₋) / (p₊ - p₋).
 *
 * @param p now; @param pPlus after a positive; @param pMinus after a negative
 * @example expectedFall(0.25, 0.5724, 0.059) // 0.2418
 */
export function expectedFall(p: number, pPlus: number, pMinus: number): number {
  if (pPlus - pMinus < 1e-9) return 0;
  const q = impliedChance(p, pPlus, pMinus);
  return Math.max(0, entropy(p) - q * entropy(pPlus) - (1 - q) * entropy(pMinus));
}

/** The chance of a positive that a reading itself implies. */
export const impliedChance = (p: number, pPlus: number, pMinus: number): number =>
  pPlus - pMinus < 1e-9 ? 0 : Math.min(1, Math.max(0, (p - pMinus) / (pPlus - pMinus)));

/** A probability something can end in, and how likely that is. */
export type PossibleEnd = { readonly chance: number; readonly probability: number };

/**
 * How much uncertainty is expected to go over all that can come: H(m) less the
 * mean of the ends' own, m their mean. Never below 0.
 *
 * @example fallOver([{ chance: 0.3721, probability: 0.5724 }, { chance: 0.6279, probability: 0.059 }]) // 0.2418
 */
export function fallOver(ends: readonly PossibleEnd[]): number {
  const mean = ends.reduce((sum, { chance, probability }) => sum + chance * probability, 0);
  return entropy(mean) - ends.reduce((sum, { chance, probability }) => sum + chance * entropy(probability), 0);
}

export const chanceOfChange = (ends: readonly PossibleEnd[], now: number, wordAt: (p: number) => Word): number =>
  ends.filter(({ probability }) => wordAt(probability) !== wordAt(now)).reduce((sum, { chance }) => sum + chance, 0);
