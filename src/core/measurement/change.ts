import { tQuantile } from "../base";

/** Change against the error of measuring: is it really better? */

const Z95 = 1.959963984540054;

export type ChangeAsked = {
  readonly before: number;
  readonly after: number;
  /** Standard error of one measure, in its unit; null: not known. */
  readonly sem: number | null;
  /** The second measure's, where another device took it; left out: the same. */
  readonly semAfter?: number;
  /** Over how many trials each is the mean. */
  readonly beforeTrials?: number;
  readonly afterTrials?: number;
};

export type Change = {
  readonly change: number;
  /** Minimal detectable change (95 %); null: no error is known, so nothing is judged. */
  readonly mdc: number | null;
  readonly beyond: boolean | null;
  readonly interval95: readonly [number, number] | null;
};

/**
 * The smallest change that is more than two measures differ by when nothing changed (95 %).
 *
 * @param sem standard error of one measure, in its unit
 * @example minimalDetectableChange(1.549193338482966) // 4.2941
 */
export const minimalDetectableChange = (sem: number, beforeTrials = 1, afterTrials = 1, semAfter = sem): number =>
  Z95 * Math.sqrt(sem ** 2 / beforeTrials + semAfter ** 2 / afterTrials);

/**
 * The standard error that a published minimal detectable change (95 %) stands for.
 *
 * @example semOfMdc(4.2941) // 1.5492
 */
export const semOfMdc = (mdc95: number): number => mdc95 / (Z95 * Math.SQRT2);

/**
 * Standard error from the spread between people and an agreement (ICC) of the method.
 *
 * @example semOfAgreement(4, 0.85) // 1.5492
 */
export const semOfAgreement = (sd: number, icc: number): number => sd * Math.sqrt(1 - icc);

/**
 * A change between two measures, with its 95 % interval; beyond the error from
 * the minimal detectable change on.
 *
 * @example changeOf({ before: 42, after: 50, sem: 2 }) // { change: 8, mdc: 5.5436, beyond: true, interval95: [2.4564, 13.5436] }
 */
export function changeOf({ before, after, sem, semAfter, beforeTrials, afterTrials }: ChangeAsked): Change {
  const change = after - before;
  if (sem === null) return { change, mdc: null, beyond: null, interval95: null };
  const mdc = minimalDetectableChange(sem, beforeTrials, afterTrials, semAfter);
  return { change, mdc, beyond: Math.abs(change) >= mdc - 1e-9, interval95: [change - mdc, change + mdc] };
}

/** A value at a visit, so many days after the first. */
export type VisitValue = { readonly day: number; readonly value: number };

export type Trend = {
  readonly perDay: number;
  readonly perWeek: number;
  readonly atStart: number;
  /** Of the slope a day, 95 %. */
  readonly interval95: readonly [number, number];
  /** Spread of the values about the line. */
  readonly residual: number;
};

/** From so many visits on the values' own spread may be larger than the known error. */
const OWN_SPREAD_FROM = 6;
const FEWEST = 3;

/**
 * A line through three or more visits, by least squares on days: null for fewer,
 * on one day, or while no error is known and there are fewer than six.
 *
 * @param sem standard error of one measure, in its unit; null: not known
 * @example trendOf([{ day: 0, value: 48 }, { day: 7, value: 52 }, { day: 14, value: 51 }], 2.8)?.perWeek // 1.5
 */
export function trendOf(values: readonly VisitValue[], sem: number | null): Trend | null {
  const k = values.length;
  if (k < FEWEST || (sem === null && k < OWN_SPREAD_FROM)) return null;
  const mean = (take: (one: VisitValue) => number) => values.reduce((sum, one) => sum + take(one), 0) / k;
  const [day, value] = [mean((one) => one.day), mean((one) => one.value)];
  const spread = values.reduce((sum, one) => sum + (one.day - day) ** 2, 0);
  if (spread === 0) return null;
  const perDay = values.reduce((sum, one) => sum + (one.day - day) * (one.value - value), 0) / spread;
  const atStart = value - perDay * day;
  const squares = values.reduce((sum, one) => sum + (one.value - atStart - perDay * one.day) ** 2, 0);
  const residual = Math.sqrt(squares / (k - 2));
  const isOwn = k >= OWN_SPREAD_FROM && residual > (sem ?? 0);
  const half = ((isOwn ? residual : (sem ?? residual)) * (isOwn ? tQuantile(0.975, k - 2) : Z95)) / Math.sqrt(spread);
  return { perDay, perWeek: perDay * 7, atStart, interval95: [perDay - half, perDay + half], residual };
}
