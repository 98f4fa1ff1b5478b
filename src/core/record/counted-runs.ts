import { remembered } from "../base";
import { optionIn, protocolOf, type SchoolChoice } from "../knowledge";
import { otherSide, runKey } from "../vocabulary";
import { techniquesSoFar, type Treatments } from "./events/technique";
import { isAnswered, ladderOf } from "./ladder";
import type { Run } from "./runs";
import type { ExamState } from "./state";

/** Done the same way: only like variants are compared. */
export function isLike({ variant: a, test }: Run, { variant: b }: Run): boolean {
  return protocolOf(test).schools.every(({ id, kind }) => kind !== "doing" || optionIn(a, id) === optionIn(b, id));
}

/** Done one of the ways a figure belongs to. */
export const isDoneAs = ({ variant }: Pick<Run, "variant">, asked: SchoolChoice): boolean =>
  Object.entries(asked).every(([school, options]) => options.includes(optionIn(variant, school) ?? ""));

/** The other side's run of the same test, done the same way. */
export const otherSideRun = (run: Run, runs: readonly Run[]): Run | null =>
  run.side === null
    ? null
    : (runs.findLast(({ test, side }) => test === run.test && side === otherSide(run.side!)) ?? null);

export const likeOther = (run: Run, runs: readonly Run[]): Run | null => {
  const other = run.limbs.length > 0 ? null : otherSideRun(run, runs);
  return other && isLike(run, other) ? other : null;
};

/**
 * The runs of a test on a side since the last technique: what was done before it
 * stands as it was.
 *
 * @example runsNow(openedState, { test: "thigh-thrust", side: "right" }) // []
 */
export const runsNow = (
  state: Pick<ExamState, "runs"> & Treatments,
  { test, side }: Pick<Run, "test" | "side">,
): readonly Run[] =>
  state.runs.filter(
    (run) => run.test === test && run.side === side && run.techniquesBefore === techniquesSoFar(state, test),
  );

/** A run that holds an answer; one that was only begun does not replace an earlier one. */
export const holdsAnswer = (run: Run): boolean =>
  run.stopped !== null ||
  Object.keys(run.measures).length > 0 ||
  ladderOf(run).rungs.some(({ stage, record }) => isAnswered(stage, run) || record?.skipped);

/** Repeating until something comes makes positives: a fair run that was clear is not replaced. */
const countsNothing = ({ again }: Run): boolean => again === "only because nothing came";

/**
 * The runs a reading uses: of a repeated test and side, the last one with an
 * answer that was not only a second try at a clear one. The others stay in the record. A state's list of runs never changes,
 * so this is worked out once for each.
 */
export const effectiveRuns = remembered((runs: readonly Run[]): readonly Run[] => {
  const last = new Map<string, Run>();
  for (const run of runs) {
    const key = runKey(run.test, run.side);
    if (!last.has(key) || (holdsAnswer(run) && !countsNothing(run))) last.set(key, run);
  }
  return [...last.values()];
});

/**
 * Whether a run brought on what they came with, at any of its stages.
 */
export const broughtOn = ({ stages }: Pick<Run, "stages">): boolean =>
  Object.values(stages).some(({ response }) => response === "familiar");

/**
 * The runs a reading is made from: of those before the first technique of the
 * visit, the last one with an answer for each test and side. What is done after
 * a technique is response to treatment and replaces no finding; a test that was
 * first done then is among them only where it was added by hand.
 *
 * @example runsRead(state.runs).every(({ techniquesBefore }) => techniquesBefore === 0) // true
 */
export const runsRead = remembered((runs: readonly Run[]): readonly Run[] =>
  runs.some(({ techniquesBefore }) => techniquesBefore > 0)
    ? effectiveRuns(runs.filter((run) => run.techniquesBefore === 0 || (run.isCounted && isFirstOfItsTest(run, runs))))
    : effectiveRuns(runs),
);

/**
 * Whether a run is the first of its test and side, though treatment had begun:
 * only such a one can be added to the reading by hand.
 *
 * @example isFirstOfItsTest(run, state.runs) // true
 */
export const isFirstOfItsTest = (run: Run, runs: readonly Run[]): boolean =>
  !runs.some(
    (other) => other.test === run.test && other.side === run.side && other.techniquesBefore < run.techniquesBefore,
  );

const NONE: readonly Run[] = [];

/** The last run of each test and side after a technique: the response to treatment. */
export const runsAfterTreatment = remembered((runs: readonly Run[]): readonly Run[] => {
  const later = runs.filter(({ techniquesBefore }) => techniquesBefore > 0);
  return later.length ? effectiveRuns(later) : NONE;
});
