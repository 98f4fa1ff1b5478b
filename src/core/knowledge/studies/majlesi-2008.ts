import type { AccuracyRecord } from "./types";

const study = {
  population: "75 people, 38 with a herniation and 37 without; two groups set side by side, not one clinic's patients",
  reference: "MRI disc herniation",
  citation: "majlesi-2008",
  people: 75,
  split: [38, 37],
  standing: "second-hand",
} as const;

export const majlesi2008: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "slump.majlesi-2008",
    test: "slump",
    source: "lower-lumbosacral-root",
    definition: "leg symptom in the full slump; the paper's own wording is not at hand",
    sensitivity: 0.84,
    specificity: 0.83,
    counts: { tp: 32, fn: 6, fp: 6, tn: 31 },
    countsRebuilt: true,
    variant: { "slump-order": ["slouch-first"], "slump-lumbar": ["slouched"], "slump-overpressure": ["on"] },
    anyWay: {
      "slump-knee": "who straightens the knee changes neither the end position nor the load",
      "slump-limb-order": "knee and ankle come to the same position",
      "slump-hands": "the arms load nothing that is tested",
    },
    needsNone:
      "a slump is called positive here only when it is also differentiated, which asks more than any published definition; a positive by it is one by theirs",
  },
  {
    ...study,
    id: "straight-leg-raise.majlesi-2008",
    alternative: true,
    test: "straight-leg-raise",
    source: "lower-lumbosacral-root",
    definition: "leg symptom on raising; the paper's own wording is not at hand",
    sensitivity: 0.52,
    specificity: 0.89,
    counts: { tp: 20, fn: 18, fp: 4, tn: 33 },
    countsRebuilt: true,
    variant: { "raise-way": ["plain"] },
    needsNone:
      "a leg symptom up to the angle chosen is how a raise is commonly called positive; the paper's angle is not at hand",
  },
];
