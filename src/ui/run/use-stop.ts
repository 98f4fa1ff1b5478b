import { answerDraft, runPosition } from "@/core/admission";
import type { Stage } from "@/core/knowledge";
import type { SheetStep } from "@/core/planning";
import { type EventDraft, type ExamState, kindOf } from "@/core/record";
import type { STOP_REASONS } from "@/core/vocabulary";
import { useExam } from "../exam/exam-provider";
import { startDraft, type TestActions } from "./use-test";

export type StopReason = (typeof STOP_REASONS)[number];

/** The answer that says of a stage that it was their own pain; null where there is none. */
export const theirAnswer = (stage: Stage): string | null =>
  kindOf(stage) === "provoke" ? "familiar" : (stage.options?.find(({ id }) => id === "theirs")?.id ?? null);

const takeBack = (state: ExamState, reason: string): EventDraft[] => {
  const stop = state.stops.at(-1);
  return stop ? [{ type: "event-retracted", body: { event: stop.event, reason } }] : [];
};

/** A stop stands at the press; what it was is said afterwards. */
export function useStop(step: SheetStep, { variant }: TestActions) {
  const { appendFrom, newId } = useExam();
  const runIn = (state: ExamState) => runPosition(state, step, variant).run;
  const stopDraft = (state: ExamState, reason: StopReason, note: string): EventDraft => ({
    type: "run-stopped",
    body: { run: runIn(state)?.id ?? null, reason, note },
  });
  return {
    stop: () => void appendFrom((latest) => [stopDraft(latest, "other", "")]),
    wasFor: (reason: StopReason, note: string) =>
      void appendFrom((latest) => [...takeBack(latest, "its reason follows"), stopDraft(latest, reason, note)]),
    /** Their own pain ends the ladder by itself: it is the answer, and what follows is where, and letting go. */
    wasTheirs: (at: Stage) =>
      void appendFrom((latest) => {
        const answer = theirAnswer(at);
        const there = runIn(latest)?.id;
        const run = there ?? newId();
        return answer === null
          ? []
          : [
              ...takeBack(latest, "it was their own pain"),
              ...(there ? [] : [startDraft(step, variant, run)]),
              answerDraft(at, run, answer),
            ];
      }),
    wasSlip: () => void appendFrom((latest) => takeBack(latest, "a slip")),
  };
}
