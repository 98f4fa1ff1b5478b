import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { Keeper } from "@/wire/kept-answers";
import { reopening } from "./reopening";
import { ALGORITHM, type Sealed, sealed, unsealed } from "./sealing";

type Kept = Sealed & { readonly at: number };
type Schema = DBSchema & {
  answers: { key: string; value: Kept };
  keys: { key: "seal"; value: CryptoKey };
};

const DATABASE = "dust-lantern-kept";
/** No longer than a session lasts. */
const KEPT_MS = 12 * 60 * 60 * 1000;

/**
 * Keeps answers of the server in this browser, sealed under a key that no script
 * can take out of it. The key is made when first needed and goes when all of it
 * is wiped: what a copy of the disk still holds then opens for nobody.
 *
 * @param now in milliseconds since 1970
 */
export function openKept(now: () => number = Date.now): Keeper {
  const withDatabase = reopening<Schema>((onEnd) =>
    openDB<Schema>(DATABASE, 1, {
      upgrade(db) {
        db.createObjectStore("answers");
        db.createObjectStore("keys");
      },
      terminated: onEnd,
    }),
  );

  const sealKey = async (db: IDBPDatabase<Schema>): Promise<CryptoKey> => {
    const there = await db.get("keys", "seal");
    if (there) return there;
    const made = await crypto.subtle.generateKey({ name: ALGORITHM, length: 256 }, false, ["encrypt", "decrypt"]);
    /** Two pages at once: the first one's key stays. */
    const writing = db.transaction("keys", "readwrite");
    const first = await writing.store.get("seal");
    if (!first) await writing.store.put(made, "seal");
    await writing.done;
    return first ?? made;
  };

  return {
    keep: (address, body) =>
      withDatabase(async (db) => {
        const shut = await sealed(await sealKey(db), body);
        await db.put("answers", { at: now(), ...shut }, address);
      }),
    find: (address) =>
      withDatabase(async (db) => {
        const [there, key] = await Promise.all([db.get("answers", address), db.get("keys", "seal")]);
        return !there || !key || now() - there.at > KEPT_MS ? null : unsealed(key, there);
      }),
    wipe: () =>
      withDatabase(async (db) => {
        const wiping = db.transaction(["answers", "keys"], "readwrite");
        await Promise.all([wiping.objectStore("answers").clear(), wiping.objectStore("keys").clear()]);
        await wiping.done;
      }),
  };
}
