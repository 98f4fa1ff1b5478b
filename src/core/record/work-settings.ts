import { array, boolean, mixed, object } from "yup";
import { closed, closedAs, distinctListOf, isRecord, oneOf, text, wholeIn, withFastPath, phrase } from "../base";
import { NEVER_SAID, TEST_IDS, type TestId } from "../knowledge";
import { FORCE_UNITS } from "../measurement";
import { DEFAULT_READING_SETTINGS, type ReadingSettings, readingSettingsSchema } from "./settings";

const MOST_SHEETS = 40;

const ownSheets = () =>
  withFastPath(
    array()
      .of(closed({ label: text(80, 1), tests: distinctListOf(TEST_IDS) }))
      .typeError("is not a list; send a list of sheets")
      .max(MOST_SHEETS, phrase`holds more than ${MOST_SHEETS} sheets; remove one first`),
    (value) => Array.isArray(value) && value.length <= MOST_SHEETS,
  );

/** Most sentences said in own words, and the longest of them. */
const MOST_WORDS = 600;
const LONGEST_SENTENCE = 400;

/** A sentence as it is said to people, in a clinic's or somebody's own words. */
export const ownSentence = () =>
  text(LONGEST_SENTENCE, 2).test(
    "never-said",
    "says diagnosed, confirmed, clear or safe; write it otherwise",
    (value) => !NEVER_SAID.test(value ?? ""),
  );

/** A sentence as it ships. */
export const shippedSentence = () => text(LONGEST_SENTENCE, 2);

const isOwnWords = (value: unknown): value is Record<string, string> =>
  isRecord(value) &&
  Object.keys(value).length <= MOST_WORDS &&
  Object.entries(value).every(
    ([shipped, own]) =>
      shipped.length <= LONGEST_SENTENCE &&
      typeof own === "string" &&
      own.trim().length >= 2 &&
      own.length <= LONGEST_SENTENCE &&
      !NEVER_SAID.test(own),
  );

/** Own words under the shipped sentence they are said for. */
const ownWords = () =>
  withFastPath(
    mixed<Record<string, string>>()
      .meta({ pattern: "record" })
      .test(
        "own-words",
        "holds a sentence that is empty, over 400 characters, or says diagnosed, confirmed, clear or safe; write it otherwise",
        (value) => value === undefined || isOwnWords(value),
      ),
    isOwnWords,
  );

const MOST_SEND_ON = 26;

/** What a list of people shows. */
export const LIST_SHOWS = ["everyone", "open", "retest", "letter", "outcome", "countersign"] as const;
export type ListShows = (typeof LIST_SHOWS)[number];
export const LIST_SORTS = ["recent", "name", "number", "born", "last visit"] as const;
export type ListSort = (typeof LIST_SORTS)[number];

const MOST_LISTS = 20;

const ownLists = () =>
  withFastPath(
    array()
      .of(closed({ label: text(60, 1), words: text(120), shows: oneOf(LIST_SHOWS), sort: oneOf(LIST_SORTS) }))
      .typeError("is not a list; send a list of lists")
      .max(MOST_LISTS, phrase`holds more than ${MOST_LISTS} lists; remove one first`),
    (value) => Array.isArray(value) && value.length <= MOST_LISTS,
  );

/** How one practitioner likes to work. Never changes a reading. */
export type WorkSettings = {
  unit: (typeof FORCE_UNITS)[number];
  hand: "right" | "left";
  sound: boolean;
  theme: "system" | "light" | "dark";
  /** While a test is in hand, what has been read so far stays out of sight; left out: it does. */
  quiet?: boolean | undefined;
  /** What a sign was stays covered until the new value is in; left out: it does. */
  cover?: boolean | undefined;
  /** After how many visits, and weeks, without anything better somebody is to be sent on; left out: 4 and 6. */
  sendOn?:
    | {
        visits: number;
        weeks: number;
      }
    | undefined;
  /** What is said to the person in own words. */
  words?: Record<string, string> | undefined;
  /** Run sheets of their own. */
  sheets?: { label: string; tests: TestId[] }[] | undefined;
  /** Lists of people that they keep, by what they are of. */
  lists?: { label: string; words: string; shows: ListShows; sort: ListSort }[] | undefined;
};
export const workSettingsSchema = closedAs<WorkSettings>({
  unit: oneOf(FORCE_UNITS),
  hand: oneOf(["right", "left"]),
  sound: boolean().typeError("is not yes or no; choose one").required("is missing; choose yes or no"),
  theme: oneOf(["system", "light", "dark"]),
  quiet: boolean().typeError("is not yes or no; choose one").optional(),
  cover: boolean().typeError("is not yes or no; choose one").optional(),
  sendOn: closed({
    visits: wholeIn(2, MOST_SEND_ON).required("is missing; say after how many visits"),
    weeks: wholeIn(2, MOST_SEND_ON).required("is missing; say after how many weeks"),
  })
    .optional()
    .default(undefined),
  words: ownWords(),
  sheets: ownSheets().optional(),
  lists: ownLists().optional(),
});

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
