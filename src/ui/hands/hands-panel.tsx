"use client";

import { ArrowDownToLine, Footprints, Hourglass, TriangleAlert } from "lucide-react";
import { useEffect, useRef, useState, useSyncExternalStore } from "react";
import type { AskedNow } from "@/core/admission";
import {
  type Capture,
  type Device,
  formatted,
  type Measure,
  nearest,
  type StreamUnit,
  trueLumbar,
} from "@/core/measurement";
import { freeHandIn, sayFreeHand } from "@/core/knowledge";
import { offeredPlaces, type SheetStep } from "@/core/planning";
import { type ExamState, kindOf } from "@/core/record";
import type { Effect, Place, Response } from "@/core/vocabulary";
import { byChannel } from "../exam/channel";
import { useExam } from "../exam/exam-provider";
import { SignMark } from "../joined/device-sign";
import { Button } from "../primitives/button";
import { later } from "../primitives/later";
import { endHolds } from "../run/holds";
import { useStop } from "../run/use-stop";
import type { TestActions } from "../run/use-test";
import { Dial, Trace } from "./dial";
import { isEquipped, useKit } from "./kit";
import { setLiveAngle } from "./live-angle";
import { asCue, speak } from "./speak";
import { type PadSaid, useFlow } from "./use-flow";
import { useEnd } from "./use-end";
import { useLed } from "./use-led";
import { type Live, type Measured, measuredBy, useMeasuring } from "./use-measuring";
import { type Marked, useOnset } from "./use-onset";

const GaugeCard = later(() => import("./gauge-card").then((module) => module.GaugeCard));
const StopDialog = later(() => import("../run/stop-dialog").then((module) => module.StopDialog));

type Props = {
  step: SheetStep;
  test: TestActions;
  asked: AskedNow;
  isHeard: boolean;
  measures: readonly Measure[];
  rate: (intensity: number) => void;
  rateRest: (intensity: number) => void;
  onEnter: () => void;
};

/** What is said to the hands now: the caption stands, also where nothing is spoken. */
function cueOf(
  flow: ReturnType<typeof useFlow>,
  { step, test }: Pick<Props, "step" | "test">,
  live: Live,
  isMeasured: boolean,
): string {
  const { hands, pending } = flow;
  if (pending) return `They say: ${pending.label}`;
  switch (hands.is) {
    case "moving":
      if (flow.isPractising) return "Touch them lightly: they press once, to try it";
      if (kindOf(test.stage) !== "provoke") return `Now: ${test.stage.name}`;
      if (isMeasured && !live.isZeroed) return "Rest it: taking zero";
      return `${step.protocol.name}${step.side ? ` ${step.side}` : ""}`;
    case "asked":
      return hands.words;
    case "seen":
      return flow.nth === null ? "What do you see?" : (hands.options[flow.nth]?.label ?? "");
    case "at the screen":
      return isMeasured && kindOf(test.stage) === "measure"
        ? live.end === null
          ? test.stage.name
          : `${test.stage.name}: twice keeps ${live.end}°`
        : "At the screen, please";
    case "done":
      return "Done. On to the next";
  }
}

/** Each new cue is said once, where that is wanted. */
function useSpoken(cue: string): void {
  const { isSpoken } = useKit();
  useEffect(() => {
    if (isSpoken) speak(asCue(cue));
  }, [cue, isSpoken]);
}

/** Reports and answers carry the channel they came by. */
function useSaid(step: SheetStep, test: TestActions) {
  const { appendFrom } = useExam();
  return {
    answer: (answer: string) => void byChannel("pad", () => test.answer(answer)),
    place: (place: Place) =>
      void byChannel("pad", () => (test.feltRecord ? test.toggleFelt(place) : test.theirsAt(place))),
    report: ({ what, answer, stage }: PadSaid) => {
      if (what !== "answer" && what !== "effect") return;
      void byChannel("pad", () =>
        appendFrom((latest) => {
          const run = latest.runs.findLast(({ test: id, side }) => id === step.protocol.id && side === step.side);
          const recorded = run?.stages[stage];
          if (!run || (recorded?.response ?? recorded?.answer) === answer) return [];
          const says = answer as Response | Effect;
          return [{ type: "answer-reported", body: { run: run.id, stage, says, places: [], intensity: null } }];
        }),
      );
    },
  };
}

