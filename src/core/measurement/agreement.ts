import { chiSquareQuantile, fQuantile, refuse, tQuantile, phrase } from "../base";

/** How far measures and verdicts can be trusted: the same people measured twice, or judged by two. */

const Z95 = 1.959963984540054;

type Interval = readonly [low: number, high: number];

const sum = (values: readonly number[]): number => values.reduce((all, value) => all + value, 0);
const mean = (values: readonly number[]): number => sum(values) / values.length;
const square = (value: number): number => value ** 2;

/** A table of people by repeats, in the unit of the measure, taken apart (two-way analysis of variance). */
export type Variance = { readonly people: number; readonly repeats: number; readonly error: number };

function varianceOf(table: readonly (readonly number[])[]): Variance {
  const [n, k] = [table.length, table[0]!.length];
  const all = mean(table.flat());
  const perPerson = k * sum(table.map((row) => square(mean(row) - all)));
  const perRepeat = n * sum(table[0]!.map((_value, column) => square(mean(table.map((row) => row[column]!)) - all)));
  const whole = sum(table.flat().map((value) => square(value - all)));
  return {
    people: perPerson / (n - 1),
    repeats: perRepeat / (k - 1),
    error: Math.max(whole - perPerson - perRepeat, 0) / ((n - 1) * (k - 1)),
  };
}

export type AngleAgreement = {
  /** People. */
  readonly n: number;
  /** ICC(2,1), which is ICC(A,1): single measures, absolute agreement. */
  readonly icc: number;
  /** Null where every repeat was the same. */
  readonly icc95: Interval | null;
  /** Standard error of one measure, systematic differences between repeats included. */
  readonly sem: number;
  /** As if its residual part alone were uncertain; null where there is no error. */
  readonly sem95: Interval | null;
  /** The smallest change beyond that error (95 %). */
  readonly mdc95: number;
  /** First minus second, on average. */
  readonly bias: number;
  /** Between these 95 % of the differences lie. */
  readonly limits: Interval;
  /** How sure each of the two limits is. */
  readonly limits95: readonly [low: Interval, high: Interval];
  /** The mean squares it was made of. */
  readonly variance: Variance;
};

/** McGraw and Wong 1996, ICC(A,1). */
function iccInterval(icc: number, { people, repeats, error }: Variance, n: number, k: number): Interval | null {
  if (icc >= 1) return null;
  const a = (k * icc) / (n * (1 - icc));
  const b = 1 + (k * icc * (n - 1)) / (n * (1 - icc));
  const freedom =
    square(a * repeats + b * error) / (square(a * repeats) / (k - 1) + square(b * error) / ((n - 1) * (k - 1)));
  const between = k * repeats + (k * n - k - n) * error;
  const low = fQuantile(0.975, n - 1, freedom);
  const high = fQuantile(0.975, freedom, n - 1);
  return [
    (n * (people - low * error)) / (low * between + n * people),
    (n * (high * people - error)) / (between + n * high * people),
  ];
}

/**
 * Agreement of a measure that was taken twice of the same people, by one
 * examiner or two: how alike it was, its error, and the limits of agreement
 * (Shrout and Fleiss 1979; McGraw and Wong 1996; Bland and Altman 1999). The
 * error's interval is SEM·√(df/χ²), df = (n - 1)(k - 1).
 *
 * @param pairs one for each person, both in one unit
 * @throws InputError with fewer than three people, or when nobody differs from anybody
 * @example angleAgreement([[62, 64], [71, 70], [55, 58]]).bias // -1.3333
 */
export function angleAgreement(pairs: readonly (readonly [first: number, second: number])[]): AngleAgreement {
  const n = pairs.length;
  if (n < 3)
    refuse("pairs", phrase`are of ${n} ${n === 1 ? "person" : "people"}`, "Measure three people or more, twice each.");
  const variance = varianceOf(pairs);
  const { people, repeats, error } = variance;
  const k = 2;
  const whole = people + (k - 1) * error + (k * (repeats - error)) / n;
  if (whole <= 0) refuse("pairs", "are all the same value", "Measure people who differ.");
  const icc = (people - error) / whole;
  /** Where the repeats differ less than chance would have it, nothing is taken off for that. */
  const sem = Math.sqrt(error + Math.max((repeats - error) / n, 0));
  const freedom = (n - 1) * (k - 1);
  const semAt = (p: number): number => sem * Math.sqrt(freedom / chiSquareQuantile(p, freedom));
  const differences = pairs.map(([first, second]) => first - second);
  const bias = mean(differences);
  const sd = Math.sqrt(sum(differences.map((one) => square(one - bias))) / (n - 1));
  const reach = tQuantile(0.975, n - 1) * sd * Math.sqrt(1 / n + square(Z95) / (2 * (n - 1)));
  const limits = [bias - Z95 * sd, bias + Z95 * sd] as const;
  const around = (limit: number): Interval => [limit - reach, limit + reach];
  return {
    n,
    icc,
    icc95: iccInterval(icc, variance, n, k),
    sem,
    sem95: sem === 0 ? null : [semAt(0.975), semAt(0.025)],
    mdc95: Z95 * Math.SQRT2 * sem,
    bias,
    limits,
    limits95: [around(limits[0]), around(limits[1])],
    variance,
  };
}

export type VerdictAgreement = {
  readonly n: number;
  readonly kappa: number;
  readonly kappa95: Interval;
  /** Adjusted for prevalence and bias: of two verdicts 2 po - 1. */
  readonly pabak: number;
  readonly pabak95: Interval;
  /** Of two verdicts, how often they agreed on the first and on the second; null of more than two. */
  readonly positiveAgreement: number | null;
  readonly negativeAgreement: number | null;
};

