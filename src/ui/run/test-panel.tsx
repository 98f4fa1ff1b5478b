"use client";

import { AlertTriangle, Ban } from "lucide-react";
import { useState } from "react";
import { stageBlocks } from "@/core/admission";
import { type SheetStep } from "@/core/planning";
import { kindOf } from "@/core/record";
import { cautionsOn } from "@/core/safety";
import { runKey, SIDES } from "@/core/vocabulary";
import { KEYS } from "../shell/keymap";
import { ResponseMark } from "../drawing/response-mark";
import { Button } from "../primitives/button";
import { KeyHint } from "../shell/key-hint";
import { SideBadge } from "../primitives/side-badge";
import { useExam } from "../exam/exam-provider";
import { AnswerButtons, choicesOf } from "./answer-buttons";
import { FeltPanel, useFelt } from "./felt-panel";
import { RestLine } from "./rest-line";
import { RunActions } from "./run-actions";
import { FIGURE_FRAME } from "./figure-frame";
import { usePressing } from "./use-pressing";
import { type TestActions, useTest } from "./use-test";
import { useKeys } from "../shell/use-keys";
import { later } from "../primitives/later";

const DosePanel = later(
  () => import("./dose-panel").then((module) => module.DosePanel),
  () => <div aria-hidden className="min-h-14" />,
);
const AtOnce = later(() => import("./at-once").then((module) => module.AtOnce));
const HowItIsDone = later(() => import("./how-it-is-done").then((module) => module.HowItIsDone));
const ReasonForm = later(() => import("../primitives/reason-form").then((module) => module.ReasonForm));
const BeforeTechnique = later(() => import("./other-side").then((module) => module.BeforeTechnique));
const OtherSide = later(() => import("./other-side").then((module) => module.OtherSide));
const MeasurePanel = later(
  () => import("./measure-panel").then((module) => module.MeasurePanel),
  () => <div aria-hidden className="min-h-28" />,
);
const SignPanel = later(() => import("./sign-panel").then((module) => module.SignPanel));
/** Drawn once the words stand: its place is kept meanwhile. */
const StageFigure = later(
  () => import("./stage-figure").then((module) => module.StageFigure),
  () => <div aria-hidden className={`aspect-310/176 ${FIGURE_FRAME}`} />,
);

type TestPanelProps = { step: SheetStep; onSelect: (key: string) => void; onNext: () => void };

/** R left and L right, as the person on their back is seen by somebody facing them. */
function SideSwitch({ step, onSelect }: Pick<TestPanelProps, "step" | "onSelect">) {
  if (!step.side)
    return (
      <span className="rounded-lg border border-edge px-3 py-2 text-sm">
        {step.protocol.readings.some(({ sides }) => sides === "both sides")
          ? "both sides at once"
          : "no side of its own"}
      </span>
    );
  return (
    <div role="group" aria-label="Tested side" className="flex gap-1.5">
      {SIDES.map((side) => (
        <button
          key={side}
          type="button"
          aria-pressed={side === step.side}
          onClick={() => onSelect(runKey(step.protocol.id, side))}
          className={`grid size-14 place-items-center rounded-xl border-2 ${side === step.side ? "border-ink bg-card" : "border-transparent opacity-50"}`}
        >
          <SideBadge side={side} size="lg" />
        </button>
      ))}
    </div>
  );
}

function StageLadder({ test }: { test: TestActions }) {
  const stages = test.rungs;
  if (stages.length < 2) return null;
  return (
    <ol aria-label="Stages" className="flex flex-wrap gap-1">
      {stages.map(({ stage, status, record }) => (
        <li
          key={stage.id}
          data-stage={stage.id}
          aria-current={stage.id === test.stage.id ? "step" : undefined}
          className={`flex min-h-8 items-center gap-1.5 rounded-full border px-2.5 text-sm ${stage.id === test.stage.id ? "border-ink bg-ink text-paper" : kindOf(stage) === "release" ? "border-dashed border-edge" : "border-line"} ${status === "skipped" ? "line-through" : ""} ${status === "not reached" ? "text-soft" : ""}`}
        >
          {record?.response && <ResponseMark response={record.response} size={14} />}
          {stage.name}
          {record?.answer && (
            <strong className="font-semibold">
              {choicesOf(stage).find(({ id }) => id === record.answer)?.label ?? record.answer}
            </strong>
          )}
          <span className="sr-only">, {status}</span>
        </li>
      ))}
    </ol>
  );
}

