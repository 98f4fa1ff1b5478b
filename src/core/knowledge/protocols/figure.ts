/**
 * How a test's figure stands: joint angles in degrees, flexion and abduction
 * positive, zero in the anatomical position. "tested" and "other" are legs; a
 * test without sides uses "tested" for the right leg.
 */
export type LegPose = {
  readonly hip: number;
  readonly knee: number;
  /** Frontal-plane angle in the view from above. */
  readonly abduction?: number;
};

export type FigureLandmark =
  "sacrum" | "iliac-crest" | "iliac-spine-tested" | "iliac-spine-other" | "knee-tested" | "knee-other" | "thigh-tested";

/** Where a hand rests, and the way it pushes. Screen directions, since the figure always lies head to the left. */
export type FigureContact = {
  readonly at: FigureLandmark;
  readonly push: "up" | "down" | "left" | "right" | "into page" | "hold" | "outwards and down";
};

export type FigurePose = {
  readonly lying: "supine" | "prone" | "side";
  readonly view: "side" | "above";
  readonly tested: LegPose;
  readonly other: LegPose;
  readonly armsCrossed?: boolean;
  readonly contacts: readonly FigureContact[];
  /** What the drawing shows, for somebody who cannot see it. */
  readonly description: string;
};
