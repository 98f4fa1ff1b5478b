/**
 * What stood where something else was wanted, short enough for a sentence:
 * text and numbers as they are, anything else by its kind.
 *
 * @example named(3) // "3"
 * @example named({ toString: null }) // "an object"
 */
export function named(value: unknown): string {
  if (typeof value === "string" || typeof value === "number" || typeof value === "boolean")
    return String(value).slice(0, 40);
  if (value === null || value === undefined) return "nothing";
  return Array.isArray(value) ? "a list" : "an object";
}
