import Papa from "papaparse";
import {
  assertImportable,
  canonicalJson,
  type ExamEvent,
  type ExamFile,
  FINDING_COLUMNS,
  findingRows,
  fold,
  parseExamFile,
  readExam,
  refuse,
  toExamFile,
  versionsNamed,
} from "@/core";
import { appendVerified, chainOf, loadExam, noSuchExam } from "../repositories/exams";
import { changesOf, evidenceFor, holdEvidence, unheldVersion } from "../repositories/evidence";
import { addPerson, findPerson } from "../repositories/people";
import { asStoreError, type Store } from "../store/store";

export function exportExam(store: Store, exam: string, now: string): ExamFile {
  const chain = chainOf(store, exam);
  if (!chain) noSuchExam(exam);
  const events = chain.links.map(({ payload }) => JSON.parse(payload) as ExamEvent);
  const evidence = versionsNamed(events).flatMap((version) => changesOf(store, version) ?? []);
  return toExamFile(exam, chain.links, chain.head, now, evidence);
}

/** The findings of one exam as CSV (RFC 4180); a cell that a spreadsheet would run is quoted as text. */
export function exportFindings(store: Store, exam: string): string {
  const stored = loadExam(store, exam) ?? noSuchExam(exam);
  const state = fold(stored.events);
  return (
    Papa.unparse(
      {
        fields: [...FINDING_COLUMNS],
        data: findingRows(state, readExam(state, evidenceFor(store, state.evidenceVersion))),
      },
      { newline: "\r\n", escapeFormulae: true },
    ) + "\r\n"
  );
}

export type ImportResult = { readonly exam: string; readonly added: number; readonly already: number };

/** The person as the exam knew them, under their own number where it is free. */
function addPersonOf(store: Store, file: ExamFile, now: string): void {
  const opening = file.links[0]!.event;
  if (opening.type !== "exam-opened")
    refuse("file › event 1", "is not the opening of an exam", "Export the exam again and choose that file.");
  const { id, name, birthDate, sex, number } = opening.body.person;
  if (findPerson(store, id)) return;
  const taken = store.sqlite.prepare("SELECT 1 FROM people WHERE number = ?").get(number) !== undefined;
  addPerson(store, { id, name, birthDate, sex, notes: "" }, { now, confirmed: true, ...(taken ? {} : { number }) });
}

function newLinks(store: Store, file: ExamFile): { added: ExamFile["links"]; already: number } {
  const stored = chainOf(store, file.exam)?.links ?? [];
  const shared = Math.min(stored.length, file.links.length);
  for (let index = 0; index < shared; index++) {
    if (stored[index]!.hash !== file.links[index]!.hash) {
      refuse(
        `file › event ${index + 1}`,
        "differs from the record of this exam in the store",
        "Keep both: the two were continued apart. Verify each and decide which one stands.",
      );
    }
  }
  return { added: file.links.slice(shared), already: shared };
}

/**
 * Takes an exam file into the store: all of it or nothing. What is there
 * already is left as it is, so importing twice changes nothing.
 *
 * @throws InputError saying what is wrong with the file, where, and what to do
 */
export function importExam(store: Store, content: string, now: string): ImportResult {
  const file = parseExamFile(content);
  assertImportable(file);
  try {
    return store.sqlite
      .transaction(() => {
        for (const changes of file.evidence ?? []) holdEvidence(store, changes, now);
        for (const { event } of file.links) {
          const unheld = unheldVersion(store, event);
          if (unheld) refuse("file › evidence", unheld.what, unheld.todo);
        }
        const { added, already } = newLinks(store, file);
        if (already === 0) addPersonOf(store, file, now);
        appendVerified(
          store,
          file.exam,
          added.map(({ event }) => event),
          now,
        );
        return { exam: file.exam, added: added.length, already };
      })
      .immediate();
  } catch (error) {
    throw asStoreError(error, store.path);
  }
}

/** The file as text, keys in a fixed order. */
export const examFileText = (file: ExamFile): string => `${JSON.stringify(JSON.parse(canonicalJson(file)), null, 2)}\n`;
