import type { AccuracyRecord } from "./types";

const study = {
  population: "people with chronic low back pain",
  chronic: true,
  reference: "discography",
  citation: "laslett-centralisation-2005",
} as const;

export const laslettCentralisation2005: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "repeated-movements.laslett-centralisation-2005",
    test: "repeated-movements",
    source: "lumbar-disc",
    definition: "centralises",
    sensitivity: 0.4,
    specificity: 0.94,
    lrPositive: 6.9,
    standing: "published",
    needsNone: "the test is read here as the study defined it",
  },
];
