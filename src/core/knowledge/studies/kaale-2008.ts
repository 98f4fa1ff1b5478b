import type { AccuracyRecord } from "./types";

const study = {
  population: "people after whiplash",
  reference: "MRI signal, contested as a reference",
  citation: "kaale-2008",
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
    needsNone: "read as the test is read here; the study's own definition is not at hand",
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
    needsNone: "read as the test is read here; the study's own definition is not at hand",
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
    needsNone: "read as the test is read here; the study's own definition is not at hand",
  },
];
