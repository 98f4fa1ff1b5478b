import { closedAs, oneOf, text } from "../../base";
import { type Draft, kind } from "../envelope";

/** Why an examination came to its end, as it is said of it. */
export const END_REASONS = {
  answered: "the question is answered",
  sore: "too sore to go on",
  time: "out of time",
  wish: "they wished to stop",
  emergency: "an emergency",
  /** Only of one in which nothing was recorded yet. */
  mistake: "opened by mistake",
  other: "another reason",
} as const;
export type EndReason = keyof typeof END_REASONS;

export type ExamEndedBody = {
  reason: EndReason;
  note: string;
};
const ended = closedAs<ExamEndedBody>({ reason: oneOf(Object.keys(END_REASONS) as EndReason[]), note: text(300) });

export type EndingState = { ended: (ExamEndedBody & { readonly event: string; readonly at: string }) | null };

export const notEnded: EndingState = { ended: null };

/**
 * Why an examination stopped short of its question; null while it goes on, and
 * when it ended because the question is answered.
 *
 * @example endedShort({ ended: null }) // null
 */
export const endedShort = ({ ended }: EndingState): string | null =>
  ended === null || ended.reason === "answered"
    ? null
    : ended.reason === "other" && ended.note
      ? ended.note
      : END_REASONS[ended.reason];

export const ending = {
  /** No test begins after it; what was found can still be completed, and the end be taken back. */
  "exam-ended": kind(ended, (draft: Draft<EndingState>, { id, at, body }) => {
    draft.ended = { ...body, event: id, at };
  }),
};
