import { convertForce } from "../measurement";
import { ladderOf, type Run } from "../record";

/** Below this share of the dose asked, a clear test has not shown that it is clear. */
export const DOSE_MISMATCH_SHARE = 0.6;

/** The dose given, when it fell short of the dose asked by more than the share allowed. */
export function doseMismatch(run: Run): string | null {
  for (const { stage, record } of ladderOf(run).rungs) {
    const { force = null, seconds = null, thrusts = null } = record?.dose ?? {};
    const { kgf, holdSeconds, thrusts: asked } = stage.dose;
    const given = force && convertForce(force, "kgf");
    if (kgf && given !== null && given < kgf[0] * DOSE_MISMATCH_SHARE)
      return `${given.toFixed(0)} kgf given, ${kgf[0]} asked`;
    if (holdSeconds && seconds !== null && seconds < holdSeconds * DOSE_MISMATCH_SHARE)
      return `held ${seconds} s, ${holdSeconds} asked`;
    if (asked && thrusts !== null && thrusts < asked[0] * DOSE_MISMATCH_SHARE)
      return `${thrusts} thrusts given, ${asked[0]} asked`;
  }
  return null;
}
