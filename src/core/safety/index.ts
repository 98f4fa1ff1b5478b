/** What the answers block, caution and refer. */
export {
  assessGuard,
  type Block,
  blocksOn,
  blocksOnTest,
  canBlock,
  cautionsOn,
  type Guard,
  openEmergency,
  type Origin,
  questionsFor,
  type Referral,
} from "./assess";
