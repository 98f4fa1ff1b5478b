import type { AccuracyRecord } from "./types";

const study = {
  population: "54 people given stabilising exercise",
  reference: "response to stabilising exercise, not a diagnosis",
  citation: "hicks-2005",
  people: 54,
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
    standing: "published",
    needsNone: "the test is read here as the study defined it",
  },
];
