import { existsSync, mkdirSync, readFileSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import Database from "better-sqlite3";
import { type BetterSQLite3Database, drizzle } from "drizzle-orm/better-sqlite3";
import { migrate } from "drizzle-orm/better-sqlite3/migrator";
import * as schema from "./schema";

export type Store = {
  readonly path: string;
  readonly sqlite: Database.Database;
  readonly db: BetterSQLite3Database<typeof schema>;
};

/** The store cannot be used: what is wrong with it, and the way out. */
export class StoreError extends Error {
  override readonly name = "StoreError";
}

const MIGRATIONS = join(/* turbopackIgnore: true */ process.cwd(), "drizzle");
const BUSY_TIMEOUT_MS = 5000;

/** Where the store is when nothing else is said. */
export const storePath = (): string =>
  resolve(/* turbopackIgnore: true */ process.env.DUST_LANTERN_DB ?? join("data", "dust-lantern.sqlite"));

const knownMigrations = (): number =>
  (JSON.parse(readFileSync(join(MIGRATIONS, "meta", "_journal.json"), "utf8")) as { entries: unknown[] }).entries
    .length;

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

/** Turns a database error into a `StoreError`; anything else passes through unchanged. */
export function asStoreError(error: unknown, path: string): unknown {
  const code = error instanceof Database.SqliteError ? error.code : null;
  const sentence = code && SENTENCES.find(([prefix]) => code.startsWith(prefix))?.[1];
  return sentence ? new StoreError(sentence(path), { cause: error }) : error;
}

function tableExists(sqlite: Database.Database, name: string): boolean {
  return sqlite.prepare("SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = ?").get(name) !== undefined;
}

function refuseForeign(sqlite: Database.Database, path: string): void {
  const tables = sqlite.prepare("SELECT count(*) AS n FROM sqlite_master WHERE type = 'table'").get() as { n: number };
  if (!tableExists(sqlite, "__drizzle_migrations")) {
    if (tables.n > 0)
      throw new StoreError(
        `The file ${path} holds another program's tables. Choose another file with DUST_LANTERN_DB.`,
      );
    return;
  }
  const applied = (sqlite.prepare("SELECT count(*) AS n FROM __drizzle_migrations").get() as { n: number }).n;
  if (applied > knownMigrations()) {
    throw new StoreError(
      `The store ${path} was made by a newer version of Dust Lantern (step ${applied}, this version knows ${knownMigrations()}). Update the program; the store was not touched.`,
    );
  }
}

/**
 * Opens a store, bringing it up to date: WAL, foreign keys on, full
 * synchronisation, since a clinical record survives a power cut.
 *
 * @throws StoreError when the file is read-only, locked, damaged, foreign or newer
 */
export function openStore(path: string = storePath(), { busyTimeoutMs = BUSY_TIMEOUT_MS } = {}): Store {
  let sqlite: Database.Database | null = null;
  try {
    if (!existsSync(dirname(path))) mkdirSync(dirname(path), { recursive: true });
    sqlite = new Database(path, { timeout: busyTimeoutMs });
    refuseForeign(sqlite, path);
    sqlite.pragma("journal_mode = WAL");
    sqlite.pragma("synchronous = FULL");
    sqlite.pragma("foreign_keys = ON");
    const db = drizzle(sqlite, { schema });
    migrate(db, { migrationsFolder: MIGRATIONS });
    return { path, sqlite, db };
  } catch (error) {
    sqlite?.close();
    const cause = error instanceof Error && error.cause instanceof Database.SqliteError ? error.cause : error;
    throw asStoreError(cause, path);
  }
}

const shared = globalThis as { dustLanternStore?: Store };

/** The server's one open store. */
export function theStore(): Store {
  if (shared.dustLanternStore?.path !== storePath()) shared.dustLanternStore = openStore();
  return shared.dustLanternStore;
}
