import { existsSync, rmSync, writeFileSync } from "node:fs";
import type { Store } from "../store/store";

/**
 * What was erased is written over in the database itself, and stands for a while
 * longer in the file of recent changes beside it. That file is emptied at once;
 * while something else reads the database (a back-up, a check) it cannot be, and
 * then it is tried until it is. A marker beside the database says that it has
 * still to be done, also to a program that is started again.
 */

const markerOf = (path: string): string => `${path}.to-clear`;
const OWN_FILE = 0o600;
const FIRST_WAIT_MS = 20;
const LONGEST_WAIT_MS = 1000;

const isInMemory = ({ path }: Store): boolean => path === ":memory:";

/** Says that something was erased, before it is: a program that is killed between finds it. */
export function markUncleared(store: Store): void {
  if (!isInMemory(store)) writeFileSync(markerOf(store.path), "", { mode: OWN_FILE });
}

/** Whether what was erased may still stand beside the database. */
export const isUncleared = (store: Store): boolean => !isInMemory(store) && existsSync(markerOf(store.path));

/** Empties the file of recent changes; false while something reads the database. */
export function clearChanges(store: Store): boolean {
  if (isInMemory(store)) return true;
  const [said] = store.sqlite.pragma("wal_checkpoint(TRUNCATE)") as { readonly busy: number }[];
  if (said?.busy !== 0) return false;
  rmSync(markerOf(store.path), { force: true });
  return true;
}

/**
 * Empties it as soon as nothing reads the database any more.
 *
 * @param withinMs how long it is waited for; it goes on being tried after that
 * @returns whether it was done within that time
 */
export async function clearSoon(store: Store, withinMs: number): Promise<boolean> {
  const until = Date.now() + withinMs;
  for (let wait = FIRST_WAIT_MS; !clearChanges(store); wait = Math.min(wait * 2, LONGEST_WAIT_MS)) {
    if (Date.now() + wait > until) {
      keepClearing(store);
      return false;
    }
    await new Promise((done) => setTimeout(done, wait));
  }
  return true;
}

function keepClearing(store: Store): void {
  setTimeout(() => {
    if (store.sqlite.open && isUncleared(store) && !clearChanges(store)) keepClearing(store);
  }, LONGEST_WAIT_MS).unref();
}
