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
    definition: "not at hand",
    sensitivity: 0.5,
    specificity: 1.0,
    standing: "second-hand",
    needsNone: "read as the test is read here; the study's own definition is not at hand",
  },
];
