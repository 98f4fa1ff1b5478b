import type { Act } from "../access";
import type { EpisodeKind, EventType } from "../record";

/** What recording each kind of event amounts to: a kind that is not named here does not compile. */
const ACT_OF_EVENT: Readonly<Record<EventType | EpisodeKind, Act>> = {
  "exam-opened": "examine",
  "evidence-chosen": "examine",
  "settings-changed": "examine",
  "read-anew": "examine",
  "start-set": "examine",
  "visit-noted": "examine",
  "asked-anew": "examine",
  "area-recorded": "examine",
  "area-removed": "examine",
  "familiar-chosen": "examine",
  "symptom-named": "examine",
  "symptom-dropped": "examine",
  "symptom-first": "examine",
  "history-recorded": "examine",
  "centralisation-recorded": "examine",
  "rest-rated": "examine",
  "consent-recorded": "examine",
  "guard-answered": "examine",
  "short-exam-recorded": "examine",
  "block-overridden": "override a block",
  "referral-acknowledged": "examine",
  "plan-set": "examine",
  "run-started": "examine",
  "stage-skipped": "examine",
  "run-stopped": "examine",
  "run-counted": "examine",
  "test-skipped": "examine",
  "test-postponed": "examine",
  "sheet-set": "examine",
  "response-recorded": "examine",
  "felt-recorded": "examine",
  "answer-recorded": "examine",
  "sign-recorded": "examine",
  "soreness-recorded": "examine",
  "dose-recorded": "examine",
  "measure-recorded": "examine",
  "answer-reported": "examine",
  "segment-examined": "examine",
  "position-answered": "examine",
  "vitals-recorded": "examine",
  "neuro-recorded": "examine",
  "technique-logged": "examine",
  "reaction-told": "examine",
  "activity-rated": "examine",
  "exam-ended": "examine",
  "note-written": "examine",
  "event-retracted": "examine",
  "exam-signed": "sign",
  "amendment-signed": "sign",
  /** Of an episode of care. */
  "episode-opened": "examine",
  "visit-joined": "examine",
  "visit-left": "examine",
  "technique-moved": "examine",
  "marker-set": "examine",
  "marker-dropped": "examine",
  "outcome-told": "examine",
  "review-set": "examine",
  "letter-wanted": "examine",
  "letter-sent": "examine",
  "letter-written": "examine",
  "episode-ended": "examine",
};

/**
 * What recording an event of an examination or an episode amounts to; a technique that is done
 * despite a block overrides it. Null: a kind that this program does not know, which
 * nobody may record.
 *
 * @example actOfEvent({ type: "exam-signed" }) // "sign"
 */
export function actOfEvent({ type, body }: { readonly type: string; readonly body?: object }): Act | null {
  if (type === "technique-logged" && body && (body as { despite?: unknown }).despite) return "override a block";
  return Object.hasOwn(ACT_OF_EVENT, type) ? ACT_OF_EVENT[type as keyof typeof ACT_OF_EVENT] : null;
}

/** What a helper at the keys records: what happens in the run, and nothing that is decided. */
const KEYS_OF_A_RUN: ReadonlySet<string> = new Set<EventType>([
  "run-started",
  "response-recorded",
  "felt-recorded",
  "answer-recorded",
  "measure-recorded",
  "answer-reported",
  "sign-recorded",
  "soreness-recorded",
  "dose-recorded",
  "rest-rated",
  "stage-skipped",
  "run-stopped",
  "note-written",
  "event-retracted",
]);

/**
 * Whether an event is one of those that a helper at the keys may record.
 *
 * @example isKeyOfRun("response-recorded") // true
 * @example isKeyOfRun("exam-signed") // false
 */
export const isKeyOfRun = (type: string): boolean => KEYS_OF_A_RUN.has(type);
