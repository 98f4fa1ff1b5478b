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
const BESIDE_BACKUPS = "dust-lantern-erased.jsonl";
const OWN_FILE = 0o600;

/** Where a back-up's folder tells of erasures. */
export const besideBackup = (file: string): readonly string[] => [join(dirname(resolve(file)), BESIDE_BACKUPS)];

/** Tells of an erasure beside the store, as soon as it is done. */
export const tellErasure = ({ path }: Store, erased: Erased): void => {
  if (path !== ":memory:") appendFileSync(besideStore(path), erasureLine(erased), { mode: OWN_FILE });
};

const told = (file: string): Erased[] => (existsSync(file) ? readErasures(readFileSync(file, "utf8")) : []);

/**
 * Erases in a store that was brought back what was erased since it was copied.
 *
 * @param places a store's path, and files beside back-ups, that tell of erasures
 */
export const forgetAgain = (store: Store, [path, ...files]: readonly string[], now: string): number =>
  eraseAgain(store, [...(path === undefined ? [] : told(besideStore(path))), ...files.flatMap(told)], now);

/**
 * Puts all that is known of erasures beside a store's back-ups: what its own
 * record says, and what is told beside it and there already.
 */
export function tellErasures(recorded: readonly Erased[], path: string, folder: string): void {
  const file = join(folder, BESIDE_BACKUPS);
  const all = new Map([...told(besideStore(path)), ...told(file), ...recorded].map((one) => [one.person, one]));
  if (all.size > 0) writeFileSync(file, [...all.values()].map(erasureLine).join(""), { mode: OWN_FILE });
}