/** How much a disagreement counts: not at all in part, by steps, or by steps squared. */
/** Words that mean yes, so that the first of two verdicts is the positive one. */
const YES = new Set(["positive", "pos", "yes", "1", "true", "+"]);

/**
 * Verdicts of two judges on the same people as a table: a row for each word of
 * the first, a column for each of the second, the one that means yes first.
 *
 * @example verdictTable([["yes", "yes"], ["yes", "no"], ["no", "no"]]) // { words: ["yes", "no"], table: [[1, 1], [0, 1]] }
 */
export function verdictTable(pairs: readonly (readonly [first: string, second: string])[]): {
  readonly words: readonly string[];
  readonly table: readonly (readonly number[])[];
} {
  const words = [...new Set(pairs.flat())].toSorted(
    (a, b) => Number(YES.has(b)) - Number(YES.has(a)) || (a < b ? -1 : 1),
  );
  const count = (first: string, second: string) => pairs.filter(([a, b]) => a === first && b === second).length;
  return { words, table: words.map((row) => words.map((column) => count(row, column))) };
}

export type KappaWeights = "none" | "linear" | "quadratic";

function weightOf(weights: KappaWeights, apart: number, steps: number): number {
  if (weights === "none") return apart === 0 ? 1 : 0;
  const share = apart / (steps - 1);
  return 1 - (weights === "linear" ? share : square(share));
}

type Kappa = { readonly kappa: number; readonly error: number; readonly expected: number };

/** Kappa of a table and its standard error (Cohen 1960, 1968; Fleiss, Cohen and Everitt 1969). */
function kappaOf(table: readonly (readonly number[])[], weights: KappaWeights): Kappa {
  const steps = table.length;
  const n = sum(table.flat());
  const share = table.map((row) => row.map((count) => count / n));
  const rows = share.map(sum);
  const columns = share[0]!.map((_value, column) => sum(share.map((row) => row[column]!)));
  const weight = (row: number, column: number) => weightOf(weights, Math.abs(row - column), steps);
  const over = (value: (row: number, column: number) => number): number =>
    sum(rows.flatMap((_row, row) => columns.map((_column, column) => value(row, column))));
  const observed = over((row, column) => share[row]![column]! * weight(row, column));
  const expected = over((row, column) => rows[row]! * columns[column]! * weight(row, column));
  const kappa = (observed - expected) / (1 - expected);
  const ofRow = rows.map((_row, row) => sum(columns.map((part, column) => part * weight(row, column))));
  const ofColumn = columns.map((_column, column) => sum(rows.map((part, row) => part * weight(row, column))));
  const spread =
    over((row, column) => {
      const apart = weight(row, column) - (ofRow[row]! + ofColumn[column]!) * (1 - kappa);
      return share[row]![column]! * square(apart);
    }) - square(kappa - expected * (1 - kappa));
  return { kappa, error: Math.sqrt(Math.max(spread, 0) / n) / (1 - expected), expected };
}

/** Half a person in each cell, so that a small table without disagreement is not read as certain. */
const withHalves = (table: readonly (readonly number[])[]): number[][] =>
  table.map((row) => row.map((count) => count + 0.5));

const held = (value: number): number => Math.min(Math.max(value, -1), 1);

/** The share of a number of trials, 95 % (Wilson 1927). */
function wilson(share: number, n: number): Interval {
  const [middle, reach] = [
    (share + square(Z95) / (2 * n)) / (1 + square(Z95) / n),
    (Z95 / (1 + square(Z95) / n)) * Math.sqrt((share * (1 - share)) / n + square(Z95) / (4 * square(n))),
  ];
  return [middle - reach, middle + reach];
}

/**
 * Agreement of two judges on the same people (Cohen 1960, 1968; Byrt, Bishop and
 * Carlin 1993). The point is the table's own; its interval is that of the table
 * with half a person in each cell, held to -1 and 1.
 *
 * @param table people by verdict of the first (rows) and of the second (columns), in one order
 * @throws InputError where nobody was judged, or all by one word alone
 * @example verdictAgreement([[18, 4], [3, 25]]).kappa // 0.7145
 */
export function verdictAgreement(
  table: readonly (readonly number[])[],
  weights: KappaWeights = "none",
): VerdictAgreement {
  const steps = table.length;
  const n = sum(table.flat());
  if (steps < 2 || n === 0)
    refuse("verdicts", "are none, or all one word", "Judge people who differ, two words or more.");
  const { kappa, expected } = kappaOf(table, weights);
  if (expected >= 1) refuse("verdicts", "are all one word", "Judge people who differ.");
  const around = kappaOf(withHalves(table), weights);
  const alike = sum(table.map((row, verdict) => row[verdict]!)) / n;
  const adjusted = (share: number): number => (steps * share - 1) / (steps - 1);
  const [low, high] = wilson(alike, n);
  const agreedOn = (verdict: number): number | null => {
    const named = sum(table[verdict]!) + sum(table.map((row) => row[verdict]!));
    return steps === 2 && named > 0 ? (2 * table[verdict]![verdict]!) / named : null;
  };
  return {
    n,
    kappa,
    kappa95: [held(around.kappa - Z95 * around.error), held(around.kappa + Z95 * around.error)],
    pabak: adjusted(alike),
    pabak95: [adjusted(low), adjusted(high)],
    positiveAgreement: agreedOn(0),
    negativeAgreement: agreedOn(1),
  };
}
