import { RANGES, protocolOf, type RangeJoint, type RangeOf } from "../knowledge";
import { expecting, type Measure, type SideDifference, sideDifference } from "../measurement";
import { ageAtExam, effectiveRuns, type ExamState, type Run } from "../record";

/** How far a movement went to one side, and where on the way a symptom came. */
export type RangeValue = { readonly value: number; readonly cameAt: number | null };

export type RangeRow = {
  readonly test: RangeOf["test"];
  readonly joint: RangeJoint;
  readonly way: string;
  readonly done: "active" | "passive";
  /** With what is expected at their age, in the way it was done. */
  readonly measure: Measure;
  readonly right: RangeValue | null;
  readonly left: RangeValue | null;
  /** Of a movement without sides. */
  readonly middle: RangeValue | null;
  /** Between the sides, against the error of measuring; null: one side, or none. */
  readonly difference: SideDifference | null;
};

type Found = {
  readonly of: RangeOf;
  readonly side: "right" | "left" | "middle";
  readonly at: RangeValue;
  readonly run: Run;
};

function foundIn(runs: readonly Run[], of: RangeOf): readonly Found[] {
  return runs.flatMap((run): Found[] => {
    if (run.test !== of.test) return [];
    const whole = run.measures[of.measure];
    const below = of.less === undefined ? 0 : run.measures[of.less];
    /** Without what moves along below it is no movement of this joint. */
    if (whole == null || below == null) return [];
    const cameAt = of.onset === undefined ? null : (run.measures[of.onset] ?? null);
    return [{ of, side: of.side ?? run.side ?? "middle", at: { value: whole - below, cameAt }, run }];
  });
}

/** What is expected of a movement is not expected of a part of it. */
function measureOf({ of, run }: Found, age: number | null): Measure {
  const measure = protocolOf(of.test).measures.find(({ id }) => id === of.measure)!;
  const expected = expecting(measure, { variant: run.variant, age });
  return of.less === undefined ? expected : { ...expected, expected: undefined, expectedWhy: undefined };
}

/**
 * The ranges of movement that were measured, as the last run of each test has
 * them: both sides of a movement in one row, in the order of the joints.
 *
 * @example rangesOf(openedState) // []
 */
export function rangesOf(state: ExamState): readonly RangeRow[] {
  const age = ageAtExam(state);
  const runs = effectiveRuns(state.runs);
  const rows = new Map<string, Found[]>();
  for (const of of RANGES)
    for (const found of foundIn(runs, of)) {
      const key = `${of.test} ${of.joint} ${of.way}`;
      rows.set(key, [...(rows.get(key) ?? []), found]);
    }
  return [...rows.values()].map((found): RangeRow => {
    const at = (side: Found["side"]) => found.find((one) => one.side === side)?.at ?? null;
    const [right, left] = [at("right"), at("left")];
    const { test, joint, way, done } = found[0]!.of;
    const measure = measureOf(found[0]!, age);
    return {
      test,
      joint,
      way,
      done,
      measure,
      right,
      left,
      middle: at("middle"),
      difference: right && left ? sideDifference(right.value, left.value, measure.mdc ?? null) : null,
    };
  });
}
