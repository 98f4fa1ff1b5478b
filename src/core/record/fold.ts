import { copyOf, type StateDraft } from "./copy-of";
import type { RecordedEvent } from "./envelope";
import type { ExamEvent } from "./event";
import { EXAM_KINDS } from "./events";
import { readEvent } from "./read-event";
import { emptyState, type ExamState } from "./state";

/** Ids taken back, last first, so that taking back a retraction restores its event. */
export function retractedBy(events: readonly RecordedEvent[]): Set<string> {
  const dead = new Set<string>();
  for (let index = events.length - 1; index >= 0; index--) {
    const event = events[index]!;
    if (event.type === "event-retracted" && !dead.has(event.id)) dead.add((event as RetractedEvent).body.event);
  }
  return dead;
}

type RetractedEvent = Extract<ExamEvent, { type: "event-retracted" }>;

function apply(draft: StateDraft, recorded: RecordedEvent): void {
  const event = readEvent(recorded);
  if (!event) {
    const { id, type, at, v } = recorded;
    draft.unread.push({ id, type, at, ...(v === undefined ? {} : { v }) });
    return;
  }
  if (event.amendment) draft.amendments.push({ event, reason: event.amendment });
  if (!draft.retracted.has(event.id))
    (EXAM_KINDS[event.type].fold as (draft: StateDraft, event: ExamEvent) => void)(draft, event);
}

/**
 * The state after some more events, as a new one.
 *
 * @param retracted the ids that are taken back once all of the exam's events are known
 * @param reached told of the state after each event, while it is still being added to
 */
export function extended(
  state: ExamState,
  events: readonly RecordedEvent[],
  retracted: ReadonlySet<string> = state.retracted,
  reached: (state: () => ExamState, count: number) => void = () => {},
): ExamState {
  const draft = copyOf(state);
  draft.retracted = retracted;
  events.forEach((event, index) => {
    if (draft.id === "") (draft as { id: string }).id = event.exam;
    draft.known = draft.known.with(event.id);
    apply(draft, event);
    reached(() => copyOf(draft) as unknown as ExamState, index + 1);
  });
  return draft as unknown as ExamState;
}

/**
 * Adding events one by one with no copy made for each. The state it gives is of
 * that moment: its lists go on growing.
 */
export function foldingFrom(state: ExamState): { state: () => ExamState; add: (event: RecordedEvent) => void } {
  const draft = copyOf(state);
  return {
    state: () => ({ ...draft }) as unknown as ExamState,
    add: (event) => {
      if (draft.id === "") (draft as { id: string }).id = event.exam;
      draft.known = draft.known.with(event.id);
      apply(draft, event);
    },
  };
}

/**
 * The state an exam's events add up to. A retracted event is as if it never
 * happened; of two answers to one question the later in the list holds. The
 * order is the list's, never the clocks'. An event of a later program changes
 * nothing and is listed.
 *
 * @example fold([]).signed // null
 */
export const fold = (events: readonly RecordedEvent[]): ExamState =>
  extended(emptyState(events[0]?.exam ?? ""), events, retractedBy(events));
