/** What the answers block, caution and refer. */
export { answersThatHold, questionsFor, questionsInForce } from "./asked";
export { assessGuard, type Block, type Caution, type Guard, openEmergency, type Origin, type Referral } from "./assess";
export { blocksOn, blocksOnTest, canBlock, cautionsOn, isOverridden, isReachedBy, overriddenText } from "./reach";
