import type { Reading } from "./device";

/** Devices that are none: what they send is made up, and behaves as real ones do. */

/** A point of a movement: by when, to which angle. Between two it moves as a hand does. */
export type Waypoint = { readonly at: number; readonly angle: number };

/** What a real device adds. */
export type Faults = {
  /** Standard deviation of the noise, in degrees. */
  readonly noise: number;
  /** The hand's tremor, in degrees, at about 6 Hz. */
  readonly tremor: number;
  /** Degrees a second that its zero wanders. */
  readonly drift: number;
  /** Degrees it stays behind, whichever way it moves. */
  readonly hysteresis: number;
  /** Of a hundred readings so many are lost, come twice, or come late. */
  readonly lost: number;
  readonly twice: number;
  readonly late: number;
};

export const ORDINARY_FAULTS: Faults = {
  noise: 0.25,
  tremor: 0.2,
  drift: 0.02,
  hysteresis: 0.2,
  lost: 1,
  twice: 0,
  late: 0,
};

export const BAD_FAULTS: Faults = { ...ORDINARY_FAULTS, noise: 0.5, drift: 0.1, lost: 12, twice: 8, late: 10 };

/** From 0 to 1 as smoothly as a limb is led: minimum jerk. */
const smooth = (share: number): number => share ** 3 * (10 - 15 * share + 6 * share ** 2);

/**
 * Where a led movement is at a moment.
 *
 * @param way in the order of time; before the first it is there already, after the last it stays
 * @example angleAlong([{ at: 0, angle: 0 }, { at: 1000, angle: 60 }], 500) // 30
 */
export function angleAlong(way: readonly Waypoint[], t: number): number {
  const next = way.findIndex(({ at }) => at > t);
  if (next === 0 || way.length === 0) return way[0]?.angle ?? 0;
  if (next < 0) return way.at(-1)!.angle;
  const [from, to] = [way[next - 1]!, way[next]!];
  return from.angle + (to.angle - from.angle) * smooth((t - from.at) / (to.at - from.at));
}

/** A number about 0, by two random ones: a standard normal. */
const normal = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - random() || Number.MIN_VALUE)) * Math.cos(2 * Math.PI * random());

/** What a device would send of an angle at each moment; a reading may come twice, late, or not at all. */
export type SimulatedDevice = (t: number, angle: number) => readonly Reading[];

/**
 * A device that does not exist.
 *
 * @param random numbers from 0 to 1: the same ones give the same readings
 * @example simulatedDevice({ noise: 0, tremor: 0, drift: 0, hysteresis: 0, lost: 0, twice: 0, late: 0 }, () => 0.5)(10, 42) // [{ t: 10, value: 42 }]
 */
export function simulatedDevice(faults: Faults, random: () => number): SimulatedDevice {
  let behind: number | null = null;
  let begun: number | null = null;
  let held: Reading[] = [];
  const chance = (ofHundred: number) => random() * 100 < ofHundred;
  return (t, angle) => {
    begun ??= t;
    behind ??= angle;
    /** It follows once it is left behind by more than it sticks. */
    if (Math.abs(angle - behind) > faults.hysteresis) behind = angle - Math.sign(angle - behind) * faults.hysteresis;
    const noise = faults.noise === 0 ? 0 : faults.noise * normal(random);
    const shaking = faults.tremor === 0 ? 0 : faults.tremor * Math.sin((2 * Math.PI * 6 * t) / 1000);
    const value = behind + noise + shaking + (faults.drift * (t - begun)) / 1000;
    const reading = { t, value };
    if (chance(faults.lost)) return [];
    if (chance(faults.late)) {
      held.push(reading);
      return [];
    }
    const sent = [reading, ...(chance(faults.twice) ? [reading] : []), ...held];
    held = [];
    return sent;
  };
}
