import type { AccuracyRecord } from "./types";

const study = {
  population: "54 people given stabilising exercise, 18 of whom did well; derivation only",
  reference: "response to stabilising exercise, not a diagnosis",
  citation: "hicks-2005",
  people: 54,
  split: [18, 36],
} as const;

export const hicks2005: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "prone-instability.hicks-2005",
    test: "prone-instability",
    source: "lumbar-muscular-control",
    definition: "pain on pressure that goes when the legs are lifted",
    sensitivity: 0.72,
    specificity: 0.58,
    lrPositive: 1.7,
    lrNegative: 0.48,
    lrPositive95: [1.1, 2.8],
    lrNegative95: [0.22, 1.1],
    standing: "published",
    needsNone:
      "pain on pressure that goes when the legs are lifted is the whole of the definition, here as in the study",
  },
];
