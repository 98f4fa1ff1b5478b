"use client";

import { useEffect, useState } from "react";
import { isReadyToTest } from "@/core/admission";
import { type SheetStep, stepAfter } from "@/core/planning";
import { KEYS } from "../shell/keymap";
import { Button } from "../primitives/button";
import { Dialog } from "../primitives/dialog";
import { useExam } from "../exam/exam-provider";
import { RunSheetPanel } from "./run-sheet-panel";
import { TestPanel } from "./test-panel";
import { useKeys } from "../shell/use-keys";
import { useWakeLock } from "../shell/use-wake-lock";
import { later } from "../primitives/later";

const BeforeTesting = later(() => import("./before-testing").then((module) => module.BeforeTesting));
const RestPanel = later(() => import("./before-testing").then((module) => module.RestPanel));
const HandsHere = later(() => import("../hands/hands-here").then((module) => module.HandsHere));
const NeurologyDialog = later(() => import("./neurology-dialog").then((module) => module.NeurologyDialog));
const StopFirst = later(() => import("./stop-first").then((module) => module.StopFirst));
const EndOffer = later(() => import("./end-offer").then((module) => module.EndOffer));
const EndedCard = later(() => import("./ended-card").then((module) => module.EndedCard));
const Retests = later(() => import("../course/retests").then((module) => module.Retests));
/** What has been found so far, once there is something to press. */
const ReadingPanel = later(
  () => import("../reading/reading-panel").then((module) => module.ReadingPanel),
  () => <div aria-hidden className="h-72 rounded-2xl border border-line bg-card" />,
);

const QuietPanel = later(
  () => import("./quiet-panel").then((module) => module.QuietPanel),
  () => <div aria-hidden className="h-40 rounded-2xl border border-line bg-card" />,
);

/** Whether a test is under the hands: what was read so far would press along. */
const isInHand = (step: SheetStep | null): boolean => step?.status === "to do" || step?.status === "begun";

/** Everything but the question and its answers is hidden from whoever lies on the table, until the key again. */
function useBlank(): void {
  const [blank, setBlank] = useState(false);
  useKeys(KEYS.blank, () => setBlank(!blank));
  useEffect(() => {
    const { dataset } = document.documentElement;
    if (blank) dataset.blank = "yes";
    return () => void delete dataset.blank;
  }, [blank]);
}

/** At the table: sheet, test, reading. Left-handed practitioners have the sheet on the right. */
export function RunScreen() {
  const exam = useExam();
  const { sheet, state, profile } = exam;
  /** Stays where the practitioner is until they go on, also when an answer completes the step. */
  const [selected, setSelected] = useState<string | null>(() => sheet.next?.key ?? sheet.steps.at(-1)?.key ?? null);
  const [rating, setRating] = useState(false);
  const [isExamining, setExamining] = useState(false);
  const [hasPassed, setPassed] = useState(false);
  useWakeLock();
  useBlank();
  const current = sheet.steps.find(({ key }) => key === selected) ?? sheet.steps[0] ?? null;
  const goNext = () => setSelected(stepAfter(sheet.steps, current?.key)?.key ?? current?.key ?? null);
  useKeys(KEYS.before, () => {
    const before = sheet.steps[sheet.steps.findIndex(({ key }) => key === current?.key) - 1];
    if (before) setSelected(before.key);
  });

  const block = sheet.blocks.find(({ steps }) => steps.some(({ key }) => key === current?.key));
  /** Due before the first test of its position, until it is examined or passed over. */
  const stop =
    block?.stop && !hasPassed && current?.status === "to do" && block.steps.every(({ run }) => run === null)
      ? block.stop
      : null;

  const isReady = isReadyToTest(exam.state, exam.guard);
  const quiet = (profile.settings.work.quiet ?? true) && isReady && !stop && !state.ended && isInHand(current);
  const leftHanded = profile.settings.work.hand === "left";
  const columns = leftHanded
    ? {
        grid: "md:grid-cols-[minmax(0,1fr)_12.5rem] xl:grid-cols-[21rem_minmax(0,1fr)_13.5rem]",
        sheet: "order-2 md:order-2 xl:order-3",
        test: "order-1 xl:order-2",
        reading: "order-3 xl:order-1",
      }
    : {
        grid: "md:grid-cols-[12.5rem_minmax(0,1fr)] xl:grid-cols-[13.5rem_minmax(0,1fr)_21rem]",
        sheet: "order-2 md:order-1",
        test: "order-1 md:order-2",
        reading: "order-3",
      };
  return (
    <div className={`grid grow gap-3 p-3 lg:gap-4 ${columns.grid}`} data-hand={profile.settings.work.hand}>
      <div
        data-sheet
        className={`hush md:sticky md:top-2 md:max-h-[calc(100dvh-1rem)] md:self-start md:overflow-y-auto ${columns.sheet}`}
      >
        {state.techniques.length > 0 && <Retests onSelect={setSelected} />}
        <RunSheetPanel current={current} onSelect={setSelected} onStop={() => setExamining(true)} />
        {state.rest && (
          <Button look="quiet" className="mt-2 min-h-14 w-full text-sm" onClick={() => setRating(true)}>
            At rest: {state.rest.intensity} of 10. Rate again
          </Button>
        )}
      </div>
      <div className={columns.test}>
        {state.ended ? (
          <EndedCard />
        ) : isReady ? (
          <>
            {current?.status !== "begun" && state.runs.length > 1 && <EndOffer />}
            {stop && block ? (
              <StopFirst
                stop={stop}
                position={block.position}
                onOpen={() => setExamining(true)}
                onPass={() => setPassed(true)}
              />
            ) : (
              current && <TestPanel step={current} onSelect={setSelected} onNext={goNext} />
            )}
          </>
        ) : (
          <BeforeTesting position={current?.protocol.position} />
        )}
      </div>
      <aside
        aria-label={quiet ? "Cautions, and what is next" : "Reading so far"}
        className={`hush md:col-span-2 xl:col-span-1 ${columns.reading}`}
      >
        {quiet && <QuietPanel step={current!} />}
        {/* Kept up to date beneath, so that it is there at once between tests. */}
        <div hidden={quiet}>
          <ReadingPanel />
        </div>
      </aside>
      <HandsHere />
      {isExamining && (
        <NeurologyDialog
          position={block?.position ?? current?.protocol.position ?? "seated"}
          onClose={() => setExamining(false)}
        />
      )}
      <Dialog open={rating} onOpenChange={setRating} title="At rest, now">
        <RestPanel position={current?.protocol.position} onDone={() => setRating(false)} />
      </Dialog>
    </div>
  );
}
