import type { TestId } from "./protocols";

/** The ranges of movement that the catalogue measures, joint by joint: what the board of ranges shows. */

export const RANGE_JOINTS = { neck: "Neck", "low-back": "Low back", hip: "Hip and leg", arm: "Arm" } as const;
export type RangeJoint = keyof typeof RANGE_JOINTS;

export type RangeOf = {
  readonly joint: RangeJoint;
  /** The movement, in words. */
  readonly way: string;
  /** By themselves, or led by the examiner. */
  readonly done: "active" | "passive";
  readonly test: TestId;
  /** The number of the test that tells it: the end of the movement, or the whole of it. */
  readonly measure: string;
  /** Taken off it: what moves along below. */
  readonly less?: string;
  /** The number that tells where a symptom came on the way. */
  readonly onset?: string;
  /** The same movement to the other side, where the test has both as numbers of its own. */
  readonly side?: "right" | "left";
};

const lumbar = (way: string, id: string, side?: "right" | "left"): RangeOf => ({
  joint: "low-back",
  way,
  done: "active",
  test: "lumbar-range",
  measure: `${id}-t12`,
  less: `${id}-s1`,
  ...(side ? { side } : {}),
});
const bending = (way: string, measure: string, side?: "right" | "left"): RangeOf => ({
  joint: "neck",
  way,
  done: "active",
  test: "neck-bending",
  measure,
  ...(side ? { side } : {}),
});
const led = (joint: RangeJoint, way: string, test: TestId, measure: string, onset?: string): RangeOf => ({
  joint,
  way,
  done: "passive",
  test,
  measure,
  ...(onset ? { onset } : {}),
});

export const RANGES: readonly RangeOf[] = [
  bending("Forward", "flexion"),
  bending("Back", "extension"),
  bending("To the side", "bend-right", "right"),
  bending("To the side", "bend-left", "left"),
  { joint: "neck", way: "Turning, sitting", done: "active", test: "neck-rotation", measure: "rotation" },
  led("neck", "Turning, neck bent", "flexion-rotation", "rotation"),
  lumbar("Forward", "flexion"),
  lumbar("Back", "extension"),
  lumbar("To the side", "bend-right", "right"),
  lumbar("To the side", "bend-left", "left"),
  led("hip", "Straight leg raised", "straight-leg-raise", "end", "onset"),
  led("hip", "Straight leg raised, on the side", "side-lying-leg-raise", "end", "onset"),
  led("hip", "Knee straightened, sitting slumped", "slump", "end", "onset"),
  led("hip", "Turning inwards", "hip-internal-rotation", "rotation"),
  led("hip", "Turning inwards, both compared", "hip-rotation-difference", "rotation"),
  led("arm", "Elbow straightened", "ulnt-1", "end", "onset"),
  led("arm", "Arm led out, first way", "ulnt-2a", "end", "onset"),
  led("arm", "Arm led out, second way", "ulnt-2b", "end", "onset"),
  led("arm", "Arm led out, hand to ear", "ulnt-3", "end", "onset"),
];
