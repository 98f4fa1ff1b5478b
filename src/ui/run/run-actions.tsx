"use client";

import { ArrowRight, Octagon, RotateCcw, SkipForward, Undo2 } from "lucide-react";
import { useState } from "react";
import { STOP_REASONS } from "@/core/exam/events";
import type { SheetStep } from "@/core/planning/run-sheet";
import { Button } from "../primitives/button";
import { KeyHint } from "../primitives/key-hint";
import { useExam } from "../exam/exam-provider";
import { ReasonDialog } from "./reason-dialog";
import type { TestActions } from "./use-test";
import { useKeys } from "../shell/use-keys";

const SKIP_REASONS = [
  "the rule is decided",
  "too sore",
  "they prefer not to",
  "not enough time",
  "cannot get into the position",
] as const;

type RunActionsProps = { step: SheetStep; test: TestActions; isDone: boolean; onNext: () => void };

const onControl = (event: KeyboardEvent) =>
  event.target instanceof Element && event.target.closest("button, a, summary, input, textarea") !== null;

/** What can be done at any time: stop, undo, skip, repeat, go on. */
export function RunActions({ step, test, isDone, onNext }: RunActionsProps) {
  const { append, undo } = useExam();
  const [asking, setAsking] = useState<"stop" | "skip" | null>(null);
  const skip = (reason: string, typed: string) => {
    void append({
      type: "test-skipped",
      body: { test: step.protocol.id, side: step.side, reason: reason === "other" ? typed : reason },
    });
    onNext();
  };
  const stop = (reason: string, note: string) =>
    void append({
      type: "run-stopped",
      body: { run: test.run?.id ?? null, reason: reason as (typeof STOP_REASONS)[number], note },
    });

  useKeys(["s"], () => setAsking("stop"));
  useKeys(["x"], () => setAsking("skip"));
  useKeys(["u"], () => void undo());
  useKeys(["a"], test.repeat);
  useKeys(["Enter"], (event) => {
    if (!onControl(event)) onNext();
  });

  return (
    <div className="flex flex-wrap gap-2 bg-paper py-2 sm:sticky sm:bottom-0 sm:z-10 sm:border-t sm:border-line">
      <Button look="stop" big onClick={() => setAsking("stop")}>
        <Octagon aria-hidden size={20} /> Stop the test <KeyHint keys="S" />
      </Button>
      <Button big onClick={() => void undo()}>
        <Undo2 aria-hidden size={18} /> Undo <KeyHint keys="U" />
      </Button>
      <Button big onClick={() => setAsking("skip")}>
        <SkipForward aria-hidden size={18} /> Skip <KeyHint keys="X" />
      </Button>
      {test.run && (
        <Button big onClick={test.repeat}>
          <RotateCcw aria-hidden size={18} /> Repeat <KeyHint keys="A" />
        </Button>
      )}
      {test.run && (
        <Button big look="quiet" onClick={test.retract}>
          Retract
        </Button>
      )}
      <Button look={isDone ? "main" : "plain"} big className="ml-auto" onClick={onNext}>
        Next test <ArrowRight aria-hidden size={18} /> <KeyHint keys="Enter" />
      </Button>
      <ReasonDialog
        open={asking === "stop"}
        onOpenChange={(open) => setAsking(open ? "stop" : null)}
        title="Stopped. Why?"
        reasons={STOP_REASONS.filter((reason) => reason !== "other")}
        otherLabel="Another reason, or what was felt"
        onGive={stop}
        stop
      />
      <ReasonDialog
        open={asking === "skip"}
        onOpenChange={(open) => setAsking(open ? "skip" : null)}
        title={`Skip ${step.protocol.name}${step.side ? ` ${step.side}` : ""}. Why?`}
        reasons={SKIP_REASONS}
        otherLabel="Another reason"
        onGive={skip}
      />
    </div>
  );
}
