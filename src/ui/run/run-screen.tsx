"use client";

import { useState } from "react";
import { isReadyToTest } from "@/core/admission";
import { stepAfter } from "@/core/planning";
import { KEYS } from "../shell/keymap";
import { Button } from "../primitives/button";
import { Dialog } from "../primitives/dialog";
import { useExam } from "../exam/exam-provider";
import { RunSheetPanel } from "./run-sheet-panel";
import { TestPanel } from "./test-panel";
import { useKeys } from "../shell/use-keys";
import { useWakeLock } from "./use-wake-lock";
import { later } from "../primitives/later";

const BeforeTesting = later(() => import("./before-testing").then((module) => module.BeforeTesting));
const RestPanel = later(() => import("./before-testing").then((module) => module.RestPanel));
const EndedCard = later(() => import("./ended-card").then((module) => module.EndedCard));
/** What has been found so far, once there is something to press. */
const ReadingPanel = later(
  () => import("../reading/reading-panel").then((module) => module.ReadingPanel),
  () => <div aria-hidden className="h-72 rounded-2xl border border-line bg-card" />,
);

/** At the table: sheet, test, reading. Left-handed practitioners have the sheet on the right. */
export function RunScreen() {
  const exam = useExam();
  const { sheet, state, profile } = exam;
  /** Stays where the practitioner is until they go on, also when an answer completes the step. */
  const [selected, setSelected] = useState<string | null>(() => sheet.next?.key ?? sheet.steps.at(-1)?.key ?? null);
  const [rating, setRating] = useState(false);
  useWakeLock();
  const current = sheet.steps.find(({ key }) => key === selected) ?? sheet.steps[0] ?? null;
  const goNext = () => setSelected(stepAfter(sheet.steps, current?.key)?.key ?? current?.key ?? null);
  useKeys(KEYS.before, () => {
    const before = sheet.steps[sheet.steps.findIndex(({ key }) => key === current?.key) - 1];
    if (before) setSelected(before.key);
  });

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
        className={`md:sticky md:top-2 md:max-h-[calc(100dvh-1rem)] md:self-start md:overflow-y-auto ${columns.sheet}`}
      >
        <RunSheetPanel current={current} onSelect={setSelected} />
        {state.rest && (
          <Button look="quiet" className="mt-2 min-h-14 w-full text-sm" onClick={() => setRating(true)}>
            At rest: {state.rest.intensity} of 10. Rate again
          </Button>
        )}
      </div>
      <div className={columns.test}>
        {state.ended ? (
          <EndedCard />
        ) : isReadyToTest(exam.state, exam.guard) ? (
          current && <TestPanel step={current} onSelect={setSelected} onNext={goNext} />
        ) : (
          <BeforeTesting position={current?.protocol.position} />
        )}
      </div>
      <aside aria-label="Reading so far" className={`md:col-span-2 xl:col-span-1 ${columns.reading}`}>
        <ReadingPanel />
      </aside>
      <Dialog open={rating} onOpenChange={setRating} title="At rest, now">
        <RestPanel position={current?.protocol.position} onDone={() => setRating(false)} />
      </Dialog>
    </div>
  );
}
