import type { AccuracyRecord } from "./types";

const study = {
  source: "lower-lumbosacral-root",
  population: "pooled over studies of people who were operated on, most of whom had a herniation",
  reference: "disc herniation seen at operation",
  citation: "van-der-windt-2010",
  standing: "published",
} as const;

export const vanDerWindt2010: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "straight-leg-raise.van-der-windt-2010",
    test: "straight-leg-raise",
    definition: "leg symptom on raising; the angle differs between the pooled studies",
    sensitivity: 0.92,
    specificity: 0.28,
    sensitivity95: [0.87, 0.95],
    specificity95: [0.18, 0.4],
    variant: { "raise-way": ["plain"] },
    needsNone:
      "the pooled studies differ in the angle; the one chosen here lies among theirs, and the pooled figures are of all",
  },
  {
    ...study,
    id: "crossed-leg-raise.van-der-windt-2010",
    test: "crossed-leg-raise",
    /** A plain raise that brings on the other leg is one as well; raised another way it is not. */
    variant: { "raise-way": ["plain"] },
    definition: "the symptom of the painful leg on raising the other",
    sensitivity: 0.28,
    specificity: 0.9,
    sensitivity95: [0.22, 0.35],
    specificity95: [0.85, 0.94],
    needsNone:
      "a crossed raise has one definition, in the studies as here: the painful leg answers when the other is raised",
  },
];
