import {
  createHash,
  createPrivateKey,
  createPublicKey,
  generateKeyPairSync,
  type KeyObject,
  sign,
  verify,
} from "node:crypto";
import { existsSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { remembered } from "@/core";
import type { Store } from "./store";

/**
 * The database's own Ed25519 key: what leaves it is signed, so that whoever gets
 * it can tell where it came from and that nothing was changed. The private half is
 * a file beside the database and never in it; it goes into encrypted back-ups.
 */

const OWN_FILE = 0o600;
/** What stands before the 32 bytes of an Ed25519 key in its public form. */
const PUBLIC_PREFIX = Buffer.from("302a300506032b6570032100", "hex");

export const keyPath = (store: string): string => `${store}.key`;

/** The private key of a database as text; null where there is none. */
export const privateKeyText = (store: string): string | null =>
  existsSync(/* turbopackIgnore: true */ keyPath(store))
    ? readFileSync(/* turbopackIgnore: true */ keyPath(store), "utf8")
    : null;

/** Puts a private key beside a database: all of it or nothing. */
export function keepPrivateKey(store: string, pem: string): void {
  const part = `${keyPath(store)}.${process.pid}.part`;
  writeFileSync(/* turbopackIgnore: true */ part, pem, { mode: OWN_FILE });
  renameSync(/* turbopackIgnore: true */ part, /* turbopackIgnore: true */ keyPath(store));
}

function madeKey(): string {
  return generateKeyPairSync("ed25519").privateKey.export({ type: "pkcs8", format: "pem" }).toString();
}

/** Made when it is first needed; two programs that begin at once come to the same one. */
function privateKeyOf(store: string): KeyObject {
  try {
    writeFileSync(/* turbopackIgnore: true */ keyPath(store), madeKey(), { flag: "wx", mode: OWN_FILE });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== "EEXIST") throw error;
  }
  return createPrivateKey(privateKeyText(store)!);
}

const keysOf = remembered(({ path }: Store) => {
  const key = path === ":memory:" ? createPrivateKey(madeKey()) : privateKeyOf(path);
  return { key, publicKey: publicText(key) };
});

function publicText(key: KeyObject): string {
  const whole = createPublicKey(key).export({ type: "spki", format: "der" });
  return whole.subarray(PUBLIC_PREFIX.length).toString("base64");
}

/** The public half of a private key, 32 bytes in base64. */
export const publicKeyIn = (pem: string): string => publicText(createPrivateKey(pem));

/** The public half of the database's key, 32 bytes in base64. */
export const publicKeyOf = (store: Store): string => keysOf(store).publicKey;

/** Signs a text with the database's key; in base64. */
export const signText = (store: Store, text: string): string =>
  sign(null, Buffer.from(text, "utf8"), keysOf(store).key).toString("base64");

/** Whether a key made this signature of a text. A key that is none made no signature. */
export function isSignedBy(publicKey: string, text: string, signature: string): boolean {
  try {
    const key = createPublicKey({
      key: Buffer.concat([PUBLIC_PREFIX, Buffer.from(publicKey, "base64")]),
      format: "der",
      type: "spki",
    });
    return verify(null, Buffer.from(text, "utf8"), key, Buffer.from(signature, "base64"));
  } catch {
    return false;
  }
}

const GROUP = 4;
const GROUPS = 8;

/**
 * A key as it is read out and compared: the first 128 bits of its SHA-256, in
 * groups of four.
 *
 * @example fingerprintOf("") // "E3B0 C442 98FC 1C14 9AFB F4C8 996F B924"
 */
export function fingerprintOf(publicKey: string): string {
  const digest = createHash("sha256").update(Buffer.from(publicKey, "base64")).digest("hex").toUpperCase();
  return Array.from({ length: GROUPS }, (_none, index) => digest.slice(index * GROUP, (index + 1) * GROUP)).join(" ");
}
