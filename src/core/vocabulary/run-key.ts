import type { Side } from "./sides";

/**
 * The one name of a test on a side, for lists and look-ups.
 *
 * @param side null for a test without sides
 * @example runKey("thigh-thrust", "right") // "thigh-thrust.right"
 * @example runKey("pelvic-distraction", null) // "pelvic-distraction"
 */
export const runKey = (test: string, side: Side | null): string => (side ? `${test}.${side}` : test);
