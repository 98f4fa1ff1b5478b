/** Kinds of technique that can be logged between two tests: a log, not advice. */
export const TECHNIQUES = [
  "mobilisation",
  "manipulation",
  "traction",
  "soft tissue",
  "muscle energy",
  "neural mobilisation",
  "exercise",
  "repeated movement",
  "taping or support",
  "other",
] as const;
export type Technique = (typeof TECHNIQUES)[number];

/** The part of the body a technique is done to. */
export const TECHNIQUE_REGIONS = ["neck", "upper back", "arm", "low back", "pelvis", "hip", "leg"] as const;
export type TechniqueRegion = (typeof TECHNIQUE_REGIONS)[number];
