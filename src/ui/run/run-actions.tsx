"use client";

import { ArrowRight, Octagon, Undo2 } from "lucide-react";
import { useState } from "react";
import type { SheetStep } from "@/core/planning";
import { repeatAsksWhy } from "@/core/admission";
import type { Stage } from "@/core/knowledge";
import { DECLINED, END_REASONS, type EndReason, REPEAT_REASONS, type RepeatReason } from "@/core/record";
import { KEYS } from "../shell/keymap";
import { Button } from "../primitives/button";
import { KeyHint } from "../shell/key-hint";
import { useExam } from "../exam/exam-provider";
import { endHolds } from "./holds";
import { More } from "./more";
import type { RunDialog } from "./run-dialogs";
import type { TestActions } from "./use-test";
import { useStop } from "./use-stop";
import { useKeys } from "../shell/use-keys";
import { later } from "../primitives/later";

const RunDialogs = later(() => import("./run-dialogs").then((module) => module.RunDialogs));
const ReasonDialog = later(() => import("./reason-dialog").then((module) => module.ReasonDialog));
const StopDialog = later(() => import("./stop-dialog").then((module) => module.StopDialog));

const SKIP_REASONS = [
  "the rule is decided",
  "too sore",
  DECLINED,
  "not enough time",
  "cannot get into the position",
] as const;

type RunActionsProps = { step: SheetStep; test: TestActions; isDone: boolean; onNext: () => void; onEnter: () => void };

const onControl = (event: KeyboardEvent) =>
  event.target instanceof Element && event.target.closest("button, a, summary, input, textarea") !== null;

/** Those with words of their own; anything else is typed. */
const END_IDS = (Object.keys(END_REASONS) as EndReason[]).filter((id) => id !== "other" && id !== "mistake");
const LATER_REASONS = ["after they have rested", "when they are turned over", "after the other side"] as const;
const STAGE_REASONS = ["too sore", "cannot get into the position", "they prefer not to"] as const;

/** What can be done at any time: stop, undo, skip, postpone, repeat, log a technique, go on. */
export function RunActions({ step, test, isDone, onNext, onEnter }: RunActionsProps) {
  const { append, undo, state } = useExam();
  const [asking, setAsking] = useState<"skip" | "later" | "stage" | "repeat" | "end" | null>(null);
  const [dialog, setDialog] = useState<RunDialog | null>(null);
  /** The stage that was on the screen when they said stop. */
  const [stoppedAt, setStoppedAt] = useState<Stage | null>(null);
  const { stop } = useStop(step, test);
  const { protocol, side } = step;
  const name = `${protocol.name}${side ? ` ${side}` : ""}`;
  const skip = (reason: string) => {
    void append({ type: "test-skipped", body: { test: protocol.id, side, reason } });
    onNext();
  };
  const later = (reason: string) => {
    void append({ type: "test-postponed", body: { test: protocol.id, side, reason } });
    onNext();
  };
  const stopNow = () => {
    if (stoppedAt) return;
    endHolds();
    stop();
    setStoppedAt(test.stage);
  };
  const end = (said: string) => {
    const reason = END_IDS.find((id) => END_REASONS[id] === said);
    void append({ type: "exam-ended", body: { reason: reason ?? "other", note: reason ? "" : said } });
  };
  const canLeaveOut = test.ladder !== null && test.ladder.here !== null && test.ladder.rungs.length > 1;

  useKeys(KEYS.stop, stopNow);
  useKeys(KEYS.skip, () => setAsking("skip"));
  useKeys(KEYS.later, () => setAsking("later"));
  useKeys(KEYS.technique, () => setDialog("technique"));
  useKeys(KEYS.note, () => setDialog("note"));
  useKeys(KEYS.neurology, () => setDialog("neurology"));
  useKeys(KEYS.undo, () => void undo());
  const repeat = () => (repeatAsksWhy(state, { test: protocol.id, side }) ? setAsking("repeat") : test.repeat());
  useKeys(KEYS.repeat, repeat);
  useKeys(KEYS.next, (event) => {
    if (!onControl(event)) onEnter();
  });
  const reasons = (kind: typeof asking, title: string, list: readonly string[], onGive: (reason: string) => void) => (
    <ReasonDialog
      open={asking === kind}
      onOpenChange={(open) => setAsking(open ? kind : null)}
      title={title}
      reasons={list}
      otherLabel={kind === "repeat" ? undefined : "Another reason"}
      onGive={onGive}
    />
  );

  return (
    <div className="flex flex-wrap items-center gap-1.5 bg-paper py-2 sm:sticky sm:bottom-0 sm:z-10 sm:border-t sm:border-line">
      <Button look="stop" big className="px-3!" onClick={stopNow}>
        <Octagon aria-hidden size={20} /> Stop <span className="sr-only">the test</span> <KeyHint entry={KEYS.stop} />
      </Button>
      <Button big className="px-3!" onClick={() => void undo()}>
        <Undo2 aria-hidden size={18} /> Undo <KeyHint entry={KEYS.undo} />
      </Button>
      <More
        items={[
          { name: "Skip this test", entry: KEYS.skip, onSelect: () => setAsking("skip") },
          { name: "Later", entry: KEYS.later, onSelect: () => setAsking("later") },
          ...(canLeaveOut ? [{ name: `Leave out: ${test.stage.name}`, onSelect: () => setAsking("stage") }] : []),
          ...(test.run
            ? [
                { name: "Repeat", entry: KEYS.repeat, onSelect: repeat },
                { name: "Retract this test", onSelect: test.retract },
              ]
            : []),
          { name: "Power, reflexes, feeling", entry: KEYS.neurology, onSelect: () => setDialog("neurology") },
          { name: "A helper at the keys", onSelect: () => setDialog("helper") },
          { name: "Devices at the table", onSelect: () => setDialog("devices") },
          { name: "Measure in a picture", onSelect: () => setDialog("picture") },
          { name: "Note at this stage", entry: KEYS.note, onSelect: () => setDialog("note") },
          { name: "End the examination", onSelect: () => setAsking("end") },
          { name: "Log a technique", entry: KEYS.technique, onSelect: () => setDialog("technique") },
          { name: "A reaction to what was done", onSelect: () => setDialog("reaction") },
        ]}
      />
      <Button look={isDone ? "main" : "plain"} big className="ms-auto px-3!" onClick={onNext}>
        Next test <ArrowRight aria-hidden size={18} /> <KeyHint entry={KEYS.next} />
      </Button>
      {reasons("skip", `Skip ${name}. Why?`, SKIP_REASONS, skip)}
      {reasons("later", `${name} later. Why?`, LATER_REASONS, later)}
      {reasons("stage", `Leave out ${test.stage.name}. Why?`, STAGE_REASONS, test.leaveStageOut)}
      {reasons("repeat", `${name} again. Why?`, REPEAT_REASONS, (reason) => test.repeat(reason as RepeatReason))}
      {reasons(
        "end",
        "End the examination. Why?",
        END_IDS.map((id) => END_REASONS[id]),
        end,
      )}
      {stoppedAt && <StopDialog step={step} test={test} at={stoppedAt} onClose={() => setStoppedAt(null)} />}
      {dialog && <RunDialogs shown={dialog} step={step} test={test} onClose={() => setDialog(null)} />}
    </div>
  );
}
