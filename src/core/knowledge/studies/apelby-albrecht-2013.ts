import type { Condition } from "../protocols/types";
import type { AccuracyRecord } from "./types";

/** Reproduced, and changed by moving the neck: the two together were the study's positive. */
const DIFFERENTIATED_BY_NECK: Condition = {
  when: "reproduced",
  any: [
    { effect: { "neck-midline": ["eased"] } },
    { effect: { "neck-away-last": ["worse"] } },
    { effect: { "neck-towards": ["eased"] } },
    { effect: { "neck-beyond": ["eased"] } },
  ],
};

const study = {
  source: "cervical-root",
  definition: "symptom reproduced and changed by structural differentiation",
  positive: DIFFERENTIATED_BY_NECK,
  variant: { "ulnt-neck": ["first", "last"] },
  population: "51 patients with neck or arm pain, 35 with radiculopathy",
  reference: "MRI, history and examination by a spinal surgeon together; the tests may have been part of it",
  citation: "apelby-albrecht-2013",
  people: 51,
  split: [35, 16],
  countsRebuilt: true,
  standing: "second-hand",
} as const;

const RELEASE = { "ulnt-release": "either way the neck is moved, and that is what makes it positive" } as const;

export const apelbyAlbrecht2013: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "ulnt-1.apelby-albrecht-2013",
    test: "ulnt-1",
    anyWay: { ...RELEASE, "ulnt-1-order": "the same positions are reached in the end; no angle is compared here" },
    sensitivity: 0.83,
    specificity: 0.75,
    counts: { tp: 29, fn: 6, fp: 4, tn: 12 },
  },
  {
    ...study,
    id: "ulnt-2a.apelby-albrecht-2013",
    test: "ulnt-2a",
    anyWay: RELEASE,
    sensitivity: 0.66,
    specificity: 0.75,
    counts: { tp: 23, fn: 12, fp: 4, tn: 12 },
  },
  {
    ...study,
    id: "ulnt-2b.apelby-albrecht-2013",
    test: "ulnt-2b",
    anyWay: RELEASE,
    sensitivity: 0.43,
    specificity: 0.75,
    counts: { tp: 15, fn: 20, fp: 4, tn: 12 },
  },
  {
    ...study,
    id: "ulnt-3.apelby-albrecht-2013",
    test: "ulnt-3",
    anyWay: {
      ...RELEASE,
      "ulnt-3-forearm": "both are described for this test; which one the study used is not at hand",
    },
    sensitivity: 0.71,
    specificity: 0.87,
    counts: { tp: 25, fn: 10, fp: 2, tn: 14 },
  },
];
