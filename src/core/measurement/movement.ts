import { refuse, phrase } from "../base";
import { inTime } from "./in-time";

/** A movement in a stream of angles: where it starts, where it ends, and the angle when somebody said "now". */

/** One reading: milliseconds of the device's clock, and degrees. */
export type Sample = { readonly t: number; readonly angle: number };

/** Read at 100 a second, whatever the device sends. */
const STEP_MS = 10;
/** The slope at a moment is that of a line through so many readings about it: a quarter of a second. */
const WINDOW = 25;
/** It moves from this speed on, in degrees a second, once that has lasted so long. */
const MOVES_FROM = 4;
const STARTS_AFTER_MS = 100;
/** It has ended when it stayed under that speed for so long. */
const ENDS_AFTER_MS = 400;
/** Back to this speed, before it was sure to move, its start is looked for. */
const STILL = 0.5;
/** A longer hole in the stream is not bridged: what lies about it is not one movement. */
const HOLE_MS = 250;
/** It went on after its end by more than the end is sure: that end was a pause. */
const WENT_ON_DEG = 3;

const inOrder = (samples: readonly Sample[]): readonly Sample[] => inTime(samples, ({ angle }) => angle);

/** Angles at even steps from a first moment; NaN where the stream has a hole. */
type Stream = { readonly from: number; readonly angles: Float64Array };

function evenly(samples: readonly Sample[]): Stream {
  const from = samples[0]!.t;
  const angles = new Float64Array(Math.floor((samples.at(-1)!.t - from) / STEP_MS) + 1);
  let next = 1;
  for (let index = 0; index < angles.length; index++) {
    const t = from + index * STEP_MS;
    while (next < samples.length - 1 && samples[next]!.t < t) next++;
    const [a, b] = [samples[next - 1]!, samples[next]!];
    angles[index] = b.t - a.t > HOLE_MS ? NaN : a.angle + ((b.angle - a.angle) * (t - a.t)) / (b.t - a.t);
  }
  return { from, angles };
}

/** The slope about each moment in degrees a second, none delayed; at the ends and about a hole there is none. */
function slopes(angles: Float64Array): Float64Array {
  const half = (WINDOW - 1) / 2;
  const spread = (half * (half + 1) * WINDOW) / 3;
  const slope = new Float64Array(angles.length).fill(NaN);
  let [plain, weighted] = [NaN, NaN];
  for (let middle = half; middle + half < angles.length; middle++) {
    const leaves = angles[middle - half - 1];
    const enters = angles[middle + half]!;
    if (leaves === undefined || Number.isNaN(weighted)) {
      [plain, weighted] = [0, 0];
      for (let offset = -half; offset <= half; offset++) {
        plain += angles[middle + offset]!;
        weighted += offset * angles[middle + offset]!;
      }
    } else {
      weighted += half * enters + (half + 1) * leaves - plain;
      plain += enters - leaves;
    }
    slope[middle] = (weighted / spread) * (1000 / STEP_MS);
  }
  return slope;
}

/** The first of so many moments on end for which something holds, from a place on; -1 when there are none. */
function firstLasting(length: number, from: number, lastsMs: number, holds: (index: number) => boolean): number {
  const needed = lastsMs / STEP_MS;
  let lasted = 0;
  for (let index = from; index < length; index++) {
    lasted = holds(index) ? lasted + 1 : 0;
    if (lasted >= needed) return index - needed + 1;
  }
  return -1;
}

/** The mean angle over some steps. */
function meanOf(angles: Float64Array, from: number, to: number): number {
  let sum = 0;
  for (let index = from; index < to; index++) sum += angles[index]!;
  return sum / (to - from);
}

export type Movement = {
  readonly start: Sample | null;
  /** A proposal: a press says when it really ended, and a pause after a mark is never the end. */
  readonly end: Sample | null;
  /** From start to end, with its sign; as far as it went where no end is seen; 0 without a start. */
  readonly excursion: number;
  /** Degrees a second from start to end, on average; null without both. */
  readonly speed: number | null;
  /** It went on after the end that is proposed: that was a pause. */
  readonly stoppedInPause: boolean;
};

const NONE: Movement = { start: null, end: null, excursion: 0, speed: null, stoppedInPause: false };

/** About the moment of a start: the angle it had before. */
const BEFORE_STEPS = 10;

/**
 * The first movement in a stream: its start when it has moved at 4° a second or
 * more for 100 ms, its end when it stayed under that for 400 ms (slopes by a line
 * through 25 readings at 100 a second, none delayed). Samples may come late,
 * twice or out of order; over a hole of more than 250 ms nothing is read.
 *
 * @param samples t in ms, angle in degrees
 * @throws InputError with fewer samples than a slope needs
 * @example movementOf(Array.from({ length: 300 }, (_, n) => ({ t: n * 10, angle: Math.min(Math.max(n - 100, 0) * 0.3, 30) }))).end?.angle // 30
 */
