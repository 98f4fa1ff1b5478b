"use client";

import { useState } from "react";
import {
  type Capture,
  type Device,
  markDelay,
  type MarkedBy,
  type Measure,
  nearest,
  type Sample,
  traceOf,
  type Trials,
  trialsOf,
} from "@/core/measurement";
import type { MeasuredHow } from "@/core/record";
import { kitNow } from "./kit";
import type { Measured } from "./use-measuring";

const SHOWN_BEFORE_MS = 6000;

/** An onset that was marked: the angle that was meant, and what it was read from. */
export type Marked = {
  readonly measure: string;
  /** The stage it was marked in: of no other is it the onset. */
  readonly stage: string;
  readonly value: number;
  readonly how: MeasuredHow;
  readonly t: number;
  readonly samples: readonly Sample[];
};

const rounded = (value: number): number => Math.round(value * 10) / 10;

function angleNear(samples: readonly Sample[], t: number): number {
  const near = samples.filter((sample) => Math.abs(sample.t - t) <= 60);
  const used = near.length > 0 ? near : [samples.reduce((a, b) => (Math.abs(b.t - t) < Math.abs(a.t - t) ? b : a))];
  return used.reduce((sum, { angle }) => sum + angle, 0) / used.length;
}

const howMarked = (device: Device, { how, byDifference }: Measured, by: string): MeasuredHow => ({
  device: device.with,
  name: device.label,
  method: by,
  trials: 1,
  mount: byDifference ? `${how!.on}; the other on the limb above it` : (how?.on ?? ""),
  zero: byDifference ? "by difference: both limbs in one line" : (how?.zero ?? ""),
  error: null,
});

/** The curve about a moment, where it is to be kept. */
function keptTrace(samples: readonly Sample[], t: number): Pick<MeasuredHow, "trace"> {
  const kept = kitNow().keepsTraces ? traceOf(samples, t) : null;
  return kept ? { trace: kept } : {};
}

const outOfRange = ({ range: [low, high] }: Measure, value: number): boolean => value < low - 3 || value > high + 3;

type Last = {
  readonly key: string;
  readonly marked: Marked | null;
  /** Every mark of this stage, the last one included: a movement that is led again is another trial. */
  readonly all: readonly Marked[];
  readonly problem: string | null;
};

/** Marks of *now*, each with the angle that was meant; the last one stands until it is recorded or the run is another. */
export function useOnset(
  device: Device | null,
  capture: Capture | null,
  measured: Measured | null,
  runKey: string,
  stage: string,
) {
  const [last, setLast] = useState<Last>({ key: runKey, marked: null, all: [], problem: null });
  const { marked, all, problem } = last.key === runKey ? last : { marked: null, all: [], problem: null };
  const ofStage = all.filter((one) => one.stage === stage);
  const trials: Trials | null = trialsOf(ofStage.map(({ value }) => value));
  const keep = (next: Marked, trialsNow: readonly Marked[]) =>
    setLast({ key: runKey, marked: next, all: trialsNow, problem: null });
  const fail = (why: string): false => {
    setLast({ key: runKey, marked, all, problem: why });
    return false;
  };
  return {
    marked,
    problem,
    /** What the trials of this stage come to; one of them alone is no trials. */
    trials: trials !== null && trials.count > 1 ? trials : null,
    /** Their mean is what is meant: the value that is recorded says of how many. */
    takeMean: (): Marked | null => {
      if (!marked || !measured || trials === null) return null;
      const value = nearest(measured.measure, trials.mean);
      const mean = { ...marked, value, how: { ...marked.how, trials: trials.count } };
      keep(mean, all);
      return mean;
    },
    /** @returns whether an angle stands at that moment */
    mark: (by: MarkedBy, at: number): boolean => {
      if (!device || !capture || !measured) return false;
      const own = by === "key" ? undefined : kitNow().delays[by];
      const delay = markDelay(by, own);
      const onset = capture.mark(at, delay);
      if (!onset) return fail("The device said nothing at that moment. Type the angle, or do it again.");
      if (outOfRange(measured.measure, onset.angle))
        return fail(
          `${rounded(onset.angle)}° cannot be: look where the device lies and at its zero, or type the angle.`,
        );
      const samples = capture.since(onset.t - SHOWN_BEFORE_MS);
      const next: Marked = {
        measure: measured.measure.id,
        stage,
        value: nearest(measured.measure, onset.angle),
        t: onset.t,
        samples,
        how: {
          ...howMarked(device, measured, `onset by ${by}`),
          ...(own ? { name: `${device.label}, own delay ${(delay / 1000).toFixed(2)} s` } : {}),
          error: rounded(onset.error),
          speed: rounded(onset.speed),
          tooQuick: onset.tooQuick,
          ...keptTrace(samples, onset.t),
        },
      };
      keep(next, [...all, next]);
      return true;
    },
    /** Another moment is meant than the one that was reckoned. */
    moveTo: (t: number): Marked | null => {
      if (!marked || !measured) return null;
      const value = nearest(measured.measure, angleNear(marked.samples, t));
      const how = { ...marked.how, method: "onset set by hand on the trace", ...keptTrace(marked.samples, t) };
      const moved = { ...marked, t, value, how };
      keep(moved, [...all.filter((one) => one.t !== marked.t), moved]);
      return moved;
    },
    /** Where the movement ended, as it is kept. */
    endHow: (): MeasuredHow | null => {
      if (!device || !measured) return null;
      const ended = capture?.end();
      return {
        ...howMarked(device, measured, "end by plateau"),
        ...(capture && ended ? keptTrace(capture.since(ended.t - SHOWN_BEFORE_MS), ended.t) : {}),
      };
    },
  };
}
