import type { AccuracyRecord } from "./types";

const study = {
  source: "thoracic-outlet",
  population: "48 people seen for a possible thoracic outlet syndrome; how many had it is not at hand",
  reference: "the final diagnosis, in which these tests were used",
  citation: "gillard-2001",
  people: 48,
  standing: "second-hand",
} as const;

export const gillard2001: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "outlet-pulse.gillard-2001",
    test: "outlet-pulse",
    definition: "the pulse fades, or the symptom is reproduced",
    positive: { any: [{ when: "reproduced" }, { seen: { pulse: ["weaker", "gone"] } }] },
    variant: { "outlet-head": ["towards"] },
    anyWay: { "outlet-compare": "comparing the resting pulses first changes nothing of the position" },
    sensitivity: 0.79,
    specificity: 0.76,
  },
  {
    ...study,
    id: "elevated-arm.gillard-2001",
    test: "elevated-arm",
    definition: "the symptom is reproduced within three minutes; the paper's own wording is not at hand",
    positive: { when: "reproduced" },
    variant: { "elevated-breath": ["without"] },
    sensitivity: 0.84,
    specificity: 0.3,
  },
];
