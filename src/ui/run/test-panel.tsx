"use client";

import { useState } from "react";
import { type AskedNow, stageBlocks } from "@/core/admission";
import type { Measure } from "@/core/measurement";
import { type SheetStep, theirPlaces } from "@/core/planning";
import { kindOf } from "@/core/record";
import { type Place, runKey, SIDES } from "@/core/vocabulary";
import { KEYS } from "../shell/keymap";
import { ResponseMark } from "../drawing/response-mark";
import { Button } from "../primitives/button";
import { KeyHint } from "../shell/key-hint";
import { SideBadge } from "../primitives/side-badge";
import { useExamCourse } from "../exam/exam-course";
import { useExam } from "../exam/exam-provider";
import { useSaid } from "../exam/use-said";
import { AnswerButtons, choicesOf, pressesOf } from "./answer-buttons";
import { BlockedStage } from "./blocked-stage";
import { Cautions } from "./cautions";
import { FeltPanel } from "./felt-panel";
import { useFelt } from "./use-felt";
import { RestLine, useRest } from "./rest-line";
import { RunActions } from "./run-actions";
import { FIGURE_FRAME } from "./figure-frame";
import { usePressing } from "./use-pressing";
import { useAsked } from "./use-asked";
import { type TestActions, useTest } from "./use-test";
import { useKeys } from "../shell/use-keys";
import { later } from "../primitives/later";

const DosePanel = later(
  () => import("./dose-panel").then((module) => module.DosePanel),
  () => <div aria-hidden className="min-h-14" />,
);

const AnewCard = later(() => import("../exam/anew-card").then((module) => module.AnewCard));
/** What the same test came to at the visit before. */
const SignLine = later(() => import("../course/sign-line").then((module) => module.SignLine));
const HandsPanel = later(() => import("../hands/hands-panel").then((module) => module.HandsPanel));
const AtOnce = later(() => import("./at-once").then((module) => module.AtOnce));
/** What to say and where to stand: read after the picture, so it comes after it. */
const GuideLines = later(
  () => import("./guide-lines").then((module) => module.GuideLines),
  () => <div aria-hidden className="min-h-16" />,
);
const HowItIsDone = later(() => import("./how-it-is-done").then((module) => module.HowItIsDone));
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
  () => <div aria-hidden className={`aspect-310/196 ${FIGURE_FRAME}`} />,
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

