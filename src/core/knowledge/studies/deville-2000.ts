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
    standing: "published",
    alternative: true,
    variant: { "raise-way": ["plain"] },
    needsNone: "pooled over studies with several angles; any leg symptom up to the angle chosen is one of theirs",
  },
  {
    ...study,
    id: "crossed-leg-raise.deville-2000",
    test: "crossed-leg-raise",
    /** A plain raise that brings on the other leg is one as well; raised another way it is not. */
    variant: { "raise-way": ["plain"] },
    source: "lower-lumbosacral-root",
    definition: "not at hand: the pooled studies differ",
    sensitivity: 0.29,
    specificity: 0.88,
    sensitivity95: [0.24, 0.34],
    specificity95: [0.86, 0.9],
    standing: "published",
    alternative: true,
    needsNone: "the crossed raise of the earlier pooling: the painful leg answers when the other is raised",
  },
];
