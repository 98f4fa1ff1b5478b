import type { AccuracyRecord } from "./types";

const study = {
  population: "255 people sent for electrodiagnosis",
  reference: "electrodiagnosis",
  citation: "tong-2002",
  people: 255,
} as const;

export const tong2002: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "foraminal-compression.tong-2002",
    alternative: true,
    test: "foraminal-compression",
    source: "cervical-root",
    definition: "not at hand",
    sensitivity: 0.3,
    specificity: 0.93,
    standing: "second-hand",
    positive: { when: "reproduced" },
  },
];
