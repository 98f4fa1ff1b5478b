/** From what was found to probabilities, words and reasons. */
export { combine, type Item, type Recipe, type RuleItem, type SingleItem } from "./combine";
export { isSameReading, type ReadingDifference, readingDifferences } from "./compare";
export { directionsFrom } from "./direction";
export { createDrawBook, DRAW_COUNT, type DrawBook, type Spread, spreadOf } from "./draws";
export {
  isSettled,
  positivesNeeded,
  ratiosOf,
  type RuleTable,
  ruleTable,
  tableEntries,
  UNCERTAINTY_TEXT,
} from "./figures";
export { frequencies, type Frequencies, whySpecificityIsNot } from "./frequencies";
export { comparesSides } from "./interpret";
export { interpretExam, interpretResponses, interpretRun, type TestOutcome } from "./interpret";
export { isEarned, mayBeEarned } from "./earned";
export { figureOf, limitedRatio, recordChoiceKey, recordsFor, ruleItemOf, singleItem } from "./items";
export { type OneSource, oneSourceEach, sayOneSource } from "./one-source";
export { type Accuracy, accuracyOf, type Interval, posttest } from "./likelihood-ratio";
export { logit, probabilityOf } from "./odds";
export { raiseGaps } from "./raises";
export { beta, type Random, seeded } from "./random";
export { examinedByFamily, examinedSources, type SourceRows } from "./ranking";
export { contextOf, type ReadingContext, resultKey, sourceKey, type Supposed } from "./context";
export { type ChosenRules, chosenRules, sidesOf } from "./preferred";
export { probabilityIn, readExam, type Reading, readSource, sourceIn, startIn, type SourceReading } from "./reading";
export { READING_VERSION } from "./reading-version";
export {
  type BaselineCell,
  type BaselineGroup,
  baselineGroups,
  baselineLeft,
  cellsOneByOne,
  isOfCell,
  levelCells,
} from "./baseline";
export { neuroChanges, type RootLevelReading, rootLevels } from "./root-level";
export {
  decidedEarly,
  describeVerdict,
  isBegun,
  judgeRule,
  memberKey,
  memberName,
  memberRunSide,
  type MemberState,
  ruleAsks,
  type RuleVerdict,
  ruleCounter,
} from "./rules";
export { DEPENDENCE_RANGE, sensitivityBand } from "./sensitivity-band";
export { hasSymptom, otherStarts } from "./starting";
export { groupLabel, ratioText, type Step, type StepAlong, stepsFrom, testLabel } from "./steps";
export { mainSentence } from "./main-sentence";
export { intervalText, SIMULATED_COVERAGE } from "./nominal";
export { pooledRule } from "./pooled";
export { type Foundation, qualityLetters, restsOn } from "./rests-on";
export { memberRecord, supposedOutcome, withMembers } from "./with-members";
export {
  type Compared,
  comparedRuns,
  feltIn,
  isClear,
  lessIsBetter,
  PAIN_POINTS,
  sayCompared,
  type VerdictId,
  VERDICTS,
} from "./compared";
export { type Response as TreatmentResponse, responsesTo, sayResponse } from "./responses";
export { besideRule, type RuleBeside, sayRuleBeside } from "./rule-beside";
export { firmnessOf, isLoud, ofHundred, percentText, type Word, WORD_TRAITS, wordFor } from "./words";
export { type RangeRow, rangesOf, type RangeValue } from "./ranges";
