import { appendFileSync, copyFileSync, existsSync, readFileSync } from "node:fs";
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

/** Puts what is told beside the store beside its back-ups too. */
export function tellErasures(path: string, folder: string): void {
  if (existsSync(besideStore(path))) copyFileSync(besideStore(path), join(folder, BESIDE_BACKUPS));
}

const told = (file: string): Erased[] => (existsSync(file) ? readErasures(readFileSync(file, "utf8")) : []);

/**
 * Erases in a store that was brought back what was erased since it was copied.
 *
 * @param places a store's path, and files beside back-ups, that tell of erasures
 */
export const forgetAgain = (store: Store, [path, ...files]: readonly string[], now: string): number =>
  eraseAgain(store, [...(path === undefined ? [] : told(besideStore(path))), ...files.flatMap(told)], now);
