import {
  dependenceIn,
  type Item,
  membersPart,
  type Recipe,
  type RuleItem,
  series,
  type SingleItem,
  weighGroup,
} from "./combine";
import { type EvidenceSet, findRecord, findRuleIn, SHIPPED_EVIDENCE } from "../evidence";
import { DRAWINGS, type Drawing } from "./drawing";
import { type BetaShape, ratiosOf, type RatioDraw, type StratumDraw, tableEntries } from "./figures";
import type { Interval } from "./likelihood-ratio";
import { logit, probabilityOf } from "./odds";
import { ownIdOf, pooledRule } from "./pooled";
import { beta, gamma, normal, type Random, seeded } from "./random";

export const DRAW_COUNT = 20_000;

/** Natural log ratios of one record, draw by draw; null where it has none. */
type RatioDraws = { readonly positive: Float64Array | null; readonly negative: Float64Array | null };

/** Draws made once and kept, so that two readings differ only by their evidence. */
export type DrawBook = {
  readonly count: number;
  /** A record's natural log ratios. */
  readonly record: (id: string) => RatioDraws;
  /** One of a record's two as it counts, in natural log. @param limit the most a single test counts for */
  readonly single: (id: string, positive: boolean, limit: number) => Float64Array | null;
  /** A rule's natural log ratios, one list per figure of its table, lowest count first. */
  readonly table: (id: string) => readonly Float64Array[];
  readonly start: (start: Recipe["start"]) => Float64Array;
  /** (1 - ρ)^place, draw by draw, ρ drawn around what is assumed; null where it is the same in every draw. */
  readonly weights: (dependence: number, place: number) => Float64Array | null;
  /** Bytes the kept draws take. */
  readonly bytes: () => number;
};

/** How the draws of a probability lie. */
export type Spread = {
  readonly median: number;
  readonly p50: Interval;
  readonly p95: Interval;
  /** Share of the draws inside the band asked about, 0 to 1. */
  readonly inBand: number;
};

type Proportions = Extract<RatioDraw, { kind: "proportions" }>;

/** Both ratios from the same pairs of proportions. */
function drawProportions({ sensitivity, specificity }: Proportions, count: number, random: Random): RatioDraws {
  const positive = new Float64Array(count);
  const negative = new Float64Array(count);
  for (let draw = 0; draw < count; draw++) {
    const sens = beta(sensitivity[0], sensitivity[1], random);
    const spec = beta(specificity[0], specificity[1], random);
    positive[draw] = Math.log(sens / (1 - spec));
    negative[draw] = Math.log((1 - sens) / spec);
  }
  return { positive, negative };
}

const drawLogNormal = (mean: number, sd: number, count: number, random: Random): Float64Array =>
  Float64Array.from({ length: count }, () => mean + sd * normal(random));

function drawPair(
  id: string,
  { positive, negative }: { readonly positive: RatioDraw | null; readonly negative: RatioDraw | null },
  count: number,
  drawing: Drawing,
): RatioDraws {
  const proportions = [positive, negative].find((draw): draw is Proportions => draw?.kind === "proportions");
  const both = proportions ? drawProportions(proportions, count, seeded(id)) : null;
  const ratios = (draw: RatioDraw | null, which: "positive" | "negative") =>
    draw === null
      ? null
      : draw.kind === "proportions"
        ? both![which]
        : drawLogNormal(draw.mean, draw.sd, count, seeded(`${id} ${which}`));
  const after = (draws: Float64Array | null) => draws && drawing.ratio(draws);
  return { positive: after(ratios(positive, "positive")), negative: after(ratios(negative, "negative")) };
}

