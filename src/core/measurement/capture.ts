import { type Problem, phrase } from "../base";
import { isUsable, type Reading } from "./device";
import { type Movement, movementOf, type Onset, onsetsOf, type Sample } from "./movement";

/** A measurement as it happens: zero, the angle now, the moment of a mark, the end of the movement. */

/** So much is kept: two minutes at a hundred a second. */
const KEPT = 12_000;
/** The live angle is the mean of the last so many readings, of so long at most: it lags by half of that. */
const LIVE_OVER = 5;
const LIVE_OVER_MS = 40;
/** Zero is the mean of so long, held still within so much. */
const ZERO_OVER_MS = 300;
const ZERO_WITHIN_DEG = 1;
/** After so long without a reading the stream counts as silent. */
export const SILENT_AFTER_MS = 600;
/** Over so long the speed now is read. */
const SPEED_OVER_MS = 200;
/** Still: slower than this. */
const STILL_DEG_S = 4;
/** Down again: within so much of zero, and still for so long. */
const DOWN_WITHIN_DEG = 6;
const DOWN_STILL_MS = 800;
/** Away from zero: it has begun. */
const UP_FROM_DEG = 8;

/** What is shown while a limb moves. */
export type LiveAngle = {
  /** Degrees from zero in the direction that is measured; null before the first reading. */
  readonly angle: number | null;
  /** Degrees a second. */
  readonly speed: number;
  /** Raised from zero since it was last down. */
  readonly isUp: boolean;
  /** Back at zero, and still: the limb is down. */
  readonly isDown: boolean;
};

const meanOf = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;
const round = (value: number, steps = 10): number => Math.round(value * steps) / steps;

/**
 * Collects one device's readings. They come late, twice, out of order or not at
 * all; what is read of them is read from what came, in the order of its time.
 * It keeps two minutes and no more.
 *
 * @example new Capture("since zero").live().angle // null
 */
export class Capture {
  private readonly times = new Float64Array(KEPT);
  private readonly values = new Float64Array(KEPT);
  private count = 0;
  private newest = -Infinity;
  private zero = 0;
  private hasZero = false;
  private up = false;
  private marked: number | null = null;

  constructor(
    private readonly reads: "since zero" | "short of zero",
    private readonly isTrusted: (reading: Reading) => boolean = (reading) => isUsable(reading, "°"),
  ) {}

  /** Takes a reading; false where it cannot be used or came before. */
  add(reading: Reading): boolean {
    if (!this.isTrusted(reading)) return false;
    let place = this.count;
    /** A late one is put where it belongs; most come in order. */
    while (place > 0 && place > this.count - KEPT && this.timeAt(place - 1) > reading.t) place--;
    if (place > 0 && place > this.count - KEPT && this.timeAt(place - 1) === reading.t) return false;
    if (place <= this.count - KEPT) return false;
    for (let index = this.count; index > place; index--)
      this.put(index, this.timeAt(index - 1), this.valueAt(index - 1));
    this.put(place, reading.t, reading.value);
    this.count++;
    this.newest = Math.max(this.newest, reading.t);
    if (this.hasZero && !this.up && Math.abs(this.angleNow()) >= UP_FROM_DEG) this.up = true;
    return true;
  }

  /** The mean of the last few; NaN before the first. */
  private angleNow(): number {
    let [sum, used] = [0, 0];
    for (let index = this.count - 1; index >= 0 && used < LIVE_OVER; index--) {
      if (used > 0 && this.newest - this.timeAt(index) > LIVE_OVER_MS) break;
      sum += this.valueAt(index);
      used++;
    }
    return this.angleOf(sum / used);
  }

  private put(index: number, t: number, value: number): void {
    this.times[index % KEPT] = t;
    this.values[index % KEPT] = value;
  }
  private timeAt(index: number): number {
    return this.times[index % KEPT]!;
  }
  private valueAt(index: number): number {
    return this.values[index % KEPT]!;
  }

  /** The time of the newest reading; -Infinity before the first. */
  lastAt(): number {
    return this.newest;
  }

  private angleOf(value: number): number {
    return this.reads === "since zero" ? value - this.zero : this.zero - value;
  }

  /** From a time on, in order, as degrees from zero. */
  since(from: number): Sample[] {
    const samples: Sample[] = [];
    for (let index = this.count - 1; index >= Math.max(0, this.count - KEPT); index--) {
      if (this.timeAt(index) < from) break;
      samples.push({ t: this.timeAt(index), angle: this.angleOf(this.valueAt(index)) });
    }
    return samples.reverse();
  }

