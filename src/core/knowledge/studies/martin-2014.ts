import type { AccuracyRecord } from "./types";

const study = {
  source: "deep-gluteal",
  population: "33 people sent with suspected entrapment, 23 with it",
  reference: "the nerve seen at endoscopy",
  citation: "martin-2014",
  patients: {
    condition: { symptomAt: ["central-buttock", "si-area"] },
    otherwise: "the study's patients had pain in the buttock: without it the test is interpreted clinically",
  },
  people: 33,
  split: [23, 10],
  standing: "published",
} as const;

export const martin2014: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "seated-piriformis.martin-2014",
    test: "seated-piriformis",
    definition: "posterior pain at the level of the piriformis on the seated stretch",
    positive: { when: "reproduced" },
    sensitivity: 0.52,
    specificity: 0.9,
    lrPositive: 5.22,
    lrNegative: 0.53,
  },
  {
    ...study,
    id: "active-piriformis.martin-2014",
    test: "active-piriformis",
    definition: "posterior pain on the resisted movement",
    positive: { when: "reproduced" },
    sensitivity: 0.78,
    specificity: 0.8,
    lrPositive: 3.9,
    lrNegative: 0.27,
  },
];
