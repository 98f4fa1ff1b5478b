/**
 * The number somebody typed, with a point or a comma; null when nothing was
 * typed, NaN for anything else, which every schema then refuses.
 *
 * @example readNumber("12,5") // 12.5
 * @example readNumber(" ") // null
 */
export function readNumber(text: string): number | null {
  const typed = text.trim();
  return typed === "" ? null : Number(typed.replace(",", "."));
}