const DEAF = () => () => {};

/** The unit a device sends in: of a serial line it is known once something came. */
const useUnit = (device: Device | null): StreamUnit =>
  useSyncExternalStore(
    device ? (told) => device.listen(told) : DEAF,
    () => device?.unit ?? "°",
    () => "°",
  );

/** The figure follows the limb, in whole steps: what is drawn there costs more than the dial. */
const FIGURE_STEP_DEG = 2;

function useOnFigure(measured: Measured | null, { angle, isZeroed }: Live): void {
  const measure = measured?.problem === null ? measured.measure : null;
  const stepped =
    measure && isZeroed && angle !== null
      ? nearest(measure, Math.round(angle / FIGURE_STEP_DEG) * FIGURE_STEP_DEG)
      : null;
  const id = measure?.id ?? null;
  useEffect(() => {
    setLiveAngle(id !== null && stepped !== null ? { measure: id, angle: stepped } : null);
  }, [id, stepped]);
  useEffect(() => () => setLiveAngle(null), []);
}

/** Which time the test is done: the same before its first answer and after it, another once it is repeated. */
function timesDone({ runs }: Pick<ExamState, "runs">, { protocol, side }: SheetStep, { run }: TestActions): number {
  const own = runs.filter((one) => one.test === protocol.id && one.side === side);
  return run ? own.findIndex(({ id }) => id === run.id) : own.length;
}

/** What is measured, pressed and said while both hands hold the person; nothing where nothing is connected. */
export function HandsPanel(props: Props) {
  return isEquipped(useKit()) ? <Equipped {...props} /> : null;
}

