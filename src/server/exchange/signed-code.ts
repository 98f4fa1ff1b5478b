import { fingerprintOf, isSignedBy, publicKeyOf, signText } from "../store/signing-key";
import type { Store } from "../store/store";

/**
 * The end of a record as it stands in a letter's picture code, and the end of the
 * journal as it is kept outside: a line of words, signed. The key and the
 * signature are its last two words.
 */

/** A line with this database's key and signature behind it. */
export const signedLine = (store: Store, line: string): string =>
  `${line} ${publicKeyOf(store)} ${signText(store, line)}`;

/** What a signed line says, and whose signature it has. */
export type ReadLine = { readonly line: string; readonly fingerprint: string; readonly isWhole: boolean };

const WORDS_BEHIND = 2;

/**
 * Reads a signed line.
 *
 * @returns null when it has no signature
 */
export function readSignedLine(text: string): ReadLine | null {
  const words = text.trim().split(/\s+/);
  const [key, value] = words.slice(-WORDS_BEHIND);
  if (words.length <= WORDS_BEHIND || key?.length !== 44 || value?.length !== 88) return null;
  const line = words.slice(0, -WORDS_BEHIND).join(" ");
  return { line, fingerprint: fingerprintOf(key), isWhole: isSignedBy(key, line, value) };
}
