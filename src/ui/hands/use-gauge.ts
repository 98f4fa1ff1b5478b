"use client";

import { useEffect, useRef, useState } from "react";
import {
  CuffWatch,
  type CuffAsked,
  type CuffHold,
  type Device,
  isUsable,
  type Push,
  pushesOf,
  type Reading,
} from "@/core/measurement";

const SHOWN_EVERY_MS = 100;
/** So long back a push is looked for; a longer one is held on for no test. */
const KEPT_MS = 60_000;

/** What a gauge shows, to a step, so that what looks the same is not drawn again. */
const stepped = (value: number, step: number): number => Math.round(value / step) * step;

/** Tells of each reading that can be used, and no oftener than ten times a second that there was one. */
function useReadings(device: Device, take: (reading: Reading) => void, show: () => void): void {
  const acts = useRef({ take, show });
  useEffect(() => {
    acts.current = { take, show };
  });
  useEffect(() => {
    let shownAt = -Infinity;
    return device.listen((reading) => {
      if (!reading || !isUsable(reading, device.unit)) return;
      acts.current.take(reading);
      if (reading.t - shownAt < SHOWN_EVERY_MS) return;
      shownAt = reading.t;
      acts.current.show();
    });
  }, [device]);
}

export type Pushing = {
  readonly value: number | null;
  /** The last push, over or not; null before there was one. */
  readonly push: Push | null;
};

/** A force gauge between hand and person: what it shows, and the last push. */
export function usePush(device: Device, band: readonly [number, number], onLetGo: (push: Push) => void): Pushing {
  const readings = useRef<Reading[]>([]);
  const told = useRef(-Infinity);
  const [pushing, setPushing] = useState<Pushing>({ value: null, push: null });
  useReadings(
    device,
    (reading) => void readings.current.push(reading),
    () => {
      const last = readings.current.at(-1)!;
      if (readings.current[0]!.t < last.t - KEPT_MS)
        readings.current = readings.current.filter(({ t }) => t > last.t - KEPT_MS);
      const push = pushesOf(readings.current, band).at(-1) ?? null;
      setPushing({ value: stepped(last.value, 1), push });
      if (push && push.to !== null && push.from > told.current) {
        told.current = push.from;
        onLetGo(push);
      }
    },
  );
  return pushing;
}

export type Holding = {
  readonly value: number | null;
  readonly now: CuffHold | null;
  readonly over: readonly CuffHold[];
};

/** A cuff at one level: what it shows, the hold that is going on, and those that are over. */
export function useCuff(device: Device, asked: CuffAsked): Holding {
  const watch = useRef<CuffWatch | null>(null);
  const [holding, setHolding] = useState<Holding>({ value: null, now: null, over: [] });
  useReadings(
    device,
    (reading) => (watch.current ??= new CuffWatch(asked)).add(reading),
    () => {
      const { current } = watch;
      if (!current) return;
      const value = current.value();
      setHolding({ value: value === null ? null : stepped(value, 0.5), now: current.now(), over: [...current.over] });
    },
  );
  return holding;
}
