import type { ExamState, IrritabilityReading } from "./state";

/** Minutes a symptom may take to settle before it counts as slow. */
const SLOW_TO_SETTLE_MINUTES = 60;

const AMOUNTS = { little: "little", moderate: "a fair amount", much: "much" } as const;

/**
 * How irritable the symptom is: how little brings it on, and how long it lasts.
 * High when little brings it on and it lasts an hour or more, or its worst is 8
 * or above and it lasts an hour or more; low when much is needed and it settles
 * within the hour; moderate between. The hour is a working convention.
 *
 * @returns level null while what brings it on or how long it lasts is not recorded
 */
export function irritability(state: Pick<ExamState, "history" | "areas" | "familiar">): IrritabilityReading {
  const { provokedBy = null, settlesMinutes = null } = state.history ?? {};
  if (provokedBy === null || settlesMinutes === null) {
    return { level: null, reason: "Say how little brings it on and how long it lasts." };
  }
  const slow = settlesMinutes >= SLOW_TO_SETTLE_MINUTES;
  const worst = state.areas.find((area) => area.area === state.familiar?.area)?.worst ?? null;
  const lasts = `settles in ${settlesMinutes} min`;
  const brought = `${AMOUNTS[provokedBy]} is enough to bring it on`;
  if (slow && provokedBy === "little") return { level: "high", reason: `${brought}, and it ${lasts}` };
  if (slow && worst !== null && worst >= 8)
    return { level: "high", reason: `worst is ${worst} of 10, and it ${lasts}` };
  if (!slow && provokedBy === "much") return { level: "low", reason: `it takes much to bring it on, and it ${lasts}` };
  return {
    level: "moderate",
    reason: `${provokedBy === "much" ? "it takes much to bring it on" : brought}, and it ${lasts}`,
  };
}
