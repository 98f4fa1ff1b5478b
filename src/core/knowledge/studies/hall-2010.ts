import type { AccuracyRecord } from "./types";

const study = {
  population: "people with neck-related against other headaches",
  reference: "as in the paper",
  citation: "hall-2010",
} as const;

export const hall2010: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "flexion-rotation.hall-2010",
    test: "flexion-rotation",
    source: "c1-c2",
    definition: "30 degrees or less",
    sensitivity: 0.7,
    specificity: 0.7,
    standing: "published",
    positive: { measure: [{ id: "rotation", atMost: 30 }] },
  },
];
