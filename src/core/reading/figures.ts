import { remembered } from "../base";
import type { ClusterRule, Counts, PrintedFigures, Stratum } from "../knowledge";
import { accuracyOf, type Interval, Z95 } from "./likelihood-ratio";

/** How a study's uncertainty reaches the draws; the last two are marked wherever they are shown. */
export type Uncertainty =
  | "counts"
  | "printed interval"
  | "ratio's interval"
  | "people, with and without"
  | "people, split evenly by assumption"
  | "people assumed";

export const UNCERTAINTY_TEXT: Record<Uncertainty, string> = {
  counts: "Interval from the study's counts",
  "printed interval": "Interval from the printed intervals",
  "ratio's interval": "Interval from the printed interval of the ratio",
  "people, with and without": "Interval from the study's people with and without",
  "people, split evenly by assumption":
    "Interval takes the study's people as split evenly between those with and without",
  "people assumed": "The study's size is not at hand: the interval takes 40 people, split evenly",
};

/** People taken for a study whose number is not at hand: a convention that keeps its interval wide, not a figure. */
export const ASSUMED_PEOPLE = 40;

/** The two numbers of a Beta distribution. */
export type BetaShape = readonly [a: number, b: number];

/** How a ratio is drawn: from two proportions, or log-normal around the printed ratio. */
export type RatioDraw =
  | { readonly kind: "proportions"; readonly sensitivity: BetaShape; readonly specificity: BetaShape }
  | { readonly kind: "log-normal"; readonly mean: number; readonly sd: number };

/** Both ratios of a test or of a rule met and not met, with how each is drawn; null where the study gives none. */
export type Ratios = {
  readonly lrPositive: number | null;
  readonly lrNegative: number | null;
  readonly sensitivity: number | null;
  readonly specificity: number | null;
  readonly draw: { readonly positive: RatioDraw | null; readonly negative: RatioDraw | null };
  readonly uncertainty: Uncertainty;
};

const HALF = 0.5;

/** Jeffreys' half-counts: what is drawn is Beta(count + ½, count + ½). */
export const betaOfCounts = (yes: number, no: number): BetaShape => [yes + HALF, no + HALF];

/** The Beta whose mean and 95 % width are those printed; null when no Beta has both. */
function betaOfInterval(mean: number, [low, high]: Interval): BetaShape | null {
  const sd = (high - low) / (2 * Z95);
  const weight = (mean * (1 - mean)) / (sd * sd) - 1;
  return sd > 0 && weight > 0 && mean > 0 && mean < 1 ? [mean * weight, (1 - mean) * weight] : null;
}

const betaOfPeople = (share: number, people: number): BetaShape => betaOfCounts(share * people, (1 - share) * people);

const logNormal = (ratio: number, [low, high]: Interval): RatioDraw | null =>
  low > 0 ? { kind: "log-normal", mean: Math.log(ratio), sd: Math.log(high / low) / (2 * Z95) } : null;

/** The share with half a person in an empty cell, as for counts. */
const corrected = (share: number, people: number): number => (share * people + HALF) / (people + 2 * HALF);

/** Ratios that are both figures of one table, computed where the study prints none. */
function fromProportions(
  sensitivity: number,
  specificity: number,
  figures: PrintedFigures,
): Pick<Ratios, "lrPositive" | "lrNegative" | "draw" | "uncertainty"> {
  const half = (figures.people ?? ASSUMED_PEOPLE) / 2;
  const [having, lacking] = figures.split ?? [half, half];
  const empty = [sensitivity, specificity].some((share) => share === 0 || share === 1);
  const [sens, spec] = empty
    ? [corrected(sensitivity, having), corrected(specificity, lacking)]
    : [sensitivity, specificity];
  const fromIntervals =
    figures.sensitivity95 && figures.specificity95
      ? ([
          betaOfInterval(sensitivity, figures.sensitivity95),
          betaOfInterval(specificity, figures.specificity95),
        ] as const)
      : [null, null];
  const proportions: RatioDraw = {
    kind: "proportions",
    sensitivity: fromIntervals[0] ?? betaOfPeople(sensitivity, having),
    specificity: fromIntervals[1] ?? betaOfPeople(specificity, lacking),
  };
  const printed = fromIntervals[0] !== null && fromIntervals[1] !== null;
  return {
    lrPositive: figures.lrPositive ?? sens / (1 - spec),
    lrNegative: figures.lrNegative ?? (1 - sens) / spec,
    draw: { positive: proportions, negative: proportions },
    uncertainty: printed
      ? "printed interval"
      : figures.split
        ? "people, with and without"
        : figures.people
          ? "people, split evenly by assumption"
          : "people assumed",
  };
}

