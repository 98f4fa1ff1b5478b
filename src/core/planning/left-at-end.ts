import { protocolOf } from "../knowledge";
import { effectiveRuns, type ExamState, sheetTests } from "../record";
import { runKey, SIDES } from "../vocabulary";

/**
 * Tests of the sheet that were neither done nor left out with a reason when the
 * exam ended, by name, in the sheet's order; a side is named where only that is left.
 *
 * @example leftAtEnd(fiveTestMetState)[0] // "Thigh thrust left"
 */
export function leftAtEnd(state: ExamState): string[] {
  const touched = new Set([...effectiveRuns(state.runs), ...state.skips].map(({ test, side }) => runKey(test, side)));
  return sheetTests(state).flatMap((test) => {
    const { name, sided } = protocolOf(test);
    if (!sided) return touched.has(runKey(test, null)) ? [] : [name];
    const left = SIDES.filter((side) => !touched.has(runKey(test, side)));
    return left.length === SIDES.length ? [name] : left.map((side) => `${name} ${side}`);
  });
}
