import type { PoseJoint } from "../vocabulary";

/**
 * How a test's figure stands: joint angles in degrees, zero in the anatomical
 * position, flexion (and, seen from the front, abduction) positive. "tested"
 * and "other" are limbs; a test without sides uses "tested" for the right.
 */
export type LegPose = {
  readonly hip: number;
  readonly knee: number;
  /** Upwards from a right angle between shin and foot. */
  readonly ankle?: number;
  /** Frontal-plane angle, in the view from the front or from above. */
  readonly abduction?: number;
};

export type ArmPose = {
  readonly shoulder: number;
  readonly elbow: number;
  readonly wrist?: number;
};

export type PoseLandmark =
  | "crown"
  | "forehead"
  | "occiput"
  | "chin"
  | "neck"
  | "shoulder-tested"
  | "shoulder-other"
  | "elbow-tested"
  | "wrist-tested"
  | "hand-tested"
  | "upper-back"
  | "low-back"
  | "belly"
  | "sacrum"
  | "iliac-crest"
  | "iliac-spine-tested"
  | "iliac-spine-other"
  | "pubis"
  | "thigh-tested"
  | "knee-tested"
  | "knee-other"
  | "ankle-tested"
  | "ankle-other"
  | "foot-tested";

/** Screen directions: the figure lies head to the left, and sits or stands facing right, or facing you. */
export type FigureContact = {
  readonly at: PoseLandmark;
  readonly push: "up" | "down" | "left" | "right" | "into page" | "hold" | "outwards and down";
};

export type Pose = {
  readonly body: "standing" | "seated" | "supine" | "prone" | "side";
  /** side: profile. front: facing you, or from above when lying. crown: looking down on the head. */
  readonly view: "side" | "front" | "crown";
  /** upper: head, trunk and arms alone, as large as they fit; the legs take no part. */
  readonly focus?: "upper";
  readonly tested: LegPose;
  readonly other: LegPose;
  readonly testedArm?: ArmPose;
  readonly otherArm?: ArmPose;
  /** Both arms, where they take no part and do not lie as usual. */
  readonly restArms?: ArmPose;
  /** Forward bend, or towards the tested side seen from the front. */
  readonly trunk?: number;
  readonly neck?: number;
  /** Turn of the head towards the tested side, in the view from the crown. */
  readonly turn?: number;
  readonly contacts: readonly FigureContact[];
  /** What the drawing shows, for somebody who cannot see it. */
  readonly description: string;
};

/** What a stage changes of its test's figure. */
export type PoseChange = Partial<Omit<Pose, "body" | "tested" | "other" | "testedArm">> & {
  readonly tested?: Partial<LegPose>;
  readonly other?: Partial<LegPose>;
  readonly testedArm?: Partial<ArmPose>;
};

const ARM_AT_REST: ArmPose = { shoulder: 0, elbow: 0 };

/** A test's figure as a stage changes it. */
export function posed(pose: Pose, change: PoseChange | undefined): Pose {
  if (!change) return pose;
  const { tested, other, testedArm, ...rest } = change;
  return {
    ...pose,
    ...rest,
    tested: { ...pose.tested, ...tested },
    other: { ...pose.other, ...other },
    ...(testedArm ? { testedArm: { ...(pose.testedArm ?? ARM_AT_REST), ...testedArm } } : {}),
  };
}

/**
 * The figure with one joint at a measured angle.
 *
 * @param value the number as it is read, in degrees
 * @example bent(poseOf("slump"), { part: "knee" }, 20).tested.knee // 20
 */
export function bent(pose: Pose, joint: PoseJoint, value: number): Pose {
  const angle = (joint.from ?? 0) + (joint.times ?? 1) * value;
  switch (joint.part) {
    case "hip":
    case "knee":
    case "ankle":
    case "abduction":
      return posed(pose, { tested: { [joint.part]: angle } });
    case "shoulder":
    case "elbow":
      return posed(pose, { testedArm: { [joint.part]: angle } });
    default:
      return { ...pose, [joint.part]: angle };
  }
}
