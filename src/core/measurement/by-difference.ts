import type { Reading } from "./device";

/** Two streams are of one moment within so long. */
const TOGETHER_WITHIN_MS = 150;

/**
 * The angle of a joint from what lies on both its limbs: the lean of the lower
 * one less that of the upper one. However the upper one lies, straight is zero.
 */
export class ByDifference {
  private readonly last: [Reading | null, Reading | null] = [null, null];

  /**
   * One reading of the lower limb (0) or the upper one (1).
   *
   * @returns the joint's angle then; null where the other one has said nothing near that moment
   * @example new ByDifference().add({ t: 0, value: 12 }, 0) // null
   */
  add(reading: Reading, stream: 0 | 1): Reading | null {
    const before = this.last[stream];
    if (!before || reading.t > before.t) this.last[stream] = reading;
    if (stream === 1) return null;
    const upper = this.last[1];
    if (!upper || Math.abs(reading.t - upper.t) > TOGETHER_WITHIN_MS) return null;
    return {
      t: reading.t,
      value: reading.value - upper.value,
      quality: Math.min(reading.quality ?? 1, upper.quality ?? 1),
    };
  }
}
