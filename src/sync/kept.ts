import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { Keeper } from "@/wire/kept-answers";

type Sealed = { readonly at: number; readonly iv: Uint8Array<ArrayBuffer>; readonly data: ArrayBuffer };
type Schema = DBSchema & {
  answers: { key: string; value: Sealed };
  keys: { key: "seal"; value: CryptoKey };
};

const DATABASE = "dust-lantern-kept";
const ALGORITHM = "AES-GCM";
const IV_BYTES = 12;
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
  let opening: Promise<IDBPDatabase<Schema>> | null = null;
  const database = () =>
    (opening ??= openDB<Schema>(DATABASE, 1, {
      upgrade(db) {
        db.createObjectStore("answers");
        db.createObjectStore("keys");
      },
    }));

  const sealKey = async (): Promise<CryptoKey> => {
    const db = await database();
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
    keep: async (address, body) => {
      const key = await sealKey();
      const iv = crypto.getRandomValues(new Uint8Array(IV_BYTES));
      const text = new TextEncoder().encode(JSON.stringify(body));
      const data = await crypto.subtle.encrypt({ name: ALGORITHM, iv }, key, text);
      await (await database()).put("answers", { at: now(), iv, data }, address);
    },
    find: async (address) => {
      const db = await database();
      const [sealed, key] = await Promise.all([db.get("answers", address), db.get("keys", "seal")]);
      if (!sealed || !key || now() - sealed.at > KEPT_MS) return null;
      const text = await crypto.subtle.decrypt({ name: ALGORITHM, iv: sealed.iv }, key, sealed.data);
      return JSON.parse(new TextDecoder().decode(text)) as unknown;
    },
    wipe: async () => {
      const wiping = (await database()).transaction(["answers", "keys"], "readwrite");
      await Promise.all([wiping.objectStore("answers").clear(), wiping.objectStore("keys").clear()]);
      await wiping.done;
    },
  };
}
