import type { AccuracyRecord } from "./types";

const study = {
  population: "54 people with leg pain",
  reference: "MRI: impingement of a root of the mid-lumbar spine",
  citation: "suri-2011",
  off: "Its figures are not sure enough, with a cell that holds nobody, and the definition is not at hand.",
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
    needsNone: "it is switched off (prone lift)",
  },
];
