/** A joint of the figure that a measured angle moves: the joint's angle is `from` plus `times` the number. */
export type PoseJoint = {
  readonly part: "hip" | "knee" | "ankle" | "abduction" | "shoulder" | "elbow" | "trunk" | "neck" | "turn";
  readonly from?: number;
  readonly times?: 1 | -1;
};
