"use client";

import { type Capture, type Measure, nearest } from "@/core/measurement";
import { kindOf } from "@/core/record";
import { byChannel } from "../exam/channel";
import type { TestActions } from "../run/use-test";
import type { Live, Measured } from "./use-measuring";
import type { useOnset } from "./use-onset";

type Ending = {
  test: TestActions;
  measures: readonly Measure[];
  measured: Measured | null;
  live: Live;
  second: Capture | null;
  onset: ReturnType<typeof useOnset>;
};

/** The end of a movement as it is proposed, and how it is kept: of both places where two are measured. */
export function useEnd({ test, measures, measured, live, second, onset }: Ending) {
  const end = measures.find(({ id }) => id === "end") ?? measured?.measure ?? null;
  const isNumberOnly = kindOf(test.stage) === "measure";
  const mayKeepEnd =
    live.end !== null &&
    end !== null &&
    (isNumberOnly || test.run !== null) &&
    test.run?.measures[end.id] === undefined;
  const keepEnd = () => {
    const how = onset.endHow();
    if (live.end === null || !end || !how) return;
    byChannel("device", () => test.measure(end.id, nearest(end, live.end!), how));
    const other = second?.end();
    const low = measures.find(({ id }) => id === end.id.replace("-t12", "-s1"));
    if (other && low && low.id !== end.id)
      byChannel("device", () => test.measure(low.id, nearest(low, other.angle), how));
  };
  return { end, isNumberOnly, mayKeepEnd, keepEnd };
}
