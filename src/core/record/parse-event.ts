import { check, InputError, named, refuse, phrase } from "../base";
import { RECORD_VERSION } from "../vocabulary";
import { envelopeOf, type RecordedEvent } from "./envelope";
import { bodySchema, type EventType } from "./event";
import { unreadable } from "./read-event";

/** Whether an event of a later program is kept as it is, or refused. Only what was recorded elsewhere is kept. */
export type Later = "keep" | "refuse";

/** The version an event says it is of; refused when that is no version. */
function versionIn(input: object, where: string): number {
  const { v } = input as { v?: unknown };
  if (v === undefined) return 1;
  if (typeof v !== "number" || !Number.isInteger(v) || v < 2)
    refuse(
      `${where} › v`,
      phrase`"${named(v)}" is not a version`,
      "Leave it out for version 1, or send a whole number.",
    );
  return v;
}

/**
 * An event as it came over any edge, checked in full against the version that wrote it.
 *
 * @param input anything; text is never taken for a number
 * @param where how the place is named in an error, e.g. "event 3"
 * @param later what becomes of an event whose kind or version is not known here
 * @throws InputError naming each field that is wrong and what to do
 * @example parseEvent(ratingAtRest, "event 3").type // "rest-rated"
 */
export function parseEvent(input: unknown, where = "event", later: Later = "refuse"): RecordedEvent {
  if (typeof input !== "object" || input === null || Array.isArray(input))
    refuse(where, "is not an event", "Send an object with id, exam, at, actor, device, type and body.");
  const { type } = input as { type?: unknown };
  if (typeof type !== "string")
    refuse(`${where} › type`, phrase`"${named(type)}" is not a kind of event`, "Send the kind as text.");
  const v = versionIn(input, where);
  const unread = unreadable({ type, v });
  if (unread === "kind" && (later === "refuse" || v <= RECORD_VERSION))
    refuse(
      `${where} › type`,
      phrase`"${named(type)}" is not a kind of event this version knows`,
      "Update this program, or leave the event out.",
    );
  if (unread === "version" && later === "refuse")
    refuse(
      `${where} › v`,
      phrase`is ${v}, and this program writes and reads up to ${RECORD_VERSION}`,
      "Update this program, then send it again.",
    );
  check(envelopeOf("exam", v), input, where);
  const event = input as RecordedEvent;
  if (!unread) check(bodySchema(event.type as EventType, v), event.body, `${where} › body`);
  return event;
}

/**
 * What is wrong with an event, or null; for lists where one bad item must not hide the rest.
 *
 * @example eventProblem({ ...ratingAtRest, body: { intensity: 11, places: [] } }, "event 3")?.problems[0]?.where
 * // "event 3 › body › intensity"
 */
export function eventProblem(input: unknown, where: string, later: Later = "refuse"): InputError | null {
  try {
    parseEvent(input, where, later);
    return null;
  } catch (error) {
    if (error instanceof InputError) return error;
    throw error;
  }
}
