import { protocolOf, type TestId } from "../knowledge";
import { effectiveRuns, type ExamState, sheetTests } from "../record";
import { runKey, type Side, SIDES } from "../vocabulary";

/**
 * Runs of the plan or the sheet that were neither done nor left out with a
 * reason, in its order.
 *
 * @example leftOver(fiveTestMetState)[0]?.test // "thigh-thrust"
 */
export function leftOver(state: ExamState): readonly { readonly test: TestId; readonly side: Side | null }[] {
  const touched = new Set([...effectiveRuns(state.runs), ...state.skips].map(({ test, side }) => runKey(test, side)));
  const listed =
    state.plan?.tests ??
    sheetTests(state).flatMap((test) => (protocolOf(test).sided ? SIDES : [null]).map((side) => ({ test, side })));
  return listed.flatMap(({ test, side }) => (touched.has(runKey(test, side)) ? [] : [{ test, side: side ?? null }]));
}

/**
 * The same by name; a side is named where only that is left.
 *
 * @example leftAtEnd(fiveTestMetState)[0] // "Thigh thrust left"
 */
export function leftAtEnd(state: ExamState): string[] {
  const left = leftOver(state);
  return [...new Set(left.map(({ test }) => test))].flatMap((test) => {
    const { name, sided } = protocolOf(test);
    const sides = left.filter((one) => one.test === test).map(({ side }) => side);
    if (!sided) return [name];
    return sides.length === SIDES.length ? [name] : sides.map((side) => `${name} ${side}`);
  });
}
