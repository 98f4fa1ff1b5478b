/** What may follow what: the gate every event passes. */
export { actOfEvent, isKeyOfRun } from "./act-of-event";
export { admit, shapeProblem } from "./admit";
export { episodeProblem } from "./admit-episode";
export { type Refusal, type RefusalClass } from "./admit-run";
export {
  appendGated,
  appendTap,
  asNew,
  assertRecorded,
  gate,
  irregularities,
  type Irregularity,
  openExam,
  type TakenTap,
  type TapEnvelope,
} from "./append-tap";
export {
  answerDraft,
  atOnceDrafts,
  clearDrafts,
  copyDrafts,
  runPosition,
  type RunPosition,
  stageBlocks,
  type TestOnSide,
} from "./entry";
export { anewStands, isNeckThrust } from "./agreement";
export { type AskedNow, askedNow } from "./asked-now";
export { type AskedOfThem, countsByItself, type HandsFree, handsFree } from "./hands-free";
export { ELSEWHERE, padAnswer, padAsks, padChoice, padQuestion } from "./pad-words";
export { isEmptyExam, permissionProblem, repeatAsksWhy } from "./permission";
export { isReadyToTest, type Missing, missingBeforeTesting } from "./readiness";
export { restAgain } from "./rest-again";
export { EXAM_FILE_MAX_BYTES, MOST_EVENTS, RECORD_MAX_BYTES } from "./limits";
export { roomProblem, roomWarning } from "./room";
export { type Unfinished, unfinishedRun } from "./unfinished";
