/** What measures, whatever it is: one interface for what ships, what is joined and what is replayed. */

/** What a number was measured with. By eye and by hand are typed. */
export const MEASURED_WITH = [
  "goniometer",
  "inclinometer",
  "two inclinometers",
  "three axes",
  "photograph",
  "tape",
  "cuff",
  "force gauge",
  "simulated",
] as const;
export type MeasuredWith = (typeof MEASURED_WITH)[number];

/** What a stream of readings is of. */
export const STREAM_UNITS = ["°", "mmHg", "N"] as const;
export type StreamUnit = (typeof STREAM_UNITS)[number];

/** One reading of a device: milliseconds of its own clock, and a number in its unit. */
export type Reading = {
  readonly t: number;
  readonly value: number;
  /** How far it can be trusted, 0 to 1; left out: in full. Under a half it is not used. */
  readonly quality?: number;
};

export type DeviceState =
  | { readonly is: "closed" }
  | { readonly is: "opening" }
  | { readonly is: "open" }
  /** It is there and says nothing. */
  | { readonly is: "silent"; readonly sinceMs: number }
  /** It has gone, or cannot be had: a sentence, and a way on. */
  | { readonly is: "failed"; readonly why: string };

/** A device as the screens see it. */
export type Device = {
  readonly id: string;
  readonly label: string;
  /** What it counts as in the record. */
  readonly with: MeasuredWith;
  readonly unit: StreamUnit;
  /** How many streams: two for what measures two places at once. */
  readonly streams: 1 | 2;
  readonly open: () => Promise<void>;
  /**
   * Opens it without asking anybody, where it was allowed before; false: it has to be
   * opened by hand. Left out: opening asks nobody.
   */
  readonly reopen?: () => Promise<boolean>;
  readonly close: () => void;
  readonly state: () => DeviceState;
  /** Told of each reading, and of which stream it is; and, without one, of a change of state. */
  readonly listen: (listener: (reading: Reading | null, stream: 0 | 1) => void) => () => void;
};

/** What each unit can show; a reading outside is none. */
const SHOWS: Readonly<Record<StreamUnit, readonly [number, number]>> = {
  "°": [-360, 360],
  mmHg: [0, 300],
  N: [0, 2000],
};

const TRUSTED = 0.5;

/**
 * Whether a reading can be used: a number of that unit that the device trusts.
 *
 * @example isUsable({ t: 10, value: 42 }, "°") // true
 * @example isUsable({ t: 10, value: NaN }, "°") // false
 * @example isUsable({ t: 10, value: 900 }, "mmHg") // false
 */
export function isUsable({ t, value, quality = 1 }: Reading, unit: StreamUnit): boolean {
  const [low, high] = SHOWS[unit];
  return Number.isFinite(t) && value >= low && value <= high && quality >= TRUSTED;
}