function fromCounts(counts: Counts): Ratios {
  const { sensitivity, specificity, lrPositive, lrNegative } = accuracyOf(counts);
  const proportions: RatioDraw = {
    kind: "proportions",
    sensitivity: betaOfCounts(counts.tp, counts.fn),
    specificity: betaOfCounts(counts.tn, counts.fp),
  };
  return {
    lrPositive,
    lrNegative,
    sensitivity,
    specificity,
    draw: { positive: proportions, negative: proportions },
    uncertainty: "counts",
  };
}

/**
 * Both likelihood ratios of any form a study prints: counts first, else the
 * printed ratio as printed, else LR+ = sens / (1 - spec) and
 * LR- = (1 - sens) / spec, with half a person added when a proportion is 0 or 1.
 * A ratio that nothing gives is null.
 *
 * @param figures counts, proportions (0 to 1) or ratios (above 0), with 95 % intervals where printed
 * @returns ratios, and how each is drawn
 * @example ratiosOf({ sensitivity: 0.5, specificity: 0.86, lrPositive: 3.5, lrNegative: 0.58 }).lrPositive // 3.5
 */
export const ratiosOf = remembered((figures: PrintedFigures): Ratios => {
  const { counts, sensitivity = null, specificity = null, lrPositive = null, lrNegative = null } = figures;
  if (counts) return fromCounts(counts);
  const both = sensitivity !== null && specificity !== null ? fromProportions(sensitivity, specificity, figures) : null;
  const own = {
    positive: lrPositive !== null && figures.lrPositive95 ? logNormal(lrPositive, figures.lrPositive95) : null,
    negative: lrNegative !== null && figures.lrNegative95 ? logNormal(lrNegative, figures.lrNegative95) : null,
  };
  return {
    lrPositive: both?.lrPositive ?? lrPositive,
    lrNegative: both?.lrNegative ?? lrNegative,
    sensitivity,
    specificity,
    draw: {
      positive: own.positive ?? both?.draw.positive ?? pointOnly(lrPositive),
      negative: own.negative ?? both?.draw.negative ?? pointOnly(lrNegative),
    },
    uncertainty: own.positive || own.negative ? "ratio's interval" : (both?.uncertainty ?? "people assumed"),
  };
});

/** A ratio printed alone, without interval or people, moves every draw alike. */
const pointOnly = (ratio: number | null): RatioDraw | null =>
  ratio === null ? null : { kind: "log-normal", mean: Math.log(ratio), sd: 0 };

/** A rule's ratio for each count of positive members, 0 to n; null where the study gives none. */
export type RuleTable = readonly (number | null)[];

/** How one figure of a rule is drawn. */
export type StratumDraw =
  | RatioDraw
  | { readonly kind: "shares"; readonly with: BetaShape; readonly without: BetaShape }
  /** People by band of counts, from which all bands are drawn together. */
  | {
      readonly kind: "bands";
      readonly with: readonly number[];
      readonly without: readonly number[];
      readonly band: number;
    };

