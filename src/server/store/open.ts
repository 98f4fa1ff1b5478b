import {
  accessSync,
  chmodSync,
  constants,
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join, resolve } from "node:path";
import Database from "better-sqlite3";
import { drizzle } from "drizzle-orm/better-sqlite3";
import { migrate } from "drizzle-orm/better-sqlite3/migrator";
import { upgradeRows } from "../repositories/upgrade-rows";
import * as schema from "./schema";
import { shared } from "./shared";
import { asStoreError, type Store, StoreError } from "./store";
import { keepCopy, nameStore } from "./upgrade";

const MIGRATIONS = join(/* turbopackIgnore: true */ process.cwd(), "drizzle");
const BUSY_TIMEOUT_MS = 5000;

/** Where the store is when nothing else is said. */
export const storePath = (): string =>
  resolve(/* turbopackIgnore: true */ process.env.DUST_LANTERN_DB ?? join("data", "dust-lantern.sqlite"));

const knownMigrations = (): number =>
  (JSON.parse(readFileSync(join(MIGRATIONS, "meta", "_journal.json"), "utf8")) as { entries: unknown[] }).entries
    .length;

function tableExists(sqlite: Database.Database, name: string): boolean {
  return sqlite.prepare("SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = ?").get(name) !== undefined;
}

/** How many steps a store has been brought through; 0 for a new file. */
function appliedMigrations(sqlite: Database.Database): number {
  if (!tableExists(sqlite, "__drizzle_migrations")) return 0;
  return (sqlite.prepare("SELECT count(*) AS n FROM __drizzle_migrations").get() as { n: number }).n;
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
  const applied = appliedMigrations(sqlite);
  if (applied > knownMigrations()) {
    throw new StoreError(
      `The store ${path} was made by a newer version of Dust Lantern (step ${applied}, this version knows ${knownMigrations()}). Update the program; the store was not touched.`,
    );
  }
}

/** Nobody else of this machine reads a record. */
const OWN_FOLDER = 0o700;
const OWN_FILE = 0o600;

/** The store is its user's alone; what SQLite keeps beside it takes the store's own permissions. */
function keepToOneself(path: string): void {
  for (const file of [path, `${path}-wal`, `${path}-shm`])
    if (existsSync(/* turbopackIgnore: true */ file) && (statSync(/* turbopackIgnore: true */ file).mode & 0o077) !== 0)
      try {
        chmodSync(/* turbopackIgnore: true */ file, OWN_FILE);
      } catch (error) {
        /** Another user's file stays as its owner has it: it may be read all the same. */
        if ((error as NodeJS.ErrnoException).code !== "EPERM") throw error;
      }
}

/**
 * Opens a store, bringing it up to date, with a copy of it kept before: WAL, foreign keys on, full
 * synchronisation, since a clinical record survives a power cut.
 *
 * @throws StoreError when the file is read-only, locked, damaged, foreign or newer
 */
export function openStore(path: string = storePath(), { busyTimeoutMs = BUSY_TIMEOUT_MS } = {}): Store {
  let sqlite: Database.Database | null = null;
  try {
    if (!existsSync(dirname(path))) mkdirSync(dirname(path), { recursive: true, mode: OWN_FOLDER });
    sqlite = new Database(path, { timeout: busyTimeoutMs });
    if (path !== ":memory:") keepToOneself(path);
    refuseForeign(sqlite, path);
    sqlite.pragma("journal_mode = WAL");
    sqlite.pragma("synchronous = FULL");
    sqlite.pragma("foreign_keys = ON");
    /** What is erased is written over. */
    sqlite.pragma("secure_delete = ON");
    const store: Store = { path, sqlite, db: drizzle(sqlite, { schema }) };
    const step = appliedMigrations(sqlite);
    if (step > 0 && step < knownMigrations()) keepCopy(sqlite, path, step);
    migrate(store.db, { migrationsFolder: MIGRATIONS });
    const now = new Date().toISOString();
    nameStore(sqlite, now);
    upgradeRows(store, now);
    return store;
  } catch (error) {
    sqlite?.close();
    const cause = error instanceof Error && error.cause instanceof Database.SqliteError ? error.cause : error;
    throw asStoreError(cause, path);
  }
}

const canReadAlone = (sqlite: Database.Database): boolean => {
  try {
    sqlite.prepare("SELECT 1 FROM sqlite_master LIMIT 1").get();
    return true;
  } catch (error) {
    if (error instanceof Database.SqliteError && /^SQLITE_(READONLY|CANTOPEN)/.test(error.code)) return false;
    throw error;
  }
};

/**
 * A connection that only reads. Where SQLite may put no working file beside the
 * database, a copy of it is read, which nobody else sees and which is gone with
 * the connection.
 */
