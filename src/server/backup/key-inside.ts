import { rmSync, writeFileSync } from "node:fs";
import Database from "better-sqlite3";
import { generateKeyPairSync } from "node:crypto";
import { refuse } from "@/core";
import { keepPrivateKey, keyPath, privateKeyText, publicKeyIn } from "../store/signing-key";
import { readyAt } from "./swap";

/**
 * The database's private key travels in its back-ups, which are encrypted, and
 * nowhere else: in a table of the copy that is locked away, taken out again as
 * soon as it is opened.
 */

const TABLE = "back_up_key";

/** Puts a database's key into a copy of it that is about to be locked. */
export function putKeyInto(copy: string, store: string): void {
  const pem = privateKeyText(store);
  if (pem === null) return;
  const sqlite = new Database(copy);
  sqlite.exec(`CREATE TABLE ${TABLE} (pem TEXT NOT NULL)`);
  sqlite.prepare(`INSERT INTO ${TABLE} VALUES (?)`).run(pem);
  sqlite.close();
}

/** Takes the key out of a copy that was unlocked, and puts it beside it. Earlier programs put none in. */
export function takeKeyOut(copy: string): void {
  const sqlite = new Database(copy);
  try {
    const has = sqlite.prepare("SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = ?").get(TABLE);
    if (has === undefined) return;
    const pem = sqlite.prepare<[], string>(`SELECT pem FROM ${TABLE}`).pluck().get();
    sqlite.pragma("secure_delete = ON");
    sqlite.exec(`DROP TABLE ${TABLE}`);
    if (pem !== undefined) keepPrivateKey(copy, pem);
  } finally {
    sqlite.close();
  }
}

/** Whose key is in a back-up, as the database at a path sees it. */
export type KeyInside = "own" | "other" | "none";

/** Whether a copy has the key of the database at a path. */
export function keyInside(copy: string, path: string): KeyInside {
  const pem = privateKeyText(copy);
  if (pem === null) return "none";
  const here = privateKeyText(path);
  return here !== null && publicKeyIn(here) === publicKeyIn(pem) ? "own" : "other";
}

/** What a restored database is: the same one, whose disk was lost; or a copy, that goes on beside it. */
export const RESTORED_AS = ["same", "copy"] as const;
export type RestoredAs = (typeof RESTORED_AS)[number];

const OWN_FILE = 0o600;
export const readyKeyAt = (path: string): string => keyPath(readyAt(path));

/**
 * Lays the key ready that the database at a path has from its restore on: the one
 * of the back-up where it is the same database, a new one where it is a copy.
 *
 * @throws InputError when the back-up has another key and nobody said which of the two it is
 */
export function layKeyReady(copy: string, path: string, as: RestoredAs | null): void {
  rmSync(readyKeyAt(path), { force: true });
  if (keyInside(copy, path) !== "other") return;
  if (as === null)
    refuse(
      "as",
      "is missing: this back-up is of a database with another key",
      "Say whether it is the same database, whose disk was lost, or a copy that goes on beside it with a key of its own.",
    );
  const pem =
    as === "same"
      ? privateKeyText(copy)!
      : generateKeyPairSync("ed25519").privateKey.export({ type: "pkcs8", format: "pem" }).toString();
  writeFileSync(readyKeyAt(path), pem, { mode: OWN_FILE });
}
