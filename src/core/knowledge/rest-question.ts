import type { Position } from "../vocabulary";

/** The posture of a test, as the person is asked about it. */
export const IN_POSTURE = {
  standing: "Standing here",
  seated: "Sitting here",
  supine: "Lying on your back here",
  "side-lying": "Lying on your side here",
  prone: "Lying on your front here",
} as const satisfies Record<Position, string>;

/**
 * How the symptom at rest is asked about, in the posture the person is in.
 *
 * @example restQuestion("supine") // "Lying on your back here, at rest: how bad is it now?"
 */
export const restQuestion = (position: Position | undefined): string =>
  `${position ? IN_POSTURE[position] : "Keeping still"}, at rest: how bad is it now?`;
