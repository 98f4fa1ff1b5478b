/** How deep anything that is sent may be nested. */
export const MOST_LEVELS = 64;

const [QUOTE, BACKSLASH, OPEN_LIST, CLOSE_LIST, OPEN_OBJECT, CLOSE_OBJECT] = [34, 92, 91, 93, 123, 125];

/**
 * Whether a JSON text is nested deeper than anything that is sent, without
 * parsing it: a parser takes seconds over eight million open brackets.
 *
 * @param most how many levels are allowed
 * @example isTooDeep("[[[]]]", 2) // true
 */
export function isTooDeep(text: string, most: number = MOST_LEVELS): boolean {
  let depth = 0;
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at);
    if (code === QUOTE) {
      for (at++; at < text.length && text.charCodeAt(at) !== QUOTE; at++) if (text.charCodeAt(at) === BACKSLASH) at++;
    } else if (code === OPEN_LIST || code === OPEN_OBJECT) {
      if (++depth > most) return true;
    } else if (code === CLOSE_LIST || code === CLOSE_OBJECT) depth--;
  }
  return false;
}
