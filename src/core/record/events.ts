import { array, type InferType, mixed, type ObjectSchema } from "yup";
import {
  calendarDate,
  chainHead,
  check,
  choices,
  closed,
  distinctListOf,
  InputError,
  instant,
  listOf,
  name,
  numberIn,
  oneOf,
  oneOfOrNone,
  orNone,
  painScore,
  refuse,
  withFastPath,
  text,
  uuid,
  wholeIn,
  yesNo,
} from "../base";
import { NEURO_KINDS, TEST_IDS } from "../knowledge";
import { force } from "../measurement";
import {
  evidenceVersion,
  EXAM_REGIONS,
  places,
  QUALITIES,
  REACTIONS,
  RESPONSES,
  SIDES,
  SOURCE_IDS,
  TECHNIQUES,
} from "../vocabulary";
import { readingSettingsSchema } from "./settings";

const sideOrNone = () => oneOfOrNone(SIDES);
const painOrNone = () => orNone(painScore(), "0 to 10");

export const ONSETS = ["injury", "gradual", "sudden", "after birth or pregnancy", "not known"] as const;
export const PROVOKED_BY = ["little", "moderate", "much"] as const;
export const STOP_REASONS = [
  "asked to stop",
  "new numbness, tingling or weakness",
  "faint or unwell",
  "pain too strong",
  "other",
] as const;

/** More than one baseline has: four kinds at eleven levels on two sides, and the upper motor signs. */
const MOST_FINDINGS = 200;

/** One schema per kind of event, used by the browser, the server, the importer and the terminal. */
export const EVENT_BODIES = {
  "exam-opened": closed({
    person: closed({
      id: uuid(),
      number: text(20, 1),
      name: text(120, 1),
      birthDate: calendarDate(),
      sex: oneOf(["female", "male", "other", "not stated"]),
    }),
    region: oneOf(EXAM_REGIONS),
    settings: readingSettingsSchema,
    /** The version of the evidence it is read under; left out: the figures that ship. */
    evidence: evidenceVersion().optional(),
  }),
  "evidence-chosen": closed({ evidence: evidenceVersion(), reason: text(400) }),
  "settings-changed": closed({ settings: readingSettingsSchema, reason: text(400) }),
  "area-recorded": closed({
    area: name(),
    places: places(1),
    qualities: listOf(QUALITIES),
    now: painOrNone(),
    best: painOrNone(),
    worst: painOrNone(),
  }),
  "area-removed": closed({ area: name() }),
  "familiar-chosen": closed({ area: name(), words: text(300, 1) }),
  "history-recorded": closed({
    onset: oneOf(ONSETS),
    onsetNote: text(1000),
    weeks: orNone(numberIn(0, 5200), "a number of weeks"),
    provokedBy: oneOfOrNone(PROVOKED_BY),
    settlesMinutes: orNone(numberIn(0, 20160), "minutes"),
    eases: text(1000),
  }),
  "centralisation-recorded": closed({ answer: oneOf(["yes", "no", "not tested"]) }),
  "consent-recorded": closed({
    explained: yesNo(),
    agreed: yesNo(),
    others: text(300),
  }),
  "guard-answered": closed({ question: name(), answer: name() }),
  "block-overridden": closed({ block: name(), reason: text(600, 10) }),
  "referral-acknowledged": closed({ referral: name(), action: text(600, 10) }),
  "rest-rated": closed({ intensity: painScore().required("is missing; choose 0 to 10"), places: places() }),
  "run-started": closed({
    run: uuid(),
    test: oneOf(TEST_IDS),
    side: sideOrNone(),
    /** Option by school, and which side lies up. */
    variant: choices(),
    standing: oneOf(["right", "left"]).optional(),
  }),
  "response-recorded": closed({ run: uuid(), stage: name(), response: oneOf(RESPONSES) }),
  "felt-recorded": closed({
    run: uuid(),
    stage: name(),
    places: places(),
    intensity: painOrNone(),
    reactions: listOf(REACTIONS),
    qualities: listOf(QUALITIES).optional(),
  }),
  "answer-recorded": closed({ run: uuid(), stage: name(), answer: name() }),
  "measure-recorded": closed({ run: uuid(), measure: name(), value: orNone(numberIn(-180, 1000), "a number") }),
  "sign-recorded": closed({ run: uuid(), sign: name(), option: orNone(name(), "an option") }),
  "soreness-recorded": closed({
    run: uuid(),
    intensity: painScore().required("is missing; choose 0 to 10"),
    minutes: orNone(numberIn(0, 20160), "minutes"),
  }),
  "dose-recorded": closed({
    run: uuid(),
    stage: name(),
    force: orNone(force(), "a force"),
    seconds: orNone(numberIn(0, 600), "seconds"),
    thrusts: orNone(wholeIn(0, 20), "a number"),
  }),
  "stage-skipped": closed({ run: uuid(), stage: name(), reason: text(300, 1) }),
  "run-stopped": closed({
    run: orNone(uuid(), "the run's id"),
    reason: oneOf(STOP_REASONS),
    note: text(600),
  }),
  "test-skipped": closed({ test: oneOf(TEST_IDS), side: sideOrNone(), reason: text(300, 1) }),
  "test-postponed": closed({ test: oneOf(TEST_IDS), side: sideOrNone(), reason: text(300, 1) }),
  "sheet-set": closed({ label: text(80, 1), tests: distinctListOf(TEST_IDS), reason: text(300) }),
  "neuro-recorded": closed({
    findings: withFastPath(
      array()
        .of(
          closed({
            kind: oneOf(NEURO_KINDS),
            level: name(),
            side: sideOrNone(),
            value: numberIn(0, 5).required("is missing; choose one of the steps"),
            /** What it was at the last visit, when there was one. */
            before: numberIn(0, 5).optional(),
          }),
        )
        .typeError("is not a list; send a list of findings")
        .required("is missing; send a list of findings")
        .min(1, "is empty; send at least one finding")
        .max(MOST_FINDINGS, "is too long; send each finding once"),
      (value) => Array.isArray(value) && value.length > 0 && value.length <= MOST_FINDINGS,
    ),
  }),
  "technique-logged": closed({
    kind: oneOf(TECHNIQUES),
    level: text(60),
    side: sideOrNone(),
    grade: orNone(wholeIn(1, 5), "1 to 5"),
    force: orNone(force(), "a force"),
    holdSeconds: orNone(numberIn(0, 3600), "seconds"),
    repetitions: orNone(wholeIn(0, 500), "a number"),
    note: text(600),
  }),
  "note-written": closed({ text: text(4000, 1), run: uuid().optional(), stage: name().optional() }),
  "start-set": closed({
    source: oneOf(SOURCE_IDS),
    side: sideOrNone(),
    mean: numberIn(0.001, 0.999).required("is missing; use a value between 0 and 1"),
    equivalentPeople: numberIn(2, 100000).required("is missing; say how many people it is worth"),
    reason: text(600, 3),
  }),
  "event-retracted": closed({ event: uuid(), reason: text(300) }),
  "exam-signed": closed({
    name: text(120, 1),
    registration: text(80),
    statement: text(600, 1),
    head: chainHead(),
    length: wholeIn(1, 100000).required("is missing; send the number of events"),
  }),
} as const satisfies Record<string, ObjectSchema<object>>;

