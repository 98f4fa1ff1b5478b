import { existsSync, mkdirSync, readFileSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import Database from "better-sqlite3";
import { drizzle } from "drizzle-orm/better-sqlite3";
import { migrate } from "drizzle-orm/better-sqlite3/migrator";
import { upgradeRows } from "../repositories/upgrade-rows";
import * as schema from "./schema";
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

/**
 * Opens a store, bringing it up to date, with a copy of it kept before: WAL, foreign keys on, full
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
    sqlite = new Database(path, { readonly: true, fileMustExist: true, timeout: BUSY_TIMEOUT_MS });
    refuseForeign(sqlite, path);
    if (!tableExists(sqlite, "journal"))
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

const shared = globalThis as { dustLanternStore?: Store };

/** The server's one open store. */
export function theStore(): Store {
  if (shared.dustLanternStore?.path !== storePath()) shared.dustLanternStore = openStore();
  return shared.dustLanternStore;
}