/** The share of a part among parts, from one gamma draw each. */
function drawBands(
  { with: having, without: lacking }: Extract<StratumDraw, { kind: "bands" }>,
  id: string,
  count: number,
): Float64Array[] {
  const random = seeded(id);
  const bands = having.map(() => new Float64Array(count));
  const shares = (people: readonly number[]) => {
    const parts = people.map((size) => gamma(size + 0.5, random));
    const sum = parts.reduce((all, part) => all + part, 0);
    return parts.map((part) => part / sum);
  };
  for (let draw = 0; draw < count; draw++) {
    const [yes, no] = [shares(having), shares(lacking)];
    bands.forEach((band, index) => (band[draw] = Math.log(yes[index]! / no[index]!)));
  }
  return bands;
}

function drawShares(having: BetaShape, lacking: BetaShape, count: number, random: Random): Float64Array {
  return Float64Array.from({ length: count }, () =>
    Math.log(beta(having[0], having[1], random) / beta(lacking[0], lacking[1], random)),
  );
}

function drawTable(id: string, evidence: EvidenceSet, count: number): readonly Float64Array[] {
  const own = ownIdOf(id);
  const found = findRuleIn(evidence, own ?? id);
  const rule = found && own !== null ? pooledRule(found) : found;
  if (!rule) throw new Error(`No rule "${id}" is held, so it cannot be drawn.`);
  const entries = tableEntries(rule);
  const sizes = entries.map(({ size }) => size);
  const { figures } = rule;
  const { ratio, table, ...drawing } = DRAWINGS[evidence.drawn];
  if (figures.kind === "k of n") {
    const pair = drawPair(id, ratiosOf(figures).draw, count, { ratio, table, ...drawing });
    return table(
      entries.map(({ side }) => pair[side!]!),
      sizes,
    );
  }
  const bands = entries.find(({ draw }) => draw.kind === "bands")?.draw;
  if (bands?.kind === "bands") return table(drawBands(bands, id, count).map(ratio), sizes);
  return table(
    entries.map(({ draw, from }) => {
      const random = seeded(`${id} ${from}`);
      return draw.kind === "shares"
        ? ratio(drawShares(draw.with, draw.without, count, random))
        : draw.kind === "log-normal"
          ? ratio(drawLogNormal(draw.mean, draw.sd, count, random))
          : new Float64Array(count);
    }),
    sizes,
  );
}

function drawStart({ id, mean, equivalentPeople }: Recipe["start"], count: number, drawing: Drawing): Float64Array {
  const random = seeded(`start ${id}`);
  const people = drawing.people(mean, equivalentPeople);
  const [a, b] = [mean * people, (1 - mean) * people];
  return Float64Array.from({ length: count }, () => {
    const probability = Math.min(Math.max(beta(a, b, random), 1e-12), 1 - 1e-12);
    return logit(probability);
  });
}

/** How closely ρ is taken to be known: as from this many people. */
const DEPENDENCE_PEOPLE = 4;

/** ρ ~ Beta(4ρ₀, 4(1 - ρ₀)), one list for all groups that assume the same; what is assumed to be 0 or 1 is fixed. */
function drawWeights(dependence: number, place: number, count: number): Float64Array {
  const random = seeded("dependence");
  const [a, b] = [DEPENDENCE_PEOPLE * dependence, DEPENDENCE_PEOPLE * (1 - dependence)];
  return Float64Array.from({ length: count }, () => (1 - beta(a, b, random)) ** place);
}

/** Draws kept at once; beyond it the one unused for longest is let go, and would be made again the same. */
const MOST_KEPT = { records: 80, tables: 40, starts: 40, weights: 40 };

/** Keeps what was made last, in the order it was used. */
function keeper<T>(most: number, make: (key: string) => T) {
  const kept = new Map<string, T>();
  return {
    of(key: string, made: (key: string) => T = make): T {
      const found = kept.get(key) ?? made(key);
      kept.delete(key);
      if (kept.size >= most) kept.delete(kept.keys().next().value!);
      kept.set(key, found);
      return found;
    },
    values: () => [...kept.values()],
  };
}

/**
 * A book of draws, each record's made when first asked for, seeded from its id
 * and kept. About 320 kB a record and 160 kB a figure of a rule at the default
 * count; at most 80 records, 40 rules and 40 starts are kept.
 *
 * @param count draws per record
 * @param evidence the version whose figures are drawn
 * @example createDrawBook(20_000).table("si-five-test").length // 2
 */
