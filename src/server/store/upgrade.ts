import { chmodSync, existsSync, renameSync, rmSync } from "node:fs";
import { v4 as randomId } from "uuid";
import type Database from "better-sqlite3";

/** Bringing a store of an earlier version up to date without ever putting it at risk. */

/** Where the copy of a store stands that was made before it was brought to a step. */
export const copyBefore = (path: string, step: number): string => `${path}.before-step-${step}`;

/**
 * A whole copy of a store beside it, made before anything of it is changed. It
 * is written under another name first, so that a copy is there whole or not.
 */
export function keepCopy(sqlite: Database.Database, path: string, step: number): void {
  const copy = copyBefore(path, step);
  if (existsSync(copy)) return;
  const unfinished = `${copy}.${process.pid}.unfinished`;
  rmSync(unfinished, { force: true });
  sqlite.prepare("VACUUM INTO ?").run(unfinished);
  chmodSync(unfinished, 0o600);
  renameSync(unfinished, copy);
}

/** Gives a store its name, once. */
export function nameStore(sqlite: Database.Database, now: string): void {
  sqlite
    .prepare("INSERT INTO store (one, id, made_at) VALUES (1, ?, ?) ON CONFLICT (one) DO NOTHING")
    .run(randomId(), now);
}
