import { array, boolean, type InferType, object } from "yup";
import { closed, distinctListOf, oneOf, withFastPath, text } from "../base";
import { TEST_IDS } from "../knowledge";
import { FORCE_UNITS } from "../measurement";
import { DEFAULT_READING_SETTINGS, type ReadingSettings, readingSettingsSchema } from "./settings";

const MOST_SHEETS = 40;

const ownSheets = () =>
  withFastPath(
    array()
      .of(closed({ label: text(80, 1), tests: distinctListOf(TEST_IDS) }))
      .typeError("is not a list; send a list of sheets")
      .max(MOST_SHEETS, `holds more than ${MOST_SHEETS} sheets; remove one first`),
    (value) => Array.isArray(value) && value.length <= MOST_SHEETS,
  );

/** How one practitioner likes to work. Never changes a reading. */
export const workSettingsSchema = closed({
  unit: oneOf(FORCE_UNITS),
  hand: oneOf(["right", "left"]),
  sound: boolean().typeError("is not yes or no; choose one").required("is missing; choose yes or no"),
  theme: oneOf(["system", "light", "dark"]),
  /** While a test is in hand, what has been read so far stays out of sight; left out: it does. */
  quiet: boolean().typeError("is not yes or no; choose one").optional(),
  /** Run sheets of their own. */
  sheets: ownSheets().optional(),
});

export type WorkSettings = InferType<typeof workSettingsSchema>;

export const DEFAULT_WORK_SETTINGS: WorkSettings = {
  unit: "kgf",
  hand: "right",
  sound: true,
  theme: "system",
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