export type TableEntry = {
  readonly from: number;
  readonly to: number;
  readonly ratio: number;
  /** Which of a two-figure rule's ratios it is. */
  readonly side?: "positive" | "negative";
  readonly draw: StratumDraw;
  /** How many people it stands on: its weight where the draws of neighbours cross. */
  readonly size: number;
  /** The ratio as the study printed it, where ours is another (for exactly k). */
  readonly printed?: number;
};

const stratumDraw = ({ lr, lr95, people }: Stratum): StratumDraw =>
  people
    ? {
        kind: "shares",
        with: betaOfCounts(people.with[0], people.with[1] - people.with[0]),
        without: betaOfCounts(people.without[0], people.without[1] - people.without[0]),
      }
    : ((lr95 && logNormal(lr, lr95)) ?? pointOnly(lr)!);

/** Cut-offs as printed → the share of each band of counts, lowest band first. */
const bandShares = (shares: readonly number[]): number[] =>
  [1, ...shares].map((share, index) => share - (shares[index] ?? 0));

/**
 * The figures of a rule's table, lowest count first.
 *
 * @example tableEntries(hipOsteoarthritis).map(({ from, ratio }) => [from, ratio]) // [[0, 0.278], [1, 0.326], [2, 0.4], [3, 1.917], [4, 24.3]]
 */
export const tableEntries = remembered(({ figures, members }: ClusterRule): readonly TableEntry[] => {
  const n = members.length;
  if (figures.kind === "by count")
    return figures.strata.map((stratum) => ({
      from: stratum.from,
      to: stratum.to,
      ratio: stratum.lr,
      draw: stratumDraw(stratum),
      size: stratum.size ?? 1,
    }));
  if (figures.kind === "k of n") {
    const { lrPositive, lrNegative, draw } = ratiosOf(figures);
    const below: TableEntry[] =
      lrNegative === null || figures.k === 0
        ? []
        : [{ from: 0, to: figures.k - 1, ratio: lrNegative, side: "negative", draw: draw.negative!, size: 1 }];
    return lrPositive === null
      ? below
      : [...below, { from: figures.k, to: n, ratio: lrPositive, side: "positive", draw: draw.positive!, size: 1 }];
  }
  const { cutOffs, people } = figures;
  const having = bandShares(cutOffs.map(({ sensitivity }) => sensitivity));
  const lacking = bandShares(cutOffs.map(({ specificity }) => 1 - specificity));
  const counted = (shares: readonly number[], size: number) => shares.map((share) => share * size);
  return having.map((share, band): TableEntry => {
    const last = band === cutOffs.length;
    const printed = last ? cutOffs[band - 1]!.lrPositive : undefined;
    return {
      from: band === 0 ? 0 : cutOffs[band - 1]!.k,
      to: last ? n : cutOffs[band]!.k - 1,
      ratio: printed ?? share / lacking[band]!,
      draw: { kind: "bands", with: counted(having, people.with), without: counted(lacking, people.without), band },
      size: Math.max(share * people.with + lacking[band]! * people.without, 1),
      ...(band > 0 ? { printed: cutOffs[band - 1]!.lrPositive } : {}),
    };
  });
});

/**
 * A rule's point ratio by count of positive members.
 *
 * @example ruleTable(fiveTest) // [0.188, 0.188, 0.188, 4.016, 4.016, 4.016]
 */
export const ruleTable = remembered((rule: ClusterRule): RuleTable => {
  const table = new Array<number | null>(rule.members.length + 1).fill(null);
  for (const { from, to, ratio } of tableEntries(rule)) table.fill(ratio, from, to + 1);
  return table;
});

/** Positive members from which a rule of the k-of-n kind is met; null for a rule with a figure per count. */
export const positivesNeeded = ({ figures }: ClusterRule): number | null =>
  figures.kind === "k of n" ? figures.k : null;

/** True when every count still reachable has the same figure. */
export const isSettled = (table: RuleTable, positive: number, open: number): boolean =>
  new Set(table.slice(positive, positive + open + 1)).size === 1;
