import type { AccuracyRecord } from "./types";

const study = {
  population: "pooled surgical populations",
  reference: "disc herniation, in surgical populations",
  citation: "deville-2000",
} as const;

export const deville2000: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "straight-leg-raise.deville-2000",
    test: "straight-leg-raise",
    source: "lower-lumbosacral-root",
    definition: "not at hand: the pooled studies differ",
    sensitivity: 0.91,
    specificity: 0.26,
    sensitivity95: [0.82, 0.94],
    specificity95: [0.16, 0.38],
    standing: "second-hand",
    needsNone: "read as the test is read here; the study's own definition is not at hand",
    alternative: true,
  },
  {
    ...study,
    id: "crossed-leg-raise.deville-2000",
    test: "crossed-leg-raise",
    source: "lower-lumbosacral-root",
    definition: "not at hand: the pooled studies differ",
    sensitivity: 0.29,
    specificity: 0.88,
    sensitivity95: [0.24, 0.34],
    specificity95: [0.86, 0.9],
    standing: "second-hand",
    needsNone: "read as the test is read here; the study's own definition is not at hand",
  },
];
