import { InputError, type Problem, worded } from "../base";
import {
  type Actor,
  append,
  type Base,
  begin,
  type Channel,
  type EventBody,
  type EventDraft,
  eventProblem,
  type ExamEvent,
  type History,
  historyOf,
  readEvent,
  SIGNATURES,
  versionOfEvent,
  walk,
  type RecordedEvent,
  type TakenFrom,
} from "../record";
import { RECORD_VERSION } from "../vocabulary";
import { shapeProblem } from "./admit";
import { problem, type Refusal } from "./admit-run";
import { asksPermission, permissionProblem } from "./permission";
import { roomProblem } from "./room";

/** What a tap's events have in common, and where each gets its id from. */
export type TapEnvelope = {
  /** The instant of the tap; a device never uses one twice, since a tap's events are known by it. */
  readonly at: string;
  readonly actor: Actor;
  readonly device: string;
  readonly newId: () => string;
  /** The end of the record as the device knows it. */
  readonly base?: Base | undefined;
  readonly channel?: Channel | undefined;
  /** Where it was taken over from, when it stands in another continuation. */
  readonly origin?: TakenFrom | undefined;
  /** On a signed record: why it is changed; a signature closes changes and is none itself. */
  readonly amendment?: string | undefined;
};

/** A tap that was taken: the history with it, and the events it was made of. */
export type TakenTap = { readonly history: History; readonly events: readonly ExamEvent[] };

const inside = (where: string, wrong: Problem): InputError =>
  new InputError([{ ...wrong, where: `${where} › ${wrong.where}` }]);

/** What an event that was written by a later program is refused with. */
const LATER = problem(
  "type",
  "was written by a later version of this program",
  "Update this program, then send it again.",
  "update",
);

/** Whether another device's event, before this place, was not known to the one that made an event. */
const hadNotSeen = (
  { base, device }: RecordedEvent,
  events: readonly RecordedEvent[],
  place = events.length,
): boolean => base !== undefined && events.slice(base.seq, place).some((other) => other.device !== device);

/**
 * The history as the device knew it when it made the event: up to its base, and
 * its own events since. The history itself where it had seen all of it.
 */
function asKnownTo(history: History, event: RecordedEvent): History {
  const { base, device } = event;
  if (!base || !hadNotSeen(event, history.events)) return history;
  const own = history.events.slice(base.seq).filter((other) => other.device === device);
  return historyOf(history.exam, [...history.events.slice(0, base.seq), ...own]);
}

/**
 * A new event as today's rules judge it: in today's shape and under today's
 * version, whatever it says of itself. Only what is stored is read by the rules
 * of its own day.
 *
 * @returns null for an event of a later program
 * @example asNew(ratingAtRest).v // RECORD_VERSION
 */
export function asNew(recorded: RecordedEvent): ExamEvent | null {
  const event = readEvent(recorded);
  return event && versionOfEvent(event) !== RECORD_VERSION ? { ...event, v: RECORD_VERSION } : event;
}

/**
 * What the gate says of an event at the end of a history: null when it is taken
 * as it should be; "irregular" when it would be refused now and was allowed as
 * far as its device knew; else why it is refused.
 *
 * @example gate(history, ratingAtRest) // null
 */
export function gate(history: History, recorded: RecordedEvent): Refusal | "irregular" | null {
  const event = asNew(recorded);
  if (!event) return LATER;
  const wrong = shapeProblem(history.state, event) ?? roomProblem(history.state, event);
  if (wrong || !asksPermission(event)) return wrong;
  const refused = permissionProblem(history.state, event);
  if (!refused) return null;
  const known = asKnownTo(history, recorded);
  return known !== history && permissionProblem(known.state, event) === null ? "irregular" : refused;
}

/** An event that was done although it would not be allowed where it stands. */
export type Irregularity = { readonly event: string; readonly seq: number; readonly why: string };

/**
 * What stands in a record although permission to begin it was not there: done
 * before another device's answer had arrived, or recorded where nobody asked.
 *
 * @param all every event is looked at, not only those made before their device knew of others
 * @example irregularities(historyOf(exam, events)) // []
 */
export function irregularities({ exam, events }: Pick<History, "exam" | "events">, all = false): Irregularity[] {
  const doubtful = (recorded: RecordedEvent, index: number): boolean =>
    asksPermission(recorded as Pick<ExamEvent, "type">) && (all || hadNotSeen(recorded, events, index));
  if (!events.some(doubtful)) return [];
  const found: Irregularity[] = [];
  walk(exam, events, (state, recorded, index) => {
    const event = doubtful(recorded, index) ? readEvent(recorded) : null;
    const refused = event && permissionProblem(state, event);
    if (!refused) return;
    const how = hadNotSeen(recorded, events, index)
      ? "done before the other device's answer arrived"
      : "would not have been taken";
    found.push({ event: recorded.id, seq: index + 1, why: `${how}: ${worded(refused.what)}` });
  });
  return found;
}

/**
 * Appends one event at the gate: the same from the screen and on the server.
 *
 * @param where what the event is called in a refusal
 * @returns the history with it, or what is wrong
 */
export function appendGated(history: History, event: RecordedEvent, where: string): History | InputError {
  const said = gate(history, event);
  return said === null || said === "irregular" ? append(history, [event]) : inside(where, said);
}

/**
 * Refuses events that were recorded elsewhere and make no sense one after the
 * other: the shape of each is asked, permission is not, since what was done was
 * done. One of a later program is kept as it is.
 *
 * @param where what the events are called in a refusal
 * @throws InputError naming the first event that makes no sense after those before it
 */
export const assertRecorded = (exam: string, events: readonly RecordedEvent[], where: string): void =>
  walk(exam, events, (state, recorded, index) => {
    const event = readEvent(recorded);
    const wrong = event && shapeProblem(state, event);
    if (wrong) throw inside(`${where} › event ${index + 1}`, wrong);
  });

/**
 * Makes one tap's drafts into events, each checked against what stands before
 * it, and appends them: all of them, or none.
 *
 * @returns the history with them, or what is wrong with the first that cannot be taken
 * @example appendTap(history, [{ type: "rest-rated", body: { intensity: 3, places: [] } }], envelope).events.length // 1
 */
export function appendTap(
  history: History,
  drafts: readonly EventDraft[],
  { at, actor, device, newId, base, channel, origin, amendment }: TapEnvelope,
  where = "this entry",
): TakenTap | InputError {
  let next = history;
  for (const draft of drafts) {
    const event = {
      id: newId(),
      exam: history.exam,
      at,
      actor,
      device,
      v: RECORD_VERSION,
      ...(base ? { base } : {}),
      ...(channel ? { channel } : {}),
      ...(origin ? { origin } : {}),
      ...draft,
      ...(amendment && !SIGNATURES.has(draft.type) ? { amendment } : {}),
    } as ExamEvent;
    const taken = eventProblem(event, where) ?? appendGated(next, event, where);
    if (taken instanceof InputError) return taken;
    next = taken;
  }
  return { history: next, events: next.events.slice(history.events.length) as ExamEvent[] };
}

/**
 * A new examination: its first event, which names the person, the region and
 * the settings it is read under.
 *
 * @param exam the new exam's id, a UUID
 * @returns the history that later taps are appended to, or what is wrong
 * @example openExam(newExam, opening, envelope).history.state.opened.type // "exam-opened"
 */
export const openExam = (exam: string, body: EventBody<"exam-opened">, envelope: TapEnvelope): TakenTap | InputError =>
  appendTap(begin(exam), [{ type: "exam-opened", body }], envelope, "the opening");