function Equipped({ step, test, asked, isHeard, measures, rate, rateRest, onEnter }: Props) {
  const { state } = useExam();
  const kit = useKit();
  const unit = useUnit(kit.measuring);
  const [stoppedAt, setStoppedAt] = useState<TestActions["stage"] | null>(null);
  const runKey = `${step.key} ${test.run?.id ?? "new"}`;
  /** A run that begins with its first answer is the one that was measured before it. */
  const measuredKey = `${step.key} ${state.techniques.length}`;
  const measured = measuredBy(kit.measuring, step, measures);
  const { live, capture, second, takeZero } = useMeasuring(kit.measuring, measured, measuredKey);
  useOnFigure(measured, live);
  const onset = useOnset(
    kit.measuring,
    capture,
    measured,
    `${measuredKey} ${timesDone(state, step, test)}`,
    test.stage.id,
  );
  const { stop } = useStop(step, test);
  const said = useSaid(step, test);
  const stopNow = () => {
    if (stoppedAt) return;
    endHolds();
    byChannel("pedal", stop);
    setStoppedAt(test.stage);
  };
  const { end, mayKeepEnd, keepEnd, isNumberOnly } = useEnd({ test, measures, measured, live, capture, second, onset });
  /** Each stage has its own movement. */
  useEffect(() => capture?.startOver(), [capture, test.stage.id]);
  const flow = useFlow({
    step,
    position: test,
    asked,
    isHeard: isHeard && !stoppedAt,
    isLimbDown: live.isDown,
    theirWords: state.familiar?.words ?? "",
    places: offeredPlaces(state, step.side, step.protocol),
    atRest: state.rest?.intensity ?? null,
    acts: {
      ...said,
      rate: (intensity) => void byChannel("pad", () => rate(intensity)),
      rateRest: (intensity) => void byChannel("pad", () => rateRest(intensity)),
      stop: stopNow,
      /** Where only a number is asked, the end of the movement is what is gone on with. */
      enter: () => (isNumberOnly && mayKeepEnd ? keepEnd() : byChannel("pedal", onEnter)),
      mark: onset.mark,
      stoppedByThem: () => {
        endHolds();
        setStoppedAt(test.stage);
      },
    },
  });
  useLed(
    measured,
    live,
    (flow.hands.is === "moving" || isNumberOnly) && !flow.isPractising && isHeard,
    `${runKey} ${test.stage.id}`,
  );
  const cue = stoppedAt ? "Stopped" : cueOf(flow, { step, test }, live, measured?.problem === null);
  useSpoken(cue);

  /** The angle that was marked is recorded as soon as it is asked for. */
  const { marked } = onset;
  const wanted =
    asked.what === "number" && marked?.measure === asked.measure && marked.stage === test.feltStage?.id ? marked : null;
  const record = useRef(test.measure);
  useEffect(() => {
    record.current = test.measure;
  });
  useEffect(() => {
    if (wanted) void byChannel("device", () => record.current(wanted.measure, wanted.value, wanted.how));
  }, [wanted]);

  /** What was recorded already is corrected; what was not waits until it is asked for. */
  const recordAnew = (other: Marked | null) => {
    if (other && test.run?.measures[other.measure] !== undefined)
      byChannel("device", () => test.measure(other.measure, other.value, other.how));
  };
  const hasPad = kit.joined.some(({ role }) => role === "pad");
  const freeHand = hasPad ? sayFreeHand(freeHandIn(step.protocol.id, test.variant), step.side) : null;
  return (
    <section
      aria-label="At the table"
      data-hands={flow.hands.is}
      data-at-work={kit.measuring || kit.joined.length > 0 ? "device" : undefined}
      className="grid items-center gap-x-4 gap-y-1 rounded-xl border-2 border-edge bg-card p-2.5 sm:grid-cols-[auto_minmax(0,1fr)]"
    >
      {measured && <NowAngle measured={measured} live={live} mark={onset.marked?.value ?? null} onZero={takeZero} />}
      <div className={`flex flex-col gap-1.5 ${measured ? "" : "sm:col-span-2"}`}>
        <p role="status" className="text-xl leading-tight font-semibold" data-cue>
          {cue}
        </p>
        {flow.pending && (
          <Button big look="plain" className="justify-start! border-dashed!" onClick={flow.accept} data-ghost>
            <span className="rounded bg-ink px-1.5 text-sm font-bold text-paper">P</span> {flow.pending.label}
            <span className="text-sm font-normal text-soft">{flow.pending.waits ?? "take it"}</span>
          </Button>
        )}
        {kit.measuring && unit !== "°" && <GaugeCard key={unit} device={kit.measuring} step={step} test={test} />}
        {measured && (
          <OnsetLine
            measured={measured}
            live={live}
            onset={onset}
            trueAngle={trueOf(live, second)}
            onMoved={(t) => recordAnew(onset.moveTo(t))}
            onMean={() => recordAnew(onset.takeMean())}
          />
        )}
        <p className="flex flex-wrap items-center gap-2 text-sm text-soft">
          {flow.hands.is === "moving" && (
            <Button className="text-sm" onClick={flow.sayDown}>
              <ArrowDownToLine aria-hidden size={16} /> It is down
            </Button>
          )}
          {mayKeepEnd && end && live.end !== null && (
            <Button className="text-sm" onClick={keepEnd}>
              <Hourglass aria-hidden size={16} /> End {formatted(end, nearest(end, live.end))}: keep
            </Button>
          )}
          <AtTheTable takesIt={flow.pending !== null} />
          {freeHand && <span data-free-hand>{freeHand}</span>}
        </p>
      </div>
      {stoppedAt && <StopDialog step={step} test={test} at={stoppedAt} onClose={() => setStoppedAt(null)} />}
    </section>
  );
}

/** What is joined, and what the pedal means now. */
function AtTheTable({ takesIt }: { takesIt: boolean }) {
  const kit = useKit();
  return (
    <>
      {kit.joined.map(({ id, role, sign, isHere }) => (
        <span key={id} className="flex items-center gap-1" data-joined={role}>
          <SignMark sign={sign} size={24} /> {role}
          {!isHere && " is away"}
        </span>
      ))}
      {kit.joined.length > 0 && !kit.isLineUp && <span className="text-caution">No line to them</span>}
      {kit.hasPedal && (
        <span className="flex items-center gap-1">
          <Footprints aria-hidden size={18} /> short: {takesIt ? "take it" : "now"} · twice: on · held: stop
        </span>
      )}
    </>
  );
}

