"use client";

import { ANYTHING_NEW, askedAllAgain } from "@/core/course";
import { carriedAnswers, isGrave } from "@/core/safety";
import type { EventDraft } from "@/core/record";
import { Button } from "../primitives/button";
import { dayText } from "../primitives/dates";
import { useExam } from "../exam/exam-provider";
import { KeyHint } from "../shell/key-hint";
import { KEYS } from "../shell/keymap";
import { useKeys } from "../shell/use-keys";
import { useCourse } from "../course/use-course";

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
  return (
    <Asked
      {...{ reasons, carried, since: last.date, grave: waiting.length, isDone: guard.unanswered.length === 0 }}
      onNothing={() => void append(...carried)}
      onNew={() =>
        void append({ type: "note-written", body: { text: `${ANYTHING_NEW} Yes, or not sure: all is asked anew.` } })
      }
    />
  );
}

type AskedProps = {
  readonly reasons: readonly string[];
  readonly carried: readonly EventDraft[];
  readonly since: string;
  /** Grave questions that are not answered anew yet. */
  readonly grave: number;
  readonly isDone: boolean;
  readonly onNothing: () => void;
  readonly onNew: () => void;
};

function Asked({ reasons, carried, since, grave, isDone, onNothing, onNew }: AskedProps) {
  const isAsked = !isDone && reasons.length === 0 && grave === 0 && carried.length > 0;
  useKeys(KEYS.nothingNew, () => isAsked && onNothing());
  if (isDone) return null;
  if (reasons.length > 0)
    return (
      <p role="status" className="rounded-xl border border-edge bg-caution-well p-3 text-caution" data-all-again>
        All questions are asked anew: {reasons.join("; ")}.
      </p>
    );
  if (grave > 0)
    return (
      <p role="status" className="rounded-xl border border-edge bg-well p-3" data-grave-first>
        Asked anew first: the grave ones, {grave} left. Then whether anything is new since {dayText(since)}.
      </p>
    );
  if (!isAsked) return null;
  return (
    <div className="rounded-xl border-2 border-ink bg-card p-3" data-anything-new>
      <p className="text-xl">&ldquo;{ANYTHING_NEW}&rdquo;</p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button look="main" big onClick={onNothing}>
          Nothing new: the {carried.length} answers of {dayText(since)} stand <KeyHint entry={KEYS.nothingNew} />
        </Button>
        <Button big onClick={onNew}>
          Yes, or not sure: ask all
        </Button>
      </div>
    </div>
  );
}
