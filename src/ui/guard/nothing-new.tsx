"use client";

import { useEffect, useState } from "react";
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

/**
 * At a later visit: the grave questions again, and the others only where something is new.
 *
 * @param onAsked told while the question stands: nothing else is asked meanwhile
 */
export function NothingNew({ onAsked }: { onAsked: (isAsked: boolean) => void }) {
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
      onAsked={onAsked}
      onNothing={() => void append(...carried)}
      onNew={() =>
        void append({ type: "note-written", body: { text: `${ANYTHING_NEW} Yes or not sure: repeat all questions.` } })
      }
    />
  );
}

type AskedProps = {
  readonly reasons: readonly string[];
  readonly carried: readonly EventDraft[];
  readonly since: string;
  /** Grave questions that are not answered at this visit yet. */
  readonly grave: number;
  readonly isDone: boolean;
  readonly onAsked: (isAsked: boolean) => void;
  readonly onNothing: () => void;
  readonly onNew: () => void;
};

function Asked({ reasons, carried, since, grave, isDone, onAsked, onNothing, onNew }: AskedProps) {
  const [isRepeated, setRepeated] = useState(false);
  const isAsked = !isDone && !isRepeated && reasons.length === 0 && grave === 0 && carried.length > 0;
  const repeat = () => {
    setRepeated(true);
    onNew();
  };
  useEffect(() => {
    onAsked(isAsked);
    return () => onAsked(false);
  }, [isAsked, onAsked]);
  useKeys(KEYS.answerNo, () => isAsked && onNothing());
  useKeys(KEYS.answerYes, (event) => isAsked && event.key.toLowerCase() === KEYS.answerYes.keys[0] && repeat());
  if (isDone) return null;
  if (reasons.length > 0)
    return (
      <p role="status" className="rounded-xl border border-edge bg-caution-well p-3 text-caution" data-all-again>
        Repeat all questions: {reasons.join("; ")}.
      </p>
    );
  if (grave > 0)
    return (
      <p role="status" className="rounded-xl border border-edge bg-well p-3" data-grave-first>
        First repeat the {grave} critical {grave === 1 ? "question" : "questions"}, then ask whether anything has
        changed since {dayText(since)}.
      </p>
    );
  if (!isAsked) return null;
  return (
    <div className="rounded-xl border-2 border-ink bg-card p-3" data-anything-new>
      <p className="text-xl">&ldquo;{ANYTHING_NEW}&rdquo;</p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button look="main" big onClick={onNothing}>
          No change: keep the {carried.length} answers from {dayText(since)} <KeyHint entry={KEYS.answerNo} />
        </Button>
        <Button big onClick={repeat}>
          Yes or not sure: repeat all questions <KeyHint entry={KEYS.answerYes} nth={0} />
        </Button>
      </div>
    </div>
  );
}
