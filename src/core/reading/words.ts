import type { ReadingSettings } from "../record";
import type { Interval } from "./likelihood-ratio";

/** What a word means for everything that shows it; the highest rank is listed first. */
type WordTraits = {
  readonly rank: number;
  /** Set in bold beside its beam. */
  readonly loud: boolean;
  /** Where what argues against it is said: nowhere, beside the test, or on the signed note as well. */
  readonly against: "nowhere" | "beside the test" | "beside the test and on the note";
};

const BOTH = "beside the test and on the note";

/** The twelve words of a reading, strongest first. */
export const WORD_TRAITS = {
  likely: { rank: 10, loud: true, against: BOTH },
  suggested: { rank: 9, loud: true, against: BOTH },
  "leaning towards": { rank: 8, loud: true, against: BOTH },
  unsettled: { rank: 7, loud: false, against: BOTH },
  open: { rank: 6, loud: false, against: "beside the test" },
  "not shown by these tests, which miss some": { rank: 5, loud: false, against: "nowhere" },
  "raised, still low": { rank: 4.5, loud: false, against: BOTH },
  "leaning against": { rank: 4, loud: false, against: "nowhere" },
  "low from the start, hardly moved": { rank: 3, loud: false, against: "nowhere" },
  "not suggested": { rank: 2, loud: false, against: "nowhere" },
  unlikely: { rank: 1, loud: false, against: "nowhere" },
  "not examined": { rank: 0, loud: false, against: "nowhere" },
} as const satisfies Record<string, WordTraits>;

export type Word = keyof typeof WORD_TRAITS;

const TRAITS = new Map<string, WordTraits>(Object.entries(WORD_TRAITS));

/**
 * Whether a word, as it was kept, speaks for its source; one that nobody knows any more does not.
 *
 * @example isLoud("likely") // true
 */
export const isLoud = (word: string): boolean => TRAITS.get(word)?.loud ?? false;

export const WORDS = Object.keys(WORD_TRAITS) as Word[];

export type Firmness = "firm" | "tentative";

/** Share of the draws that must lie on the word's side of its threshold. */
export const FIRM_SHARE = 0.8;

export type Wording = {
  readonly word: Word;
  /** Probabilities for which the word would be the same. */
  readonly band: Interval;
};

export type WordInput = {
  readonly probability: number;
  readonly start: number;
  /** The evidence's sum in natural log-odds. */
  readonly evidence: number;
  readonly neverUnlikely: boolean;
};

/**
 * The word for a probability, tried in the order likely, unlikely (at most half
 * the start as well), low from the start (raised where it at least doubled),
 * leaning towards, leaning against, unsettled.
 *
 * @example wordFor({ probability: 0.5724, start: 0.25, evidence: 1.39, neverUnlikely: false }, settings).word // "leaning towards"
 */
export function wordFor(
  { probability, start, evidence, neverUnlikely }: WordInput,
  { likelyFrom, unlikelyTo }: Pick<ReadingSettings, "likelyFrom" | "unlikelyTo">,
): Wording {
  const lean = start / 2;
  if (probability >= likelyFrom) return { word: "likely", band: [likelyFrom, 1] };
  if (neverUnlikely && probability <= unlikelyTo && evidence < 0)
    return { word: "not shown by these tests, which miss some", band: [0, unlikelyTo] };
  if (!neverUnlikely && probability <= unlikelyTo && probability <= lean)
    return { word: "unlikely", band: [0, Math.min(unlikelyTo, lean)] };
  if (!neverUnlikely && start <= unlikelyTo && probability <= unlikelyTo)
    return probability < 2 * start
      ? { word: "low from the start, hardly moved", band: [lean, Math.min(2 * start, unlikelyTo)] }
      : { word: "raised, still low", band: [2 * start, unlikelyTo] };
  if (probability >= 0.5) return { word: "leaning towards", band: [0.5, 1] };
  if (probability <= lean)
    return { word: neverUnlikely ? "not shown by these tests, which miss some" : "leaning against", band: [0, lean] };
  return { word: "unsettled", band: [lean, 0.5] };
}

/** "firm" when at least 80 % of the draws lie where the word would be the same. */
export const firmness = (inBand: number): Firmness => (inBand >= FIRM_SHARE ? "firm" : "tentative");

/**
 * How firm a word is; null without an interval, and for *open*, which claims nothing.
 *
 * @param spread how much of the draws lies where the word would be the same
 * @example firmnessOf({ word: "likely" }, { inBand: 0.9 }) // "firm"
 */
export const firmnessOf = (
  { word }: Pick<Wording, "word">,
  spread: { readonly inBand: number } | null | undefined,
): Firmness | null => (spread && word !== "open" ? firmness(spread.inBand) : null);

/**
 * A probability in whole per cent; never "0 %" or "100 %".
 *
 * @example percentText(0.004) // "<1 %"
 */
export function percentText(probability: number): string {
  if (probability < 0.005) return "<1 %";
  if (probability > 0.995) return ">99 %";
  return `${Math.round(probability * 100)} %`;
}

/**
 * A probability as people, for those who read percentages as certainty.
 *
 * @example ofHundred(0.5724) // "of 100 people like this, about 57 would have it"
 */
export function ofHundred(probability: number): string {
  const people = Math.round(probability * 100);
  if (people < 1) return "of 100 people like this, fewer than 1 would have it";
  if (people > 99) return "of 100 people like this, more than 99 would have it";
  return `of 100 people like this, about ${people} would have it`;
}
