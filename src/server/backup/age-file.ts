import {
  createReadStream,
  createWriteStream,
  fsyncSync,
  openSync,
  closeSync,
  renameSync,
  rmSync,
  statSync,
} from "node:fs";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { ReadableStream as WebStream } from "node:stream/web";
import { Decrypter, Encrypter } from "age-encryption";
import { refuse } from "@/core";

/**
 * Files in the age format (age-encryption.org/v1), which other programs open as
 * well: locked with a passphrase, or for a key pair whose secret half is kept
 * elsewhere.
 */

/** What a file is locked with. */
export type Lock = { readonly passphrase: string } | { readonly recipient: string };
/** What opens it again. */
export type Key = { readonly passphrase: string } | { readonly identity: string };

/** How dear each guess at a passphrase is, as a power of two: about a second and 256 MB. */
const WORK_FACTOR = 18;

const OWN_FILE = 0o600;

const bytesOf = (path: string) => Readable.toWeb(createReadStream(path)) as ReadableStream<Uint8Array>;

/** Writes a stream to a file, whole and on the disk, or not at all. */
async function writeWhole(stream: ReadableStream<Uint8Array>, to: string): Promise<void> {
  const part = `${to}.${process.pid}.part`;
  try {
    await pipeline(Readable.fromWeb(stream as WebStream<Uint8Array>), createWriteStream(part, { mode: OWN_FILE }));
    const file = openSync(part, "r+");
    fsyncSync(file);
    closeSync(file);
    renameSync(part, to);
  } catch (error) {
    rmSync(part, { force: true });
    throw error;
  }
}

/** Locks a file into another, which stands there whole or not at all. */
export async function lockFile(from: string, to: string, lock: Lock, workFactor = WORK_FACTOR): Promise<void> {
  const encrypter = new Encrypter();
  if ("passphrase" in lock) {
    encrypter.setScryptWorkFactor(workFactor);
    encrypter.setPassphrase(lock.passphrase);
  } else addRecipient(encrypter, lock.recipient);
  await writeWhole(await encrypter.encrypt(bytesOf(from)), to);
}

function addRecipient(encrypter: Encrypter, recipient: string): void {
  try {
    encrypter.addRecipient(recipient);
  } catch {
    refuse("recipient", "is no public key of the age format", 'Use the line that begins with "age1".');
  }
}

function decrypterOf(key: Key): Decrypter {
  const decrypter = new Decrypter();
  try {
    if ("passphrase" in key) decrypter.addPassphrase(key.passphrase);
    else decrypter.addIdentity(key.identity);
  } catch {
    refuse("key", "is no secret key of the age format", 'Use the line that begins with "AGE-SECRET-KEY-1".');
  }
  return decrypter;
}

const NO_MATCH = /no identity matched/;
const CODES = /ENOENT|EACCES|EISDIR/;

/**
 * Opens a locked file into another.
 *
 * @throws InputError when the key does not open it, or it is no such file, or was damaged or cut short
 */
export async function unlockFile(from: string, to: string, key: Key): Promise<void> {
  /** A pipe or a device would be read for ever. */
  if (!statSync(from).isFile()) refuse(from, "is no file", "Choose a file that this program made as a back-up.");
  const decrypter = decrypterOf(key);
  const stream = await decrypter.decrypt(bytesOf(from)).catch((error: Error & { code?: string }) => {
    if (CODES.test(error.code ?? "")) return refuse(from, "cannot be read", "Check the path and that you may read it.");
    if (!NO_MATCH.test(error.message))
      return refuse(from, "is not an encrypted back-up", "Choose a file that this program made as a back-up.");
    return "passphrase" in key
      ? refuse(
          "passphrase",
          "does not open this back-up",
          "Check it letter by letter, and that the file is the one you mean.",
        )
      : refuse("key", "does not open this back-up", "Use the secret key whose public half it was made for.");
  });
  await writeWhole(stream, to).catch((error: NodeJS.ErrnoException) => {
    if (error.code) throw error;
    refuse(from, "is damaged or cut short", "Use another back-up; nothing was taken from this one.");
  });
}
