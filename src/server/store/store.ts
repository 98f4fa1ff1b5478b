import Database from "better-sqlite3";
import type { BetterSQLite3Database } from "drizzle-orm/better-sqlite3";
import type * as schema from "./schema";

export type Store = {
  readonly path: string;
  readonly sqlite: Database.Database;
  readonly db: BetterSQLite3Database<typeof schema>;
};

/** The store cannot be used: what is wrong with it, and the way out. */
export class StoreError extends Error {
  override readonly name = "StoreError";
  /** Somebody else is writing: the same may go well in a moment. */
  readonly isBusy: boolean = false;
  /** It may be read and not written. */
  readonly isReadOnly: boolean = false;
}

/** Another program holds the store just now. */
export class StoreBusyError extends StoreError {
  override readonly isBusy = true;
}

/** This user may read the store and not write it. */
export class StoreReadOnlyError extends StoreError {
  override readonly isReadOnly = true;
}

/** SQLite's result codes, as sentences with a way out. */
const SENTENCES: readonly [prefix: string, sentence: (path: string) => string][] = [
  [
    "SQLITE_READONLY",
    (path) =>
      `The store ${path} is read-only, so nothing can be recorded. Give this user write access to the file and its folder, then try again.`,
  ],
  [
    "SQLITE_BUSY",
    (path) =>
      `The store ${path} is locked by another program. Close that program, then try again; nothing was changed.`,
  ],
  [
    "SQLITE_LOCKED",
    (path) =>
      `The store ${path} is locked by another program. Close that program, then try again; nothing was changed.`,
  ],
  [
    "SQLITE_FULL",
    (path) =>
      `There is no room left for the store ${path}. Free some disk space, then try again; nothing was half-written.`,
  ],
  [
    "SQLITE_IOERR",
    (path) =>
      `The disk under the store ${path} gave an error. Check the disk and restore from a copy if needed; nothing was half-written.`,
  ],
  [
    "SQLITE_CORRUPT",
    (path) =>
      `The store ${path} is damaged. Move it aside and restore a copy; "lantern verify" shows which records are whole.`,
  ],
  [
    "SQLITE_NOTADB",
    (path) =>
      `The file ${path} is not a store of this program. Choose another file with DUST_LANTERN_DB, or move this one aside.`,
  ],
  [
    "SQLITE_CANTOPEN",
    (path) => `The store ${path} cannot be opened. Check that its folder exists and that this user may write there.`,
  ],
];

const KINDS: readonly [prefix: string, kind: typeof StoreError][] = [
  ["SQLITE_BUSY", StoreBusyError],
  ["SQLITE_LOCKED", StoreBusyError],
  ["SQLITE_READONLY", StoreReadOnlyError],
];

/** Turns a database error into a `StoreError`; anything else passes through unchanged. */
export function asStoreError(error: unknown, path: string): unknown {
  const code = error instanceof Database.SqliteError ? error.code : null;
  const sentence = code && SENTENCES.find(([prefix]) => code.startsWith(prefix))?.[1];
  if (!sentence) return error;
  const Kind = KINDS.find(([prefix]) => code.startsWith(prefix))?.[1] ?? StoreError;
  return new Kind(sentence(path), { cause: error });
}
