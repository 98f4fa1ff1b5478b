"use client";

import { openEmergency } from "@/core/safety";
import { useExam } from "../exam/exam-provider";
import { later } from "../primitives/later";

/** Until it stands, the words take the screen by themselves. */
const EmergencyAlert = later(
  () => import("./emergency-alert").then((module) => module.EmergencyAlert),
  () => (
    <p role="alert" className="fixed inset-x-0 top-0 z-50 bg-stop p-6 text-2xl font-bold text-on-stop">
      Stop here. Follow your local emergency path.
    </p>
  ),
);

/** An emergency takes the screen and stays until it is said what was done. It never waits for the network. */
export function EmergencyDialog() {
  const { guard, state } = useExam();
  const open = state.signed ? null : openEmergency(guard);
  return open && <EmergencyAlert open={open} />;
}
