import type { AccuracyRecord } from "./types";

const study = {
  population: "122 people with degenerative disease of the low back, 38 with instability",
  reference: "instability on flexion and extension radiographs",
  citation: "kasai-2006",
  people: 122,
  split: [38, 84],
} as const;

export const kasai2006: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "passive-lumbar-extension.kasai-2006",
    test: "passive-lumbar-extension",
    source: "lumbar-passive-restraint",
    definition: "strong low back pain or heaviness with the legs lifted, gone when they are lowered",
    sensitivity: 0.84,
    specificity: 0.9,
    counts: { tp: 32, fn: 6, fp: 8, tn: 76 },
    countsRebuilt: true,
    standing: "published",
    needsNone:
      "strong pain or heaviness on lifting both legs, gone on lowering, is asked stage by stage as the study did",
  },
];