export function createDrawBook(count: number = DRAW_COUNT, evidence: EvidenceSet = SHIPPED_EVIDENCE): DrawBook {
  const drawing = DRAWINGS[evidence.drawn];
  const records = keeper<RatioDraws>(MOST_KEPT.records, (id) => {
    const record = findRecord(evidence, id);
    if (!record) throw new Error(`No record "${id}" is held, so it cannot be drawn.`);
    return drawPair(id, ratiosOf(record).draw, count, drawing);
  });
  const tables = keeper<readonly Float64Array[]>(MOST_KEPT.tables, (id) => drawTable(id, evidence, count));
  const starts = keeper<Float64Array>(MOST_KEPT.starts, () => new Float64Array(0));
  const weights = keeper<Float64Array>(MOST_KEPT.weights, () => new Float64Array(0));
  const singles = keeper<Float64Array>(MOST_KEPT.records, () => new Float64Array(0));
  return {
    count,
    record: (id) => records.of(id),
    single: (id, positive, limit) => {
      const draws = records.of(id)[positive ? "positive" : "negative"];
      return draws && singles.of(`${id} ${positive} ${limit}`, () => drawing.single(draws, limit));
    },
    table: (id) => tables.of(id),
    start: (start) =>
      starts.of(`${start.id} ${start.mean} ${start.equivalentPeople}`, () => drawStart(start, count, drawing)),
    weights: (dependence, place) =>
      place === 0 || dependence <= 0 || dependence >= 1
        ? null
        : weights.of(`${dependence} ${place}`, () => drawWeights(dependence, place, count)),
    bytes: () =>
      [
        ...records.values().flatMap(({ positive, negative }) => [positive, negative]),
        ...tables.values().flat(),
        ...starts.values(),
        ...weights.values(),
        ...singles.values(),
      ].reduce((sum, draws) => sum + (draws?.byteLength ?? 0), 0),
  };
}

type Place = { readonly weight: number; readonly place: number; readonly dependence: number };

/** Adds draws at their place in a series: by the point's weight where ρ is fixed, else by each draw's own. */
function addAt(sum: Float64Array, values: Float64Array, { weight, place, dependence }: Place, book: DrawBook): void {
  const weights = book.weights(dependence, place);
  if (weights) for (let draw = 0; draw < sum.length; draw++) sum[draw]! += weights[draw]! * values[draw]!;
  else if (weight === 1) for (let draw = 0; draw < sum.length; draw++) sum[draw]! += values[draw]!;
  else for (let draw = 0; draw < sum.length; draw++) sum[draw]! += weight * values[draw]!;
}

function addSingle(sum: Float64Array, item: SingleItem, at: Place, limit: number, book: DrawBook): void {
  const draws = book.single(item.record, item.positive, limit);
  if (draws) addAt(sum, draws, at, book);
}

const limitOf = ({ ratioLimit }: Recipe): number => (ratioLimit === undefined ? Infinity : Math.log(ratioLimit));

/**
 * A rule item's draws: its members' series with ranks and signs from the point
 * values, the drawn hold, and the members' part w beside it.
 */
function ruleDraws(item: RuleItem, recipe: Recipe, book: DrawBook): Float64Array {
  const sum = new Float64Array(book.count);
  for (const group of item.memberGroups) {
    const dependence = dependenceIn(recipe, group);
    for (const { item: member, weight, place } of series(group, dependence))
      addSingle(sum, member, { weight, place, dependence }, limitOf(recipe), book);
  }
  const table = book.table(item.id);
  const low = item.low && table[item.low.entry]!;
  const high = item.high && table[item.high.entry]!;
  const part = membersPart(item, recipe);
  for (let draw = 0; draw < sum.length; draw++) {
    const own = sum[draw]!;
    let held = own;
    if (low && held < low[draw]!) held = low[draw]!;
    if (high && held > high[draw]!) held = high[draw]!;
    sum[draw] = held + part * (own - held);
  }
  return sum;
}

