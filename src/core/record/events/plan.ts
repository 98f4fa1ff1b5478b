import { closed, closedAs, listOf, listOfEach, numberIn, oneOf, oneOfOrNone, text, yesNo } from "../../base";
import { TEST_IDS, type TestId } from "../../knowledge";
import { type Position, POSITIONS, type Side, SIDES } from "../../vocabulary";
import { type Draft, kind } from "../envelope";

/** The plan that is followed: which tests on which sides in which order, and what the practitioner changed in it. */

/** More than all tests on both sides. */
const MOST_PLANNED = 2 * TEST_IDS.length;
const MOST_SETTLED = 20;

export type Planned = {
  test: TestId;
  side: Side | null;
  /** Sources, with their side, whose rule it helps to settle: once all of those are settled it is not needed. */
  settles: string[];
};
const planned = closedAs<Planned>({
  test: oneOf(TEST_IDS),
  side: oneOfOrNone(SIDES),
  settles: listOfEach(text(80, 1), MOST_SETTLED),
});

export type Plan = {
  /** Signs of a course that are measured again: nothing is planned anew by itself. Left out: no. */
  again?: boolean | undefined;
  tests: Planned[];
  edits: {
    without: TestId[];
    added: TestId[];
    /** Put first in their position by hand, in this order; left out: none. */
    held?: TestId[] | undefined;
    first: Position | null;
    burden: number;
    minutes: number;
  };
};
const plan = closedAs<Plan>({
  again: yesNo().optional(),
  tests: listOfEach(planned, MOST_PLANNED),
  edits: closed({
    without: listOf(TEST_IDS),
    added: listOf(TEST_IDS),
    /** Put first in their position by hand, in this order; left out: none. */
    held: listOf(TEST_IDS).optional(),
    first: oneOfOrNone(POSITIONS),
    burden: numberIn(1, 1000).required("is missing; say how much burden this visit may have"),
    minutes: numberIn(1, 600).required("is missing; say how many minutes there are"),
  }),
});

export type PlanState = {
  /** Null: a fixed sheet is followed. */
  plan: Plan | null;
};

export const noPlan: PlanState = { plan: null };

export const planning = {
  "plan-set": kind(plan, (draft: Draft<PlanState>, { body }) => void (draft.plan = body)),
};
