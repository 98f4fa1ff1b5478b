import { evidenceOf, type EvidenceSet } from "../evidence";
import { ageAtExam, type ExamState, type ReadingSettings, type Run, runsRead, settingsOf } from "../record";
import { ADULT_AGE } from "../measurement";
import type { Side, SourceId } from "../vocabulary";
import { interpretExam, type TestOutcome } from "./interpret";

/** What is supposed instead of what was recorded; never becomes part of the record. */
export type Supposed = {
  /** Starting probability by `sourceKey`. */
  readonly starts?: Readonly<Record<string, number>>;
  readonly dependence?: number;
  /** Another result of a run for a source's side, by `resultKey`. */
  readonly results?: Readonly<Record<string, "positive" | "negative" | "removed">>;
  /** Results of tests that were not done. */
  readonly added?: readonly TestOutcome[];
};

export const sourceKey = (source: SourceId, side: Side | null): string => (side ? `${source} ${side}` : source);
export const resultKey = ({ run, source, side }: Pick<TestOutcome, "run" | "source" | "side">): string =>
  `${run} ${sourceKey(source, side)}`;

/** Everything the reading of each source draws on, worked out once for all of them. */
export type ReadingContext = {
  readonly state: ExamState;
  readonly settings: ReadingSettings;
  readonly evidence: EvidenceSet;
  readonly runs: readonly Run[];
  readonly outcomes: readonly TestOutcome[];
  /** The same by `sourceKey`. */
  readonly bySource: ReadonlyMap<string, readonly TestOutcome[]>;
  /** Tests in the order they were done, on each side and on either. */
  readonly orders: Readonly<Record<Side | "either", readonly string[]>>;
  readonly centralises: ExamState["centralisation"];
  readonly starts: Readonly<Record<string, number>>;
  readonly supposed: ReadonlySet<string>;
  readonly underAge: boolean;
};

/** What repeated movements showed at the table; else what the complaint says of them. */
function centralises(state: ExamState, outcomes: readonly TestOutcome[]): ExamState["centralisation"] {
  const shown = outcomes.find(({ test, source }) => test === "repeated-movements" && source === "lumbar-disc")?.outcome;
  if (shown === "positive") return "yes";
  return shown === "negative" ? "no" : state.centralisation;
}

function supposing(outcomes: readonly TestOutcome[], { results = {}, added = [] }: Supposed): readonly TestOutcome[] {
  if (Object.keys(results).length === 0 && added.length === 0) return outcomes;
  const earned = outcomes.flatMap((outcome): TestOutcome[] => {
    const result = results[resultKey(outcome)];
    if (result === undefined) return [outcome];
    if (result === "removed") return [];
    return [
      {
        ...outcome,
        outcome: result,
        reason: "supposed",
        noFigure: false,
        modified: false,
        doseMismatch: null,
        reproducedElsewhere: false,
        bilateral: false,
      },
    ];
  });
  return [...earned, ...added];
}

/** Outcomes by `sourceKey`, each list in the order of the exam. */
export function bySource(outcomes: readonly TestOutcome[]): ReadonlyMap<string, readonly TestOutcome[]> {
  const groups = new Map<string, TestOutcome[]>();
  for (const outcome of outcomes) {
    const key = sourceKey(outcome.source, outcome.side);
    const list = groups.get(key);
    if (list) list.push(outcome);
    else groups.set(key, [outcome]);
  }
  return groups;
}

/**
 * @param supposed results and starts to read with instead of those recorded
 */
export function contextOf(
  state: ExamState,
  evidence: EvidenceSet = evidenceOf(state),
  supposed: Supposed = {},
): ReadingContext {
  const chosen = settingsOf(state);
  const settings = supposed.dependence === undefined ? chosen : { ...chosen, dependence: supposed.dependence };
  const interpreted = interpretExam(state.runs, chosen);
  /** One that was added by hand and speaks of nothing is none of a rule's tests either. */
  const runs = runsRead(state.runs).filter(
    ({ id, isCounted }) => !isCounted || interpreted.some(({ run }) => run === id),
  );
  const outcomes = supposing(interpreted, supposed);
  const order = (side: Side | null) =>
    runs.filter((run) => run.side === null || side === null || run.side === side).map(({ test }) => test);
  return {
    state,
    settings,
    evidence,
    runs,
    outcomes,
    bySource: bySource(outcomes),
    orders: { right: order("right"), left: order("left"), either: order(null) },
    underAge: (ageAtExam(state) ?? ADULT_AGE) < ADULT_AGE,
    centralises: centralises(state, outcomes),
    starts: supposed.starts ?? {},
    supposed: new Set([
      ...interpreted.filter((outcome) => supposed.results?.[resultKey(outcome)]).map(({ run }) => run),
      ...(supposed.added ?? []).map(({ run }) => run),
    ]),
  };
}
