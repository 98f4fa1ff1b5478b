/**
 * The core's one door for whoever stands outside: server, terminal, tests,
 * other programs. An examination is a history of events; everything else is
 * worked out from what they add up to.
 *
 * open: a history begins with the event that names person, region and settings
 * @example openExam(newExam, opening, envelope).history.events.length // 1
 *
 * append: one tap's drafts become events, all of them or none
 * @example appendTap(history, [{ type: "note-written", body: { text: "tired today" } }], envelope).history.state.notes.length // 1
 *
 * state: what the events add up to
 * @example historyOf(exam, events).state.opened.body.person.name // "R. Quill"
 *
 * safety: what the answers block, caution and refer
 * @example assessGuard(pregnantState).blocks.length > 0 // true
 *
 * read: from findings to chances, words and reasons
 * @example sourceIn(readExam(state), "sacroiliac", "right").wording.word // "leaning towards"
 *
 * next: what is still to do, and what would tell most
 * @example runSheet(state, assessGuard(state), readExam(state)).next?.key // "thigh-thrust.left"
 * @example nextTests(twoPositivesState).tests.length > 0 // true
 *
 * exam file: out, in, and checked
 * @example examIn(parseExamFile(JSON.stringify(file))).length === events.length // true
 * @example verifyExamFile(file) // []
 */
export { appendTap, openExam, type TakenTap, type TapEnvelope } from "./admission";
export { append, begin, type EventDraft, type ExamEvent, type ExamState, type History, historyOf } from "./record";
export { assessGuard, type Guard } from "./safety";
export { readExam, type Reading, sourceIn } from "./reading";
export { nextTests, runSheet, type RunSheet } from "./planning";
export { assertImportable, examIn, type ExamFile, parseExamFile, toExamFile, verifyExamFile } from "./exchange";

/** The rooms in full, lowest first; a screen takes what it needs from its room's own door. */
export * from "./base";
export * from "./vocabulary";
export * from "./access";
export * from "./measurement";
export * from "./knowledge";
export * from "./poses";
export * from "./record";
export * from "./evidence";
export * from "./reading";
export * from "./safety";
export * from "./admission";
export * from "./planning";
export * from "./simulation";
export * from "./course";
export * from "./exchange";