  /**
   * Calls where it is now zero. It has to be still for that.
   *
   * @returns null, or what stands against it
   */
  takeZero(): Problem | null {
    const last = this.since(this.newest - ZERO_OVER_MS);
    if (last.length < LIVE_OVER)
      return {
        where: "zero",
        what: "has no reading to be taken from",
        todo: "Wait until the device sends, then again.",
      };
    const values = last.map(({ angle }) => angle);
    /** From its first third to its last: what shakes about one place has not moved. */
    const third = Math.floor(values.length / 3);
    const moved = Math.abs(meanOf(values.slice(-third)) - meanOf(values.slice(0, third)));
    if (moved > ZERO_WITHIN_DEG)
      return {
        where: "zero",
        what: phrase`moved by ${round(moved)}° while it was taken`,
        todo: "Hold the limb still, then again.",
      };
    const mean = meanOf(values);
    this.zero += this.reads === "since zero" ? mean : -mean;
    this.hasZero = true;
    this.up = false;
    this.marked = null;
    return null;
  }

  /** Zero is the device's own: an angle from the level needs none to be taken. */
  useOwnZero(): void {
    this.zero = 0;
    this.hasZero = true;
    this.up = false;
    this.marked = null;
  }

  isZeroed(): boolean {
    return this.hasZero;
  }

  /** The angle as it is shown while it moves: filtered by what came before, so that nothing is waited for. */
  live(): LiveAngle {
    if (this.count === 0) return { angle: null, speed: 0, isUp: false, isDown: false };
    const angle = this.angleNow();
    const speed = this.speedOver(SPEED_OVER_MS);
    const isDown = this.up && Math.abs(angle) <= DOWN_WITHIN_DEG && this.speedOver(DOWN_STILL_MS) < STILL_DEG_S;
    return { angle, speed, isUp: this.up && !isDown, isDown };
  }

  private speedOver(ms: number): number {
    const last = this.count - 1;
    let first = last;
    while (first > 0 && first > this.count - KEPT && this.timeAt(last) - this.timeAt(first) < ms) first--;
    const took = this.timeAt(last) - this.timeAt(first);
    return took <= 0 ? 0 : (Math.abs(this.valueAt(last) - this.valueAt(first)) * 1000) / took;
  }

  /** Its next movement begins from here: the last mark and rise are done with. */
  startOver(): void {
    this.up = false;
    this.marked = null;
  }

  /**
   * The angle that was meant by a mark.
   *
   * @param at when it was given, by the device's clock
   * @param delayMs how long after the symptom a mark of that channel comes
   * @returns null where the stream has nothing at that moment
   */
  mark(at: number, delayMs: number): Onset | null {
    const around = this.since(at - delayMs - 1000);
    if (around.length < 25 || around.at(-1)!.t < at - SILENT_AFTER_MS) return null;
    /** What has not come yet by the moment of the mark is as the last that came. */
    const last = around.at(-1)!;
    const padded = last.t < at + 20 ? [...around, { t: at + 20, angle: last.angle }] : around;
    const [onset] = onsetsOf(padded, [at], delayMs);
    if (onset) this.marked = at;
    return onset ?? null;
  }

  /**
   * Where the movement since it was last down has ended, as a proposal: a rest in
   * which a mark was given is no end, since the hand stops at the word.
   */
  end(): Movement["end"] {
    if (!this.up) return null;
    const from = this.marked === null ? this.newest - 30_000 : this.marked + DOWN_STILL_MS;
    const samples = this.since(from);
    if (samples.length < 50 || samples.at(-1)!.t - samples[0]!.t < 500) return null;
    const { end, stoppedInPause } = movementOf(samples);
    return end && !stoppedInPause && Math.abs(end.angle) >= UP_FROM_DEG ? end : null;
  }

  /** How steady it was held over the last so many ms: the standard deviation, in degrees; null with too little. */
  steadiness(overMs: number): number | null {
    const samples = this.since(this.newest - overMs);
    if (samples.length < LIVE_OVER) return null;
    const mean = samples.reduce((sum, { angle }) => sum + angle, 0) / samples.length;
    return Math.sqrt(samples.reduce((sum, { angle }) => sum + (angle - mean) ** 2, 0) / samples.length);
  }
}

/** Several trials of one number. */
export type Trials = { readonly mean: number; readonly spread: number | null; readonly count: number };

/**
 * What several trials come to: their mean, and how far they lie apart (standard
 * deviation); null without any.
 *
 * @example trialsOf([40, 42, 44]) // { mean: 42, spread: 2, count: 3 }
 */
export function trialsOf(values: readonly number[]): Trials | null {
  if (values.length === 0) return null;
  const mean = meanOf(values);
  const spread =
    values.length < 2
      ? null
      : Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (values.length - 1));
  return { mean, spread, count: values.length };
}

/** How long after the symptom a mark comes, in ms, by whose hand gives it: theirs on a pad or clicker, or the practitioner's after a word. */
export const MARK_DELAY_MS = { pad: 300, pedal: 800, key: 800 } as const;
export type MarkedBy = keyof typeof MARK_DELAY_MS;
