"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import { MEASURING, type Measuring, notMeasuredBy, type TestId } from "@/core/knowledge";
import { Capture, type Device, isUsable, type LiveAngle, type Measure, SILENT_AFTER_MS } from "@/core/measurement";
import { clock } from "@/devices/feed";
import type { SheetStep } from "@/core/planning";

const SHOWN_EVERY_MS = 100;
/** Zero is taken by itself once the limb has been still for so long, within so much. */
const STILL_FOR_MS = 1000;
const STILL_WITHIN_DEG = 1;

type Upright = Extract<Measuring, { plane: "upright" }>;

/** What of a test is measured by the device in hand: its first number that can be. */
export type Measured = {
  readonly measure: Measure;
  readonly how: Upright | null;
  /** Why the device cannot tell it; null where it can. */
  readonly problem: string | null;
};

export function measuredBy(device: Device | null, { protocol }: SheetStep, shown: readonly Measure[]): Measured | null {
  const measure = shown.find(({ id, unit }) => unit === "°" && MEASURING[protocol.id as TestId]?.[id]);
  if (!device || !measure) return null;
  const how = MEASURING[protocol.id as TestId]![measure.id]!;
  const problem = notMeasuredBy(protocol.id as TestId, measure.id, device.with);
  return { measure, how: how.plane === "upright" ? how : null, problem };
}

export type Live = LiveAngle & {
  readonly isZeroed: boolean;
  /** Nothing has come for a while. */
  readonly isSilent: boolean;
  readonly end: number | null;
  readonly problem: string | null;
};

const NOTHING: Live = {
  angle: null,
  speed: 0,
  isUp: false,
  isDown: false,
  isZeroed: false,
  isSilent: false,
  end: null,
  problem: null,
};

/** Zero of both streams; what stands against the first, in a line. */
function zeroBoth(capture: Capture, second: Capture): string | null {
  second.takeZero();
  const wrong = capture.takeZero();
  return wrong && `${wrong.what}. ${wrong.todo}`;
}

/** The device's readings of one run, and what is shown of them ten times a second. */
export function useMeasuring(device: Device | null, measured: Measured | null, runKey: string) {
  const reads = measured?.how?.reads ?? "since zero";
  const zeroBy = measured?.how?.zeroBy ?? "rest";
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
    if (zeroBy === "level") capture.useOwnZero();
    if (zeroBy === "level") second.useOwnZero();
    const quiet = device.listen((reading, stream) => {
      if (reading) (stream === 0 ? capture : second).add(reading);
    });
    const timer = setInterval(() => {
      const steady = capture.steadiness(STILL_FOR_MS);
      if (!capture.isZeroed() && steady !== null && steady < STILL_WITHIN_DEG && clock() - began > STILL_FOR_MS)
        zeroProblem.current = zeroBoth(capture, second);
      const state = device.state();
      setLive({
        ...capture.live(),
        isZeroed: capture.isZeroed(),
        isSilent: state.is === "silent" || clock() - Math.max(capture.lastAt(), began) > SILENT_AFTER_MS,
        end: capture.isZeroed() ? (capture.end()?.angle ?? null) : null,
        problem: state.is === "failed" ? state.why : zeroProblem.current,
      });
    }, SHOWN_EVERY_MS);
    return () => {
      quiet();
      clearInterval(timer);
    };
  }, [device, capture, second, isOn, zeroBy]);

  return {
    live: isOn ? live : NOTHING,
    capture: isOn ? capture : null,
    /** The second stream, of what measures two places at once. */
    second: isOn && device.streams === 2 ? second : null,
    takeZero: () => void (zeroProblem.current = zeroBoth(capture, second)),
  };
}
