import type { AccuracyRecord } from "./types";

const study = {
  population: "75 people",
  reference: "MRI disc herniation",
  citation: "majlesi-2008",
  people: 75,
} as const;

export const majlesi2008: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "slump.majlesi-2008",
    test: "slump",
    source: "lower-lumbosacral-root",
    definition: "not at hand",
    sensitivity: 0.84,
    specificity: 0.83,
    standing: "second-hand",
    needsNone: "read as the test is read here; the study's own definition is not at hand",
  },
  {
    ...study,
    id: "straight-leg-raise.majlesi-2008",
    test: "straight-leg-raise",
    source: "lower-lumbosacral-root",
    definition: "not at hand",
    sensitivity: 0.52,
    specificity: 0.89,
    standing: "second-hand",
    needsNone: "read as the test is read here; the study's own definition is not at hand",
  },
];
