import { effectiveRuns } from "../record";
import { runKey, type Side } from "../vocabulary";
import type { CourseVisit } from "./visit";

/**
 * What was done and tested at the visits before one: it says so in its opening,
 * so that a test is never taken for the first of its kind after treatment.
 *
 * @example testedBefore([]) // { techniques: 0, tested: [] }
 */
export function testedBefore(visits: readonly Pick<CourseVisit, "runs" | "techniques">[]): {
  readonly techniques: number;
  readonly tested: { readonly test: string; readonly side: Side | null }[];
} {
  const tested = new Map<string, { test: string; side: Side | null }>();
  for (const { runs } of visits)
    for (const { test, side } of effectiveRuns(runs)) tested.set(runKey(test, side), { test, side });
  return {
    techniques: visits.reduce((sum, { techniques }) => sum + techniques.length, 0),
    tested: [...tested.values()],
  };
}
