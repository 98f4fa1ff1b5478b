/** Which test next, on which side, and how far the sheet is; what a complaint asks, and the plan for it. */
export { barredBy, TRANSFER_TURNS } from "./barred";
export { blockedRules } from "./blocked-rules";
export { endOffer } from "./end-offer";
export { type Listed, type ListOf, peopleOfList } from "./people-list";
export { nextTests, type NextTests } from "./next-test";
export { heldAt, heldBy, heldOrNot } from "./held";
export { inPlaceOf, otherPosition } from "./other-position";
export { offeredPlaces, theirPlaces } from "./offered-places";
export { leftAtEnd, leftOver } from "./left-at-end";
export { painfulSides, runSheet, type RunSheet, type SheetStep, stepAfter } from "./run-sheet";
export { editsOf, planDraft } from "./plan-draft";
export { planExam } from "./plan-exam";
export type { PlanStop } from "./neurology-stop";
export {
  type ExamPlan,
  type PlanBlock,
  type PlanEdits,
  type PlanTestShown,
  type QuestionCost,
  USUAL_BUDGET,
} from "./plan-types";
export { worthOf } from "./worth";

/** What simulated patients are examined by. */
export { costOf, type Planning } from "./plan";
export { type Drafted, drawUp, type DrawnUp } from "./draw-up";
export { examOrder, policyOf } from "./exam-order";
export { chancesIn, chancesOf } from "./finishing";
export { chanceThatAtLeast, CORRELATION, openingState, type Shared, withResult } from "./one-factor";
export { speakingTests } from "./plan-exam";
export { spokenSides } from "./single";
export { placeTurn } from "./turns";
export { companionOf, everyRun, figuresFor, placeOf, type Planned, wayFor } from "./ways";
export { entropy } from "./worth";
