"use client";

import { RotateCcw } from "lucide-react";
import { protocolOf } from "@/core/knowledge";
import { broughtOn, holdsAnswer, runsNow, techniquesSoFar } from "@/core/record";
import { runKey, sideLetter } from "@/core/vocabulary";
import { Button } from "../primitives/button";
import { useExam } from "../exam/exam-provider";
import { useCourse } from "./use-course";

/** After a technique: the signs again, one press each. Where none is followed, the tests that brought theirs. */
export function Retests({ onSelect }: { onSelect: (key: string) => void }) {
  const { state, sheet } = useExam();
  const { signs } = useCourse();
  if (state.techniques.length === 0 || state.signed || state.ended) return null;
  const before = state.runs.filter(
    (run) => run.techniquesBefore < techniquesSoFar(state, run.test) && holdsAnswer(run) && broughtOn(run),
  );
  const followed = signs.flatMap(({ sign }) =>
    before.filter((run) => run.test === sign.test && run.side === sign.side),
  );
  const wanted = followed.length > 0 ? followed : before;
  const open = [...new Map(wanted.map((run) => [runKey(run.test, run.side), run])).entries()].filter(
    ([key, run]) => !runsNow(state, run).some(holdsAnswer) && sheet.steps.some((step) => step.key === key),
  );
  if (open.length === 0) return null;
  return (
    <div role="group" aria-label="Measure again" className="mb-2 flex flex-col gap-1.5" data-retests>
      <span className="text-sm font-semibold">After the technique</span>
      {open.map(([key, { test, side }]) => (
        <Button key={key} big className="justify-start! px-3! text-start text-sm" onClick={() => onSelect(key)}>
          <RotateCcw aria-hidden size={16} className="shrink-0" />
          {protocolOf(test).name} {side && sideLetter(side)}
        </Button>
      ))}
    </div>
  );
}
