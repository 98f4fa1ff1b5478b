import type { RecordedEvent } from "./envelope";
import { extended, foldingFrom, retractedBy } from "./fold";
import { emptyState, type ExamState } from "./state";

/** A state some way back, so that a retraction need not go back to the beginning. */
type Mark = { readonly length: number; readonly state: ExamState };

/**
 * One exam's events and what they add up to. It never changes: what is appended
 * gives another history, which shares with this one whatever stayed the same.
 */
export type History = {
  readonly exam: string;
  readonly events: readonly RecordedEvent[];
  readonly state: ExamState;
  readonly marks: readonly Mark[];
};

const EVENTS_BETWEEN_MARKS = 100;

/**
 * A history in which nothing has happened.
 *
 * @param exam the exam's id
 * @example begin("0190a6f2-0000-7000-8000-000000000001").state.opened // null
 */
export const begin = (exam: string): History => ({ exam, events: [], state: emptyState(exam), marks: [] });

/** The first event that is taken back now and was not before, or the other way round; the length when there is none. */
function firstChange(events: readonly RecordedEvent[], before: ReadonlySet<string>, now: ReadonlySet<string>): number {
  const index = events.findIndex(({ id }) => before.has(id) !== now.has(id));
  return index < 0 ? events.length : index;
}

/**
 * The history after some more events, in their order. A retraction goes back
 * only as far as the event that it is about. What may be appended is for
 * `admit` to say; here everything is taken.
 *
 * @example append(history, [ratingAtRest]).state.rest // the new rating
 */
export function append(history: History, added: readonly RecordedEvent[]): History {
  if (added.length === 0) return history;
  const { exam, state, marks } = history;
  const events = [...history.events, ...added];
  const retracted = added.some(({ type }) => type === "event-retracted") ? retractedBy(events) : state.retracted;
  const unchanged = retracted === state.retracted ? events.length : firstChange(events, state.retracted, retracted);
  const valid = marks.filter(({ length }) => length <= unchanged);
  const from =
    unchanged >= history.events.length
      ? { length: history.events.length, state }
      : (valid.at(-1) ?? { length: 0, state: emptyState(exam) });
  const made: Mark[] = [];
  const next = extended(from.state, events.slice(from.length), retracted, (reached, count) => {
    const length = from.length + count;
    if (length % EVENTS_BETWEEN_MARKS === 0) made.push({ length, state: reached() });
  });
  return { exam, events, state: next, marks: [...valid, ...made] };
}

/**
 * Goes through events in their order, each with the state before it. Much
 * quicker than appending them one by one.
 *
 * @param visit told of each event; the state it is given is of that moment only and must not be kept
 */
export function walk(
  exam: string,
  events: readonly RecordedEvent[],
  visit: (state: ExamState, event: RecordedEvent, index: number) => void,
): void {
  let history = begin(exam);
  let from = 0;
  let folding = foldingFrom(history.state);
  events.forEach((event, index) => {
    visit(folding.state(), event, index);
    if (event.type !== "event-retracted") return folding.add(event);
    history = append(history, events.slice(from, index + 1));
    from = index + 1;
    folding = foldingFrom(history.state);
  });
}

/**
 * The history of events that were recorded before.
 *
 * @example historyOf(exam, events).state // what `fold(events)` gives
 */
export const historyOf = (exam: string, events: readonly RecordedEvent[]): History => append(begin(exam), events);
