import { array } from "yup";
import { closedAs, orNone, wholeIn, withFastPath } from "../base";
import type { Sample } from "./movement";

/** The curve of a movement about the moment that was meant, where it is to be kept beside its number. */

/** One angle each so many milliseconds: quick enough for a led limb, and two kilobytes at most. */
const EVERY_MS = 20;
const BEFORE_MS = 6000;
const AFTER_MS = 2000;
/** Over a longer gap nothing is known. */
const GAP_MS = 120;
const MOST = (BEFORE_MS + AFTER_MS) / EVERY_MS + 1;

export type KeptTrace = {
  /** Milliseconds from one to the next. */
  every: number;
  /** The place of the moment that was meant. */
  at: number;
  /** In tenths of a degree; null: nothing came then. */
  tenths: (number | null)[];
};
export const trace = () =>
  closedAs<KeptTrace>({
    every: wholeIn(1, 1000).required("is missing; say how far apart they are"),
    at: wholeIn(0, MOST - 1).required("is missing; say which of them was meant"),
    tenths: withFastPath(
      array()
        .of(orNone(wholeIn(-3600, 3600), "an angle in tenths"))
        .typeError("is not a list; send the angles")
        .defined("is missing; send the angles")
        .min(2, "is shorter than two; leave the curve out")
        .max(MOST, "is longer than eight seconds; keep less of it"),
      (value) => Array.isArray(value) && value.length >= 2 && value.length <= MOST,
    ),
  })
    .optional()
    .default(undefined);

/** The angle at a time, between the two samples about it; null in a gap, and beyond both ends. */
function angleAt(samples: readonly Sample[], t: number, from: number): { angle: number | null; from: number } {
  let after = from;
  while (after < samples.length && samples[after]!.t < t) after++;
  const [a, b] = [samples[after - 1], samples[after]];
  if (b && b.t === t) return { angle: b.angle, from: after };
  if (!a || !b || b.t - a.t > GAP_MS) return { angle: null, from: after };
  return { angle: a.angle + ((b.angle - a.angle) * (t - a.t)) / (b.t - a.t), from: after };
}

/**
 * The curve about a moment, as it is kept: six seconds before it and two after
 * it at most, as far as anything was measured.
 *
 * @param samples in the order of their time, ms and degrees
 * @param t the moment that was meant, on the same clock
 * @returns null where less than two of its angles are known
 * @example traceOf([{ t: 0, angle: 0 }, { t: 40, angle: 2 }], 40) // { every: 20, at: 2, tenths: [0, 10, 20] }
 */
export function traceOf(samples: readonly Sample[], t: number): KeptTrace | null {
  const before = samples[0] ? Math.min(BEFORE_MS, Math.max(0, t - samples[0].t)) : 0;
  const at = Math.floor(before / EVERY_MS);
  const last = Math.min(AFTER_MS, Math.max(0, (samples.at(-1)?.t ?? t) - t));
  const tenths: (number | null)[] = [];
  let from = 0;
  for (let place = 0; place <= at + Math.floor(last / EVERY_MS); place++) {
    const found = angleAt(samples, t + (place - at) * EVERY_MS, from);
    from = found.from;
    tenths.push(found.angle === null ? null : Math.round(Math.min(360, Math.max(-360, found.angle)) * 10));
  }
  return tenths.filter((one) => one !== null).length < 2 ? null : { every: EVERY_MS, at, tenths };
}

/**
 * A kept curve as samples again, its moment at 0.
 *
 * @example samplesOf({ every: 20, at: 1, tenths: [0, null, 20] }) // [{ t: -20, angle: 0 }, { t: 20, angle: 2 }]
 */
export const samplesOf = ({ every, at, tenths }: KeptTrace): Sample[] =>
  tenths.flatMap((tenth, place) => (tenth == null ? [] : [{ t: (place - at) * every, angle: tenth / 10 }]));