/** One action, each finding recorded: nothing came at any stage, or the other side's answers again. */
function Shortcuts({ test, disabled }: { test: TestActions; disabled: boolean }) {
  const open = test.ladder === null || test.ladder.here !== null;
  const nothing = () => void test.nothingCame();
  const same = () => void test.sameAsOther?.();
  useKeys(KEYS.nothingCame, () => open && !disabled && nothing());
  useKeys(KEYS.sameAsOther, () => open && !disabled && same());
  if (!open || disabled || kindOf(test.stage) === "measure") return null;
  return (
    <div className="flex flex-wrap gap-2">
      <Button big onClick={nothing} className="text-sm">
        {kindOf(test.stage) === "release" ? "Nothing changes it" : "Nothing came, to the end"}{" "}
        <KeyHint entry={KEYS.nothingCame} />
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

/** Name, side, what to say, where to stand, what this stage does, what to mind, and the picture of it. */
function Heading({ step, test, onSelect }: Pick<TestPanelProps, "step" | "onSelect"> & { test: TestActions }) {
  const { protocol } = step;
  return (
    <div className="hush grid gap-3 sm:grid-cols-[minmax(0,1fr)_minmax(0,21rem)]">
      <div className="flex flex-col gap-1.5">
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <h2 className="text-2xl leading-tight font-bold">{protocol.name}</h2>
          <SideSwitch step={step} onSelect={onSelect} />
          <OtherSide step={step} test={test} />
        </div>
        <p className="font-medium" data-stage-instruction>
          {test.stage.instruction}
        </p>
        <GuideLines step={step} test={test} />
        <Cautions key={step.key} step={step} test={test} />
        <BeforeTechnique step={step} test={test} />
      </div>
      <StageFigure key={`${step.key} ${test.stage.id}`} step={step} test={test} />
    </div>
  );
}

/** What is read as a number while this stage is in hand: its own, or that of the stage where theirs came. */
function measuresShown({ protocol }: SheetStep, test: TestActions, asked: AskedNow): readonly Measure[] {
  const { ladder, stage, feltStage, feltRecord } = test;
  const cameAt = feltRecord?.response === "familiar" ? feltStage?.measures?.[0] : undefined;
  const ofNoStage = ({ id }: Measure) => !protocol.stages.some(({ measures }) => measures?.includes(id));
  return test.measures.filter((measure) => {
    if (cameAt !== undefined && (asked.what !== "answer" || !ladder?.ended)) return measure.id === cameAt;
    return Boolean(ladder?.ended) || (stage.measures ? stage.measures.includes(measure.id) : ofNoStage(measure));
  });
}

/** One test on one side: picture, question, answers, angle, where, how bad, dose. */
export function TestPanel({ step, onSelect, onNext }: TestPanelProps) {
  const { guard, state } = useExam();
  const { course } = useExamCourse();
  const test = useTest(step);
  const said = useSaid();
  const rest = useRest(step);
  const [pressing, press] = usePressing<string>();
  const [warned, setWarned] = useState<string | null>(null);
  const { protocol, side } = step;
  const { ladder, stage, record, feltRecord } = test;
  const respond = (answer: string, place?: Place) =>
    place ? press(`theirs ${place}`, test.theirsAt(place)) : press(answer, test.answer(answer));
  const blocked = step.status === "not earned" || stageBlocks(guard, stage, step, test.run).length > 0;
  const isOver = ladder?.ended === "stopped";
  const theirs = theirPlaces(state, side);
  const presses = pressesOf(stage, theirs);
  const wasPressed = pressing === "familiar" || pressing === "other" || pressing?.startsWith("theirs ");
  const felt = useFelt(test, step, feltRecord !== null || Boolean(wasPressed));
  const { asked, passOver } = useAsked(step, test, !blocked && !isOver, {
    choose: (nth) => {
      const chosen = presses[nth];
      if (chosen) respond(chosen.id, chosen.place);
    },
    rate: felt.rate,
    rateRest: rest.rate,
  });
  const needsPlace = asked.what === "place";
  const undifferentiated = Boolean(ladder?.undifferentiated && ladder.here);
  const measures = measuresShown(step, test, asked);

  /** Leaving without letting go is warned of once. */
  const goOn = () => {
    if (undifferentiated && warned !== step.key) setWarned(step.key);
    else onNext();
  };
  const enter = () => {
    const what = passOver();
    if (what === "rested" && rest.last !== null) rest.keep();
    else if (what === "none") goOn();
  };

  return (
    <section
      aria-label={`${protocol.name}${side ? ` ${side}` : ""}`}
      className="flex flex-col gap-2.5"
      data-asked={asked.what}
      data-at-work={test.run && (ladder?.here || asked.what !== "answer") ? "run" : undefined}
    >
      <Heading step={step} test={test} onSelect={onSelect} />
      <StageLadder test={test} />
      {(test.before || (course && course.visitsBefore > 0)) && <SignLine step={step} test={test} />}
      <BlockedStage step={step} test={test} />
      {!blocked && <RestLine step={step} rest={rest} />}
      {!blocked && asked.what === "agreement" && <AnewCard anew={asked.anew} digits />}
      <p className="text-xl" data-asking={stage.id}>
        &ldquo;{said(stage.question)}&rdquo;
      </p>
      <AnswerButtons
        stage={stage}
        chosen={record?.response ?? record?.answer ?? null}
        chosenPlaces={record?.places ?? []}
        pressing={pressing}
        disabled={blocked || isOver || asked.what === "agreement"}
        theirs={theirs}
        isWaiting={asked.what !== "answer"}
        onAnswer={respond}
      />
      <HandsPanel
        step={step}
        test={test}
        asked={asked}
        isHeard={!blocked && !isOver}
        measures={measures}
        rate={felt.rate}
        rateRest={rest.rate}
        onEnter={enter}
      />
      {!blocked && measures.length > 0 && (
        <MeasurePanel
          measures={measures}
          test={test}
          side={side}
          asked={asked.what === "number" ? asked.measure : null}
        />
      )}
      {feltRecord && (
        <FeltPanel
          key={`${test.run?.id} ${test.feltStage?.id}`}
          record={feltRecord}
          felt={felt}
          needsPlace={needsPlace || (feltRecord.response === "other" && feltRecord.places.length === 0)}
          asksHowBad={asked.what === "how bad"}
          stage={test.feltStage && test.feltStage.id !== stage.id ? test.feltStage.name : null}
          qualities={asksQuality(step) ? test : null}
          onWhich={(symptom) => void test.sayWhich(symptom)}
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
      {!feltRecord && <Shortcuts test={test} disabled={blocked || isOver} />}
      <RunActions
        step={step}
        test={test}
        isDone={Boolean(ladder?.ended) && asked.what === "answer"}
        onNext={goOn}
        onEnter={enter}
      />
      <HowItIsDone step={step} test={test} />
    </section>
  );
}
