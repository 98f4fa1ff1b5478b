/** What the answers block, caution and refer. */
export {
  isForPad,
  nextPadPage,
  PAD_NOT_SURE,
  type PadAnswer,
  padAnswers,
  type PadGiven,
  type PadPage,
  padProgress,
  partsToday,
} from "./pad-asking";
export { answeredTogether, type AskedGroup, askedInOrder } from "./asking";
export {
  answersThatHold,
  loadsOfWay,
  partsGiven,
  questionsBroughtBy,
  questionsBroughtTogether,
  questionsFor,
  questionsForLoads,
  questionsInForce,
  type TestDone,
} from "./asked";
export { findingsOf } from "./findings";
export { assessGuard, type Block, type Caution, type Guard, openEmergency, type Origin, type Referral } from "./assess";
export {
  blocksOn,
  blocksOnTechnique,
  blocksOnTest,
  canBlock,
  cautionsOn,
  isOverridden,
  isReachedBy,
  overriddenText,
  type TechniqueAt,
  unaskedByTechnique,
} from "./reach";
export { carriedAnswers, isGrave } from "./carried";
