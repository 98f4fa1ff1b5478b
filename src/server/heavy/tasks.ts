import { randomUUID } from "node:crypto";
import { examFileText, exportExam, exportFindings, exportPerson } from "../exchange/exchange";
import { bundleOf } from "../exchange/fhir";
import { resourcesOf } from "../exchange/fhir-endpoint";
import { importAny } from "../exchange/import-any";
import { signedLine } from "../exchange/signed-code";
import { type Incoming, takeIn, type Taking } from "../exchange/take-in";
import { type LetterAsked, letterOf } from "../letters/from-file";
import { loadExam } from "../repositories/exams";
import { handOver } from "../exchange/hand-over";
import { fold, type SendOnSettings } from "@/core";
import type { Key, Lock } from "../backup/age-file";
import type { RestoredAs } from "../backup/key-inside";
import { layReady, lookBeside, makeBackup, mergeBackup } from "../backup/backup";
import { assertInCare } from "../accounts/care";
import { coursesOf } from "../repositories/episodes";
import type { Store } from "../store/store";

/** Whom an exam is of; null where there is no such exam. */
const personOf = (store: Store, exam: string): string | null =>
  fold(loadExam(store, exam)?.events ?? []).opened?.body.person.id ?? null;

/** Work that takes longer than a tap may wait: done in a thread of its own, on a connection of its own. */
export const TASKS = {
  importExam: (store: Store, content: string, now: string, importer: string | null) =>
    importAny(
      store,
      content,
      now,
      importer === null ? {} : { assertMay: (persons) => assertInCare(store, importer, persons) },
    ),
  fhirOf: (store: Store, exam: string, now: string) => JSON.stringify(bundleOf(exportExam(store, exam, now)), null, 2),
  fhirOfPerson: (store: Store, person: string, now: string) => JSON.stringify(resourcesOf(store, person, now)),
  letter: async (store: Store, exam: string, asked: string, now: string) => {
    const letter = JSON.parse(asked) as LetterAsked;
    const person = letter.kind === "progress" ? personOf(store, exam) : null;
    const file = person === null ? exportExam(store, exam, now) : exportPerson(store, person, now);
    const { bytes, pages } = await letterOf(file, letter, (line) => signedLine(store, line));
    return { pdf: bytes.toString("base64"), pages };
  },
  takeIn: (store: Store, incoming: string, taking: string) => {
    const { now, actor, isTrial } = JSON.parse(taking) as Omit<Taking, "newId">;
    return takeIn(store, JSON.parse(incoming) as Incoming, { now, actor, isTrial, newId: randomUUID });
  },
  exportExam: (store: Store, exam: string, now: string) => examFileText(exportExam(store, exam, now)),
  exportPerson: (store: Store, person: string, now: string) => examFileText(exportPerson(store, person, now)),
  handOver: (store: Store, person: string, now: string) => handOver(store, person, now),
  coursesOf: (store: Store, person: string, today: string, settings?: SendOnSettings) =>
    coursesOf(store, person, today, settings),
  exportFindings: (store: Store, exam: string) => exportFindings(store, exam),
  makeBackup: (store: Store, to: string, lock: string, now: string) =>
    makeBackup(store.path, to, JSON.parse(lock) as Lock, { now }),
  lookIntoBackup: (store: Store, file: string, key: string) => lookBeside(file, JSON.parse(key) as Key, store.path),
  mergeBackup: (store: Store, file: string, key: string, now: string, dryRun: string) =>
    mergeBackup(file, JSON.parse(key) as Key, store.path, { dryRun: dryRun === "dry run", now }),
  restoreBackup: (store: Store, file: string, key: string, as: RestoredAs | null) =>
    layReady(file, JSON.parse(key) as Key, store.path, as),
} as const;

export type Tasks = typeof TASKS;
export type TaskName = keyof Tasks;
export type TaskArgs<T extends TaskName> = Parameters<Tasks[T]> extends [Store, ...infer Args] ? Args : never;
export type TaskResult<T extends TaskName> = ReturnType<Tasks[T]>;
