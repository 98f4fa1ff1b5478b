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
  capture: Capture | null;
  second: Capture | null;
  onset: ReturnType<typeof useOnset>;
};

const BESIDE_MS = 250;

/** The end of a movement as it is proposed, and how it is kept: of both places where two are measured. */
export function useEnd({ test, measures, measured, live, capture, second, onset }: Ending) {
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
    /** The other place is read at the same moment, however little it moved. */
    const ended = capture?.end();
    const there = ended && second ? second.since(ended.t - BESIDE_MS).filter(({ t }) => t <= ended.t + BESIDE_MS) : [];
    const low = measures.find(({ id }) => id === end.id.replace("-t12", "-s1"));
    if (there.length === 0 || !low || low.id === end.id) return;
    const mean = there.reduce((sum, { angle }) => sum + angle, 0) / there.length;
    byChannel("device", () => test.measure(low.id, nearest(low, mean), how));
  };
  return { end, isNumberOnly, mayKeepEnd, keepEnd };
}
