import { phrase } from "../base";
import type { ExamEvent, ExamState } from "../record";
import { problem, type Refusal } from "./admit-run";
import { MOST_EVENTS } from "./limits";

/** From here on the screens say that the record is getting full. */
export const NEARLY_FULL = 4000;
/** From here on only what ends an exam is taken. */
const LAST_ROOM = 4900;

const ENDS_AN_EXAM: ReadonlySet<ExamEvent["type"]> = new Set([
  "run-stopped",
  "note-written",
  "event-retracted",
  "exam-ended",
  "exam-signed",
  "amendment-signed",
]);

/**
 * Whether there is room for one more event. The last hundred places are kept for
 * stopping, noting, signing, amending and taking back.
 *
 * @example roomProblem(state, ratingAtRest) // null
 */
export function roomProblem(state: Pick<ExamState, "known">, event: ExamEvent): Refusal | null {
  const { size } = state.known;
  if (size < LAST_ROOM) return null;
  if (size >= MOST_EVENTS)
    return problem(
      "event",
      phrase`the record is full: it holds ${MOST_EVENTS} events`,
      "Go on in a new examination of the same person.",
    );
  return ENDS_AN_EXAM.has(event.type) || event.amendment
    ? null
    : problem(
        "event",
        phrase`the record is nearly full: it holds ${size} of ${MOST_EVENTS} events, and the last places are kept`,
        "Note what is left, sign it, and go on in a new examination.",
      );
}

/**
 * What to say of a record that is getting full; null while there is room.
 *
 * @example roomWarning(state) // null
 */
export const roomWarning = ({ known }: Pick<ExamState, "known">): string | null =>
  known.size < NEARLY_FULL
    ? null
    : `This record holds ${known.size} of at most ${MOST_EVENTS} events. From ${LAST_ROOM} on only stopping, noting, signing, amending and taking back are taken.`;
