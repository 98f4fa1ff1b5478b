import type { AccuracyRecord } from "./types";

const study = {
  population: "people with chronic low back pain",
  chronic: true,
  reference: "facet joint block",
  citation: "laslett-2006",
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
