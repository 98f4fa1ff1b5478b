"use client";

import type { Device } from "@/core/measurement";
import type { SimulatedDevice } from "@/devices/simulated";
import { Button } from "../primitives/button";

const BUILT_UP_MS = 1200;

/** A simulated one is pressed from the screen: up to a value, held, and let go again. */
export function Pressed({
  device,
  to,
  holdMs,
  children,
}: {
  device: Device;
  to: number;
  holdMs: number;
  children: string;
}) {
  if (device.with !== "simulated") return null;
  const press = () => {
    const simulated = device as SimulatedDevice;
    const from = simulated.really();
    simulated.lead([
      { at: 0, angle: from },
      { at: BUILT_UP_MS, angle: to },
      { at: BUILT_UP_MS + holdMs, angle: to },
      { at: 2 * BUILT_UP_MS + holdMs, angle: from },
    ]);
  };
  return (
    <Button look="quiet" className="ms-auto text-sm" onClick={press}>
      {children}
    </Button>
  );
}
