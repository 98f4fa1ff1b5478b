import type { AccuracyRecord } from "./types";

const study = {
  population: "people seen for a possible thoracic outlet",
  reference: "as in the paper",
  citation: "gillard-2001",
} as const;

export const gillard2001: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "outlet-pulse.gillard-2001",
    test: "outlet-pulse",
    source: "thoracic-outlet",
    definition: "not at hand",
    sensitivity: 0.79,
    specificity: 0.76,
    standing: "second-hand",
    needsNone: "read as the test is read here; the study's own definition is not at hand",
  },
  {
    ...study,
    id: "elevated-arm.gillard-2001",
    test: "elevated-arm",
    source: "thoracic-outlet",
    definition: "not at hand",
    sensitivity: 0.84,
    specificity: 0.3,
    standing: "second-hand",
    needsNone: "read as the test is read here; the study's own definition is not at hand",
  },
];
