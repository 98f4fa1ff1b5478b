import type { AccuracyRecord } from "./types";

const study = {
  population: "about 120 people with chronic low back pain",
  chronic: true,
  reference: "a single screening block of the facet joint: 75% or more relief, without a control",
  citation: "laslett-2006",
  off: "A single block without a control, and a cell that holds nobody. Reviews find that no test of this joint informs.",
} as const;

export const laslett2006: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "quadrant.laslett-2006",
    test: "quadrant",
    source: "lumbar-facet",
    definition: "familiar symptom reproduced",
    sensitivity: 1.0,
    specificity: 0.22,
    standing: "second-hand",
    positive: { when: "reproduced" },
  },
];
