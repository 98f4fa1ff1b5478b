"use client";

import { AlertTriangle } from "lucide-react";
import { runPosition } from "@/core/admission";
import type { SheetStep } from "@/core/planning";
import { stepAfter } from "@/core/planning";
import { settingsOf, variantFor } from "@/core/record";
import { cautionsOn } from "@/core/safety";
import { Card } from "../primitives/card";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";

/** What has to come before any other test: the rest of the one in hand. */
function unfinishedHere(position: ReturnType<typeof runPosition>): string | null {
  const { run, ladder, feltRecord } = position;
  if (!run || feltRecord?.response !== "familiar" || !ladder) return null;
  if (feltRecord.places.length === 0) return "where theirs was felt";
  if (ladder.here) return ladder.here.name;
  return null;
}

/**
 * Beside a test in hand: what to mind, and what comes next. How the reading
 * stands comes back between tests, so that it cannot press along.
 */
export function QuietPanel({ step }: { step: SheetStep }) {
  const { guard, sheet, state } = useExam();
  const position = runPosition(state, step, variantFor(step.protocol, settingsOf(state)));
  const open = unfinishedHere(position);
  const after = stepAfter(sheet.steps, step.key);
  /** Those that concern this test stand beside its instruction. */
  const atTest = new Set(step.protocol.stages.flatMap((stage) => cautionsOn(guard, stage)).map(({ text }) => text));
  const cautions = [...new Set(guard.cautions.map(({ text }) => text))].filter((text) => !atTest.has(text));
  return (
    <Card heading="While it is done">
      <div data-quiet className="flex flex-col gap-3">
        {cautions.length > 0 && (
          <ul aria-label="Otherwise to mind with this person" className="flex flex-col gap-1.5 text-sm text-caution">
            {cautions.map((text) => (
              <li key={text} className="flex gap-1.5">
                <AlertTriangle aria-hidden size={16} className="mt-0.5 shrink-0" />
                {text}
              </li>
            ))}
          </ul>
        )}
        {open && (
          <p data-finish-here>
            <span className="block text-sm text-soft">Finish here first</span>
            <strong>{open}</strong>
          </p>
        )}
        {after && (
          <p>
            <span className="block text-sm text-soft">Then</span>
            <span className="flex items-center gap-1.5 font-semibold">
              {after.side && <SideBadge side={after.side} size="sm" />}
              {after.protocol.name}
            </span>
            {after.protocol.position !== step.protocol.position && (
              <span className="text-sm text-soft">turned: {after.protocol.position}</span>
            )}
          </p>
        )}
        <p className="text-sm text-soft">
          Beams and counters come back when this test is finished. Settings › Quiet run shows them always.
        </p>
      </div>
    </Card>
  );
}
