import type { AccuracyRecord } from "./types";

const study = {
  population: "21 people with leg pain: 11 with neuropathic pain, 10 without (not root against no root)",
  reference: "full clinical examination, of which neural tests may have been part",
  citation: "urban-2015",
  people: 21,
  split: [11, 10],
} as const;

export const urban2015: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "slump.urban-2015",
    alternative: true,
    test: "slump",
    source: "lower-lumbosacral-root",
    definition: "leg symptom in the slump; the paper's own wording is not at hand",
    sensitivity: 0.91,
    specificity: 0.7,
    sensitivity95: [0.62, 0.98],
    specificity95: [0.4, 0.89],
    standing: "second-hand",
    counts: { tp: 10, fn: 1, fp: 3, tn: 7 },
    countsRebuilt: true,
    variant: { "slump-order": ["slouch-first"], "slump-lumbar": ["slouched"], "slump-overpressure": ["on"] },
    anyWay: {
      "slump-knee": "who straightens the knee changes neither the end position nor the load",
      "slump-limb-order": "knee and ankle come to the same position",
      "slump-hands": "the arms load nothing that is tested",
    },
    needsNone:
      "the target was neuropathic leg pain; a differentiated leg symptom is the nearest to it that is recorded",
  },
];