export type EventType = keyof typeof EVENT_BODIES;
export type EventBody<T extends EventType> = InferType<(typeof EVENT_BODIES)[T]>;
export const EVENT_TYPES = Object.keys(EVENT_BODIES) as EventType[];

export const envelopeSchema = closed({
  id: uuid(),
  exam: uuid(),
  at: instant(),
  actor: closed({ id: uuid(), name: text(120, 1) }),
  device: text(60, 1),
  type: oneOf(EVENT_TYPES),
  body: withFastPath(
    mixed<object>().required("is missing; send the event's content"),
    (value) => typeof value === "object",
  ),
  /** Set when the event changes a signed record: why. */
  amendment: text(600, 3).optional(),
});

export type Actor = { readonly id: string; readonly name: string };
type Envelope = {
  readonly id: string;
  readonly exam: string;
  readonly at: string;
  readonly actor: Actor;
  readonly device: string;
  readonly amendment?: string;
};

export type EventOf<T extends EventType> = Envelope & { readonly type: T; readonly body: EventBody<T> };
/** One thing that happened, told once and never changed. */
export type ExamEvent = { [T in EventType]: EventOf<T> }[EventType];

/**
 * An event as it came over any edge, checked in full.
 *
 * @param input anything; text is never taken for a number
 * @param where how the place is named in an error, e.g. "event 3"
 * @throws InputError naming each field that is wrong and what to do
 * @example parseEvent({ ...envelope, type: "rest-rated", body: { intensity: 11, places: [] } }, "event 3")
 * // throws: "event 3 › body › intensity: is above 10. Use a value from 0 to 10."
 */
export function parseEvent(input: unknown, where = "event"): ExamEvent {
  if (typeof input !== "object" || input === null || Array.isArray(input))
    refuse(where, "is not an event", "Send an object with id, exam, at, actor, device, type and body.");
  const type = (input as { type?: unknown }).type;
  if (typeof type !== "string" || !Object.hasOwn(EVENT_BODIES, type))
    refuse(
      `${where} › type`,
      `"${String(type).slice(0, 40)}" is not a kind of event this version knows`,
      "Update this program, or leave the event out.",
    );
  check(envelopeSchema, input, where);
  const event = input as ExamEvent;
  check(EVENT_BODIES[event.type] as ObjectSchema<object>, event.body, `${where} › body`);
  return event;
}

/** True when the input is an event that can be taken; for lists where one bad item must not hide the rest. */
export function eventProblem(input: unknown, where: string): InputError | null {
  try {
    parseEvent(input, where);
    return null;
  } catch (error) {
    if (error instanceof InputError) return error;
    throw error;
  }
}
