import { appendFileSync, existsSync, readFileSync, writeFileSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import type { Erased } from "@/core";
import { erasureLine, eraseAgain, readErasures } from "../repositories/erasure";
import type { Store } from "../store/store";

/**
 * What was erased is told beside the store and beside its back-ups, an id and a
 * reason each: an old copy that is brought back is relieved of it at once.
 */

const besideStore = (path: string): string => `${path}.erased`;
const besideBackups = (folder: string): string => join(folder, "dust-lantern-erased.jsonl");
const OWN_FILE = 0o600;

/** Tells of an erasure beside the store, as soon as it is done. */
export const tellErasure = ({ path }: Store, erased: Erased): void => {
  if (path !== ":memory:") appendFileSync(besideStore(path), erasureLine(erased), { mode: OWN_FILE });
};

const told = (file: string): Erased[] => (existsSync(file) ? readErasures(readFileSync(file, "utf8")) : []);

/** What tells of erasures beside a store itself: its record as it was until now, and the back-up it came from. */
type AlsoTold = { readonly recorded?: readonly Erased[]; readonly file?: string };

/** Erases in a store that was brought back to a path what was erased since it was copied. */
export const forgetAgain = (store: Store, path: string, now: string, { recorded = [], file }: AlsoTold = {}): number =>
  eraseAgain(
    store,
    [
      ...recorded,
      ...told(besideStore(path)),
      ...(file === undefined ? [] : told(besideBackups(dirname(resolve(/* turbopackIgnore: true */ file))))),
    ],
    now,
  );

/**
 * Puts all that is known of erasures beside a store's back-ups: what its own
 * record says, and what is told beside it and there already.
 */
export function tellErasures(recorded: readonly Erased[], path: string, folder: string): void {
  const file = besideBackups(folder);
  const all = new Map([...told(besideStore(path)), ...told(file), ...recorded].map((one) => [one.person, one]));
  if (all.size > 0) writeFileSync(file, [...all.values()].map(erasureLine).join(""), { mode: OWN_FILE });
}