/** True lumbar movement, of what measures two places at once. */
function trueOf({ angle }: Live, second: Capture | null): number | null {
  const low = second?.live().angle ?? null;
  return angle === null || low === null ? null : trueLumbar(angle, low);
}

const QUICK_DEG_S = 20;

type NowAngleProps = { measured: Measured; live: Live; mark: number | null; onZero: () => void };

/** The dial and the angle in figures; nothing where the device cannot tell it. */
function NowAngle({ measured: { measure, problem }, live, mark, onZero }: NowAngleProps) {
  if (problem) return <TriangleAlert aria-hidden size={32} className="text-caution" />;
  return (
    <div className="flex items-center gap-2" data-measuring={measure.id} data-zeroed={live.isZeroed}>
      <Dial angle={live.angle} mark={mark} range={measure.range} expected={measure.expected} />
      <div className="flex w-24 flex-col">
        <span className="text-4xl leading-none font-bold tabular-nums">
          {live.angle === null ? "–" : `${Math.round(live.angle)}°`}
        </span>
        <span className="text-sm leading-tight text-soft">{measure.label.toLowerCase()}</span>
        {live.steady !== null && (
          <span className="text-sm text-soft" data-steady={live.steady}>
            held ± {live.steady}°
          </span>
        )}
        {live.speed > QUICK_DEG_S && <span className="text-sm font-semibold text-caution">too quick</span>}
        <Button className="mt-1 px-2! text-sm" onClick={onZero}>
          Zero{live.isZeroed ? " again" : ""}
        </Button>
      </div>
    </div>
  );
}

type OnsetLineProps = {
  measured: Measured;
  live: Live;
  onset: ReturnType<typeof useOnset>;
  trueAngle: number | null;
  onMoved: (t: number) => void;
  onMean: () => void;
};

/** The onset that was marked, with the trace it was read from; before that where the device lies; and what is wrong, with a way on. */
function OnsetLine({ measured, live, onset, trueAngle, onMoved, onMean }: OnsetLineProps) {
  const { measure, how, problem } = measured;
  const { marked, trials } = onset;
  const wrong =
    (problem && `${measure.label}: ${problem}`) ??
    live.problem ??
    onset.problem ??
    (live.isSilent ? "The device is silent. Look at it, or type the angle." : null);
  return (
    <>
      {marked && (
        <div className="flex flex-wrap items-center gap-x-3">
          <span className="leading-tight font-semibold" data-marked={marked.value}>
            {formatted(measure, marked.value)} at onset
            {marked.how.error !== null && ` ± ${marked.how.error}°`}
            {marked.how.tooQuick && <span className="block text-sm text-caution">too quick to compare</span>}
          </span>
          <Trace samples={marked.samples} t={marked.t} onMove={onMoved} />
        </div>
      )}
      {marked && trials && (
        <p className="flex flex-wrap items-center gap-2 text-sm" data-trials={trials.count}>
          {trials.count} trials: mean {formatted(measure, nearest(measure, trials.mean))}
          {trials.spread !== null && `, ± ${Math.round(trials.spread * 10) / 10}°`}
          {marked.how.trials === trials.count ? (
            <span className="text-soft">taken</span>
          ) : (
            <Button className="text-sm" onClick={onMean}>
              Take the mean
            </Button>
          )}
        </p>
      )}
      {!marked && !wrong && how && (
        <p className="text-sm text-soft">
          {live.isZeroed
            ? `On ${how.on}${measured.byDifference ? ", the other on the limb above it" : ""}. On "now" stop moving, then press.`
            : `Zero: ${how.zero}.`}
          {trueAngle !== null && ` True lumbar ${Math.round(trueAngle)}°.`}
        </p>
      )}
      {wrong && (
        <p role="alert" className="flex items-center gap-2 text-sm text-caution">
          <TriangleAlert aria-hidden size={18} className="shrink-0" /> {wrong}
        </p>
      )}
    </>
  );
}