function Cautions({ step, test }: { step: SheetStep; test: TestActions }) {
  const { guard } = useExam();
  const texts = [...cautionsOn(guard, test.stage).map(({ text }) => text), ...step.protocol.cautions.slice(0, 1)];
  return (
    <ul className="flex flex-col gap-1 text-sm">
      {texts.map((text) => (
        <li key={text} className="flex gap-1.5 text-caution">
          <AlertTriangle aria-hidden size={16} className="mt-0.5 shrink-0" />
          {text}
        </li>
      ))}
    </ul>
  );
}

/** Why this stage is not done now: a block of the guard, or a test that is not earned yet. */
function Blocked({ step, test }: { step: SheetStep; test: TestActions }) {
  const { guard, append } = useExam();
  const blocks = stageBlocks(guard, test.stage, step, test.run);
  const [block] = blocks;
  if (step.status === "not earned")
    return (
      <p role="status" className="rounded-xl border-2 border-edge bg-caution-well p-3 text-caution">
        Not offered yet: {step.because}.
      </p>
    );
  if (!block) return null;
  const later = step.status !== "blocked" && (test.ladder === null || test.ladder.here !== null);
  return (
    <div role="status" className="rounded-xl border-2 border-stop bg-stop-well p-3 text-stop">
      <p className="flex items-center gap-2 font-semibold">
        <Ban aria-hidden size={20} /> Blocked: {block.reason}
      </p>
      <p className="text-sm">
        {block.final
          ? "No typed reason lifts it; only the answer that led to it can change."
          : "It can be overridden for this test, with a reason that stays in the record; a new guard answer ends it."}
      </p>
      {!block.final && (
        <details className="mt-1 text-ink">
          <summary className="flex min-h-11 items-center text-sm underline">
            Override for this test with a reason
          </summary>
          <ReasonForm
            className="mt-2 gap-2"
            fieldClass="min-w-56"
            shortest={10}
            label="Reason (at least 10 characters)"
            button="Override"
            onGive={(reason) =>
              void append(
                ...blocks
                  .filter(({ final }) => !final)
                  .map(({ id }) => ({
                    type: "block-overridden" as const,
                    body: { block: id, test: step.protocol.id, reason },
                  })),
              )
            }
          />
        </details>
      )}
      {later && (
        <Button big className="mt-2" onClick={() => test.leaveStageOut(block.reason)}>
          Leave this stage out: the test is then modified and moves no figure
        </Button>
      )}
    </div>
  );
}

/** One action, each finding recorded: all ordinary, or the other side's answers again. */
function Shortcuts({ test, disabled }: { test: TestActions; disabled: boolean }) {
  const open = test.ladder === null || test.ladder.here !== null;
  const clear = () => void test.allClear();
  const same = () => void test.sameAsOther?.();
  useKeys(KEYS.allClear, () => open && !disabled && clear());
  useKeys(KEYS.sameAsOther, () => open && !disabled && same());
  if (!open || disabled || kindOf(test.stage) === "measure") return null;
  return (
    <div className="flex flex-wrap gap-2">
      <Button big onClick={clear} className="text-sm">
        {kindOf(test.stage) === "release" ? "Nothing changes it" : "All clear, to the end"}{" "}
        <KeyHint entry={KEYS.allClear} />
      </Button>
      {test.sameAsOther && (
        <Button big onClick={same} className="text-sm">
          Same as the other side <KeyHint entry={KEYS.sameAsOther} />
        </Button>
      )}
    </div>
  );
}

const asksQuality = (step: SheetStep): boolean =>
  step.protocol.readings.some(({ lines }) => lines.some(({ quality }) => quality !== undefined));

