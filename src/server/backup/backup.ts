import { existsSync, mkdirSync, mkdtempSync, readdirSync, renameSync, rmSync, statSync } from "node:fs";
import { basename, dirname, join, resolve } from "node:path";
import { anchorText, InputError, refuse, phrase } from "@/core";
import type { BackupHolding, BackupMerge } from "@/wire/backups";
import { examFileText, exportPerson, importExam } from "../exchange/exchange";
import { journalEnd, streamIds } from "../repositories/streams";
import { clinicOf } from "../repositories/clinic";
import { isErased } from "../repositories/tombstones";
import { damageOf, verifyStore } from "../repositories/verify";
import { openStore, openToRead } from "../store/open";
import { asStoreError, type Store, StoreError } from "../store/store";
import { forgetAgain, tellErasures } from "./erasures";
import { backUpLog, restoreLog } from "./log-beside";
import { type Key, type Lock, lockFile, unlockFile } from "./age-file";
import { withFile } from "./file-problem";
import { keyInside, layKeyReady, putKeyInto, type RestoredAs, takeKeyOut } from "./key-inside";
import { asideOf, readyAt, swapIn } from "./swap";
import { type Compared, compareStores, lostBy } from "./compare";

/**
 * Back-ups: a copy of the whole store as it is at one moment, made by SQLite
 * while people work, looked through, and locked into one file.
 */

/** What a store holds, to be told beside a back-up. */
type Holding = Omit<Looked, "faults">;

export type Backup = Holding & {
  readonly file: string;
  readonly bytes: number;
  readonly at: string;
  /** What is wrong in the store that was copied: a back-up of a damaged store is made all the same. */
  readonly faults: readonly string[];
};

export function holdingOf(store: Store): Holding {
  const count = (sql: string): number => store.sqlite.prepare<[], number>(sql).pluck().get() ?? 0;
  return {
    people: count("SELECT count(*) FROM people"),
    exams: count("SELECT count(*) FROM exams"),
    courses: streamIds(store, "episode").length,
    events: count("SELECT count(*) FROM stream_events"),
    anchor: anchorText(journalEnd(store)),
  };
}

/** Every chain of a store walked: what is wrong, a line each; empty when it is whole. */
export function faultsOf(store: Store): string[] {
  const damage = damageOf(store);
  try {
    const { store: whole, records } = verifyStore(store);
    return [
      ...damage,
      ...whole,
      ...records.flatMap(({ kind, id, faults, unchecked }) =>
        [...faults, ...(unchecked === null ? [] : [unchecked])].map((fault) => `${kind} ${id}: ${fault}`),
      ),
    ];
  } catch (error) {
    return [...damage, (asStoreError(error, store.path) as Error).message];
  }
}

