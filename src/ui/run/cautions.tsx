"use client";

import { AlertTriangle } from "lucide-react";
import { useState } from "react";
import type { SheetStep } from "@/core/planning";
import { cautionsOn } from "@/core/safety";
import { useExam } from "../exam/exam-provider";
import type { TestActions } from "./use-test";

/** How many stand there before the others are asked for. */
const IN_VIEW = 2;

/**
 * Every caution of the test in hand: those that hold for this person at this
 * stage, then at its other stages, then those that hold for everybody.
 */
export function Cautions({ step, test }: { step: SheetStep; test: TestActions }) {
  const { guard } = useExam();
  const [isOpen, setOpen] = useState(false);
  const theirs = [test.stage, ...test.rungs.map(({ stage }) => stage)].flatMap((stage) =>
    cautionsOn(guard, stage).map(({ text }) => text),
  );
  const texts = [...new Set([...theirs, ...step.protocol.cautions])];
  const shown = isOpen ? texts : texts.slice(0, IN_VIEW);
  const left = texts.length - shown.length;
  return (
    <div data-cautions={texts.length} className="text-sm text-caution">
      <ul aria-label="Cautions" className="flex flex-col gap-1">
        {shown.map((text) => (
          <li key={text} className={`flex gap-1.5 leading-snug ${theirs.includes(text) ? "font-semibold" : ""}`}>
            <AlertTriangle aria-hidden size={16} className="mt-0.5 shrink-0" />
            {text}
          </li>
        ))}
      </ul>
      {left > 0 && (
        <button type="button" onClick={() => setOpen(true)} className="flex min-h-11 items-center underline">
          {left} more {left === 1 ? "caution" : "cautions"}
        </button>
      )}
    </div>
  );
}
