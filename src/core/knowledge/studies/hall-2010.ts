import type { AccuracyRecord } from "./types";

const study = {
  population: "60 people with headache: 20 cervicogenic, 40 another (migraine or several forms)",
  reference: "clinical criteria for cervicogenic headache; says nothing of C1-C2 by itself",
  citation: "hall-2010",
  people: 60,
  split: [20, 40],
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
    patients: {
      condition: { symptomAt: ["head-occiput"] },
      otherwise: "the study compared headaches: without head pain it is interpreted clinically",
    },
    positive: { measure: [{ id: "rotation", atMost: 30 }] },
  },
];
