import { existsSync } from "node:fs";
import { join } from "node:path";
import Database from "better-sqlite3";
import { logPath } from "../log/access-log";
import { type Key, type Lock, lockFile, unlockFile } from "./age-file";

/** The log of access stands in a file of its own; so does its back-up, beside the store's and locked alike. */

/**
 * Where the log of a back-up stands.
 *
 * @example logBeside("/mnt/box/one.age") // "/mnt/box/one.log.age"
 */
export const logBeside = (file: string): string => `${file.replace(/\.age$/, "")}.log.age`;

/** Copies the log as it is at one moment, and locks it beside a back-up; nothing where there is none. */
export async function backUpLog(
  store: string,
  aside: string,
  file: string,
  lock: Lock,
  workFactor?: number,
): Promise<void> {
  if (!existsSync(logPath(store))) return;
  const copy = join(aside, "log.sqlite");
  const log = new Database(logPath(store), { readonly: true });
  try {
    log.prepare("VACUUM INTO ?").run(copy);
  } finally {
    log.close();
  }
  await lockFile(copy, logBeside(file), lock, workFactor);
}

/** Puts the log of a back-up where a store has none; one that stands there goes on. */
export async function restoreLog(store: string, file: string, key: Key): Promise<void> {
  if (existsSync(logBeside(file)) && !existsSync(logPath(store)))
    await unlockFile(logBeside(file), logPath(store), key);
}
