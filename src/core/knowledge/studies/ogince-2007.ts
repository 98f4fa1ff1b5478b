import type { AccuracyRecord } from "./types";

const study = {
  population: "58 people: 23 with cervicogenic headache, 12 with migraine, 23 healthy",
  reference: "clinical criteria for cervicogenic headache",
  citation: "ogince-2007",
  people: 58,
  split: [23, 35],
} as const;

export const ogince2007: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "flexion-rotation.ogince-2007",
    test: "flexion-rotation",
    source: "c1-c2",
    definition: "32 degrees or less",
    sensitivity: 0.91,
    specificity: 0.9,
    standing: "published",
    off: "Compared with migraine and healthy people, which makes any test look better than it is.",
    positive: { measure: [{ id: "rotation", atMost: 32 }] },
  },
];
