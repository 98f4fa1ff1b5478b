import { portableSha256 } from "./sha256";

/** Where the version and the variant of a name-based id stand. */
const VERSION = "5";
const VARIANT = "a";

/**
 * An id made of a name: the same on every device, whenever it is made.
 *
 * @example namedId("one") === namedId("one") // true
 */
export function namedId(text: string): string {
  const hex = portableSha256(text);
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${VERSION}${hex.slice(13, 16)}-${VARIANT}${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
