"use client";

import { AlertTriangle, Ban } from "lucide-react";
import { type GuardQuestion, loadsOfTechnique } from "@/core/knowledge";
import { RECORD_VERSION } from "@/core/vocabulary";
import {
  blocksOnTechnique,
  cautionsOn,
  type Guard,
  type TechniqueAt,
  partsToday,
  unaskedByTechnique,
} from "@/core/safety";
import type { ExamState } from "@/core/record";
import { Choice } from "../primitives/choice";
import { useExam } from "../exam/exam-provider";

/** What the answers say of a technique: what was never asked, what is blocked, what is cautioned. */
export function techniqueGuard(state: ExamState, guard: Guard, technique: TechniqueAt) {
  return {
    unasked: unaskedByTechnique(state, guard, technique, RECORD_VERSION),
    blocks: blocksOnTechnique(guard, technique),
    cautions: cautionsOn(guard, { loads: loadsOfTechnique(technique.kind, technique.region) }),
  };
}

type TechniqueGuardProps = ReturnType<typeof techniqueGuard>;

/** One question, asked on the spot because the technique brings it. */
function Asked({ question }: { question: GuardQuestion }) {
  const { append } = useExam();
  return (
    <>
      <ul className="mb-2 text-lg leading-snug">
        {partsToday(question).map(({ id, ask }) => (
          <li key={id}>{ask}</li>
        ))}
      </ul>
      <Choice
        label={question.heading}
        big
        stacked
        value={null}
        options={question.options.map(({ id, label }) => ({ value: id, label }))}
        onChoose={(answer) => void append({ type: "guard-answered", body: { question: question.id, answer } })}
      />
    </>
  );
}

/** The guard's word on a technique, before it is logged. */
export function TechniqueGuard({ unasked, blocks, cautions }: TechniqueGuardProps) {
  const [question] = unasked;
  return (
    <div className="flex flex-col gap-3" data-technique-guard>
      {question && (
        <div className="rounded-xl border-2 border-edge p-3">
          <p className="mb-2 font-medium">Not asked yet, and this technique needs it:</p>
          <Asked key={question.id} question={question} />
        </div>
      )}
      {blocks.map(({ id, reason, final }) => (
        <p key={id} className="rounded-xl border-2 border-stop bg-stop-well p-3 text-stop">
          <span className="flex items-center gap-2 font-semibold">
            <Ban aria-hidden size={20} className="shrink-0" /> Contraindicated: {reason}
          </span>
          {final && "Cannot be overridden."}
        </p>
      ))}
      {cautions.length > 0 && (
        <ul className="flex flex-col gap-1 text-sm text-caution">
          {cautions.map(({ id, text }) => (
            <li key={id} className="flex gap-1.5">
              <AlertTriangle aria-hidden size={16} className="mt-0.5 shrink-0" /> {text}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
