"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import { NO_CHANGES } from "@/core/evidence";
import type { ExamPlan, NextTests, PlanEdits } from "@/core/planning";
import { sourceKey, type SourceReading, type Spread } from "@/core/reading";
import { useExam } from "./exam-provider";
import { askWorker } from "./reading-worker";

const AFTER_PAINT_MS = 60;

/** Intervals by `sourceKey`. */
export type Spreads = Readonly<Record<string, Spread>>;
const NONE: Spreads = {};

/** An answer of the worker, and what it was asked. */
type Answered<T> = { readonly answer: T; readonly to: string | null };

/** Asks the worker once the tap has been painted; an answer that was overtaken is dropped. */
function useAsked<T>(initial: T, key: string, ask: () => Promise<T | null>): Answered<T> {
  const [answered, setAnswered] = useState<Answered<T>>({ answer: initial, to: null });
  const turn = useRef(0);
  const latest = useRef(ask);
  useEffect(() => {
    latest.current = ask;
  });
  useEffect(() => {
    const mine = ++turn.current;
    const timer = setTimeout(async () => {
      const answer = await latest.current();
      if (answer !== null && turn.current === mine) setAnswered({ answer, to: key });
    }, AFTER_PAINT_MS);
    return () => clearTimeout(timer);
  }, [key]);
  return answered;
}

/** The intervals, and whether they are those of the sources as they are now. */
export function useArrivedSpreads(sources: readonly SourceReading[]): { spreads: Spreads; arrived: boolean } {
  const { figures, changes } = useExam();
  const requests = useMemo(
    () =>
      Object.fromEntries(
        sources
          .filter(({ figured }) => figured)
          .map(({ source, side, recipe, wording }) => [sourceKey(source, side), { recipe, band: wording.band }]),
      ),
    [sources],
  );
  const key = useMemo(() => JSON.stringify([requests, figures.version]), [requests, figures]);
  const { answer, to } = useAsked(NONE, key, () =>
    askWorker((worker) => worker.spreads(requests, changes ?? NO_CHANGES)),
  );
  return { spreads: answer, arrived: to === key };
}

/**
 * The intervals of the sources that figures have moved, worked out off the main
 * thread. While new ones are on their way the last ones stay.
 */
export const useSpreads = (sources: readonly SourceReading[]): Spreads => useArrivedSpreads(sources).spreads;

/** What to test next; null until the first answer. */
export function useNextTests(): NextTests | null {
  const { state, events, figures, changes } = useExam();
  const key = `${events.length} ${events.at(-1)?.id ?? ""} ${figures.version}`;
  return useAsked<NextTests | null>(null, key, () => askWorker((worker) => worker.next(state, changes ?? NO_CHANGES)))
    .answer;
}

/** The plan of the exam as it is now, worked out off the main thread; null until the first answer. */
export function usePlan(edits: PlanEdits): { readonly plan: ExamPlan | null; readonly arrived: boolean } {
  const { state, events, figures, changes } = useExam();
  const key = `${events.length} ${events.at(-1)?.id ?? ""} ${figures.version} ${JSON.stringify(edits)}`;
  const { answer, to } = useAsked<ExamPlan | null>(null, key, () =>
    askWorker((worker) => worker.plan(state, edits, changes ?? NO_CHANGES)),
  );
  return { plan: answer, arrived: to === key };
}
