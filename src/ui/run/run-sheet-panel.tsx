"use client";

import { Ban, FastForward, Minus } from "lucide-react";
import type { SheetStep } from "@/core/planning/run-sheet";
import { ladderOf } from "@/core/exam/ladder";
import { ResponseMark } from "../figures/response-mark";
import { Button } from "../primitives/button";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";

function StepMark({ step }: { step: SheetStep }) {
  if (step.status === "blocked") return <Ban aria-hidden size={18} className="text-stop" />;
  if (step.status === "skipped") return <Minus aria-hidden size={18} className="text-soft" />;
  const response = step.run && ladderOf(step.run).rungs.findLast(({ record }) => record?.response)?.record?.response;
  return response ? <ResponseMark response={response} /> : <span aria-hidden className="size-4.5" />;
}

type RunSheetPanelProps = { current: SheetStep | null; onSelect: (key: string) => void };

/** The tests by body position, with what each brought on. */
export function RunSheetPanel({ current, onSelect }: RunSheetPanelProps) {
  const { sheet, append } = useExam();
  const left = sheet.steps.filter(({ status }) => status === "to do");
  const skipRest = () =>
    void append(
      ...left.map((step) => ({
        type: "test-skipped" as const,
        body: { test: step.protocol.id, side: step.side, reason: sheet.decided ?? "decided" },
      })),
    );
  return (
    <nav aria-label="Run sheet" className="flex flex-col gap-1">
      {sheet.blocks.map(({ position, steps }) => (
        <section key={position}>
          <h2 className="mt-1 px-2 text-sm font-semibold text-soft">{position}</h2>
          <ol>
            {steps.map((step) => {
              const here = step.key === current?.key;
              const state =
                step.status === "blocked"
                  ? `, blocked: ${step.blocks[0]?.reason}`
                  : step.status === "skipped"
                    ? `, skipped: ${step.skippedBecause}`
                    : `, ${step.status}`;
              return (
                <li key={step.key}>
                  <button
                    type="button"
                    aria-current={here ? "true" : undefined}
                    onClick={() => onSelect(step.key)}
                    className={`flex min-h-14 w-full items-center gap-2 rounded-lg border-l-4 px-2 text-left xl:min-h-12 ${here ? "border-lantern bg-card font-semibold" : "border-transparent hover:bg-well"} ${step.status === "skipped" || step.status === "blocked" ? "text-soft" : ""}`}
                  >
                    <StepMark step={step} />
                    <span className="grow">{step.protocol.name}</span>
                    {step.side && <SideBadge side={step.side} size="sm" />}
                    <span className="sr-only">{state}</span>
                  </button>
                </li>
              );
            })}
          </ol>
        </section>
      ))}
      {sheet.decided && left.length > 0 && (
        <div className="mt-2 rounded-lg border border-edge bg-caution-well p-2 text-sm text-caution">
          <p>{sheet.decided}. No test that is left can change it.</p>
          <Button className="mt-2 min-h-14 w-full" onClick={skipRest}>
            <FastForward aria-hidden size={18} /> Skip the {left.length} left
          </Button>
        </div>
      )}
    </nav>
  );
}
