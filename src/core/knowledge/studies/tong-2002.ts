import type { AccuracyRecord } from "./types";

const study = {
  population:
    "255 people sent for electrodiagnosis; how few of them had radiculopathy is not at hand, so the interval is taken as from 40",
  reference: "electrodiagnosis",
  citation: "tong-2002",
} as const;

export const tong2002: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "foraminal-compression.tong-2002",
    alternative: true,
    test: "foraminal-compression",
    source: "cervical-root",
    definition: "symptom reproduced in extension with rotation or side flexion (variant B)",
    sensitivity: 0.3,
    specificity: 0.93,
    standing: "second-hand",
    variant: { "compression-way": ["variant-b"] },
    positive: { when: "reproduced" },
  },
];
