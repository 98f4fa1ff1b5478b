import { type DBSchema, type IDBPDatabase, openDB } from "idb";

/**
 * A table that locks while its server is gone. The server keeps the short code;
 * this browser keeps only how to know it again: a keyed hash under a key that no
 * script can take out of it, learned when the code last opened something here.
 */

/** What an attempt to open came to; shut: five were wrong, or the code was never used here: only the server opens it. */
export type Opened = "open" | "wrong" | "shut";

export const MOST_TRIES = 5;

type Known = { readonly whose: string; readonly key: CryptoKey; readonly hash: ArrayBuffer; readonly tries: number };
type Schema = DBSchema & { codes: { key: string; value: Known } };

const DATABASE = "dust-lantern-codes";
const LOCKED = "dust-lantern-locked";
const ALGORITHM = { name: "HMAC", hash: "SHA-256" } as const;
const ONE = "code";

const heard = new Set<() => void>();

const bytesOf = (whose: string, code: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from(new TextEncoder().encode(`${whose}\n${code}`));
const codesOf = (): Promise<IDBPDatabase<Schema>> =>
  openDB<Schema>(DATABASE, 1, { upgrade: (db) => void db.createObjectStore("codes") });

async function withCodes<T>(work: (db: IDBPDatabase<Schema>) => Promise<T>): Promise<T> {
  const db = await codesOf();
  try {
    return await work(db);
  } finally {
    db.close();
  }
}

/** Remembers how to know somebody's short code again: it has just opened, or been chosen. */
export async function learnCode(whose: string, code: string): Promise<void> {
  if (globalThis.crypto?.subtle === undefined) return;
  const made = crypto.getRandomValues(new Uint8Array(32));
  const key = await crypto.subtle.importKey("raw", made, ALGORITHM, false, ["sign", "verify"]);
  const hash = await crypto.subtle.sign(ALGORITHM, key, bytesOf(whose, code));
  await withCodes((db) => db.put("codes", { whose, key, hash, tries: 0 }, ONE));
}

/** Whether a code could open the table here, so that it may be locked without the server. */
export const knowsCode = (): Promise<boolean> => withCodes(async (db) => (await db.count("codes")) > 0);

/** Whoever was here has gone: their code opens nothing any more. */
export const forgetCode = (): Promise<void> => withCodes((db) => db.clear("codes"));

/** Opens the table by a code, without the server; each wrong one is counted, also over a reload. */
export async function openByCode(code: string): Promise<Opened> {
  const opened = await withCodes(async (db): Promise<Opened> => {
    const known = await db.get("codes", ONE);
    if (!known || known.tries >= MOST_TRIES) return "shut";
    /** Counted before it is looked at: a page that is closed meanwhile does not get it for nothing. */
    const tries = known.tries + 1;
    await db.put("codes", { ...known, tries }, ONE);
    if (!(await crypto.subtle.verify(ALGORITHM, known.key, known.hash, bytesOf(known.whose, code))))
      return tries >= MOST_TRIES ? "shut" : "wrong";
    await db.put("codes", { ...known, tries: 0 }, ONE);
    return "open";
  });
  if (opened === "open") setLockedHere(false);
  return opened;
}

/** Whether the table is locked in this browser, whatever the server knows of it; it stays so over a reload. */
export function isLockedHere(): boolean {
  try {
    return localStorage.getItem(LOCKED) !== null;
  } catch {
    return false;
  }
}

const SIGNED_OUT = "signed out";

/** Whether somebody signed out here and the server has not heard of it yet. */
export function isSignedOutHere(): boolean {
  try {
    return localStorage.getItem(LOCKED) === SIGNED_OUT;
  } catch {
    return false;
  }
}

/** Signed out while the server is gone: this browser is shut until the session there has ended. */
export const setSignedOutHere = (): void => setHere(SIGNED_OUT);

export const setLockedHere = (isLocked: boolean): void => setHere(isLocked ? "yes" : null);

function setHere(state: string | null): void {
  try {
    if (state !== null) localStorage.setItem(LOCKED, state);
    else localStorage.removeItem(LOCKED);
  } catch {
    /** A browser that keeps nothing has nothing to lock after a reload either. */
  }
  heard.forEach((listener) => listener());
}

/** @returns how to be told no longer */
export function whenLockedHere(listener: () => void): () => void {
  heard.add(listener);
  const onStorage = ({ key }: StorageEvent) => key === LOCKED && listener();
  window.addEventListener("storage", onStorage);
  return () => {
    heard.delete(listener);
    window.removeEventListener("storage", onStorage);
  };
}
