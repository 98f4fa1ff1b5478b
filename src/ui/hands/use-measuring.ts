"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import { problemAtField } from "@/core/base";
import { MEASURING, type Measuring, notMeasuredBy, type TestId } from "@/core/knowledge";
import {
  ByDifference,
  Capture,
  type Device,
  isUsable,
  type LiveAngle,
  type Measure,
  type Reading,
  SILENT_AFTER_MS,
} from "@/core/measurement";
import { clock } from "@/devices/feed";
import type { SheetStep } from "@/core/planning";

const SHOWN_EVERY_MS = 15;
/** The end of a movement is looked for twice a second, and only in a limb that rests. */
const END_EVERY = 30;
const RESTS_DEG_S = 4;
/** The speed is shown in steps: only whether it is too quick matters. */
const QUICK_STEP = 10;
/** Zero is taken by itself once the limb has been still for so long, within so much. */
const STILL_FOR_MS = 1000;
const STILL_WITHIN_DEG = 1;

type Upright = Extract<Measuring, { plane: "upright" }>;

/** What of a test is measured by the device in hand: its first number that can be. */
export type Measured = {
  readonly measure: Measure;
  readonly how: Upright | null;
  /** Read between two limbs: what lies on the upper one takes the place of the level. */
  readonly byDifference: boolean;
  /** Why the device cannot tell it; null where it can. */
  readonly problem: string | null;
};

export function measuredBy(device: Device | null, { protocol }: SheetStep, shown: readonly Measure[]): Measured | null {
  const measure = shown.find(({ id, unit }) => unit === "°" && MEASURING[protocol.id as TestId]?.[id]);
  if (!device || device.unit !== "°" || !measure) return null;
  const how = MEASURING[protocol.id as TestId]![measure.id]!;
  const problem = notMeasuredBy(protocol.id as TestId, measure.id, device.with);
  const upright = how.plane === "upright" ? how : null;
  return { measure, how: upright, problem, byDifference: device.streams === 2 && upright?.zeroBy === "level" };
}

export type Live = LiveAngle & {
  readonly isZeroed: boolean;
  /** Nothing has come for a while. */
  readonly isSilent: boolean;
  readonly end: number | null;
  /** How steady a limb that is up and rests was held, in degrees either way; null while it moves. */
  readonly steady: number | null;
  readonly problem: string | null;
};

/** In whole degrees, and the same as before until it is clearly another: a limb at rest does not flicker. */
const CLEARLY_DEG = 0.75;
const steadied = (angle: number | null, before: number | null): number | null =>
  angle === null || (before !== null && Math.abs(angle - before) < CLEARLY_DEG)
    ? angle === null
      ? null
      : before
    : Math.round(angle);

const isSame = (one: Live, other: Live): boolean =>
  (Object.keys(one) as (keyof Live)[]).every((field) => one[field] === other[field]);

const NOTHING: Live = {
  angle: null,
  speed: 0,
  isUp: false,
  isDown: false,
  isZeroed: false,
  isSilent: false,
  end: null,
  steady: null,
  problem: null,
};

/** Zero of both streams; what stands against the first, in a line. */
function zeroBoth(capture: Capture, second: Capture): string | null {
  second.takeZero();
  const wrong = capture.takeZero();
  return wrong && problemAtField(wrong);
}

const HELD_OVER_MS = 1000;

/** In whole degrees, one at the least: what is said of a hold, not what is reckoned with. */
function heldWithin(capture: Capture): number | null {
  const steady = capture.steadiness(HELD_OVER_MS);
  return steady === null ? null : Math.max(1, Math.round(steady));
}

/** The device's readings of one run, and what is shown of them ten times a second. */
export function useMeasuring(device: Device | null, measured: Measured | null, runKey: string) {
  const reads = measured?.how?.reads ?? "since zero";
  const zeroBy = measured?.how?.zeroBy ?? "rest";
  const byDifference = measured?.byDifference ?? false;
  const isOn = device !== null && measured !== null && measured.problem === null;
  /** A new run begins with a zero of its own. */
  const [capture, second] = useMemo(() => {
    void [runKey, device];
    const make = () => new Capture(reads, (reading) => isUsable(reading, "°"));
    return [make(), make()];
  }, [reads, runKey, device]);
  const [live, setLive] = useState<Live>(NOTHING);
  const zeroProblem = useRef<string | null>(null);

  useEffect(() => {
    if (!device || !isOn) return;
    const began = clock();
    let lookedAt = 0;
    let looks = 0;
    let end: number | null = null;
    let shown: number | null = null;
    if (zeroBy === "level") [capture, second].forEach((one) => one.useOwnZero());
    const zeroWhenStill = () => {
      if (capture.isZeroed() || clock() - began < STILL_FOR_MS) return;
      const steady = capture.steadiness(STILL_FOR_MS);
      if (steady !== null && steady < STILL_WITHIN_DEG) zeroProblem.current = zeroBoth(capture, second);
    };
    const look = () => {
      lookedAt = clock();
      zeroWhenStill();
      const state = device.state();
      const now = capture.live();
      if (!now.isUp) end = null;
      else if (++looks % END_EVERY === 0 && now.speed < RESTS_DEG_S) end = capture.end()?.angle ?? end;
      const next: Live = {
        ...now,
        angle: (shown = steadied(now.angle, shown)),
        speed: Math.round(now.speed / QUICK_STEP) * QUICK_STEP,
        isZeroed: capture.isZeroed(),
        isSilent: state.is === "silent" || lookedAt - Math.max(capture.lastAt(), began) > SILENT_AFTER_MS,
        end: end === null ? null : Math.round(end),
        steady: now.isUp && now.speed < RESTS_DEG_S ? heldWithin(capture) : null,
        problem: state.is === "failed" ? state.why : zeroProblem.current,
      };
      /** What looks the same is not drawn again. */
      setLive((before) => (isSame(before, next) ? before : next));
    };
    const both = new ByDifference();
    const take = (reading: Reading, stream: 0 | 1) => {
      if (!byDifference) return (stream === 0 ? capture : second).add(reading);
      const joint = isUsable(reading, "°") ? both.add(reading, stream) : null;
      if (joint) capture.add(joint);
    };
    const quiet = device.listen((reading, stream) => {
      if (reading) take(reading, stream);
      if (clock() - lookedAt >= SHOWN_EVERY_MS) look();
    });
    /** Silence is noticed too. */
    const timer = setInterval(look, SILENT_AFTER_MS / 2);
    return () => {
      quiet();
      clearInterval(timer);
    };
  }, [device, capture, second, isOn, zeroBy, byDifference]);

  return {
    live: isOn ? live : NOTHING,
    capture: isOn ? capture : null,
    /** The second stream, of what measures two places at once. */
    second: isOn && device.streams === 2 && !byDifference ? second : null,
    takeZero: () => void (zeroProblem.current = zeroBoth(capture, second)),
  };
}
