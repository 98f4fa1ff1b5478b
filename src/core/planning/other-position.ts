import { otherForms, protocolOf, type TestId } from "../knowledge";
import type { ExamState } from "../record";
import { blocksOnTest, type Guard } from "../safety";
import { SIDES } from "../vocabulary";
import { barredBy } from "./barred";
import type { PlanEdits } from "./plan-types";

/**
 * The form of a test that can take its place in another position today: not
 * barred and not blocked on every side; null where there is none.
 *
 * @example otherPosition(openedState, assessGuard(openedState), "prone-lift") // "side-lying-femoral"
 */
export function otherPosition(state: ExamState, guard: Guard, test: TestId): TestId | null {
  const { position } = protocolOf(test);
  return (
    otherForms(test).find((form) => {
      const protocol = protocolOf(form);
      const sides = protocol.sided ? SIDES : [null];
      return (
        protocol.position !== position &&
        sides.some(
          (side) =>
            barredBy(state, protocol, side) === null && blocksOnTest(guard, protocol, {}, side).whole.length === 0,
        )
      );
    }) ?? null
  );
}

/** A plan's edits with one test in another's place, wherever it came from. */
export const inPlaceOf = (
  { without = [], added = [] }: PlanEdits,
  test: TestId,
  form: TestId,
): Pick<PlanEdits, "without" | "added"> => ({
  without: [...new Set([...without.filter((one) => one !== form), test])],
  added: [...new Set([...added.filter((one) => one !== test), form])],
});
