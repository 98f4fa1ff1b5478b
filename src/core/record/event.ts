import type { ObjectSchema } from "yup";
import { anyKinds, type Envelope } from "./envelope";
import { EXAM_KINDS } from "./events";

export type EventType = keyof typeof EXAM_KINDS;
export type EventBody<T extends EventType> = (typeof EXAM_KINDS)[T]["body"]["__outputType"];
export const EVENT_TYPES = Object.keys(EXAM_KINDS) as EventType[];

/** Whether a word names a kind of event of an exam. */
export const isEventType = (type: string): type is EventType => Object.hasOwn(EXAM_KINDS, type);

export type EventOf<T extends EventType> = Envelope & { readonly type: T; readonly body: EventBody<T> };
/** One thing that happened, told once and never changed, in today's shape. */
export type ExamEvent = { [T in EventType]: EventOf<T> }[EventType];

/** What is to be recorded, before it has an id, a time and an actor. */
export type EventDraft = { [T in EventType]: { readonly type: T; readonly body: EventBody<T> } }[EventType];

/** The schema of a kind's content as a version wrote it. */
export function bodySchema(type: EventType, v: number): ObjectSchema<object> {
  const { body, older } = anyKinds(EXAM_KINDS)[type]!;
  return older.find((earlier) => v <= earlier.v)?.body ?? body;
}
