import type { AccuracyRecord } from "./types";

const study = {
  population: "150 people with low back pain and 138 without",
  reference: "innominate torsion, measured",
  citation: "levangie-1999",
  people: 288,
  split: [150, 138],
} as const;

export const levangie1999: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "one-leg-lift.levangie-1999",
    test: "one-leg-lift",
    source: "sacroiliac",
    definition: "not at hand",
    sensitivity: 0.08,
    specificity: 0.93,
    standing: "published",
    off: "The target was innominate torsion, and examiners agree poorly.",
    needsNone: "it is switched off (one-leg lift)",
  },
];
