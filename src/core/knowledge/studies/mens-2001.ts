import type { AccuracyRecord } from "./types";

const study = {
  population: "200 women with pelvic pain after birth against 50 healthy women",
  reference: "clinical criteria of posterior pelvic pain since pregnancy",
  citation: "mens-2001",
  people: 250,
  split: [200, 50],
} as const;

export const mens2001: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "active-straight-leg-raise.mens-2001",
    test: "active-straight-leg-raise",
    source: "pelvic-ring",
    definition: "summed score of both sides 1 or more",
    sensitivity: 0.87,
    specificity: 0.94,
    standing: "published",
    off: "Post-partum pelvic pain against healthy people: not the question asked at the table.",
    needsNone: "it is switched off (active straight leg raise)",
  },
];
