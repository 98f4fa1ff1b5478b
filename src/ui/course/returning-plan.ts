import { type CourseVisit, testsAgain } from "@/core/course";
import { USUAL_BUDGET } from "@/core/planning";
import { type EventDraft, foldEpisode, markersOf, type StreamEvent } from "@/core/record";

/**
 * What a returning person is planned: the signs that are followed, then what the
 * last visit left; null where there is neither, and a plan is made from the complaint.
 */
export function returningPlan(
  events: readonly StreamEvent[],
  earlier: readonly CourseVisit[],
): (EventDraft & { readonly type: "plan-set" }) | null {
  const tests = testsAgain(markersOf(foldEpisode(events)), earlier.at(-1));
  if (tests.length === 0) return null;
  return {
    type: "plan-set",
    body: {
      again: true,
      tests: tests.map(({ test, side }) => ({ test, side, settles: [] })),
      edits: {
        without: [],
        added: [],
        first: null,
        burden: USUAL_BUDGET.burden,
        minutes: USUAL_BUDGET.minutes,
      },
    },
  };
}
