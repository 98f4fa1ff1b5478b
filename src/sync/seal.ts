import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import { ALGORITHM } from "./sealing";

/**
 * What somebody with an account taps waits sealed: under a key of their own that
 * the server hands to their session, and that this browser keeps so that no
 * script can take it out. At sign-out the key goes and what waits stays, for
 * their next sign-in.
 */

/** Somebody's key, as this browser holds it while they are here. */
export type Seal = { readonly whose: string; readonly key: CryptoKey };

type Schema = DBSchema & { keys: { key: string; value: CryptoKey } };

const DATABASE = "dust-lantern-seals";

let here: Seal | null = null;

/** Whose taps are sealed now; null: nobody's, where there are no accounts or no key could be had. */
export const sealHere = (): Seal | null => here;

const keysOf = (): Promise<IDBPDatabase<Schema>> =>
  openDB<Schema>(DATABASE, 1, { upgrade: (db) => void db.createObjectStore("keys") });

const canSeal = (): boolean => typeof indexedDB !== "undefined" && globalThis.crypto?.subtle !== undefined;

const imported = (bytes: Uint8Array<ArrayBuffer>): Promise<CryptoKey> =>
  crypto.subtle.importKey("raw", bytes, ALGORITHM, false, ["encrypt", "decrypt"]);

/**
 * From now on what this person taps is sealed, and what waits of theirs can be
 * read. Without a key taps are kept as before: none is ever lost for want of one.
 *
 * @param whose their id; null: there are no accounts
 * @param ask asks the server for the 32 bytes of their key; null when it cannot be had
 */
export async function sealFor(whose: string | null, ask: () => Promise<Uint8Array<ArrayBuffer> | null>): Promise<void> {
  if (whose === null || !canSeal()) {
    here = null;
    return;
  }
  if (here?.whose === whose) return;
  try {
    const db = await keysOf();
    const there = await db.get("keys", whose);
    const bytes = there ? null : await ask();
    const key = there ?? (bytes && (await imported(bytes)));
    if (key && !there) await db.put("keys", key, whose);
    for (const other of await db.getAllKeys("keys")) if (other !== whose) await db.delete("keys", other);
    db.close();
    here = key ? { whose, key } : null;
  } catch {
    here = null;
  }
}

/** Whoever was here has gone: what waits of theirs opens for nobody until they are back. */
export async function forgetSeal(): Promise<void> {
  here = null;
  if (!canSeal()) return;
  const db = await keysOf();
  await db.clear("keys");
  db.close();
}