/** A folder of one's own beside a file, gone when the work is done: what is open in it is on the same disk, and nobody else's to read. */
const ASIDE = ".back-up-";
const OWN_FOLDER = 0o700;
async function aside<T>(beside: string, work: (folder: string) => Promise<T>): Promise<T> {
  const path = resolve(beside);
  const folder = await withFile(dirname(path), () => mkdtempSync(asideOf(path, ASIDE)));
  try {
    return await work(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** No work with a back-up takes an hour: what is left of one stands there because the program was killed. */
const LEFT_AFTER_MS = 3_600_000;

/** Whether the process that a folder is named after has ended; earlier programs named it after none. */
function hasEnded(name: string): boolean {
  const named = /^\.back-up-(\d+)-/.exec(name)?.[1];
  if (named === undefined) return false;
  if (Number(named) === process.pid) return true;
  try {
    process.kill(Number(named), 0);
    return false;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === "ESRCH";
  }
}

/** Takes away what was left beside a store by work that was cut off: a copy of it, unlocked. */
export function sweepAside(path: string, now: string): void {
  const beside = dirname(resolve(path));
  if (!existsSync(beside)) return;
  for (const name of readdirSync(beside).filter((one) => one.startsWith(ASIDE))) {
    const folder = join(beside, name);
    if (hasEnded(name) || Date.parse(now) - statSync(folder).mtimeMs > LEFT_AFTER_MS)
      rmSync(folder, { recursive: true, force: true });
  }
}

/** A store that is open for as long as the work lasts. */
async function withStore<T>(store: Store, work: (store: Store) => T | Promise<T>): Promise<T> {
  try {
    return await work(store);
  } finally {
    store.sqlite.close();
  }
}

/** The name of a back-up: when it was made, and where the journal ended. */
export const backupName = (at: string, anchor: string): string =>
  `dust-lantern-${at.slice(0, 19).replaceAll(":", "")}Z-${anchor.replace("·", "-")}.age`;

type Making = { readonly now: string; readonly workFactor?: number };

/**
 * Makes a back-up of the store at a path. Readers and writers go on meanwhile.
 *
 * @param to the file, which may not be there yet; or a folder, in which it is named
 * @throws StoreError when there is no store; InputError when the file is there already or cannot be written
 */
export async function makeBackup(path: string, to: string, lock: Lock, { now, workFactor }: Making): Promise<Backup> {
  const isFolder = existsSync(to) && statSync(to).isDirectory();
  if (existsSync(to) && !isFolder) refuse(to, "is there already", "Choose another name; a back-up replaces nothing.");
  if (!isFolder && !existsSync(dirname(resolve(to))))
    refuse(to, "is in a folder that is not there", "Make the folder first.");
  return aside(path, async (folder) => {
    const copy = join(folder, "store.sqlite");
    await withFile(folder, () =>
      withStore(openToRead(path), ({ sqlite }) => sqlite.prepare("VACUUM INTO ?").run(copy)),
    );
    const { holding, faults, erased } = await withStore(openToRead(copy), (store) => ({
      holding: holdingOf(store),
      faults: faultsOf(store),
      erased: clinicOf(store).erased,
    }));
    putKeyInto(copy, path);
    const file = isFolder ? join(to, backupName(now, holding.anchor)) : to;
    await withFile(file, async () => {
      await lockFile(copy, file, lock, workFactor);
      await backUpLog(path, folder, file, lock, workFactor);
      tellErasures(erased, path, dirname(resolve(file)));
    });
    return { file, bytes: statSync(file).size, at: now, ...holding, faults };
  });
}

/** A back-up that is open: looked through, and brought up to date where an earlier program made it. */
type Opened = { readonly store: Store; readonly path: string; readonly faults: readonly string[] };

/** Opens a back-up beside a path for as long as the work lasts. */
const withBackup = <T>(file: string, key: Key, beside: string, work: (opened: Opened) => T | Promise<T>): Promise<T> =>
  aside(beside, async (folder) => {
    const path = join(folder, "store.sqlite");
    await withFile(file, () => unlockFile(file, path, key));
    takeKeyOut(path);
    return withStore(openBackup(path, file), (store) => work({ store, path, faults: faultsOf(store) }));
  });

function openBackup(path: string, file: string): Store {
  try {
    return openStore(path);
  } catch (error) {
    const { message } = asStoreError(error, path) as Error;
    return refuse(
      file,
      phrase`does not hold a store that opens (${message.replace(path, "it")})`,
      "Use another back-up.",
    );
  }
}

type Looked = Omit<BackupHolding, "lost" | "key">;

/** Opens a back-up, walks every chain in it, and says what it holds. */
export const lookInto = (file: string, key: Key, beside: string): Promise<Looked> =>
  withBackup(file, key, beside, ({ store, faults }) => ({ ...holdingOf(store), faults }));

/** The same, and what would be lost if it took the place of a store that is there. */
export const lookBeside = (file: string, key: Key, path: string): Promise<BackupHolding> =>
  withBackup(file, key, path, ({ store, path: copy, faults }) =>
    withStore(openToRead(path), (here) => ({
      ...holdingOf(store),
      key: keyInside(copy, path),
      faults,
      lost: lostBy(compareStores(here, store)),
    })),
  );

/**
 * Opens a back-up and lays it ready to take the store's place at the next start,
 * so that nothing is changed under a program that runs.
 */
export const layReady = (file: string, key: Key, path: string, as: RestoredAs | null): Promise<Looked> =>
  withBackup(file, key, path, async ({ store, path: copy, faults }) => {
    layKeyReady(copy, path, as);
    const now = new Date().toISOString();
    const recorded = await withStore(openToRead(path), (here) => clinicOf(here).erased);
    forgetAgain(store, path, now, { recorded, file });
    const holding = holdingOf(store);
    store.sqlite.pragma("wal_checkpoint(TRUNCATE)");
    store.sqlite.close();
    renameSync(copy, readyAt(path));
    return { ...holding, faults };
  });

/** What was put in the place of the store: where that one went, and what is in it and not here. */
export type Taken = { readonly before: string; readonly lost: string | null };

/** Puts a back-up that lies ready in the store's place, which is moved aside: before anything opens it. */
export function takeReady(path: string, now: string): Taken | null {
  const before = swapIn(path, now);
  if (before === null) return null;
  /** Somebody may have been erased since it was laid ready. */
  const store = openStore(path);
  forgetAgain(store, path, now);
  const lost = before === path ? null : lostTo(before, store);
  store.sqlite.close();
  return { before, lost };
}

/** What a store that was moved aside holds that is not here; one that does not open says so elsewhere. */
function lostTo(before: string, store: Store): string | null {
  try {
    const there = openToRead(before);
    const lost = lostBy(compareStores(there, store));
    there.sqlite.close();
    return lost;
  } catch (error) {
    if (error instanceof StoreError) return null;
    throw error;
  }
}

export type Restored = Looked & {
  /** Where the store went that stood there before; null when none did. */
  readonly before: string | null;
  /** What was in that one and is not in this; null when nothing is lost. */
  readonly lost: string | null;
};

/**
 * Puts a back-up in the place of a store. One that stands there is moved aside,
 * never overwritten; without `replace` nothing happens as long as anything would
 * be lost, and what that is, is said.
 *
 * @throws InputError when the key does not open it, or something would be lost
 */
export const restoreBackup = (
  file: string,
  key: Key,
  path: string,
  { replace, now, as = null }: { readonly replace: boolean; readonly now: string; readonly as?: RestoredAs | null },
): Promise<Restored> => {
  /** Where a disk was lost, its folder was lost with it. */
  mkdirSync(dirname(resolve(path)), { recursive: true, mode: OWN_FOLDER });
  return withBackup(file, key, path, async ({ store, path: copy, faults }) => {
    const { lost, erased } = existsSync(path)
      ? await withStore(openStore(path), (here) => ({
          lost: lostBy(compareStores(here, store)),
          erased: clinicOf(here).erased,
        }))
      : { lost: null, erased: [] };
    if (lost && !replace)
      refuse(
        path,
        phrase`holds what the back-up does not: ${lost}`,
        "Take the back-up in with merge, so that nothing is lost; or restore with --replace, which moves the store that is there aside.",
      );
    const holding = holdingOf(store);
    layKeyReady(copy, path, as);
    forgetAgain(store, path, now, { recorded: erased, file });
    store.sqlite.pragma("wal_checkpoint(TRUNCATE)");
    store.sqlite.close();
    renameSync(copy, readyAt(path));
    const before = swapIn(path, now);
    await restoreLog(path, file, key);
    return { ...holding, faults, before: before === path ? null : basename(before!), lost };
  });
};

const countOf = (compared: readonly Compared[], standing: Compared["standing"]): number =>
  compared.filter((one) => one.standing === standing).length;

/** The people of whom a store holds something that another does not. */
function peopleToTake(here: Store, there: Store, compared: readonly Compared[]): string[] {
  const news = compared.filter(({ standing }) => ["only there", "longer there", "forked"].includes(standing));
  const ofExam = there.sqlite.prepare<[string], string>("SELECT person_id FROM exams WHERE id = ?").pluck();
  const ofEpisode = there.sqlite.prepare<[string], string>("SELECT person_id FROM episodes WHERE id = ?").pluck();
  const personOf = ({ kind, id }: Compared) =>
    kind === "person" ? id : kind === "exam" ? ofExam.get(id) : ofEpisode.get(id);
  return [...new Set(news.flatMap((one) => personOf(one) ?? []))].filter((person) => !isErased(here, person));
}

/**
 * Takes what a back-up holds and a store does not into the store, person by
 * person, through the same door as an exam file: what is here stays, what was
 * continued apart is kept both ways, and twice is once.
 */
export const mergeBackup = (
  file: string,
  key: Key,
  path: string,
  { dryRun, now }: { readonly dryRun: boolean; readonly now: string },
): Promise<BackupMerge> =>
  withBackup(file, key, path, ({ store: there }) =>
    withStore(openStore(path), (here) => {
      const compared = compareStores(here, there);
      const refused = (dryRun ? [] : peopleToTake(here, there, compared)).flatMap((person) => {
        try {
          importExam(here, examFileText(exportPerson(there, person, now)), now);
          return [];
        } catch (error) {
          if (error instanceof InputError) return [{ person, why: error.message }];
          throw error;
        }
      });
      /** What another database recorded after one of ours is kept beside it. */
      const isOurs = keyInside(there.path, path) === "own";
      const longer = countOf(compared, "longer there");
      return {
        added: countOf(compared, "only there"),
        forwarded: isOurs ? longer : 0,
        forked: countOf(compared, "forked") + (isOurs ? 0 : longer),
        erased: countOf(compared, "erased here"),
        refused,
      };
    }),
  );
