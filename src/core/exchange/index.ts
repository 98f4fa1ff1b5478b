/** Exam files, CSV, note and letter. */
export {
  assertColumns,
  type ColumnsChosen,
  columnsGuessed,
  DATE_ORDERS,
  type DateOrder,
  INCOMING_COLUMNS,
  type IncomingColumn,
  personOfRow,
  type RowRead,
} from "./csv/persons";
export { FINDING_COLUMNS, findingRows } from "./csv/findings";
export {
  assertImportable,
  eventsIn,
  evidenceInFile,
  examIn,
  type FileOrigin,
  linksIn,
  parseExamFile,
  type StoredLink,
  type StoredStream,
  toExamFile,
  verifyExamFile,
  versionsNamed,
} from "./exam-file/exam-file";
export { type ExamFile, type FileSignature, type FileStream } from "./exam-file/frame";
export { examFileJsonSchema } from "./exam-file/json-schema";
export { keepReading, type KeptDifference, keptDifferences, signedReadingProblem } from "./letters/kept-reading";
export { type BundleRead, notesOfTold, type PersonTold, readBundle } from "./fhir/from-bundle";
export { type OnTheList, patientOf } from "./fhir/about-person";
export {
  AS_TOLD,
  fitsTarget,
  kindOfNumber,
  type KindsChosen,
  NOT_TAKEN,
  numberTaken,
  type NumberRead,
  type NumberKind,
  numberKinds,
  toldText,
} from "./told/kinds";
export { type ExamHeld, type ToldRow, toldRows } from "./told/rows";
export { guessTold, TOLD_TARGETS, type ToldTarget, toldTarget } from "./told/targets";
export { codeSystems } from "./fhir/codes";
export type { Bundle, BundleEntry, Resource } from "./fhir/resources";
export { guardQuestionnaire } from "./fhir/questionnaire";
export type { BundleInput } from "./fhir/telling";
export { toBundle } from "./fhir/to-bundle";
export { escaped, type HandOver, readablePage } from "./hand-over/readable-page";
export { editedLetter } from "./letters/edited";
export { describeRun } from "./letters/describe-run";
export {
  PDF_LETTERS,
  type PdfLetter,
  type Paper,
  PAPER_NAMES,
  type Reader,
  READER_IDS,
  READERS,
} from "./letters/letter-kinds";
export { type Note, noteText, personLine, writeNote } from "./letters/note";
export { writeOrdinary } from "./letters/ordinary-letter";
export { takeHome, type TakeHome } from "./letters/take-home";
export { type ProgressAsked, writeProgress } from "./letters/progress-letter";
export { writeReferral } from "./letters/referral-letter";
export { isComplained, leadingSources } from "./letters/lead";
