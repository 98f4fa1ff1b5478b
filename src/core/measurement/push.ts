import { medianOf, phrase, refuse } from "../base";
import type { Reading } from "./device";
import { inTime } from "./in-time";

/** What a hand really gave: a force over time, against the force that was asked. */

export type Push = {
  /** Milliseconds of the device's clock: when it was felt first, and when it was let go; null: it is still given. */
  readonly from: number;
  readonly to: number | null;
  /** The most that was reached, in the unit of the readings. */
  readonly peak: number;
  /** What it was held at: the median of all that lay within a fifth of the peak. */
  readonly plateau: number;
  /** How fast it was built up, a second, between a fifth and four fifths of the peak; null: it came between two readings. */
  readonly rise: number | null;
  /** How long it lay within the band that was asked, in ms. */
  readonly insideMs: number;
};

/** Shares of the least that is asked: from the first on something is given, under the second the hand rests again. */
const GIVEN_FROM = 0.1;
const RESTS_BELOW = 0.05;
/** What never reached this share was a hand that lay there, and no push. */
const LEAST_PUSH = 0.25;
/** A hole of the stream that is longer is not counted as held. */
const HOLE_MS = 250;
const NEAR_PEAK = 0.8;

/** The time from each reading to the next for which something held of both, in ms; holes are left out. */
function heldMs(readings: readonly Reading[], holds: (value: number) => boolean): number {
  let sum = 0;
  for (const [index, { t, value }] of readings.entries()) {
    const next = readings[index + 1];
    if (next && next.t - t <= HOLE_MS && holds(value) && holds(next.value)) sum += next.t - t;
  }
  return sum;
}

/** Seconds a unit of force took; by the first reading beyond each of two shares of the peak. */
function riseOf(readings: readonly Reading[], peak: number): number | null {
  const low = readings.find(({ value }) => value >= 0.2 * peak)!;
  const high = readings.find(({ value }) => value >= NEAR_PEAK * peak)!;
  return high.t > low.t ? (1000 * (high.value - low.value)) / (high.t - low.t) : null;
}

/**
 * The pushes in a stream of forces, in their order. One begins where a tenth of
 * the least that is asked is felt, and ends where half of that is no longer; what
 * never came to a quarter of it was no push. Readings may come
 * late, twice or not at all. How they are told apart is ours, by judgement.
 *
 * @param readings in any order; milliseconds, and one unit of force
 * @param band the least and the most that is asked, in that unit
 * @throws InputError where the band is none
 * @example pushesOf([{ t: 0, value: 0 }, { t: 100, value: 50 }, { t: 200, value: 50 }, { t: 300, value: 0 }], [40, 60])[0]?.plateau // 50
 */
export function pushesOf(readings: readonly Reading[], [low, high]: readonly [number, number]): readonly Push[] {
  if (!(low > 0 && high >= low)) refuse("band", phrase`is ${low} to ${high}`, "Give the least first, above 0.");
  const pushes: Push[] = [];
  let own: Reading[] = [];
  const close = (to: number | null) => {
    const peak = Math.max(...own.map(({ value }) => value));
    if (own.length > 1 && peak >= low * LEAST_PUSH)
      pushes.push({
        from: own[0]!.t,
        to,
        peak,
        plateau: medianOf(own.flatMap(({ value }) => (value >= NEAR_PEAK * peak ? [value] : []))),
        rise: riseOf(own, peak),
        insideMs: heldMs(own, (value) => value >= low && value <= high),
      });
    own = [];
  };
  for (const reading of inTime(readings, ({ value }) => value))
    if (reading.value > low * (own.length ? RESTS_BELOW : GIVEN_FROM)) own.push(reading);
    else if (own.length) close(reading.t);
  if (own.length) close(null);
  return pushes;
}

export type ForceMemory = {
  /** Pushes. */
  readonly n: number;
  readonly mean: number;
  /** The mean less what was asked: above 0, more is given. */
  readonly bias: number;
  /** Standard deviation between the pushes: their scatter. */
  readonly scatter: number;
  /** By how much it changes from one push to the next: the slope of a line through them. */
  readonly drift: number;
  /** Between these 95 of 100 of one's pushes "as asked" lie. */
  readonly limits: readonly [low: number, high: number];
};

const FEWEST = 3;
const Z95 = 1.959963984540054;

/**
 * How well a hand remembers a force: pushes to one target without seeing the number.
 *
 * @param pushes what each came to, in their order and one unit
 * @throws InputError where they are fewer than three
 * @example forceMemory([240, 250, 260], 245) // { n: 3, mean: 250, bias: 5, scatter: 10, drift: 10, limits: [230.4, 269.6] }
 */
export function forceMemory(pushes: readonly number[], target: number): ForceMemory {
  const n = pushes.length;
  if (n < FEWEST) refuse("pushes", phrase`are ${n}`, phrase`Push ${FEWEST} times or more, better ten.`);
  const mean = pushes.reduce((sum, value) => sum + value, 0) / n;
  const scatter = Math.sqrt(pushes.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (n - 1));
  const middle = (n - 1) / 2;
  const across = pushes.reduce((sum, value, index) => sum + (index - middle) * (value - mean), 0);
  const along = pushes.reduce((sum, _value, index) => sum + (index - middle) ** 2, 0);
  return {
    n,
    mean,
    bias: mean - target,
    scatter,
    drift: across / along,
    limits: [mean - Z95 * scatter, mean + Z95 * scatter],
  };
}
