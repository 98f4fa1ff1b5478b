/** What may follow what: the gate every event passes. */
export { admit, assertAdmitted } from "./admit";
export { answerDraft, clearDrafts, copyDrafts, runPosition, type RunPosition, type TestOnSide } from "./entry";
export { isReadyToTest, type Missing, missingBeforeTesting } from "./readiness";
