import { remembered } from "../base";
import { RECORD_VERSION } from "../vocabulary";
import { type RecordedEvent, versionOfEvent } from "./envelope";
import { type ExamEvent, isEventType } from "./event";
import { EXAM_KINDS } from "./events";

/** Why an event cannot be read here: its kind or its version came after this program. */
export type Unread = "kind" | "version";

/** Why an event cannot be read, or null when it can. */
export function unreadable({ type, v }: Pick<RecordedEvent, "type" | "v">): Unread | null {
  if (!isEventType(type)) return "kind";
  return versionOfEvent({ ...(v === undefined ? {} : { v }) }) > RECORD_VERSION ? "version" : null;
}

/** The same object for the same event, so that what was worked out of it stands. */
const upcast = remembered((event: ExamEvent): ExamEvent => {
  const v = versionOfEvent(event);
  const steps = EXAM_KINDS[event.type].older.filter((earlier) => v <= earlier.v);
  const body = steps.reduce<object>((content, { up }) => up(content as never), event.body);
  return { ...event, body } as ExamEvent;
});

/**
 * A recorded event in today's shape; null when its kind or version came after
 * this program. What stands in the record is not changed, and this result is
 * never stored, hashed or sent.
 *
 * @example readEvent(openedByVersionOne).body.purpose // "care"
 */
export function readEvent(recorded: RecordedEvent): ExamEvent | null {
  if (unreadable(recorded)) return null;
  const event = recorded as ExamEvent;
  const v = versionOfEvent(event);
  return EXAM_KINDS[event.type].older.some((earlier) => v <= earlier.v) ? upcast(event) : event;
}

/** The events that can be read here, in today's shape. */
export const readEvents = (events: readonly RecordedEvent[]): ExamEvent[] =>
  events.flatMap((recorded) => readEvent(recorded) ?? []);
