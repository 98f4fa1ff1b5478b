import type { AccuracyRecord } from "./types";

export const broadhurst1998: readonly AccuracyRecord[] = [
  {
    id: "faber.broadhurst-1998",
    test: "faber",
    source: "sacroiliac",
    definition: "familiar symptom reproduced, and gone after the joint was numbed",
    sensitivity: 0.77,
    specificity: 1,
    population: "40 people with pain over the sacroiliac joint",
    people: 40,
    reference: "anaesthetic against saline injection",
    citation: "broadhurst-1998",
    standing: "published",
    off: "The specificity comes from a saline arm, so it cannot be used as the chance of a clear test in people without the source.",
    needsNone: "it is switched off (FABER)",
  },
];
