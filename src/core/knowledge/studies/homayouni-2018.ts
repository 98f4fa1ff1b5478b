import type { AccuracyRecord } from "./types";

export const homayouni2018: readonly AccuracyRecord[] = [
  {
    id: "dorsiflexion-sign.homayouni-2018",
    test: "dorsiflexion-sign",
    source: "lower-lumbosacral-root",
    definition: "a modified way of the sign; not at hand",
    sensitivity: 0.69,
    specificity: 0.67,
    population: "patients with suspected lumbosacral radiculopathy; how many is not at hand",
    reference: "electrodiagnosis",
    citation: "homayouni-2018",
    standing: "second-hand",
    needsNone: "it is switched off (dorsiflexion sign)",
    off: "It is of a modified way of the sign. Its definition, and how many people there were, are not at hand.",
  },
];