/** A rule item whose point value is 0 has no place in the series, so its draws have none either. */
function logOddsDraws(recipe: Recipe, book: DrawBook): Float64Array {
  const sum = Float64Array.from(book.start(recipe.start));
  for (const group of recipe.groups) {
    const dependence = dependenceIn(recipe, group);
    for (const { item, weight, place } of weighGroup(group, recipe)) {
      const at = { weight, place, dependence };
      const { item: inner }: { item: Item } = item;
      if (inner.kind === "single") addSingle(sum, inner, at, limitOf(recipe), book);
      else if (inner.begun) addAt(sum, ruleDraws(inner, recipe, book), at, book);
    }
  }
  return sum;
}

const BINS = 2048;

/**
 * The values at some ranks, as sorting would give them: binned first, and only
 * the bins that hold a wanted rank are sorted.
 */
function atRanks(values: Float64Array, ranks: readonly number[]): number[] {
  let [low, high] = [Infinity, -Infinity];
  for (const value of values) {
    if (value < low) low = value;
    if (value > high) high = value;
  }
  if (low === high) return ranks.map(() => low);
  const perValue = (BINS - 1) / (high - low);
  const counts = new Uint32Array(BINS);
  for (const value of values) counts[((value - low) * perValue) | 0]!++;
  const wanted = new Map<number, { before: number; rank: number[] }>();
  let before = 0;
  for (let bin = 0; bin < BINS; bin++) {
    const inBin = ranks.filter((rank) => rank >= before && rank < before + counts[bin]!);
    if (inBin.length) wanted.set(bin, { before, rank: inBin });
    before += counts[bin]!;
  }
  const held = new Map([...wanted.keys()].map((bin) => [bin, [] as number[]]));
  for (const value of values) held.get(((value - low) * perValue) | 0)?.push(value);
  const valueAt = new Map<number, number>();
  for (const [bin, { before: start, rank }] of wanted) {
    const sorted = Float64Array.from(held.get(bin)!).sort();
    for (const place of rank) valueAt.set(place, sorted[place - start]!);
  }
  return ranks.map((rank) => valueAt.get(rank)!);
}

/** Linear interpolation between order statistics. */
function quantiles(values: Float64Array, shares: readonly number[]): number[] {
  const positions = shares.map((share) => share * (values.length - 1));
  const ranks = [...new Set(positions.flatMap((position) => [Math.floor(position), Math.ceil(position)]))];
  const valueAt = new Map(atRanks(values, ranks).map((value, index) => [ranks[index]!, value]));
  return positions.map((position) => {
    const [low, high] = [valueAt.get(Math.floor(position))!, valueAt.get(Math.ceil(position))!];
    return low + (high - low) * (position - Math.floor(position));
  });
}

/** Share of the draws whose probability is over the first and at most the second; all below when the first is 0. */
function shareWithin(values: Float64Array, [low, high]: Interval): number {
  const [from, to] = [low <= 0 ? -Infinity : logit(low), high >= 1 ? Infinity : logit(high)];
  let inside = 0;
  for (const value of values) if (value > from && value <= to) inside++;
  return inside / values.length;
}

/**
 * Pushes every draw of the start, the sensitivities and the specificities
 * through the recipe's own steps, holds included.
 *
 * @param band the probabilities whose share of the draws is wanted
 * @example spreadOf(fiveTestMet, [0.8, 1], createDrawBook(2000)).median // about 0.557
 */
export function spreadOf(recipe: Recipe, band: Interval, book: DrawBook): Spread {
  const values = logOddsDraws(recipe, book);
  const [low95, low50, median, high50, high95] = quantiles(values, [0.025, 0.25, 0.5, 0.75, 0.975]).map(
    probabilityOf,
  ) as [number, number, number, number, number];
  return { median, p50: [low50, high50], p95: [low95, high95], inBand: shareWithin(values, band) };
}
