import { randomBytes, scrypt, timingSafeEqual } from "node:crypto";
import { type Problem, phrase } from "@/core";
import { shared } from "../store/shared";
import { turns } from "../edge/turn";

/** Half a second of one processor and 128 MB, so that a stolen store is slow to guess at. */
const COST = { r: 8, p: 1, maxmem: 192 * 1024 * 1024 };
/** Tests that sign in a hundred times lower it. */
export const cost = shared("passphrase cost", () => ({ N: 2 ** 17 }));
const KEY_BYTES = 32;
const SALT_BYTES = 16;
/** More at once would take all of the memory and of the processor. */
const AT_ONCE = 2;

const turn = shared("passphrases", () => turns(AT_ONCE));

const derived = (passphrase: string, salt: Buffer): Promise<Buffer> =>
  new Promise((resolve, reject) =>
    turn.take((ended) =>
      scrypt(passphrase.normalize("NFKC"), salt, KEY_BYTES, { ...COST, ...cost }, (error, key) => {
        ended();
        if (error) reject(error);
        else resolve(key);
      }),
    ),
  );

/** A passphrase as it is kept: salt and key, in hexadecimal. */
export async function hashed(passphrase: string): Promise<string> {
  const salt = randomBytes(SALT_BYTES);
  return `${salt.toString("hex")}:${(await derived(passphrase, salt)).toString("hex")}`;
}

/** Whether a passphrase is the one that was kept; false for anything that was never kept. */
export async function isPassphrase(kept: string, passphrase: string): Promise<boolean> {
  const [salt, key] = kept.split(":").map((part) => Buffer.from(part, "hex"));
  if (!salt || !key || salt.length !== SALT_BYTES || key.length !== KEY_BYTES) return false;
  return timingSafeEqual(key, await derived(passphrase, salt));
}

export const SHORTEST = 12;
export const LONGEST = 200;
/** Of 0 to 4: such as takes more than 100 million guesses. */
const GOOD_ENOUGH = 3;
/** So many letters have to be left of it without names. */
const LEFT_OVER = 8;

/** How hard it is to guess, from 0 to 4. */
type Guesser = (passphrase: string) => number;
const guesser = shared("guesser", () => ({ made: null as Promise<Guesser> | null }));

/** The list of common words and passphrases is large, and only whoever chooses one needs it. */
async function makeGuesser(): Promise<Guesser> {
  const [{ ZxcvbnFactory }, { adjacencyGraphs, dictionary }] = await Promise.all([
    import("@zxcvbn-ts/core"),
    import("@zxcvbn-ts/language-common"),
  ]);
  const factory = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });
  return (passphrase) => factory.check(passphrase).score;
}

/**
 * What stands against a new passphrase: that it is short, common, or made of
 * what everybody knows of the one it is for. Which letters it has does not matter.
 *
 * @param known names of its owner and of the clinic
 * @returns null when it may be taken
 */
export async function passphraseProblem(passphrase: string, known: readonly string[]): Promise<Problem | null> {
  const where = "passphrase";
  if (passphrase.length < SHORTEST)
    return {
      where,
      what: phrase`has fewer than ${SHORTEST} letters`,
      todo: "Take four or five words that do not belong together.",
    };
  if (passphrase.length > LONGEST)
    return { where, what: phrase`has more than ${LONGEST} letters`, todo: "Take a shorter one." };
  const guess = await (guesser.made ??= makeGuesser());
  const words = ["dust", "lantern", ...known.flatMap((one) => one.split(/\s+/))].filter((one) => one.length > 2);
  /** What everybody knows of its owner, and blanks, make it no harder to guess. */
  const rest = words
    .map((one) => one.toLowerCase())
    .toSorted((a, b) => b.length - a.length)
    .reduce((left, one) => left.replaceAll(one, ""), passphrase.toLowerCase())
    .replaceAll(/[^\p{L}\p{N}]/gu, "");
  if (rest.length >= LEFT_OVER && guess(passphrase) >= GOOD_ENOUGH) return null;
  return {
    where,
    what: "is easy to guess: it is common, repeats itself, or is made of your own name",
    todo: "Take four or five words that do not belong together.",
  };
}
