import type { AccuracyRecord } from "./types";

const study = {
  population: "21 people with leg pain (10 of 11 and 7 of 10)",
  reference: "neuropathic leg pain by full clinical examination",
  citation: "urban-2015",
  people: 21,
} as const;

export const urban2015: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "slump.urban-2015",
    alternative: true,
    test: "slump",
    source: "lower-lumbosacral-root",
    definition: "not at hand",
    sensitivity: 0.91,
    specificity: 0.7,
    sensitivity95: [0.62, 0.98],
    specificity95: [0.4, 0.89],
    standing: "second-hand",
    needsNone: "read as the test is read here; the study's own definition is not at hand",
  },
];
