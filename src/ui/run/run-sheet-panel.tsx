"use client";

import { Ban, Clock, FastForward, ListPlus, Lock, Minus, Stethoscope } from "lucide-react";
import { useState } from "react";
import type { SheetStep } from "@/core/planning";
import { isAnswered, ladderOf, sheetLabel, soreOnBothSides } from "@/core/record";
import { KEYS } from "../shell/keymap";
import { ResponseMark } from "../drawing/response-mark";
import { Button } from "../primitives/button";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";
import { useKeys } from "../shell/use-keys";
import { later } from "../primitives/later";

/** Fetched when it is opened: most exams keep their sheet. */
const SheetDialog = later(() => import("./sheet-dialog").then((module) => module.SheetDialog));

/** Fetched where a plan is followed. */
const Replan = later(() => import("../plan/replan").then((module) => module.Replan));

function StepMark({ step }: { step: SheetStep }) {
  if (step.status === "blocked") return <Ban aria-hidden size={18} className="shrink-0 text-stop" />;
  if (step.status === "skipped" || step.status === "not needed")
    return <Minus aria-hidden size={18} className="shrink-0 text-soft" />;
  if (step.status === "later") return <Clock aria-hidden size={18} className="shrink-0 text-soft" />;
  if (step.status === "not earned") return <Lock aria-hidden size={16} className="mx-px shrink-0 text-soft" />;
  const rungs = step.run ? ladderOf(step.run).rungs : [];
  const response =
    rungs.findLast(({ record }) => record?.response === "familiar")?.record?.response ??
    rungs.findLast(({ record }) => record?.response)?.record?.response;
  if (response) return <ResponseMark response={response} />;
  const seen = step.run && rungs.some(({ stage }) => isAnswered(stage, step.run!));
  return <span aria-hidden className={`size-4.5 shrink-0 ${seen ? "rounded-sm border-2 border-ink bg-ink" : ""}`} />;
}

const saidOf = (step: SheetStep): string => {
  if (step.status === "blocked") return `, blocked: ${step.blocks[0]?.reason}`;
  return step.because ? `, ${step.status}: ${step.because}` : `, ${step.status}`;
};

/** The step that is being done stays in sight on a long sheet. */
const inSight = (button: HTMLButtonElement | null) => {
  const column = button?.closest<HTMLElement>("[data-sheet]");
  if (!button || !column || column.scrollHeight <= column.clientHeight) return;
  const [top, bottom] = [
    button.offsetTop - column.offsetTop,
    button.offsetTop - column.offsetTop + button.offsetHeight,
  ];
  if (top < column.scrollTop || bottom > column.scrollTop + column.clientHeight)
    column.scrollTop = top - column.clientHeight / 3;
};

type RunSheetPanelProps = {
  current: SheetStep | null;
  onSelect: (key: string) => void;
  /** The neurological examination is opened where it stands. */
  onStop: () => void;
};

/** The tests by body position, with what each brought on. */
export function RunSheetPanel({ current, onSelect, onStop }: RunSheetPanelProps) {
  const { sheet, state, append } = useExam();
  const [editing, setEditing] = useState(false);
  useKeys(KEYS.sheet, () => setEditing(true));
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
      <Button
        look="quiet"
        className="min-h-14 justify-start! gap-2 px-2! text-start text-sm"
        onClick={() => setEditing(true)}
      >
        <ListPlus aria-hidden size={18} className="shrink-0" />
        <span>
          <strong className="block">{sheetLabel(state)}</strong>
          <span className="text-soft">
            {sheet.turns === 0
              ? "one position"
              : sheet.turns === 1
                ? "1 position change"
                : `${sheet.turns} position changes`}{" "}
            · change
          </span>
        </span>
      </Button>
      {sheet.steps.some(({ protocol }) => soreOnBothSides(state.areas, protocol.id)) && (
        <p className="px-2 text-sm text-soft">
          Both sides hurt: the less sore first, and a difference between them is not judged.
        </p>
      )}
      {state.plan && <Replan />}
      {editing && <SheetDialog onClose={() => setEditing(false)} />}
      {sheet.blocks.map(({ position, first, stop, steps }, at) => (
        <section key={first ? "first" : `${position} ${at}`}>
          <h2 className={`mt-1 px-2 text-sm font-semibold ${first ? "text-stop" : "text-soft"}`}>
            {first ? `first: ${first}` : position}
          </h2>
          {stop && (
            <button
              type="button"
              data-stop={stop.is}
              onClick={onStop}
              className="flex min-h-14 w-full items-center gap-2 rounded-lg border-s-4 border-transparent px-2 py-1 text-start leading-tight hover:bg-well xl:min-h-12"
            >
              <Stethoscope aria-hidden size={18} className="shrink-0" />
              <span className="grow">{stop.label}</span>
            </button>
          )}
          <ol>
            {steps.map((step) => {
              const here = step.key === current?.key;
              return (
                <li key={step.key}>
                  <button
                    type="button"
                    ref={here ? inSight : undefined}
                    aria-current={here ? "true" : undefined}
                    onClick={() => onSelect(step.key)}
                    className={`flex min-h-14 w-full items-center gap-2 rounded-lg border-s-4 px-2 py-1 text-start leading-tight xl:min-h-12 ${here ? "border-lantern bg-card font-semibold" : "border-transparent hover:bg-well"} ${step.status !== "to do" && step.status !== "begun" && step.status !== "done" ? "text-soft" : ""}`}
                  >
                    <StepMark step={step} />
                    <span className="grow">{step.protocol.name}</span>
                    {step.side && <SideBadge side={step.side} size="sm" />}
                    <span className="sr-only">{saidOf(step)}</span>
                  </button>
                </li>
              );
            })}
          </ol>
        </section>
      ))}
      {sheet.decided && !state.plan && left.length > 0 && (
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
