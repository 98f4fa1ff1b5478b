import type { AccuracyRecord } from "./types";

const study = {
  population: "people seen for the low back",
  reference: "as in the paper",
  citation: "kasai-2006",
} as const;

export const kasai2006: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "passive-lumbar-extension.kasai-2006",
    test: "passive-lumbar-extension",
    source: "lumbar-passive-restraint",
    definition: "positive as the study defined it",
    sensitivity: 0.84,
    specificity: 0.9,
    standing: "published",
  },
];
