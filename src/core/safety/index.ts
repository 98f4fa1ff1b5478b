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
  WHICH,
} from "./pad-asking";
export { answeredTogether, type AskedGroup, askedInOrder } from "./asking";
export { answersThatHold, questionsFor, questionsForLoads, questionsInForce } from "./asked";
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
