"use client";

import { ANYTHING_NEW, askedAllAgain } from "@/core/course";
import { carriedAnswers, isGrave } from "@/core/safety";
import { Button } from "../primitives/button";
import { dayText } from "../primitives/dates";
import { useExam } from "../exam/exam-provider";
import { useCourse } from "./use-course";

/** At a later visit: the grave questions anew, and the others only where something is new. */
export function NothingNew() {
  const { state, guard, append } = useExam();
  const { earlier, signs } = useCourse();
  const last = earlier.findLast(({ guardAnswers }) => Object.keys(guardAnswers).length > 0);
  if (!last || state.signed || state.ended) return null;
  const date = state.opened?.body.visit?.date ?? last.date;
  const reasons = askedAllAgain(earlier, { date, areas: state.areas }, signs);
  const waiting = guard.unanswered.filter(({ id }) => isGrave(id));
  const carried = carriedAnswers(guard, last.guardAnswers);
  if (guard.unanswered.length === 0) return null;
  if (reasons.length > 0)
    return (
      <p role="status" className="rounded-xl border border-edge bg-caution-well p-3 text-caution" data-all-again>
        All questions are asked anew: {reasons.join("; ")}.
      </p>
    );
  if (waiting.length > 0)
    return (
      <p role="status" className="rounded-xl border border-edge bg-well p-3" data-grave-first>
        Asked anew first: the grave ones, {waiting.length} left. Then whether anything is new since {dayText(last.date)}
        .
      </p>
    );
  if (carried.length === 0) return null;
  return (
    <div className="rounded-xl border-2 border-ink bg-card p-3" data-anything-new>
      <p className="text-xl">&ldquo;{ANYTHING_NEW}&rdquo;</p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button look="main" big onClick={() => void append(...carried)}>
          Nothing new: the {carried.length} answers of {dayText(last.date)} stand
        </Button>
        <Button
          big
          onClick={() =>
            void append({
              type: "note-written",
              body: { text: `${ANYTHING_NEW} Yes, or not sure: all is asked anew.` },
            })
          }
        >
          Yes, or not sure: ask all
        </Button>
      </div>
    </div>
  );
}
