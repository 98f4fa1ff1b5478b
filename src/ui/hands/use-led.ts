"use client";

import { useEffect, useRef } from "react";
import type { SimulatedDevice } from "@/devices/simulated";
import { useKit } from "./kit";
import type { Live, Measured } from "./use-measuring";

const LEAD_UP_MS = 20_000;
const LEAD_STAYS_MS = 1200;
const LEAD_DOWN_MS = 1800;

/** A simulated limb is led by itself once its zero is taken: up, a rest, and down again. */
export function useLed(measured: Measured | null, live: Live, isMoving: boolean, runKey: string): void {
  const { measuring, leadsItself } = useKit();
  const led = useRef("");
  const isReady = isMoving && live.isZeroed && measured?.problem === null && leadsItself;
  const short = measured?.how?.reads === "short of zero";
  useEffect(() => {
    if (!isReady || measuring?.with !== "simulated" || led.current === `${runKey} ${measuring.label}`) return;
    led.current = `${runKey} ${measuring.label}`;
    const device = measuring as SimulatedDevice;
    const from = short ? -85 : device.really();
    const to = short ? -15 : from + 62;
    const top = LEAD_UP_MS + 600;
    device.lead([
      { at: 600, angle: from },
      { at: top, angle: to },
      { at: top + LEAD_STAYS_MS, angle: to },
      { at: top + LEAD_STAYS_MS + LEAD_DOWN_MS, angle: from },
    ]);
  }, [isReady, measuring, runKey, short]);
}
