import { closeSync, existsSync, fsyncSync, openSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import Database from "better-sqlite3";
import { keyPath } from "../store/signing-key";

/**
 * Puts one database in the place of another, as one step: a program that is
 * killed in the middle of it finds the plan and goes on. The recent changes of
 * the one that was there go into it first, so that nothing of it is left beside
 * the one that takes its place.
 */

const ENDS = ["-wal", "-shm", ""] as const;
const OWN_FILE = 0o600;

/** Where a database waits that takes the place of the one at a path. */
export const readyAt = (path: string): string => `${path}.restore-ready`;
const planAt = (path: string): string => `${path}.restore-plan`;

/** What is in a folder is on the disk before the next step is done. */
function settle(path: string): void {
  const folder = openSync(dirname(path), "r");
  fsyncSync(folder);
  closeSync(folder);
}

/** Where the one that is there goes to; null: none is there. Said once, and kept until it is done. */
function planned(path: string, now: string): string | null {
  const plan = planAt(path);
  if (!existsSync(plan)) {
    const to = existsSync(path) ? `${path}.before-restore-${now.slice(0, 19).replace(/[-:]/g, "")}` : "";
    writeFileSync(`${plan}.part`, to, { mode: OWN_FILE });
    renameSync(`${plan}.part`, plan);
    settle(path);
  }
  return readFileSync(plan, "utf8") || null;
}

/** A database that is damaged keeps its recent changes in a file of their own, which goes with it. */
function bringTogether(path: string): void {
  if (!existsSync(path)) return;
  try {
    const sqlite = new Database(path, { fileMustExist: true });
    sqlite.pragma("wal_checkpoint(TRUNCATE)");
    sqlite.close();
  } catch (error) {
    if (!(error instanceof Database.SqliteError)) throw error;
  }
}

/** The key that was laid ready with it; none where it has the key that is here. */
function takeKey(path: string): void {
  const ready = keyPath(readyAt(path));
  if (existsSync(ready)) renameSync(ready, keyPath(path));
}

/** The steps of it, for a test that stops between any two. */
export type Step = () => unknown;

/**
 * The steps that put what is ready in its place; each may be done again.
 *
 * @returns none when nothing is ready
 */
export function stepsOf(
  path: string,
  now: string,
): { readonly before: string | null; readonly steps: readonly Step[] } {
  const drop = () => rmSync(planAt(path), { force: true });
  /** It is in its place: what is left of the plan is its key. */
  if (!existsSync(readyAt(path))) {
    takeKey(path);
    drop();
    return { before: null, steps: [] };
  }
  const before = planned(path, now);
  const moves = ENDS.map((end) => () => {
    if (before && existsSync(path + end)) renameSync(path + end, before + end);
  });
  return {
    before,
    steps: [
      () => bringTogether(path),
      ...moves,
      () => settle(path),
      () => renameSync(readyAt(path), path),
      () => takeKey(path),
      () => settle(path),
      drop,
    ],
  };
}

/**
 * Puts what is ready in its place.
 *
 * @returns the path that the one before went to, or the path itself where none was there; null when nothing was ready
 */
export function swapIn(path: string, now: string): string | null {
  const isReady = existsSync(readyAt(path));
  const { before, steps } = stepsOf(path, now);
  steps.forEach((step) => step());
  return isReady ? (before ?? path) : null;
}

/** The name of a file beside another, of whoever this process is: what is left of a process that is gone can be told. */
export const asideOf = (path: string, prefix: string): string => join(dirname(path), `${prefix}${process.pid}-`);
