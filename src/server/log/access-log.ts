import { chmodSync, existsSync } from "node:fs";
import Database from "better-sqlite3";
import { canonicalJson, type ClinicState, remembered } from "@/core";
import type { LogLine, LogSearch } from "@/wire/access-log";
import { nativeSha256 } from "../store/native-hash";
import { clinicOf } from "../repositories/clinic";
import { say, storeIdOf } from "../repositories/streams";
import { asStoreError, type Store } from "../store/store";

/**
 * Who opened, printed, took out or was refused what, and when: in a file of its
 * own beside the store, each line chained to the one before. It is written
 * before the answer goes out; where it cannot be, there is no answer.
 */

/** Beside the store. */
export const logPath = (store: string): string => `${store}.access.sqlite`;

const TABLE = `
CREATE TABLE IF NOT EXISTS lines (
  n INTEGER PRIMARY KEY, at TEXT NOT NULL, member TEXT NOT NULL, name TEXT NOT NULL, role TEXT NOT NULL,
  act TEXT NOT NULL, record TEXT NOT NULL, detail TEXT NOT NULL, address TEXT NOT NULL,
  previous TEXT NOT NULL, hash TEXT NOT NULL
);
CREATE INDEX IF NOT EXISTS lines_record ON lines (record);
CREATE INDEX IF NOT EXISTS lines_member ON lines (member);
CREATE TRIGGER IF NOT EXISTS lines_stay BEFORE DELETE ON lines BEGIN SELECT RAISE(ABORT, 'the log only grows'); END;
CREATE TRIGGER IF NOT EXISTS lines_once BEFORE INSERT ON lines WHEN EXISTS (SELECT 1 FROM lines l WHERE l.n = NEW.n)
BEGIN SELECT RAISE(ABORT, 'the log only grows'); END;
CREATE TRIGGER IF NOT EXISTS lines_keep BEFORE UPDATE ON lines BEGIN SELECT RAISE(ABORT, 'the log only grows'); END;
`;

/** What a line says, before it is chained. */
export type Access = Omit<LogLine, "n" | "whose">;

type Stored = Access & { readonly n: number; readonly previous: string; readonly hash: string };

const OWN_FILE = 0o600;
const FIRST = "0".repeat(64);
const hashOf = (n: number, previous: string, access: Access): string =>
  nativeSha256(canonicalJson({ n, previous, ...access }));

function open(path: string): Database.Database {
  const file = new Database(path);
  file.pragma("journal_mode = WAL");
  file.pragma("synchronous = FULL");
  file.pragma("busy_timeout = 2000");
  file.exec(TABLE);
  for (const end of ["", "-wal", "-shm"]) if (existsSync(path + end)) chmodSync(path + end, OWN_FILE);
  return file;
}

const COLUMNS = "n, at, member, name, role, act, record, detail, address, previous, hash";

const logOf = remembered((store: Store) => {
  const file = open(logPath(store.path));
  const last = file.prepare<[], Pick<Stored, "n" | "hash">>("SELECT n, hash FROM lines ORDER BY n DESC LIMIT 1");
  const insert = file.prepare(
    `INSERT INTO lines (${COLUMNS}) VALUES (@n, @at, @member, @name, @role, @act, @record, @detail, @address, @previous, @hash)`,
  );
  const write = file.transaction((access: Access) => {
    const { n, hash: previous } = last.get() ?? { n: 0, hash: FIRST };
    insert.run({ ...access, n: n + 1, previous, hash: hashOf(n + 1, previous, access) });
  }).immediate;
  return { file, last, write, recent: new Map<string, number>() };
});

const QUARTER_OF_AN_HOUR_MS = 15 * 60_000;
const REMEMBERED = 5000;

/**
 * Writes a line; the same session doing the same with the same record again
 * within a quarter of an hour writes none, unless each time counts.
 *
 * @param session whose line it is
 * @throws StoreError when it cannot be written: then nothing may be answered
 */
export function note(store: Store, session: string, access: Access, eachTime = false): void {
  try {
    const { write, recent } = logOf(store);
    const key = `${session} ${access.act} ${access.record}`;
    const now = Date.parse(access.at);
    if (!eachTime && now - (recent.get(key) ?? -Infinity) < QUARTER_OF_AN_HOUR_MS) return;
    write(access);
    if (recent.size >= REMEMBERED) recent.clear();
    recent.set(key, now);
  } catch (error) {
    throw asStoreError(error, logPath(store.path));
  }
}

const MOST_SHOWN = 500;

const LIKE = "LIKE ? ESCAPE '\\'";
const likeText = (word: string): string => `%${word.replace(/[\\%_]/g, "\\$&")}%`;

