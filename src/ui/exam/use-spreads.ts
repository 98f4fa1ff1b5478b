"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import { NO_CHANGES } from "@/core/evidence";
import type { NextTests } from "@/core/planning";
import { sourceKey, type SourceReading, type Spread } from "@/core/reading";
import { useExam } from "./exam-provider";
import { readingWorker } from "./reading-worker";

const AFTER_PAINT_MS = 60;

/** Intervals by `sourceKey`. */
export type Spreads = Readonly<Record<string, Spread>>;
const NONE: Spreads = {};

/** Asks the worker once the tap has been painted; an answer that was overtaken is dropped. */
function useAsked<T>(initial: T, key: string, ask: () => Promise<T>): T {
  const [answer, setAnswer] = useState(initial);
  const turn = useRef(0);
  const latest = useRef(ask);
  useEffect(() => {
    latest.current = ask;
  });
  useEffect(() => {
    const mine = ++turn.current;
    const timer = setTimeout(async () => {
      const found = await latest.current();
      if (turn.current === mine) setAnswer(found);
    }, AFTER_PAINT_MS);
    return () => clearTimeout(timer);
  }, [key]);
  return answer;
}

/**
 * The intervals of the sources that figures have moved, worked out off the main
 * thread. While new ones are on their way the last ones stay.
 */
export function useSpreads(sources: readonly SourceReading[]): Spreads {
  const { reading, changes } = useExam();
  const requests = useMemo(
    () =>
      Object.fromEntries(
        sources
          .filter(({ figured }) => figured)
          .map(({ source, side, recipe, wording }) => [sourceKey(source, side), { recipe, band: wording.band }]),
      ),
    [sources],
  );
  const key = useMemo(
    () => JSON.stringify([requests, reading.settings.ratioLimit, reading.evidence.version]),
    [requests, reading],
  );
  return useAsked(NONE, key, () =>
    readingWorker().spreads(requests, reading.settings.ratioLimit, changes ?? NO_CHANGES),
  );
}

/** What to test next; null until the first answer. */
export function useNextTests(): NextTests | null {
  const { state, events, changes, reading } = useExam();
  const key = `${events.length} ${events.at(-1)?.id ?? ""} ${reading.evidence.version}`;
  return useAsked<NextTests | null>(null, key, () => readingWorker().next(state, changes ?? NO_CHANGES));
}
