import type { AccuracyRecord } from "./types";

const study = {
  population: "51 people with neck or arm pain",
  reference: "as in the paper",
  citation: "apelby-albrecht-2013",
  people: 51,
} as const;

export const apelbyAlbrecht2013: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "ulnt-1.apelby-albrecht-2013",
    test: "ulnt-1",
    source: "cervical-root",
    definition: "symptom reproduced and changed by differentiation",
    sensitivity: 0.83,
    specificity: 0.75,
    standing: "second-hand",
    needsNone: "the test is read here as the study defined it",
  },
  {
    ...study,
    id: "ulnt-2a.apelby-albrecht-2013",
    test: "ulnt-2a",
    source: "cervical-root",
    definition: "symptom reproduced and changed by differentiation",
    sensitivity: 0.66,
    specificity: 0.75,
    standing: "second-hand",
    needsNone: "the test is read here as the study defined it",
  },
  {
    ...study,
    id: "ulnt-2b.apelby-albrecht-2013",
    test: "ulnt-2b",
    source: "cervical-root",
    definition: "symptom reproduced and changed by differentiation",
    sensitivity: 0.43,
    specificity: 0.75,
    standing: "second-hand",
    needsNone: "the test is read here as the study defined it",
  },
  {
    ...study,
    id: "ulnt-3.apelby-albrecht-2013",
    test: "ulnt-3",
    source: "cervical-root",
    definition: "symptom reproduced and changed by differentiation",
    sensitivity: 0.71,
    specificity: 0.87,
    standing: "second-hand",
    needsNone: "the test is read here as the study defined it",
  },
];
