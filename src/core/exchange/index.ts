/** Exam files, CSV, note and letter. */
export { FINDING_COLUMNS, findingRows } from "./csv/findings";
export {
  assertImportable,
  EXAM_FILE_MAX_BYTES,
  type ExamFile,
  parseExamFile,
  toExamFile,
  verifyExamFile,
  versionsNamed,
} from "./exam-file/exam-file";
export { examFileJsonSchema } from "./exam-file/json-schema";
export { type Note, noteText, writeNote } from "./letters/note";
export { writeReferral } from "./letters/referral-letter";
