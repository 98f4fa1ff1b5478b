import { type Counts, EVIDENCE } from "../knowledge/evidence";
import { RULES } from "../knowledge/rules";
import { type Item, type Recipe, series, type SingleItem, weighGroup } from "./combine";
import { logit, probabilityOf } from "./odds";
import { beta, seeded } from "./random";
import type { Interval } from "./likelihood-ratio";

export const DRAW_COUNT = 20_000;

/** Natural log ratios of one record or rule, draw by draw. */
type RatioDraws = { readonly lrPositive: Float64Array; readonly lrNegative: Float64Array };

/** Draws made once and kept, so that two readings differ only by their evidence. */
export type DrawBook = {
  readonly count: number;
  readonly ratios: (id: string) => RatioDraws;
  readonly start: (start: Recipe["start"]) => Float64Array;
};

/** How the draws of a probability lie. */
export type Spread = {
  readonly median: number;
  readonly p50: Interval;
  readonly p95: Interval;
  /** Share of the draws inside the band asked about, 0 to 1. */
  readonly inBand: number;
};

/** Jeffreys' half-counts: what is drawn is Beta(count + ½, count + ½). */
const HALF = 0.5;

function drawRatios(id: string, { tp, fn, fp, tn }: Counts, count: number): RatioDraws {
  const random = seeded(id);
  const lrPositive = new Float64Array(count);
  const lrNegative = new Float64Array(count);
  for (let draw = 0; draw < count; draw++) {
    const sensitivity = beta(tp + HALF, fn + HALF, random);
    const specificity = beta(tn + HALF, fp + HALF, random);
    lrPositive[draw] = Math.log(sensitivity / (1 - specificity));
    lrNegative[draw] = Math.log((1 - sensitivity) / specificity);
  }
  return { lrPositive, lrNegative };
}

/** A table never falls as the count rises: below k the lower ratio, from k on the higher. */
function runningMaximum({ lrPositive, lrNegative }: RatioDraws): RatioDraws {
  return { lrNegative, lrPositive: lrPositive.map((value, draw) => Math.max(value, lrNegative[draw]!)) };
}

function countsOf(id: string): Counts {
  const counts = EVIDENCE.find((record) => record.id === id)?.counts ?? RULES.find((rule) => rule.id === id)?.counts;
  if (!counts) throw new Error(`No counts are held for "${id}", so it cannot be drawn.`);
  return counts;
}

function drawStart({ id, mean, equivalentPeople }: Recipe["start"], count: number): Float64Array {
  const random = seeded(`start ${id}`);
  const [a, b] = [mean * equivalentPeople, (1 - mean) * equivalentPeople];
  return Float64Array.from({ length: count }, () => {
    const probability = Math.min(Math.max(beta(a, b, random), 1e-12), 1 - 1e-12);
    return logit(probability);
  });
}

/** The start draws kept at once; sliding a starting probability must not fill the memory. */
const STARTS_KEPT = 24;

/**
 * A book of draws, each record's made when first asked for, seeded from its id
 * and kept. About 320 kB a record at the default count.
 *
 * @param count draws per record
 * @example createDrawBook(20_000).ratios("si-five-test").lrPositive.length // 20000
 */
export function createDrawBook(count: number = DRAW_COUNT): DrawBook {
  const ratios = new Map<string, RatioDraws>();
  const starts = new Map<string, Float64Array>();
  return {
    count,
    ratios: (id) => {
      const kept = ratios.get(id) ?? drawn(id, count);
      ratios.set(id, kept);
      return kept;
    },
    start: (start) => {
      const key = `${start.id} ${start.mean} ${start.equivalentPeople}`;
      const kept = starts.get(key) ?? drawStart(start, count);
      if (starts.size >= STARTS_KEPT) starts.delete(starts.keys().next().value!);
      starts.set(key, kept);
      return kept;
    },
  };
}

const drawn = (id: string, count: number): RatioDraws => {
  const ratios = drawRatios(id, countsOf(id), count);
  return RULES.some((rule) => rule.id === id) ? runningMaximum(ratios) : ratios;
};

function addSingle(sum: Float64Array, item: SingleItem, weight: number, limit: number, book: DrawBook): void {
  const draws = book.ratios(item.record)[item.positive ? "lrPositive" : "lrNegative"];
  for (let draw = 0; draw < sum.length; draw++) sum[draw]! += weight * Math.min(Math.max(draws[draw]!, -limit), limit);
}

/** A rule item's draws: its members' series with ranks and signs from the point values, then the drawn hold. */
function addRule(
  sum: Float64Array,
  item: Extract<Item, { kind: "rule" }>,
  weight: number,
  dependence: number,
  limit: number,
  book: DrawBook,
): void {
  if (!item.begun) return;
  const held = new Float64Array(sum.length);
  for (const group of item.memberGroups) {
    for (const member of series(group, dependence)) addSingle(held, member.item, member.weight, limit, book);
  }
  const table = book.ratios(item.id);
  const low = item.low && table[item.low.ratio];
  const high = item.high && table[item.high.ratio];
  for (let draw = 0; draw < sum.length; draw++) {
    let value = held[draw]!;
    if (low && value < low[draw]!) value = low[draw]!;
    if (high && value > high[draw]!) value = high[draw]!;
    sum[draw]! += weight * value;
  }
}

/** A rule item whose point value is 0 has no place in the series, so its draws have none either. */
function logOddsDraws(recipe: Recipe, ratioLimit: number, book: DrawBook): Float64Array {
  const sum = Float64Array.from(book.start(recipe.start));
  const limit = Math.log(ratioLimit);
  for (const group of recipe.groups) {
    for (const { item, weight } of weighGroup(group, recipe.dependence)) {
      if (item.item.kind === "single") addSingle(sum, item.item, weight, limit, book);
      else addRule(sum, item.item, weight, recipe.dependence, limit, book);
    }
  }
  return sum;
}

/** Linear interpolation between order statistics of sorted values. */
function quantile(sorted: Float64Array, share: number): number {
  const position = share * (sorted.length - 1);
  const below = Math.floor(position);
  const low = sorted[below]!;
  const high = sorted[Math.min(below + 1, sorted.length - 1)]!;
  return low + (high - low) * (position - below);
}

/** Draws whose log-odds are at most `logOdds`, by bisection of sorted values. */
function countUpTo(sorted: Float64Array, logOdds: number): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle]! <= logOdds) low = middle + 1;
    else high = middle;
  }
  return low;
}

/**
 * Pushes every draw of the start, the sensitivities and the specificities
 * through the recipe's own steps, holds included.
 *
 * @param ratioLimit the most a single test may count for
 * @param band the probabilities whose share of the draws is wanted
 * @example spreadOf(fiveTestMetFromQuarter, 10, [0.8, 1], createDrawBook()).median // about 0.557
 */
export function spreadOf(recipe: Recipe, ratioLimit: number, band: Interval, book: DrawBook): Spread {
  const sorted = logOddsDraws(recipe, ratioLimit, book).sort();
  const at = (share: number) => probabilityOf(quantile(sorted, share));
  const upTo = (probability: number) =>
    probability <= 0 ? 0 : probability >= 1 ? sorted.length : countUpTo(sorted, logit(probability));
  return {
    median: at(0.5),
    p50: [at(0.25), at(0.75)],
    p95: [at(0.025), at(0.975)],
    inBand: (upTo(band[1]) - upTo(band[0])) / sorted.length,
  };
}
