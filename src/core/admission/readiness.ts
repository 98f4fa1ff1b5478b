import type { ExamState } from "../record";
import type { Guard } from "../safety";

/** What has to be there before anybody is touched. */
export type Missing = "agreement" | "guard" | "guard again" | "rest";

/**
 * What is still missing before the first test, in the order it is asked for:
 * agreement, the guard gone through, the symptom at rest rated.
 *
 * @example missingBeforeTesting(openedState, assessGuard(openedState)) // ["agreement", "guard", "rest"]
 */
export function missingBeforeTesting(state: ExamState, guard: Pick<Guard, "unanswered" | "askAgain">): Missing[] {
  const missing: Missing[] = [];
  if (state.consent?.agreed !== true) missing.push("agreement");
  /** What a stop brings is asked with what it repeats. */
  const first = guard.unanswered.filter(({ onlyIf }) => !guard.askAgain || onlyIf?.found !== "testing stopped");
  if (first.length > 0) missing.push("guard");
  if (guard.askAgain) missing.push("guard again");
  if (state.rest === null) missing.push("rest");
  return missing;
}

export const isReadyToTest = (state: ExamState, guard: Pick<Guard, "unanswered" | "askAgain">): boolean =>
  missingBeforeTesting(state, guard).length === 0;
