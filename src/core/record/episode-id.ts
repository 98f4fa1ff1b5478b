import { portableSha256 } from "../base";

/** Where the version and the variant of a name-based id stand. */
const VERSION = "5";
const VARIANT = "a";

/**
 * The course that an examination begins until somebody says otherwise: an id
 * made of the examination's own, the same on every device.
 *
 * @example courseBegunBy("0190a6f2-0000-7000-8000-000000000001") === courseBegunBy("0190a6f2-0000-7000-8000-000000000001") // true
 */
export function courseBegunBy(exam: string): string {
  const hex = portableSha256(`dust-lantern episode of ${exam}`);
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${VERSION}${hex.slice(13, 16)}-${VARIANT}${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
