import { boolean, type InferType, object } from "yup";
import { FORCE_UNITS } from "../measurement/force";
import { DOSE_SCHOOLS } from "../knowledge/protocols/types";
import { RULES } from "../knowledge/rules";
import { closed, numberIn, oneOf } from "../schema";

const ruleIds = ["none", ...RULES.map((rule) => rule.id)];

/** What a reading depends on beside the findings. Each exam keeps the settings it was made under. */
export const readingSettingsSchema = closed({
  /** The sacroiliac rule that counts, or "none". */
  preferredRule: oneOf(ruleIds),
  /** Assumed dependence between tests of one group, 0 independent to 1 fully dependent. */
  dependence: numberIn(0, 1).required("is missing; use a value from 0 to 1"),
  feltWhere: oneOf(["below-l5", "any-familiar"]),
  dose: oneOf(DOSE_SCHOOLS),
  /** Rise over the symptom at rest that counts, 0-10 points. */
  restRise: numberIn(1, 5).required("is missing; use 1 to 5 points"),
  /** A single test counts for at most this ratio, and at least one over it. */
  ratioLimit: numberIn(2, 1000).required("is missing; use 2 to 1000"),
  likelyFrom: numberIn(0.5, 0.99).required("is missing; use 0.5 to 0.99"),
  unlikelyTo: numberIn(0.01, 0.4).required("is missing; use 0.01 to 0.4"),
  noSymptomStart: numberIn(0.005, 0.2).required("is missing; use 0.005 to 0.2"),
});

export type ReadingSettings = InferType<typeof readingSettingsSchema>;

export const DEFAULT_READING_SETTINGS: ReadingSettings = {
  preferredRule: "si-five-test",
  dependence: 0.5,
  feltWhere: "below-l5",
  dose: "steady",
  restRise: 2,
  ratioLimit: 10,
  likelyFrom: 0.8,
  unlikelyTo: 0.1,
  noSymptomStart: 0.03,
};

/** How one practitioner likes to work. Never changes a reading. */
export const workSettingsSchema = closed({
  unit: oneOf(FORCE_UNITS),
  hand: oneOf(["right", "left"]),
  sound: boolean().typeError("is not yes or no; choose one").required("is missing; choose yes or no"),
  theme: oneOf(["system", "light", "dark"]),
  hands: oneOf(["under-sacrum", "none"]),
  contact: oneOf(["heel", "soft-palm"]),
});

export type WorkSettings = InferType<typeof workSettingsSchema>;

export const DEFAULT_WORK_SETTINGS: WorkSettings = {
  unit: "kgf",
  hand: "right",
  sound: true,
  theme: "system",
  hands: "under-sacrum",
  contact: "heel",
};

export const practitionerSettingsSchema = object({
  reading: readingSettingsSchema,
  work: workSettingsSchema,
}).noUnknown();
export type PractitionerSettings = { reading: ReadingSettings; work: WorkSettings };

export const DEFAULT_SETTINGS: PractitionerSettings = {
  reading: DEFAULT_READING_SETTINGS,
  work: DEFAULT_WORK_SETTINGS,
};
