/** Exam files, CSV, note and letter. */
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
export { type ExamFile, type FileStream } from "./exam-file/frame";
export { examFileJsonSchema } from "./exam-file/json-schema";
export { keepReading, type KeptDifference, keptDifferences, signedReadingProblem } from "./letters/kept-reading";
export { escaped, type HandOver, readablePage } from "./hand-over/readable-page";
export { describeRun } from "./letters/describe-run";
export { type Note, noteText, personLine, writeNote } from "./letters/note";
export { type ProgressAsked, writeProgress } from "./letters/progress-letter";
export { writeReferral } from "./letters/referral-letter";
