import { isUnder, type TestId, type Variant } from "../knowledge";
import { ARM } from "./arm";
import type { TestPoses } from "./test-poses";
import { LEG } from "./leg";
import { LOW_BACK } from "./low-back";
import { NECK } from "./neck";
import { PELVIS } from "./pelvis";
import { poseBefore } from "./moves";
import { type Pose, posed } from "./pose";

export { BODY_EDGE, type BodyRegion, directionOf, regionsOf } from "./body-regions";
export type { Pair } from "./arm-outline";
export type { View } from "./body-outline";

/** How every test is drawn. Apart from the protocols: what is read never needs it. */
export { poseBetween } from "./moves";
export { type Standing, STANDS } from "./standing";
export type { TestPoses } from "./test-poses";
export { type ArmPose, bent, type FigureContact, type LegPose, type Pose, type PoseLandmark } from "./pose";

export const POSES: Readonly<Record<TestId, TestPoses>> = { ...NECK, ...ARM, ...LOW_BACK, ...LEG, ...PELVIS };

/**
 * A test as it is drawn: at its start, or as a stage poses it under the way it is done.
 *
 * @example poseOf("slump", "dorsiflex").tested.ankle // 15
 */
export function poseOf(test: TestId, stage?: string, variant: Variant = {}): Pose {
  const { start, stages = {}, ways = [] } = POSES[test];
  if (stage === undefined) return start;
  return ways
    .filter((way) => (way.stages ?? [stage]).includes(stage) && isUnder(way.under, variant))
    .reduce((pose, { change }) => posed(pose, change), posed(start, stages[stage]));
}

/**
 * The pose a stage moves the person from; null where nothing moves.
 *
 * @example poseStart("straight-leg-raise", "raise")?.tested.hip // 0
 */
export const poseStart = (test: TestId, stage: string, variant: Variant = {}): Pose | null =>
  poseBefore(test, stage, variant, poseOf(test, stage, variant), (before) => poseOf(test, before, variant));
