import type { Condition } from "../protocols/types";
import type { AccuracyRecord } from "./types";

const RISING_FORCE = "the study raised the force until it answered, and each dose comes to that";

/** As the study counted it: their symptom, wherever on this side. */
const REPRODUCED_ON_THIS_SIDE: Condition = {
  when: "reproduced",
  felt: { sites: "anywhere", side: "same side or central" },
};
const study = {
  source: "sacroiliac",
  definition: "familiar symptom reproduced, wherever it was felt",
  positive: REPRODUCED_ON_THIS_SIDE,
  countsRebuilt: true,
  population: "48 patients with chronic low back pain seen by specialists, 16 with the source",
  chronic: true,
  reference: "sacroiliac joint block: 80% or more relief, and the familiar pain provoked by the injection",
  people: 48,
  split: [16, 32],
  citation: "laslett-2005",
  standing: "published",
} as const;

/** Counts rebuilt from the printed proportions; they give the printed ratios again. */
export const laslett2005: readonly AccuracyRecord[] = [
  {
    ...study,
    id: "thigh-thrust.laslett-2005",
    test: "thigh-thrust",
    anyWay: { dose: RISING_FORCE, hand: "the hand under the sacrum steadies it; the force is the same" },
    sensitivity: 0.88,
    specificity: 0.69,
    counts: { tp: 14, fn: 2, fp: 10, tn: 22 },
  },
  {
    ...study,
    id: "si-distraction.laslett-2005",
    test: "si-distraction",
    anyWay: {
      dose: RISING_FORCE,
      contact: "the contact changes what is felt under the hand, not the force on the joint",
    },
    sensitivity: 0.6,
    specificity: 0.81,
    counts: { tp: 9, fn: 6, fp: 6, tn: 26 },
  },
  {
    ...study,
    id: "si-compression.laslett-2005",
    test: "si-compression",
    anyWay: { dose: RISING_FORCE },
    variant: { "compression-contact": ["heel", "forearm"] },
    sensitivity: 0.69,
    specificity: 0.69,
    counts: { tp: 11, fn: 5, fp: 10, tn: 22 },
  },
  {
    ...study,
    id: "sacral-thrust.laslett-2005",
    test: "sacral-thrust",
    anyWay: { "sacral-dose": RISING_FORCE },
    sensitivity: 0.63,
    specificity: 0.75,
    counts: { tp: 10, fn: 6, fp: 8, tn: 24 },
  },
  {
    ...study,
    id: "gaenslen.laslett-2005",
    test: "gaenslen",
    anyWay: { dose: RISING_FORCE },
    definition:
      "familiar symptom reproduced, wherever it was felt; the mean of the study's two runs, whose figures differ by no more than chance",
    countsRebuilt: false,
    sensitivity: 0.515,
    specificity: 0.74,
    lrPositive: 2.0,
    lrNegative: 0.66,
  },
  {
    ...study,
    id: "gaenslen-right.laslett-2005",
    alternative: true,
    test: "gaenslen",
    anyWay: { dose: RISING_FORCE },
    testedSide: "right",
    sensitivity: 0.53,
    specificity: 0.71,
    counts: { tp: 8, fn: 7, fp: 9, tn: 22 },
  },
  {
    ...study,
    id: "gaenslen-left.laslett-2005",
    alternative: true,
    test: "gaenslen",
    anyWay: { dose: RISING_FORCE },
    testedSide: "left",
    sensitivity: 0.5,
    specificity: 0.77,
    counts: { tp: 8, fn: 8, fp: 7, tn: 24 },
  },
];