function readOnly(path: string): Database.Database {
  const options = { readonly: true, fileMustExist: true, timeout: BUSY_TIMEOUT_MS };
  const sqlite = new Database(path, options);
  if (canReadAlone(sqlite)) return sqlite;
  sqlite.close();
  const folder = mkdtempSync(join(tmpdir(), "dust-lantern-read-"));
  try {
    const copy = join(folder, "store.sqlite");
    for (const end of ["", "-wal"]) if (existsSync(path + end)) copyFileSync(path + end, copy + end);
    chmodSync(copy, OWN_FILE);
    const whole = new Database(copy);
    whole.pragma("journal_mode = DELETE");
    whole.close();
    const reading = new Database(copy, options);
    reading.prepare("SELECT 1 FROM sqlite_master LIMIT 1").get();
    return reading;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/**
 * Opens a store to look at it and no more: nothing is made, changed or brought
 * up to date.
 *
 * @throws StoreError when there is none, or it is damaged, foreign, newer or older
 */
export function openToRead(path: string = storePath()): Store {
  let sqlite: Database.Database | null = null;
  try {
    if (!existsSync(path)) throw new StoreError(`There is no store at ${path}. Name it with DUST_LANTERN_DB.`);
    sqlite = readOnly(path);
    refuseForeign(sqlite, path);
    if (appliedMigrations(sqlite) < knownMigrations())
      throw new StoreError(
        `The store ${path} was made by an older version. Open it once with this one, then try again.`,
      );
    return { path, sqlite, db: drizzle(sqlite, { schema }) };
  } catch (error) {
    sqlite?.close();
    throw asStoreError(error, path);
  }
}

type Schema = ReadonlyMap<string, string>;

/** The text of every table, index and trigger, by its kind and name. */
export const schemaOfStore = ({ sqlite }: Pick<Store, "sqlite">): Schema =>
  new Map(
    sqlite
      .prepare<[], { type: string; name: string; sql: string }>(
        "SELECT type, name, sql FROM sqlite_master WHERE sql IS NOT NULL AND name NOT LIKE 'sqlite\\_%' ESCAPE '\\'",
      )
      .all()
      .map(({ type, name, sql }) => [`${type} ${name}`, sql]),
  );

let expected: Schema | null = null;

/** The same of a store that this program makes anew. */
export function expectedSchema(): Schema {
  if (expected) return expected;
  const sqlite = new Database(":memory:");
  migrate(drizzle(sqlite, { schema }), { migrationsFolder: MIGRATIONS });
  expected = schemaOfStore({ sqlite });
  sqlite.close();
  return expected;
}

/** Which file an open store is, whatever its name stands for by now. */
type FileMark = { readonly device: number; readonly file: number };

type Open = { readonly store: Store; readonly mark: FileMark };
const held = () => shared("store", () => ({ open: null as Open | null }));

/** A writer of the server waits by trying again, so that no reader stands still meanwhile. */
const SERVER_BUSY_MS = 20;

function markOf(path: string): FileMark | null {
  const stat = statSync(/* turbopackIgnore: true */ path, { throwIfNoEntry: false });
  return stat ? { device: stat.dev, file: stat.ino } : null;
}

/** The store, or as much of it as this user may have: one that cannot be written is still read. */
export function openAsFarAsMay(path: string): Store {
  try {
    return openStore(path);
  } catch (error) {
    if (!(error instanceof StoreError && error.isReadOnly)) throw error;
    const store = openToRead(path);
    if (appliedMigrations(store.sqlite) === knownMigrations()) return store;
    store.sqlite.close();
    throw error;
  }
}

function mayWrite(path: string): boolean {
  try {
    accessSync(/* turbopackIgnore: true */ path, constants.W_OK);
    return true;
  } catch {
    return false;
  }
}

/**
 * The server's one open store. One that may only be read is opened for that, and
 * anew as soon as it may be written.
 *
 * @throws StoreError when it cannot be opened, or its file is not the one that was opened
 */
export function theStore(): Store {
  const path = storePath();
  const { open } = held();
  if (open?.store.path !== path || (open.store.sqlite.readonly && mayWrite(path))) {
    const store = openAsFarAsMay(path);
    store.sqlite.pragma(`busy_timeout = ${SERVER_BUSY_MS}`);
    held().open = { store, mark: markOf(path)! };
    return store;
  }
  assertSameFile(open.store);
  return open.store;
}

/**
 * Refuses when the file under an open store was deleted, moved or replaced: what
 * is written would go nowhere that anybody finds again.
 */
export function assertSameFile({ path }: Store): void {
  const { open } = held();
  if (open?.store.path !== path) return;
  const mark = markOf(path);
  if (mark?.device !== open.mark.device || mark.file !== open.mark.file)
    throw new StoreError(
      `The store ${path} was deleted, moved or replaced while the program ran, so nothing is taken. Put the file back, or end the program and start it again.`,
    );
}
