import { type ExamState, type Run, runsAfterTreatment, runsRead, techniquesFor } from "../record";
import { testLabel } from "./steps";

/** A run after a technique, beside the finding of the same test before it. */
export type Response = {
  readonly run: Run;
  /** The finding it followed; null: first done after treatment began. */
  readonly before: Run | null;
  /** It was tested at an earlier visit of this course: it stands beside that one there. */
  readonly isOfCourse: boolean;
  /** Kinds of technique logged before it, in order. */
  readonly after: readonly string[];
};

/**
 * What was done again after a technique.
 *
 * @example responsesTo(state) // []
 */
export const responsesTo = (
  state: Pick<ExamState, "runs" | "techniques" | "treated" | "opened" | "id">,
): readonly Response[] =>
  runsAfterTreatment(state.runs).map((run) => ({
    run,
    before:
      runsRead(state.runs).find(
        (one) => one.techniquesBefore === 0 && one.test === run.test && one.side === run.side,
      ) ?? null,
    isOfCourse: state.treated?.tested.some(({ test, side }) => test === run.test && side === run.side) ?? false,
    after: [
      ...(state.treated ? ["what was done at earlier visits"] : []),
      ...techniquesFor(state, run.test)
        .slice(0, run.techniquesBefore - (state.treated?.techniques ?? 0))
        .map(({ kind }) => kind),
    ],
  }));

/**
 * In words: what it was done after, what came now and what came before.
 *
 * @param said what one run came to, in words
 * @example responsesTo(state).map((response) => sayResponse(response, () => "nothing")) // []
 */
export function sayResponse({ run, before, after, isOfCourse }: Response, said: (run: Run) => string): string {
  const name = testLabel({ test: run.test, testedSide: run.side });
  const was = before
    ? `before it: ${said(before)}`
    : run.isCounted
      ? "first done after treatment began, and added to the reading by hand"
      : isOfCourse
        ? "compared with the visits before, and in no reading"
        : "first done after treatment began, so it is in no reading";
  return `${name}, after ${after.join(", ")}: ${said(run)}; ${was}.`;
}
