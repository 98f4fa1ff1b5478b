import type { AccuracyRecord } from "./types";

const study = {
  population: "54 people",
  reference: "as in the paper",
  citation: "suri-2011",
  people: 54,
} as const;

export const suri2011: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "prone-lift.suri-2011",
    test: "prone-lift",
    source: "upper-lumbar-root",
    definition: "positive as the study defined it",
    sensitivity: 0.5,
    specificity: 1.0,
    standing: "published",
  },
];
