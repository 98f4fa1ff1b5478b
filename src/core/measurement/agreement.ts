import { fQuantile, refuse, tQuantile, phrase } from "../base";

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
 * (Shrout and Fleiss 1979; McGraw and Wong 1996; Bland and Altman 1999).
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
  const sem = Math.sqrt(Math.max(error + (repeats - error) / n, 0));
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

/**
 * Agreement of two judges on the same people (Cohen 1960, 1968; standard error
 * of Fleiss, Cohen and Everitt 1969; Byrt, Bishop and Carlin 1993).
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
  const share = table.map((row) => row.map((count) => count / n));
  const rows = share.map(sum);
  const columns = share[0]!.map((_value, column) => sum(share.map((row) => row[column]!)));
  const weight = (row: number, column: number) => weightOf(weights, Math.abs(row - column), steps);
  const over = (value: (row: number, column: number) => number): number =>
    sum(rows.flatMap((_row, row) => columns.map((_column, column) => value(row, column))));
  const observed = over((row, column) => share[row]![column]! * weight(row, column));
  const expected = over((row, column) => rows[row]! * columns[column]! * weight(row, column));
  if (expected >= 1) refuse("verdicts", "are all one word", "Judge people who differ.");
  const kappa = (observed - expected) / (1 - expected);
  const ofRow = rows.map((_row, row) => sum(columns.map((part, column) => part * weight(row, column))));
  const ofColumn = columns.map((_column, column) => sum(rows.map((part, row) => part * weight(row, column))));
  const spread =
    over((row, column) => {
      const apart = weight(row, column) - (ofRow[row]! + ofColumn[column]!) * (1 - kappa);
      return share[row]![column]! * square(apart);
    }) - square(kappa - expected * (1 - kappa));
  const error = Math.sqrt(Math.max(spread, 0) / n) / (1 - expected);
  const alike = sum(rows.map((_row, row) => share[row]![row]!));
  const pabak = (steps * alike - 1) / (steps - 1);
  const pabakError = (steps / (steps - 1)) * Math.sqrt((alike * (1 - alike)) / n);
  const around = (value: number, by: number): Interval => [value - Z95 * by, value + Z95 * by];
  const agreedOn = (verdict: number): number | null =>
    steps === 2 && rows[verdict]! + columns[verdict]! > 0
      ? (2 * share[verdict]![verdict]!) / (rows[verdict]! + columns[verdict]!)
      : null;
  return {
    n,
    kappa,
    kappa95: around(kappa, error),
    pabak,
    pabak95: around(pabak, pabakError),
    positiveAgreement: agreedOn(0),
    negativeAgreement: agreedOn(1),
  };
}
