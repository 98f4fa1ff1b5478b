import type { AccuracyRecord } from "./types";

/** What all studies of it call positive: nearer the spine in one direction at least, and it stays there. */
export const CENTRALISES = {
  seenCount: { of: ["flexion", "extension", "side-glide-right", "side-glide-left"], is: ["centralises"], atLeast: 1 },
} as const;

export const laslettCentralisation2005: readonly AccuracyRecord[] = [
  {
    id: "repeated-movements.laslett-centralisation-2005",
    alternative: true,
    test: "repeated-movements",
    source: "lumbar-disc",
    definition: "centralises",
    sensitivity: 0.4,
    specificity: 0.94,
    lrPositive: 6.9,
    people: 69,
    population: "69 of 107 people with chronic low back pain; the others could not be analysed",
    chronic: true,
    reference: "discography, with a control level",
    citation: "laslett-centralisation-2005",
    standing: "published",
    positive: CENTRALISES,
  },
];
