import { refuse, phrase } from "../base";
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

/**
 * What knowing more is worth to somebody who acts from a threshold on: how much
 * surer, on average, they act rightly. No threshold is published for any source;
 * it is the asker's own.
 *
 * @param ends what can come, with its chance
 * @param threshold the probability from which they would act, 0 to 1
 * @example decisionValue([{ chance: 0.4531, probability: 0.4828 }, { chance: 0.5469, probability: 0.0571 }], 0.3) // 0.0828
 */
export function decisionValue(ends: readonly PossibleEnd[], threshold: number): number {
  const over = (p: number) => Math.max(0, p - threshold);
  const now = ends.reduce((sum, { chance, probability }) => sum + chance * probability, 0);
  return Math.max(0, ends.reduce((sum, { chance, probability }) => sum + chance * over(probability), 0) - over(now));
}

/**
 * What a test is worth before it is done: from the probability now and what
 * either answer would make of it.
 *
 * @throws InputError where the two answers do not lie on either side of now
 * @example worthOf({ start: 0.25, positive: 0.4828, negative: 0.0571, threshold: 0.3 }).value // 0.0828
 */
export function worthOf({ start, positive, negative, threshold }: WorthAsked): {
  readonly chance: number;
  readonly fall: number;
  readonly value: number | null;
} {
  if (negative > start || positive < start)
    refuse(
      "--start",
      phrase`${start} does not lie between ${negative} (negative) and ${positive} (positive)`,
      "A positive raises the probability, a negative lowers it: check the three.",
    );
  const chance = impliedChance(start, positive, negative);
  const ends = [
    { chance, probability: positive },
    { chance: 1 - chance, probability: negative },
  ];
  return {
    chance,
    fall: expectedFall(start, positive, negative),
    value: threshold === null ? null : decisionValue(ends, threshold),
  };
}

type WorthAsked = {
  readonly start: number;
  readonly positive: number;
  readonly negative: number;
  /** The probability from which somebody would act; null: none is set, and no value is given. */
  readonly threshold: number | null;
};

/** A convention: what changes no word with at least this chance is not worth the soreness. */
export const CHANCE_WORTH_IT = 0.05;

/**
 * A convention: bits for each point of cost (burden by irritability, and turning)
 * from which a test is worth it. A question is begun, gone on with and proposed
 * next only from here on.
 */
export const LEAST_WORTH = 0.008;

/** Whether so many bits are worth what they cost. @example isWorth(0.034, 16) // false */
export const isWorth = (fall: number, cost: number): boolean => fall >= LEAST_WORTH * cost;

/** Whether what tells so much is worth its cost, and more than a change of label. */
export const isWorthIt = (
  { fall, chance }: { readonly fall: number; readonly chance: number },
  cost: number,
): boolean => chance >= CHANCE_WORTH_IT && isWorth(fall, cost);

/** That it was low and is lower is a change of label, and no answer. */
const LOW: readonly Word[] = ["unlikely", "low from the start, hardly moved"];
const saysTheSame = (one: Word, other: Word): boolean => one === other || (LOW.includes(one) && LOW.includes(other));

/**
 * The chance that a source's word changes to one that says something else.
 *
 * @param now the probability before; @param wordAt the word at a probability
 * @example chanceOfChange([{ chance: 0.3, probability: 0.6 }, { chance: 0.7, probability: 0.1 }], 0.25, (p) => (p > 0.5 ? "leaning towards" : "unsettled")) // 0.3
 */
export const chanceOfChange = (ends: readonly PossibleEnd[], now: number, wordAt: (p: number) => Word): number =>
  ends
    .filter(({ probability }) => !saysTheSame(wordAt(probability), wordAt(now)))
    .reduce((sum, { chance }) => sum + chance, 0);
