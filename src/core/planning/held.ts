import type { TestId } from "../knowledge";
import type { PlanBlock, PlanEdits } from "./plan-types";

/** What a hand put in its place: it stays there when the plan is made anew. */

/** The tests of a block as they stand, each once. */
const orderIn = ({ tests }: Pick<PlanBlock, "tests">): readonly TestId[] => [
  ...new Set(tests.filter(({ when }) => when === undefined).map(({ test }) => test)),
];

/**
 * The tests that are held once one is put at a place of its block: it, and all
 * that stand before it there.
 *
 * @param to its place in the block, from 0; beyond the ends counts as the end
 * @example heldAt({}, { tests: [] }, "slump", 0) // []
 */
export function heldAt(
  { held = [] }: PlanEdits,
  block: Pick<PlanBlock, "tests">,
  test: TestId,
  to: number,
): readonly TestId[] {
  const order = orderIn(block);
  if (!order.includes(test)) return held;
  const place = Math.min(order.length - 1, Math.max(0, to));
  const moved = order.filter((one) => one !== test).toSpliced(place, 0, test);
  const last = Math.max(place, ...held.map((one) => moved.indexOf(one)));
  return [...held.filter((one) => !order.includes(one)), ...moved.slice(0, last + 1)];
}

/**
 * The same with one test a step earlier or later in its block.
 *
 * @example heldBy({}, { tests: [] }, "slump", 1) // []
 */
export const heldBy = (
  edits: PlanEdits,
  block: Pick<PlanBlock, "tests">,
  test: TestId,
  steps: number,
): readonly TestId[] => heldAt(edits, block, test, orderIn(block).indexOf(test) + steps);

/** A test held where it stands, or let go. */
export const heldOrNot = (edits: PlanEdits, block: Pick<PlanBlock, "tests">, test: TestId): readonly TestId[] =>
  edits.held?.includes(test) ? edits.held.filter((one) => one !== test) : heldBy(edits, block, test, 0);
