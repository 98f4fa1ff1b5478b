/** Which test next, on which side, and how far the sheet is; what a complaint asks, and the plan for it. */
export { blockedRules } from "./blocked-rules";
export { nextTests, type NextTests } from "./next-test";
export { offeredPlaces, theirPlaces } from "./offered-places";
export { leftAtEnd } from "./left-at-end";
export { painfulSides, runSheet, type RunSheet, type SheetStep, stepAfter } from "./run-sheet";
export { editsOf, planDraft, type PlanEdits, USUAL_BUDGET } from "./plan-draft";
export { type ExamPlan, planExam, type PlanBlock, type PlanTestShown } from "./plan-exam";
export { simulatePeople, type Simulated } from "./simulate";
