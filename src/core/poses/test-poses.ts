import type { SchoolChoice } from "../knowledge";
import type { Pose, PoseChange } from "./pose";

/** How a test is drawn: as it starts, and what its stages and ways of doing change. */
export type TestPoses = {
  readonly start: Pose;
  readonly stages?: Readonly<Record<string, PoseChange>>;
  readonly ways?: readonly {
    readonly under: SchoolChoice;
    /** Left out: at all of them. */
    readonly stages?: readonly string[];
    readonly change: PoseChange;
  }[];
};
