import { medianOf } from "../base";
import { MARK_DELAY_MS, type MarkedBy, trialsOf } from "./capture";

/**
 * How long after a signal somebody presses, learned from trials of their own in
 * place of the usual delay of their channel.
 */

export const DELAY_TRIALS = 10;

/** Sooner than this nobody has heard anything: they pressed beforehand. A convention of reaction timing, not a finding. */
export const TOO_SOON_MS = 100;
/** Later than this the signal was missed. */
export const MISSED_MS = 2000;

export type OwnDelay = {
  /** The median, in ms: one slow press does not move it. */
  readonly ms: number;
  /** How far the trials lie apart: the standard deviation, in ms. */
  readonly spread: number;
  readonly trials: number;
};

/** Whether a press after a signal is a trial, or was too soon, or too late. */
export const pressAfter = (ms: number): "trial" | "too soon" | "missed" =>
  ms < TOO_SOON_MS ? "too soon" : ms > MISSED_MS ? "missed" : "trial";

/**
 * The delay of somebody's own, once there are enough trials; null before.
 *
 * @param presses ms after each signal; those that are no trial are left out
 * @example ownDelay([200, 210, 220, 230, 240, 250, 260, 270, 280, 290]).ms // 245
 */
export function ownDelay(presses: readonly number[]): OwnDelay | null {
  const trials = presses.filter((ms) => pressAfter(ms) === "trial");
  if (trials.length < DELAY_TRIALS) return null;
  return { ms: Math.round(medianOf(trials)), spread: Math.round(trialsOf(trials)!.spread!), trials: trials.length };
}

/**
 * How long after the symptom a mark comes, in ms. What is learned is a press at a
 * signal; a mark by foot or key comes after their reaction and a word as well,
 * which stay as they are usual: the difference between the usual delays.
 *
 * @param own as it was learned; undefined: the usual one of the channel
 * @example markDelay("pad", { ms: 240, spread: 30, trials: 10 }) // 240
 * @example markDelay("pedal", { ms: 240, spread: 30, trials: 10 }) // 740
 */
export const markDelay = (by: MarkedBy, own: OwnDelay | undefined): number =>
  own === undefined ? MARK_DELAY_MS[by] : own.ms + MARK_DELAY_MS[by] - MARK_DELAY_MS.pad;