/** One test on one side: picture, question, answers, where, how bad, numbers, dose. */
export function TestPanel({ step, onSelect, onNext }: TestPanelProps) {
  const { guard, state } = useExam();
  const test = useTest(step);
  const [pressing, press] = usePressing<string>();
  const [warned, setWarned] = useState<string | null>(null);
  const respond = (answer: string) => press(answer, test.answer(answer));
  const { protocol, side } = step;
  const { ladder, stage, record, feltRecord } = test;
  const answered = record?.response ?? record?.answer ?? null;
  const blocked = step.status === "not earned" || stageBlocks(guard, stage, step, test.run).length > 0;
  const isOver = ladder?.ended === "stopped";
  const needsPlace = feltRecord?.response === "familiar" && feltRecord.places.length === 0;
  const asksWhere = feltRecord !== null;
  const felt = useFelt(test, step, asksWhere || pressing === "familiar" || pressing === "other");
  const undifferentiated = Boolean(ladder?.undifferentiated && ladder.here);
  /** The numbers of this stage; once the test is over, all of them. */
  const measures = test.measures.filter(
    ({ id }) =>
      Boolean(ladder?.ended) ||
      (stage.measures
        ? stage.measures.includes(id)
        : !protocol.stages.some((candidate) => candidate.measures?.includes(id))),
  );

  useKeys(KEYS.answer, (event) => {
    const choice = choicesOf(stage)[Number(event.key) - 1];
    if (choice && !blocked && !isOver) respond(choice.id);
  });
  /** Leaving without letting go is warned of once. */
  const goOn = () => {
    if (undifferentiated && warned !== step.key) setWarned(step.key);
    else onNext();
  };

  return (
    <section aria-label={`${protocol.name}${side ? ` ${side}` : ""}`} className="flex flex-col gap-2.5">
      <div className="grid gap-3 sm:grid-cols-[1fr_minmax(13rem,18rem)]">
        <div className="flex flex-col gap-2">
          <div className="flex flex-wrap items-center gap-3">
            <h2 className="text-2xl font-bold">{protocol.name}</h2>
            <SideSwitch step={step} onSelect={onSelect} />
            <OtherSide step={step} test={test} />
          </div>
          <p className="text-sm">
            {stage.instruction} <span className="text-soft">{protocol.hands}</span>
          </p>
          <Cautions step={step} test={test} />
          <BeforeTechnique step={step} test={test} />
        </div>
        <StageFigure key={`${step.key} ${stage.id}`} step={step} test={test} />
      </div>
      {!blocked && <RestLine step={step} />}
      <StageLadder test={test} />
      <Blocked step={step} test={test} />
      <p className="text-xl" data-asking={stage.id}>
        &ldquo;{stage.question}&rdquo;
      </p>
      <AnswerButtons
        stage={stage}
        chosen={answered}
        pressing={pressing}
        disabled={blocked || isOver}
        onAnswer={respond}
      />
      {!blocked && measures.length > 0 && <MeasurePanel measures={measures} test={test} side={side} />}
      {asksWhere && (
        <FeltPanel
          record={feltRecord}
          felt={felt}
          needsPlace={needsPlace}
          stage={test.feltStage && test.feltStage.id !== stage.id ? test.feltStage.name : null}
          qualities={asksQuality(step) ? test : null}
        />
      )}
      {undifferentiated && warned === step.key && (
        <p role="alert" className="rounded-xl border-2 border-stop bg-stop-well p-3 font-medium text-stop">
          Nothing was let go yet, so this reads &ldquo;not differentiated&rdquo;. Answer {stage.name.toLowerCase()}, or
          go on once more to leave it so.
        </p>
      )}
      {isOver && (
        <p className="font-medium text-stop">
          Stopped: {test.run?.stopped?.reason}. {test.run?.stopped?.note}
        </p>
      )}
      {!blocked && !needsPlace && <AtOnce step={step} test={test} onSelect={onSelect} />}
      {!blocked && protocol.signs.length > 0 && <SignPanel signs={protocol.signs} test={test} />}
      {!blocked && (
        <DosePanel
          key={`${step.key} ${test.run?.id ?? ""} ${stage.id} ${record?.dose?.force?.value ?? ""} ${state.stops.length}`}
          holdId={step.key}
          {...test}
        />
      )}
      {!asksWhere && <Shortcuts test={test} disabled={blocked || isOver} />}
      <RunActions step={step} test={test} isDone={Boolean(ladder?.ended) && !needsPlace} onNext={goOn} />
      <HowItIsDone step={step} test={test} />
    </section>
  );
}
