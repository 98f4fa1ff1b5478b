import { accessSync, constants, existsSync, mkdirSync, rmSync, statSync, writeFileSync } from "node:fs";
import { isAbsolute, join } from "node:path";
import { anchorText, InputError, refuse } from "@/core";
import type { BackupRun, Backups } from "@/wire/backups";
import { heavy } from "../heavy/pool";
import { addRun, dropPlan, madeIn, planOf, runsOf, savePlan } from "../repositories/backups";
import { journalEnd, storeIdOf } from "../repositories/streams";
import { theStore } from "../store/open";
import { shared } from "../store/shared";
import type { Store } from "../store/store";
import { StoreError } from "../store/store";
import { isDue, missedOf, toDrop } from "./keep";
import { logBeside } from "./log-beside";

/** Back-ups of the server's store: by themselves, by hand, and what is known of them. */

export const backupsOf = (store: Store, now: string): Backups => {
  const [plan, runs] = [planOf(store), runsOf(store)];
  return { plan, runs, missed: missedOf(plan, runs, now) };
};

/** Why somebody has to look after the back-ups, without reading what was made where none are set up. */
export function missedBackup(store: Store, now: string): string | null {
  const plan = planOf(store);
  return plan && missedOf(plan, runsOf(store), now);
}

/**
 * Sets up that back-ups make themselves.
 *
 * @throws InputError when the folder cannot be written
 */
export function setUp(store: Store, { folder, recipient }: { folder: string; recipient: string }, now: string): void {
  if (!isAbsolute(folder))
    refuse("folder", "is not a whole path", "Write it from the root on, as in /mnt/other-disk/back-ups.");
  try {
    if (!existsSync(folder)) mkdirSync(folder, { recursive: true, mode: 0o700 });
    if (!statSync(folder).isDirectory()) throw new Error("a file");
    accessSync(folder, constants.W_OK);
  } catch {
    refuse("folder", "cannot be written", "Name a folder that the user of this program may write in.");
  }
  markFolder(store, folder);
  savePlan(store, { folder, recipient, since: now });
}

/** Back-ups no longer make themselves; what was made stays where it is. */
export const takeDown = (store: Store): void => dropPlan(store);

/**
 * Those that this store made by themselves in a folder and that its others make
 * needless are deleted; another store's, and what somebody made by hand
 * elsewhere, are nobody's business.
 */
function thinOut(store: Store, folder: string): void {
  for (const { file } of toDrop(madeIn(store, folder)))
    for (const one of [file, logBeside(file)]) rmSync(one, { force: true });
}

/** What was sent to open a back-up with, for the thread that opens it. */
export function keySent({ passphrase, identity }: { passphrase?: string; identity?: string }): string {
  if (identity !== undefined) return JSON.stringify({ identity: identity.trim() });
  if (passphrase !== undefined) return JSON.stringify({ passphrase });
  return refuse("passphrase", "is missing", "Write the passphrase it was made with, or the secret key.");
}

const failedRun = (at: string, file: string, problem: string): BackupRun => ({
  at,
  file,
  bytes: 0,
  exams: 0,
  anchor: "",
  problem,
});

/** Whatever went wrong is noted: a back-up that fails in silence is missed when it is needed. */
const saidOf = (error: unknown): string =>
  error instanceof InputError || error instanceof StoreError
    ? error.message
    : `something went wrong that should not have: ${String(error).split("\n")[0]!.slice(0, 200)}`;

/** A folder that is gone is a drive that is not connected: nothing is written in its place. */
function assertFolder(folder: string): void {
  const stat = statSync(folder, { throwIfNoEntry: false });
  if (!stat?.isDirectory())
    refuse(folder, "is not there", "Connect its drive, or choose another folder for the back-ups.");
}

/** Says in the folder whose back-ups it holds: an empty one in its place is where its drive is connected, and is not. */
const markIn = (folder: string): string => join(folder, ".dust-lantern-back-ups");

function markFolder(store: Store, folder: string): void {
  writeFileSync(markIn(folder), `${storeIdOf(store)}\n`, { flag: "a", mode: 0o600 });
}

function assertSameFolder(store: Store, folder: string): void {
  assertFolder(folder);
  if (existsSync(markIn(folder))) return;
  const made = madeIn(store, folder);
  if (made.length > 0 && !made.some(({ file }) => existsSync(file)))
    refuse(
      folder,
      "holds none of the back-ups that were made in it",
      "Connect its drive, or set the folder of the back-ups again.",
    );
  markFolder(store, folder);
}

/**
 * Makes a back-up now and notes what came of it, also when nothing did.
 *
 * @param lock a passphrase, or the public key of the plan
 * @throws InputError or StoreError when it could not be made
 */
export async function backUp(
  store: Store,
  folder: string,
  lock: { readonly passphrase: string } | { readonly recipient: string },
  now: string,
): Promise<BackupRun> {
  try {
    assertFolder(folder);
    const { file, bytes, exams, anchor, faults } = await heavy(
      "makeBackup",
      folder,
      JSON.stringify("passphrase" in lock ? { passphrase: lock.passphrase } : { recipient: lock.recipient }),
      now,
    );
    const problem = faults.length ? `made, and the store is not whole: ${faults[0]}` : null;
    const run: BackupRun = { at: now, file, bytes, exams, anchor, problem };
    addRun(store, run);
    return run;
  } catch (error) {
    addRun(store, failedRun(now, folder, saidOf(error)));
    throw error;
  }
}

/**
 * One now, as those that make themselves.
 *
 * @throws InputError where nothing is set up
 */
export async function backUpAsPlanned(store: Store, now: string): Promise<BackupRun> {
  const { folder, recipient } =
    planOf(store) ?? refuse("back-ups", "are not set up", "Name a folder and a key first, or use a passphrase.");
  try {
    assertSameFolder(store, folder);
  } catch (error) {
    addRun(store, failedRun(now, folder, saidOf(error)));
    throw error;
  }
  const run = await backUp(store, folder, { recipient }, now);
  thinOut(store, folder);
  return run;
}

/** Makes one if one is due; what goes wrong is noted for whoever looks, and stops nothing. */
export async function backUpIfDue(store: Store, now: string): Promise<BackupRun | null> {
  if (!planOf(store) || !isDue(runsOf(store), anchorText(journalEnd(store)), now)) return null;
  return backUpAsPlanned(store, now).catch(() => null);
}

const LOOKS_EVERY_MS = 5 * 60_000;

/** Looks again and again whether one is due, for as long as the server runs; it keeps nothing alive. */
export function keepBackingUp(): void {
  const keeper = shared("backups", () => ({ timer: null as NodeJS.Timeout | null }));
  const look = (): void => {
    try {
      void backUpIfDue(theStore(), new Date().toISOString()).catch(() => {});
    } catch {
      /** A store that cannot be opened says so elsewhere. */
    }
  };
  keeper.timer ??= setInterval(look, LOOKS_EVERY_MS).unref();
}