export function movementOf(samples: readonly Sample[]): Movement {
  const ordered = inOrder(samples);
  if (ordered.length < WINDOW || ordered.at(-1)!.t - ordered[0]!.t < WINDOW * STEP_MS)
    refuse(
      "samples",
      phrase`are ${ordered.length} readings`,
      phrase`Send ${WINDOW} or more, over a quarter of a second at least.`,
    );
  const { from, angles } = evenly(ordered);
  const slope = slopes(angles);
  const { length } = angles;
  const at = (index: number) => from + index * STEP_MS;
  const begins = firstLasting(length, 0, STARTS_AFTER_MS, (index) => Math.abs(slope[index]!) >= MOVES_FROM);
  if (begins < 0) return NONE;
  const way = Math.sign(slope[begins]!);
  let first = begins;
  while (first > 0 && way * slope[first - 1]! > STILL) first--;
  const start = { t: at(first), angle: meanOf(angles, Math.max(first - BEFORE_STEPS, 0), first + 1) };
  const rests = firstLasting(length, begins, ENDS_AFTER_MS, (index) => Math.abs(slope[index]!) < MOVES_FROM);
  if (rests < 0) {
    let far = 0;
    for (let index = begins; index < length; index++) far = Math.max(far, way * (angles[index]! - start.angle) || 0);
    return { ...NONE, start, excursion: way * far };
  }
  /** The angle is that of the rest, not of its first moment, at which it still moves a little. */
  const steps = ENDS_AFTER_MS / STEP_MS;
  const end = { t: at(rests), angle: meanOf(angles, rests + steps / 4, rests + (3 * steps) / 4) };
  const excursion = end.angle - start.angle;
  const goesOn = firstLasting(length, rests + steps, STARTS_AFTER_MS, (index) => way * slope[index]! >= MOVES_FROM);
  const wentOn = goesOn >= 0 && angles.subarray(goesOn).some((angle) => way * (angle - end.angle) > WENT_ON_DEG);
  return {
    start,
    end,
    excursion,
    speed: end.t > start.t ? (Math.abs(excursion) * 1000) / (end.t - start.t) : null,
    stoppedInPause: wentOn,
  };
}

export type Onset = {
  /** When it was marked. */
  readonly mark: number;
  /** The moment that is meant: the mark less the delay of whoever gave it. */
  readonly t: number;
  readonly angle: number;
  /** Degrees a second over the 200 ms before the mark. */
  readonly speed: number;
  /** How far the angle may be off for the delay: speed by half of it. */
  readonly error: number;
  /** It moved too quickly for this onset to be compared with another. */
  readonly tooQuick: boolean;
};

const SPEED_OVER_MS = 200;
/** By a pad 10° a second, by a pedal or after a word, which come later, 5. */
const LATE_DELAY_MS = 500;
const QUICK = { early: 10, late: 5 } as const;

/** The angle at a moment; NaN outside the stream or in a hole of it. */
function angleAt({ from, angles }: Stream, t: number): number {
  const place = (t - from) / STEP_MS;
  const [low, high] = [Math.floor(place), Math.ceil(place)];
  if (low < 0 || high >= angles.length) return NaN;
  return angles[low]! + (angles[high]! - angles[low]!) * (place - low);
}

/**
 * The angle at which a symptom came: that of the moment before the mark, by the
 * delay of the channel it was given by.
 *
 * @param marks moments of the same clock, in ms
 * @param delayMs how long after the symptom a mark comes: about 300 by a pad, 800 by a pedal or after a word
 * @returns one for each mark, in the order given; null where the stream has nothing at that moment
 * @throws InputError with fewer samples than a slope needs
 * @example onsetsOf(Array.from({ length: 200 }, (_, n) => ({ t: n * 10, angle: n * 0.1 })), [1300], 300)[0]?.angle // 10
 */
export function onsetsOf(samples: readonly Sample[], marks: readonly number[], delayMs: number): (Onset | null)[] {
  const ordered = inOrder(samples);
  if (ordered.length < WINDOW)
    refuse("samples", phrase`are ${ordered.length} readings`, phrase`Send ${WINDOW} or more.`);
  const stream = evenly(ordered);
  const smooth = { from: stream.from, angles: smoothed(stream.angles) };
  return marks.map((mark) => {
    const t = mark - delayMs;
    const angle = angleAt(smooth, t);
    const speed = (Math.abs(angleAt(smooth, mark) - angleAt(smooth, mark - SPEED_OVER_MS)) * 1000) / SPEED_OVER_MS;
    if (Number.isNaN(angle) || Number.isNaN(speed)) return null;
    const quick = delayMs >= LATE_DELAY_MS ? QUICK.late : QUICK.early;
    return { mark, t, angle, speed, error: (speed * delayMs) / 2000, tooQuick: speed > quick };
  });
}

const SMOOTHED_OVER = 9;

/** The mean about each moment: it delays nothing. */
function smoothed(angles: Float64Array): Float64Array {
  const half = (SMOOTHED_OVER - 1) / 2;
  return angles.map((_angle, index) => {
    const reach = Math.min(half, index, angles.length - 1 - index);
    return meanOf(angles, index - reach, index + reach + 1);
  });
}
