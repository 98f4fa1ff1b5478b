import { examFileText, exportExam, exportFindings, exportPerson, importExam } from "../exchange/exchange";
import { handOver } from "../exchange/hand-over";
import type { SendOnSettings } from "@/core";
import type { Key, Lock } from "../backup/age-file";
import { layReady, lookBeside, makeBackup, mergeBackup } from "../backup/backup";
import { coursesOf } from "../repositories/episodes";
import type { Store } from "../store/store";

/** Work that takes longer than a tap may wait: done in a thread of its own, on a connection of its own. */
export const TASKS = {
  importExam: (store: Store, content: string, now: string) => importExam(store, content, now),
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
  restoreBackup: (store: Store, file: string, key: string) => layReady(file, JSON.parse(key) as Key, store.path),
} as const;

export type Tasks = typeof TASKS;
export type TaskName = keyof Tasks;
export type TaskArgs<T extends TaskName> = Parameters<Tasks[T]> extends [Store, ...infer Args] ? Args : never;
export type TaskResult<T extends TaskName> = ReturnType<Tasks[T]>;