/** Ids of people, examinations and courses of whoever has such a name or number. */
function recordsOf({ sqlite }: Store, word: string): string[] {
  const people = `SELECT id FROM people WHERE name ${LIKE} OR number ${LIKE}`;
  const like = likeText(word);
  return sqlite
    .prepare<unknown[], string>(
      `${people} UNION SELECT id FROM exams WHERE person_id IN (${people}) UNION SELECT id FROM episodes WHERE person_id IN (${people}) LIMIT 500`,
    )
    .pluck()
    .all(like, like, like, like, like, like);
}

/** Whose record it is, as the roster has it now; empty where it is nobody's. */
function namer({ sqlite }: Store): (record: string) => string {
  const of = sqlite
    .prepare<[string, string, string], string>(
      "SELECT name FROM people WHERE id = ? UNION ALL SELECT people.name FROM exams JOIN people ON people.id = exams.person_id WHERE exams.id = ? UNION ALL SELECT people.name FROM episodes JOIN people ON people.id = episodes.person_id WHERE episodes.id = ?",
    )
    .pluck();
  return (record) => (record === "" ? "" : (of.get(record, record, record) ?? ""));
}

/** Lines that hold what is looked for, the newest first. */
export function searchLog(store: Store, { q = "", before }: LogSearch): { lines: LogLine[]; more: boolean } {
  const words = q.trim().split(/\s+/).filter(Boolean);
  const asked = words.map((word) => {
    const records = recordsOf(store, word);
    const places = records.map(() => "?").join(", ");
    return {
      sql: `((name || ' ' || role || ' ' || act || ' ' || detail || ' ' || at || ' ' || address) ${LIKE} OR record IN (${places}))`,
      values: [likeText(word), ...records],
    };
  });
  const where = [...asked.map(({ sql }) => sql), ...(before === undefined ? [] : ["n < ?"])];
  const rows = logOf(store)
    .file.prepare<unknown[], Stored>(
      `SELECT ${COLUMNS} FROM lines ${where.length ? `WHERE ${where.join(" AND ")}` : ""} ORDER BY n DESC LIMIT ${MOST_SHOWN + 1}`,
    )
    .all(...asked.flatMap(({ values }) => values), ...(before === undefined ? [] : [before]));
  const nameOf = namer(store);
  return {
    lines: rows
      .slice(0, MOST_SHOWN)
      .map(({ previous: _previous, hash: _hash, ...line }) => ({ ...line, whose: nameOf(line.record) })),
    more: rows.length > MOST_SHOWN,
  };
}

/** Every line, oldest first, with what chains it, for whoever takes the log out. */
export function* wholeLog(store: Store): Generator<Stored> {
  yield* logOf(store).file.prepare<[], Stored>(`SELECT ${COLUMNS} FROM lines ORDER BY n`).iterate();
}

/** Where the log ended, each time the clinic's record was told. */
export const logEnds = (store: Store): ClinicState["logEnds"] => clinicOf(store).logEnds;

/** Tells the clinic's own record where the log ends now, if it has grown since that was told. */
export function tellLogEnd(store: Store, now: string): void {
  const { last } = logOf(store);
  const end = last.get();
  if (!end) return;
  if (logEnds(store).at(-1)?.lines === end.n) return;
  say(store, "clinic", storeIdOf(store), [{ type: "access-log-told", body: { lines: end.n, head: end.hash } }], {
    now,
  });
}

/**
 * What is wrong with a log: a line that was changed, cut out or put in, or an end
 * that was told and is not there.
 *
 * @param ends where it ended, as the clinic's record says
 * @returns a sentence for each fault; none when it is whole
 */
export function logFaults(path: string, ends: readonly { readonly lines: number; readonly head: string }[]): string[] {
  if (!existsSync(path))
    return ends.length > 0 ? ["The log of access is not there, and the clinic's record says how far it went."] : [];
  const file = new Database(path, { readonly: true, fileMustExist: true });
  try {
    const faults: string[] = [];
    const told = new Map(ends.map(({ lines, head }) => [lines, head]));
    let before = { n: 0, hash: FIRST };
    for (const { n, previous, hash, ...access } of file
      .prepare<[], Stored>(`SELECT ${COLUMNS} FROM lines ORDER BY n`)
      .iterate()) {
      if (n !== before.n + 1) faults.push(`Line ${before.n + 1} of the log of access is missing.`);
      else if (previous !== before.hash) faults.push(`Line ${n} of the log of access does not follow the one before.`);
      if (hash !== hashOf(n, previous, access)) faults.push(`Line ${n} of the log of access was changed.`);
      if (told.has(n) && told.get(n) !== hash) faults.push(`Line ${n} of the log of access is another than was told.`);
      before = { n, hash };
    }
    const furthest = Math.max(0, ...told.keys());
    if (furthest > before.n)
      faults.push(`The log of access ends at line ${before.n}, and went on to line ${furthest} when that was told.`);
    return faults;
  } finally {
    file.close();
  }
}
