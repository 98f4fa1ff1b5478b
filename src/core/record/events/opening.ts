import {
  calendarDate,
  closed,
  closedAs,
  listOfEach,
  name,
  numberIn,
  oneOf,
  oneOfOrNone,
  orNone,
  text,
  uuid,
  wholeIn,
} from "../../base";
import {
  evidenceVersion,
  EXAM_REGIONS,
  type ExamRegion,
  type Sex,
  SEXES,
  FIRST_SHIPPED,
  type Side,
  SIDES,
  SOURCE_IDS,
  type SourceId,
} from "../../vocabulary";
import { type Draft, kind, type Told } from "../envelope";
import { type ReadingSettings, readingSettingsSchema } from "../settings";
import { upsert } from "../upsert";

/** Opening an exam: whom, where, and under which settings, evidence and starts it is read. */

export const PURPOSES = ["care", "practice"] as const;

export type PersonThen = {
  id: string;
  number: string;
  name: string;
  birthDate: string;
  sex: Sex;
};
const personThen = () =>
  closedAs<PersonThen>({
    id: uuid(),
    number: text(20, 1),
    name: text(120, 1),
    birthDate: calendarDate(),
    sex: oneOf(SEXES),
  });

export type OpeningFields = {
  person: PersonThen;
  region: ExamRegion;
  settings: ReadingSettings;
  /** The version of the evidence it is read under; left out: the figures that first shipped. */
  evidence?: string | undefined;
};
const openingFields = () => ({
  person: personThen(),
  region: oneOf(EXAM_REGIONS),
  settings: readingSettingsSchema,
  evidence: evidenceVersion().optional(),
});

const openedFirst = closed(openingFields());

/** More than anybody is treated, or tested, in one course. */
const MOST_TECHNIQUES = 10_000;
const MOST_TESTED = 200;

/** The course a visit goes on with; where nothing is said it begins one of its own. */
export type GoesOnWith = {
  episode: string;
  /** Techniques before this visit: what is tested now is response to them. */
  techniques: number;
  /** What was tested at those visits: none of it can be a first test after treatment. */
  tested: {
    test: string;
    side: Side | null;
  }[];
};
const goesOnWith = closedAs<GoesOnWith>({
  episode: uuid(),
  techniques: wholeIn(0, MOST_TECHNIQUES).required("is missing; say how many techniques came before"),
  tested: listOfEach(closed({ test: name(), side: oneOfOrNone(SIDES) }), MOST_TESTED),
});

export type ExamOpenedBody = OpeningFields & {
  /** Practice never reaches the roster's figures. */
  purpose: (typeof PURPOSES)[number];
  /** The visit before it that the device knew, and the day it is held. */
  visit: {
    before: string | null;
    date: string;
    course?: GoesOnWith | undefined;
  } | null;
};
const opened = closedAs<ExamOpenedBody>({
  ...openingFields(),
  purpose: oneOf(PURPOSES),
  visit: closed({
    before: orNone(uuid(), "the exam's id"),
    date: calendarDate(),
    course: goesOnWith.optional().default(undefined),
  })
    .nullable()
    .defined("is missing; send the visit, or null"),
});

export type StartSetBody = {
  source: SourceId;
  side: Side | null;
  mean: number;
  equivalentPeople: number;
  reason: string;
};
const startSet = closedAs<StartSetBody>({
  source: oneOf(SOURCE_IDS),
  side: oneOfOrNone(SIDES),
  mean: numberIn(0.001, 0.999).required("is missing; use a value between 0 and 1"),
  equivalentPeople: numberIn(2, 100000).required("is missing; say how many people it is worth"),
  reason: text(600, 3),
});

export type OpeningState = {
  readonly opened: (Told<ExamOpenedBody> & { readonly type: "exam-opened" }) | null;
  settings: ReadingSettings | null;
  settingsReason: string;
  /** The version of the evidence it is read under. */
  evidenceVersion: string;
  readonly starts: readonly StartSetBody[];
  /** What was done and tested at earlier visits of this course; null: nothing, or it is read anew. */
  treated: Pick<GoesOnWith, "techniques" | "tested"> | null;
  /** Why its tests make a reading of their own although treatment came before. */
  readAnew: string | null;
};

export const nothingOpened: OpeningState = {
  opened: null,
  settings: null,
  settingsReason: "",
  evidenceVersion: FIRST_SHIPPED,
  starts: [],
  treated: null,
  readAnew: null,
};

type OpeningDraft = Draft<OpeningState>;

export type EvidenceChosenBody = {
  evidence: string;
  reason: string;
};
export type SettingsChangedBody = {
  settings: ReadingSettings;
  reason: string;
};
export type ReadAnewBody = {
  reason: string;
};

export const opening = {
  "exam-opened": kind(
    opened,
    (draft: OpeningDraft, event) => {
      draft.opened = event as NonNullable<OpeningState["opened"]>;
      draft.settings = event.body.settings;
      draft.evidenceVersion = event.body.evidence ?? FIRST_SHIPPED;
      const course = event.body.visit?.course;
      draft.treated = course && course.techniques > 0 ? course : null;
    },
    [{ v: 1, body: openedFirst, up: (body: object) => ({ ...body, purpose: "care", visit: null }) }],
  ),
  "evidence-chosen": kind(
    closedAs<EvidenceChosenBody>({ evidence: evidenceVersion(), reason: text(400) }),
    (draft: OpeningDraft, { body }) => void (draft.evidenceVersion = body.evidence),
  ),
  "settings-changed": kind(
    closedAs<SettingsChangedBody>({ settings: readingSettingsSchema, reason: text(400) }),
    (draft: OpeningDraft, { body }) => {
      draft.settings = body.settings;
      draft.settingsReason = body.reason;
    },
  ),
  /** A fresh reading within a course: from here on the tests of this visit count. */
  "read-anew": kind(closedAs<ReadAnewBody>({ reason: text(300, 3) }), (draft: OpeningDraft, { body }) => {
    draft.readAnew = body.reason;
    draft.treated = null;
  }),
  "start-set": kind(startSet, (draft: OpeningDraft, { body }) =>
    upsert(draft.starts, ({ source, side }) => source === body.source && side === body.side, body),
  ),
};
