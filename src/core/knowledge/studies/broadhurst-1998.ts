import type { AccuracyRecord } from "./types";

export const broadhurst1998: readonly AccuracyRecord[] = [
  {
    id: "faber.broadhurst-1998",
    test: "faber",
    source: "sacroiliac",
    definition: "familiar symptom reproduced, and gone after the joint was numbed",
    sensitivity: 0.77,
    specificity: 1,
    population: "people with pain over the sacroiliac joint",
    reference: "anaesthetic against saline injection",
    citation: "broadhurst-1998",
    standing: "second-hand",
    off: "The specificity comes from a saline arm, so it cannot be used as the chance of a clear test in people without the source.",
    needsNone: "it is switched off",
  },
];
