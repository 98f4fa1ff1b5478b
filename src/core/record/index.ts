/** The exam as events, and the state they add up to. */
export { ageAtExam } from "./age-at-exam";
export { chainEvent, type ChainFault, type ChainHead, type ChainLink, genesisOf, verifyChain } from "./chain";
export { answerOf, type Facts, feltAt, isMet } from "./condition";
export { effectiveRuns, isDoneAs, isLike, likeOther } from "./counted-runs";
export { type EventDraft } from "./draft";
export {
  type Actor,
  envelopeSchema,
  EVENT_BODIES,
  EVENT_TYPES,
  type EventBody,
  type EventOf,
  eventProblem,
  type EventType,
  type ExamEvent,
  ONSETS,
  parseEvent,
  PROVOKED_BY,
  STOP_REASONS,
} from "./events";
export { extend, extended, fold } from "./fold";
export { irritability } from "./irritability";
export { isAnswered, kindOf, type Ladder, ladderOf, type Rung } from "./ladder";
export { type Person, type PersonInput, personSchema, type Practitioner, practitionerSchema } from "./person";
export {
  DEFAULT_READING_SETTINGS,
  DEPENDENCE_CHOICES,
  type ReadingSettings,
  readingSettingsSchema,
  ruleChosenFor,
  schoolIn,
  schoolsThatDiffer,
  variantFor,
  withRule,
  withSchool,
} from "./settings";
export { examRegions, sheetLabel, sheetTests } from "./sheet";
export { SIGN_STATEMENT } from "./sign-statement";
export { type Area, type ExamState, type NeuroFinding, type Run, type StageRecord } from "./state";
export { lastTap } from "./undo";
export { DEFAULT_SETTINGS, type PractitionerSettings, practitionerSettingsSchema } from "./work-settings";
