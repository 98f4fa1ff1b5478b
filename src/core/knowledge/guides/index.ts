import { isUnder, type TestId, type Variant } from "../protocols";
import { ARM_GUIDES } from "./arm";
import { HIP_GUIDES } from "./hip";
import { LEG_GUIDES } from "./leg";
import { LOW_BACK_GUIDES } from "./low-back";
import { NECK_GUIDES } from "./neck";
import { PELVIS_GUIDES } from "./pelvis";
import type { TestGuide } from "./types";

export type { TestGuide } from "./types";

/** Every test has one: what is left out here does not compile. */
export const GUIDES: Readonly<Record<TestId, TestGuide>> = {
  ...NECK_GUIDES,
  ...ARM_GUIDES,
  ...LOW_BACK_GUIDES,
  ...LEG_GUIDES,
  ...PELVIS_GUIDES,
  ...HIP_GUIDES,
};

/**
 * What the hands need to know of a test, as it is done under a variant.
 *
 * @param variant the way it is done; what is not said is the default
 * @example guideOf("valsalva", { "valsalva-way": "thumb" }).say // "Thumb in your mouth, lips closed, and blow against it."
 */
export const guideOf = (test: TestId, variant: Variant = {}): TestGuide =>
  (GUIDES[test].ways ?? [])
    .filter(({ under }) => isUnder(under, variant))
    .reduce<TestGuide>((guide, { under: _under, ...words }) => ({ ...guide, ...words }), GUIDES[test]);
