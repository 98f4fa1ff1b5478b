import type { AccuracyRecord } from "./types";

const study = {
  population: "122 people with degenerative disease of the low back",
  reference: "instability on flexion and extension radiographs",
  citation: "kasai-2006",
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
    standing: "published",
    needsNone: "the test is read here as the study defined it",
  },
];
