/** The exam as events, and the state they add up to. */
export { ageAtExam } from "./age-at-exam";
export { chainEvent, type ChainFault, type ChainHead, type ChainLink, genesisOf, linkHash, verifyChain } from "./chain";
export { type Payload, readPayload, SIGNATURES, signsWhatIsBefore } from "./signatures";
export { besideRecord, type Branched, branchesOf, sharedLength } from "./branches";
export { answerOf, effectOf, type Facts, feltAt, isMet } from "./condition";
export {
  broughtOn,
  effectiveRuns,
  holdsAnswer,
  isDoneAs,
  isFirstOfItsTest,
  isLike,
  likeOther,
  runsAfterTreatment,
  runsNow,
  runsRead,
} from "./counted-runs";
export { doseFor } from "./dose-for";
export {
  type Actor,
  type Base,
  type Channel,
  CHANNELS,
  type Envelope,
  envelopeOf,
  type RecordedEvent,
  STREAM_KINDS,
  type TakenFrom,
  type StreamEnvelope,
  type StreamKind,
  versionOfEvent,
} from "./envelope";
export {
  bodySchema,
  EVENT_TYPES,
  type EventBody,
  type EventDraft,
  type EventOf,
  type EventType,
  type ExamEvent,
  isEventType,
} from "./event";
export { type NeuroFinding, type Vitals, vitalsSchema } from "./events/baseline";
export {
  type Aggravating,
  AGGRAVATING,
  EASING,
  type Easing,
  type Area,
  MOST_SYMPTOMS,
  ONSETS,
  PROVOKED_BY,
  restOf,
  type RestRating,
  type Symptom,
  SYMPTOM_LETTERS,
  symptomAt,
  symptomsOf,
} from "./events/complaint";
export { measuredText } from "./measured-text";
export { type MeasuredHow } from "./measured-how";
export { PURPOSES } from "./events/opening";
export { type Plan } from "./events/plan";
export { type ClinicPractitioner, type ClinicState, type Grant, type SavedEvidence } from "./events/clinic";
export { keyFingerprint } from "./events/clinic-keeping";
export { type CareReason, type PersonEntry, type PersonState, type ToldOnce } from "./events/person";
export {
  ANSWERED_BY,
  type AnsweredBy,
  type Asked,
  type Given,
  type Override,
  SHORT_EXAM_FOUND,
  type ShortExam,
  type ShortExamFound,
} from "./events/safety";
export { END_REASONS, type EndReason, endedShort } from "./events/ending";
export { DECLINED } from "./events/run";
export {
  CHAPERONES,
  CORD_INJURIES,
  INTERPRETERS,
  limbsOf,
  PAIN_MEDICINES,
  SIGNALS,
  SUPERVISES,
  TRANSFERS,
  USUAL_VISIT,
  type Visit,
} from "./events/visit";
export { type Amendment, type KeptReading, type KeptSource } from "./events/signature";
export {
  type ActivityRating,
  type ReactionReport,
  REACTION_AFTER,
  type ReactionTold,
  REACTIONS_TOLD,
} from "./events/course";
export {
  COURSE_ENDS,
  type CourseEnd,
  type CourseOutcome,
  emptyEpisode,
  type EpisodeState,
  FOUND,
  KNOWN_BY,
  type KnownBy,
  LETTER_KINDS,
  type WrittenLetter,
  type Marker,
  markersOf,
  SIGN_KINDS,
  type SignKind,
} from "./events/episode";
export {
  type BrokenGlass,
  ERASABLE,
  ERASE_REASONS,
  type Erased,
  type EraseReason,
  type Retention,
  TEAMS,
} from "./events/clinic-keeping";
export { keptUntil } from "./retention";
export {
  KEPT_MOST_LETTERS,
  type KeptResource,
  keptResource,
  MOST_KEPT,
  MOST_TOLD_NUMBERS,
  TOLD_UNITS,
  type ToldBody,
  type ToldNumber,
  toldNumber,
  type ToldUnit,
} from "./told-number";
export { errorsThatJudge } from "./errors-that-judge";
export { APART, EXAMINERS, type OwnError, ownError, type OwnErrorInput } from "./events/clinic-error";
export { techniquesFor, techniquesSoFar, type Treatments } from "./events/technique";
export { courseBegunBy } from "./episode-id";
export { fold } from "./fold";
export { append, begin, type History, historyOf, walk } from "./history";
export { irritability } from "./irritability";
export {
  anchorText,
  beforeJournal,
  type JournalEnd,
  type JournalEntry,
  type JournalFault,
  type JournalLine,
  nextLine,
  RECEIVED_HERE,
  readAnchor,
  verifyJournal,
} from "./journal";
export { isAnswered, kindOf, type Ladder, ladderOf, type Rung } from "./ladder";
export { type Person, type PersonInput, personSchema, type Practitioner, practitionerSchema } from "./person";
export {
  DEFAULT_READING_SETTINGS,
  FIRST_READING_SETTINGS,
  RULE_RATIO_LIMITS,
  DEPENDENCE_CHOICES,
  MEMBER_WEIGHT_CHOICES,
  type ReadingSettings,
  readingSettingsSchema,
  ruleChosenFor,
  schoolIn,
  schoolsThatDiffer,
  settingsForNewExam,
  settingsOf,
  variantFor,
  withRule,
  withSchool,
} from "./settings";
export { examRegions, sheetLabel, sheetTests } from "./sheet";
export { soreness, soreOnBothSides } from "./sore-sides";
export { SIGN_STATEMENT } from "./sign-statement";
export { type ExamState, type UnreadEvent } from "./state";
export { type Later, eventProblem, parseEvent } from "./parse-event";
export { readEvent, readEvents, type Unread, unreadable } from "./read-event";
export {
  answerToday,
  measureToday,
  newRun,
  type Reported,
  REPEAT_REASONS,
  type RepeatReason,
  type Run,
  signToday,
  type StageRecord,
  stageToday,
  withAnswer,
} from "./runs";
export {
  EPISODE_KINDS,
  type EpisodeKind,
  type ClinicDraft,
  type EpisodeDraft,
  foldClinic,
  foldEpisode,
  foldPerson,
  parseStreamEvent,
  type PersonDraft,
  streamEvent,
  type StreamEvent,
  streamOf,
} from "./streams";
export { lastTap } from "./undo";
export {
  DEFAULT_SETTINGS,
  ownSentence,
  type PractitionerSettings,
  practitionerSettingsSchema,
  shippedSentence,
  LIST_SHOWS,
  LIST_SORTS,
  type ListShows,
  type ListSort,
} from "./work-settings";
