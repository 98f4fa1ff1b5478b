import { array, boolean, type InferType, mixed, object, type ObjectSchema, string } from "yup";
import { TEST_IDS } from "../knowledge/protocols/types";
import { check, InputError, refuse } from "../problem";
import {
  calendarDate,
  closed,
  isInstant,
  isUuid,
  force,
  instant,
  numberIn,
  oneOf,
  painScore,
  places,
  text,
  uuid,
  wholeIn,
} from "../schema";
import { QUALITIES, REACTIONS, RESPONSES } from "../vocabulary/examination";
import { SIDES } from "../vocabulary/sides";
import { SOURCE_IDS } from "../vocabulary/sources";
import { readingSettingsSchema } from "./settings";

const side = () => oneOf(SIDES);
const sideOrNone = () =>
  mixed<"right" | "left">()
    .nullable()
    .oneOf([...SIDES, null], "is not right, left or none; choose one of these")
    .defined("is missing; send right, left or null");
const list = <const T extends string>(values: readonly T[]) =>
  array()
    .of(oneOf(values))
    .typeError("is not a list; send a list")
    .defined("is missing; send a list, even if empty")
    .max(values.length, "is too long; send each once");
const name = () => text(80, 1).matches(/^[a-z0-9.-]+$/, "is not an id; use small letters, digits, dots and dashes");
const painOrNone = () => painScore().nullable().defined("is missing; send 0 to 10, or null");
const yesNo = () =>
  boolean().typeError("is not yes or no; send true or false").required("is missing; send true or false");

export const ONSETS = ["injury", "gradual", "sudden", "after birth or pregnancy", "not known"] as const;
export const PROVOKED_BY = ["little", "moderate", "much"] as const;
export const STOP_REASONS = [
  "asked to stop",
  "new numbness, tingling or weakness",
  "faint or unwell",
  "pain too strong",
  "other",
] as const;

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
    region: oneOf(["lumbopelvic"]),
    settings: readingSettingsSchema,
  }),
  "settings-changed": closed({ settings: readingSettingsSchema, reason: text(400) }),
  "area-recorded": closed({
    area: name(),
    places: places(1),
    qualities: list(QUALITIES),
    now: painOrNone(),
    best: painOrNone(),
    worst: painOrNone(),
  }),
  "area-removed": closed({ area: name() }),
  "familiar-chosen": closed({ area: name(), words: text(300, 1) }),
  "history-recorded": closed({
    onset: oneOf(ONSETS),
    onsetNote: text(1000),
    weeks: numberIn(0, 5200).nullable().defined("is missing; send a number of weeks, or null"),
    provokedBy: mixed<(typeof PROVOKED_BY)[number]>()
      .nullable()
      .oneOf([...PROVOKED_BY, null], "is not one of little, moderate, much; choose one")
      .defined("is missing; choose one, or null"),
    settlesMinutes: numberIn(0, 20160).nullable().defined("is missing; send minutes, or null"),
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
    variant: closed({
      dose: oneOf(["steady", "hold-then-thrust", "graded"]),
      contact: name().optional(),
      hand: name().optional(),
      sideUp: side().optional(),
    }),
    standing: oneOf(["right", "left"]).optional(),
  }),
  "response-recorded": closed({ run: uuid(), stage: name(), response: oneOf(RESPONSES) }),
  "felt-recorded": closed({
    run: uuid(),
    stage: name(),
    places: places(),
    intensity: painOrNone(),
    reactions: list(REACTIONS),
  }),
  "dose-recorded": closed({
    run: uuid(),
    stage: name(),
    force: force().nullable().defined("is missing; send a force, or null"),
    seconds: numberIn(0, 600).nullable().defined("is missing; send seconds, or null"),
    thrusts: wholeIn(0, 20).nullable().defined("is missing; send a number, or null"),
  }),
  "stage-skipped": closed({ run: uuid(), stage: name(), reason: text(300, 1) }),
  "run-stopped": closed({
    run: uuid().nullable().defined("is missing; send the run's id, or null"),
    reason: oneOf(STOP_REASONS),
    note: text(600),
  }),
  "test-skipped": closed({ test: oneOf(TEST_IDS), side: sideOrNone(), reason: text(300, 1) }),
  "note-written": closed({ text: text(4000, 1) }),
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
    head: text(64, 64).matches(/^[0-9a-f]+$/, "is not a chain head; send 64 hexadecimal digits"),
    length: wholeIn(1, 100000).required("is missing; send the number of events"),
  }),
} as const satisfies Record<string, ObjectSchema<object>>;

export type EventType = keyof typeof EVENT_BODIES;
export type EventBody<T extends EventType> = InferType<(typeof EVENT_BODIES)[T]>;
export const EVENT_TYPES = Object.keys(EVENT_BODIES) as EventType[];

export const envelopeSchema = object({
  id: uuid(),
  exam: uuid(),
  at: instant(),
  actor: closed({ id: uuid(), name: text(120, 1) }),
  device: text(60, 1),
  type: oneOf(EVENT_TYPES),
  body: mixed<object>().required("is missing; send the event's content"),
  /** Set when the event changes a signed record: why. */
  amendment: string()
    .typeError("is not text; write why the signed record is changed")
    .optional()
    .min(3, "is too short; say why the signed record is changed")
    .max(600, "is longer than 600 characters; shorten it"),
}).noUnknown("holds a field that is not known: ${unknown}; leave it out, or update this program");

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

const ENVELOPE_KEYS = 7;
const isShort = (value: unknown, max: number): boolean =>
  typeof value === "string" && value.length <= max && value.trim().length > 0;

/**
 * Says yes only to envelopes that `envelopeSchema` takes, in a fraction of its
 * time: every tap passes here, on both sides. Anything else, an amendment too,
 * is left to the schema. A property test holds the two together.
 */
export function isPlainEnvelope(input: object): boolean {
  const { id, exam, at, actor, device, body } = input as Partial<Envelope> & { body?: unknown };
  return (
    Object.keys(input).length === ENVELOPE_KEYS &&
    typeof body === "object" &&
    body !== null &&
    isUuid(id) &&
    isUuid(exam) &&
    isInstant(at) &&
    isShort(device, 60) &&
    typeof actor === "object" &&
    actor !== null &&
    Object.keys(actor).length === 2 &&
    isUuid(actor.id) &&
    isShort(actor.name, 120)
  );
}

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
  if (!isPlainEnvelope(input)) check(envelopeSchema, input, where);
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
