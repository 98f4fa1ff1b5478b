import { type Random, seeded, type SingleItem } from "@/core";

/** A test of the simulated people: chance of a positive with and without the source. */
export type SimulatedTest = { readonly id: string; readonly sensitivity: number; readonly specificity: number };

/** Phi, by the error function of Abramowitz and Stegun 7.1.26 (error below 1.5e-7). */
function cumulativeNormal(x: number): number {
  const z = Math.abs(x) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * z);
  const poly = ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) * t;
  const erf = 1 - poly * Math.exp(-z * z);
  return x >= 0 ? (1 + erf) / 2 : (1 - erf) / 2;
}

/** The point below which a share of the normal distribution lies, by bisection. */
function normalQuantile(share: number): number {
  let [low, high] = [-8, 8];
  for (let step = 0; step < 60; step++) {
    const middle = (low + high) / 2;
    if (cumulativeNormal(middle) < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

const bits = (results: number, tests: number): number[] =>
  Array.from({ length: tests }, (_, index) => (results >> index) & 1);

/**
 * Chances of every pattern of results of tests that hang together through one
 * shared normal factor with this loading; integrated over the factor.
 */
function patternChances(positives: readonly number[], loading: number): Float64Array {
  const chances = new Float64Array(2 ** positives.length);
  const cuts = positives.map(normalQuantile);
  const STEPS = 400;
  for (let step = 0; step < STEPS; step++) {
    const factor = normalQuantile((step + 0.5) / STEPS);
    const given = cuts.map((cut) =>
      loading >= 1
        ? Number(factor < cut)
        : cumulativeNormal((cut - Math.sqrt(loading) * factor) / Math.sqrt(1 - loading)),
    );
    for (let pattern = 0; pattern < chances.length; pattern++) {
      let chance = 1 / STEPS;
      for (let test = 0; test < given.length; test++) chance *= (pattern >> test) & 1 ? given[test]! : 1 - given[test]!;
      chances[pattern]! += chance;
    }
  }
  return chances;
}

/** Mean correlation between two tests' results over all pairs. */
function meanCorrelation(chances: Float64Array, positives: readonly number[]): number {
  const n = positives.length;
  let [sum, pairs] = [0, 0];
  for (let a = 0; a < n; a++)
    for (let b = a + 1; b < n; b++) {
      let both = 0;
      for (let pattern = 0; pattern < chances.length; pattern++)
        if ((pattern >> a) & 1 && (pattern >> b) & 1) both += chances[pattern]!;
      const [pa, pb] = [positives[a]!, positives[b]!];
      sum += (both - pa * pb) / Math.sqrt(pa * (1 - pa) * pb * (1 - pb));
      pairs++;
    }
  return sum / pairs;
}

/** Pattern chances whose mean correlation between results is the one asked for. */
function patternsWith(positives: readonly number[], correlation: number): Float64Array {
  if (correlation === 0) return patternChances(positives, 0);
  let [low, high] = [0, 0.9999];
  for (let step = 0; step < 24; step++) {
    const middle = (low + high) / 2;
    if (meanCorrelation(patternChances(positives, middle), positives) < correlation) low = middle;
    else high = middle;
  }
  return patternChances(positives, (low + high) / 2);
}

/** A world of people: how each pattern of results comes up with and without the source. */
export type World = {
  readonly tests: readonly SimulatedTest[];
  readonly prevalence: number;
  readonly correlation: number;
  readonly withSource: Float64Array;
  readonly without: Float64Array;
};

/** What a correlation is between: the results themselves (phi), or what lies behind them (tetrachoric). */
export type CorrelationOf = "results" | "what lies behind them";

/**
 * People with a stated correlation between tests among those who have the
 * source, and among those who have not.
 *
 * @param correlation over all pairs of tests: mean phi, 0 to about 0.7; or tetrachoric, 0 to 1
 */
export function makeWorld(
  tests: readonly SimulatedTest[],
  prevalence: number,
  correlation: number,
  of: CorrelationOf = "results",
): World {
  const patterns = of === "results" ? patternsWith : patternChances;
  return {
    tests,
    prevalence,
    correlation,
    withSource: patterns(
      tests.map(({ sensitivity }) => sensitivity),
      correlation,
    ),
    without: patterns(
      tests.map(({ specificity }) => 1 - specificity),
      correlation,
    ),
  };
}

/** What each test's result multiplies the odds by. */
export type Ratios = { readonly positive: number; readonly negative: number };

/** A pattern of results as a reading takes them: one group, each ratio within the limit. */
export function singleItems(pattern: number, ratios: readonly Ratios[], limit: number): SingleItem[] {
  const most = Math.log(limit);
  return bits(pattern, ratios.length).map((bit, test) => {
    const printed = Math.log(bit ? ratios[test]!.positive : ratios[test]!.negative);
    return {
      kind: "single",
      id: `t${test}`,
      group: "sacroiliac-provocation",
      record: `own.${test}`,
      positive: bit === 1,
      printed,
      value: Math.min(Math.max(printed, -most), most),
    };
  });
}

/** The chance of having the source given a pattern, in this world. */
export function trueChance({ withSource, without, prevalence }: World, pattern: number): number {
  const having = prevalence * withSource[pattern]!;
  return having / (having + (1 - prevalence) * without[pattern]!);
}

export const chanceOfPattern = ({ withSource, without, prevalence }: World, pattern: number): number =>
  prevalence * withSource[pattern]! + (1 - prevalence) * without[pattern]!;

function sampler(chances: Float64Array): (random: Random) => number {
  const cumulative = new Float64Array(chances.length);
  let sum = 0;
  chances.forEach((chance, index) => (cumulative[index] = sum += chance));
  return (random) => {
    const at = random() * sum;
    const found = cumulative.findIndex((upTo) => at < upTo);
    return found < 0 ? chances.length - 1 : found;
  };
}

/** 2x2 counts of each test from a study of this many people with and without the source. */
export function study(world: World, having: number, lacking: number, seed: string) {
  const random = seeded(seed);
  const [yes, no] = [sampler(world.withSource), sampler(world.without)];
  const counts = world.tests.map(() => ({ tp: 0, fn: 0, fp: 0, tn: 0 }));
  const count = (patterns: number, draw: (random: Random) => number, hit: "tp" | "fp", miss: "fn" | "tn") => {
    for (let person = 0; person < patterns; person++)
      bits(draw(random), counts.length).forEach((bit, test) => counts[test]![bit ? hit : miss]++);
  };
  count(having, yes, "tp", "fn");
  count(lacking, no, "fp", "tn");
  return counts;
}

/** Of some people, how many have it. */
export function surveyed(prevalence: number, people: number, seed: string): number {
  const random = seeded(seed);
  return Array.from({ length: people }, () => Number(random() < prevalence)).reduce<number>((sum, one) => sum + one, 0);
}

export { bits };
