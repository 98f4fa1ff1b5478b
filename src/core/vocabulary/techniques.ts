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
