import type { AccuracyRecord } from "./types";

const study = {
  population: "122 people: 92 after whiplash, 30 healthy",
  reference: "MRI signal of the ligament, contested as a reference",
  citation: "kaale-2008",
  people: 122,
  off: "Compared with healthy people, by a definition that is not ours and a reference that is contested: it would count at the limit.",
} as const;

export const kaale2008: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "alar-right.kaale-2008",
    test: "alar",
    testedSide: "right",
    source: "alar-ligament",
    definition: "not at hand",
    sensitivity: 0.69,
    specificity: 1.0,
    standing: "second-hand",
    needsNone: "it is switched off (alar, right)",
  },
  {
    ...study,
    id: "alar-left.kaale-2008",
    test: "alar",
    testedSide: "left",
    source: "alar-ligament",
    definition: "not at hand",
    sensitivity: 0.72,
    specificity: 0.96,
    standing: "second-hand",
    needsNone: "it is switched off (alar, left)",
  },
  {
    ...study,
    id: "transverse.kaale-2008",
    test: "transverse",
    source: "transverse-ligament",
    definition: "not at hand",
    sensitivity: 0.65,
    specificity: 0.99,
    standing: "second-hand",
    needsNone: "it is switched off (transverse)",
  },
];
