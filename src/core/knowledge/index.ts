/** Tests, studies, rules, questions: data with citations. */
export { checkCatalogueText } from "./check/check-catalogue-text";
export { NEUROLOGY_SECONDS, secondsOf, TURN_SECONDS } from "./seconds";
export {
  COMPLAINT_QUESTIONS,
  LIMB_SITES,
  NO_TEST_FOR,
  type Raised,
  REGION_SCREENS,
  USUAL_EXAMINATION,
} from "./complaint-questions";
export { anewForTest, ASKED_ANEW_IDS, type AskedAnew, askedAnew, type AskedAnewId } from "./consent";
export { CITATIONS, citationText } from "./citations";
export { type FreeHand, freeHandIn, sayFreeHand } from "./free-hand";
export { guideOf, GUIDES, type TestGuide } from "./guides";
export {
  CLONIC_REFLEX,
  CRANIAL_ITEMS,
  findRootLevel,
  NEURO_KINDS,
  NEURO_SCALES,
  type NeuroKind,
  PRESSURE_AGAIN_AFTER,
  PRESSURE_LIMITS,
  kindsAt,
  ROOT_LEVELS,
  type RootLevel,
  type RootLevelId,
  SEVERE_WEAKNESS,
  UPPER_MOTOR_SIGNS,
} from "./neurology";
export { MEASURING, type Measuring, notMeasuredBy } from "./measuring";
export { type Pressure, PRESSURES } from "./pressures";
export { RANGE_JOINTS, type RangeJoint, type RangeOf, RANGES } from "./ranges";
export { otherForms } from "./forms";
export { isNeuroGone } from "./neurology-parts";
export { partsUsed } from "./parts-used";
export { findSchool, isUnder, optionIn, protocolOf, PROTOCOLS, SCHOOLS, stagesOf, type Variant } from "./protocols";
export { ON_THIS_SIDE } from "./protocols/build";
export { TEST_IDS, type TestId } from "./protocols/test-ids";
export {
  type Condition,
  type DifferenceCondition,
  DOSE_SCHOOLS,
  type EarlierCondition,
  type EffectIs,
  type FeltCondition,
  type GroupId,
  GROUPS,
  type Provoked,
  type MeasureCondition,
  type Protocol,
  type ReadingLine,
  type School,
  type SchoolChoice,
  type Sign,
  type SourceInterpretation,
  type Stage,
  type StageLoad,
} from "./protocols/types";
export { isFact, RULES, RULES_WITHOUT_FIGURE, testMembers, usualRule } from "./rules";
export { SACROILIAC_RULES } from "./rules/sacroiliac";
export {
  type ClusterRule,
  type Fact,
  type PrintedFigures,
  type RuleMember,
  type Stratum,
  type TestMember,
} from "./rules/types";
export {
  block,
  type BlockEffect,
  caution,
  finalBlock,
  type GuardEffect,
  LUMBAR_LOADS,
  NECK_LOADS,
  referral,
  REFERRED_TO,
  type ReferredTo,
  THRUSTS,
  URGENCIES,
  URGENCY_LABELS,
  type Urgency,
  WHOLE_NECK,
} from "./safety/effects";
export { loadsOfTechnique, NEVER_ON_THE_NECK } from "./safety/technique-loads";
export { GUARD_COUNTS } from "./safety/combined-rules";
export {
  ALL_CLEAR_OPTION,
  effectsOfAnswer,
  FOLLOWS_THE_PLAN,
  GUARD_FINDINGS,
  GUARD_GROUPS,
  type GuardCondition,
  type GuardFinding,
  type GuardGroupId,
  type GuardOption,
  type GuardPart,
  type GuardQuestion,
  NOT_KNOWN_OPTION,
} from "./safety/question-types";
export { GUARD_QUESTIONS } from "./safety/questions";
export {
  LANGUAGE_STANDING,
  PATIENT_TEXTS,
  patientText,
  patientTexts,
  safetyAnswer,
  safetyText,
  WHICH,
  type WhichId,
} from "./texts/texts";
export type { TextId } from "./texts/en";
export { CONCERNED_BY_STOP } from "./safety/after-a-stop";
export { SHORT_EXAM_ITEMS, type ShortExamItem } from "./safety/short-exam";
export { searchCatalogue } from "./search";
export { findSheet, type Sheet, SHEETS, usualSheet } from "./sheets";
export {
  CARE_SETTING_LABELS,
  CARE_SETTINGS,
  type CareSetting,
  type ComplaintCondition,
  noSymptomStart,
  OTHER_MEANS,
  otherStart,
  SOURCE_SITES,
  type StartingProbability,
  STARTS,
} from "./starts/starting-probabilities";
export { EVIDENCE } from "./studies";
export {
  DERIVATION_ONLY,
  QUALITY_PARTS,
  qualityOf,
  qualityText,
  type StudyQuality,
  WEAKNESSES,
} from "./studies/quality";
export { laslett2005 } from "./studies/laslett-2005";
export { type AccuracyRecord, type Counts } from "./studies/types";
export { checkCatalogue } from "./check/check-catalogue";
export { checkRecords } from "./check/check-records";
export { checkRules } from "./check/check-rules";
export { SHIPPED } from "./check/shipped";
export { idsOf } from "./check/shipped-ids";
export {
  CONSENT_COVERS,
  CONSENT_STATEMENTS,
  CONSENT_TEXTS,
  consentSentences,
  type ConsentStatement,
  consentStatements,
} from "./consent";
export { NEVER_SAID } from "./never-said";
export { restQuestion } from "./rest-question";
export { RETENTION_PRESETS, type RetentionPreset } from "./retention";
export { type Told, TOLD_KINDS, type ToldKind, toldSentences } from "./told";
