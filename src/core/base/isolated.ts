const [EMBEDS, POP, ISOLATES, POP_ISOLATE] = ["\u202a\u202b\u202d\u202e", "\u202c", "\u2066\u2067\u2068", "\u2069"];
const TURNS = /[\u202a-\u202e\u2066-\u2069]/;

/**
 * A line of free text that turns nothing but itself: what it opened to change
 * the direction of letters is closed at its end, so that the lines and words
 * after it are read as they are written.
 *
 * @example isolated("as written") // "as written"
 */
export function isolated(line: string): string {
  if (!TURNS.test(line)) return line;
  const open: string[] = [];
  for (const letter of line) {
    if (EMBEDS.includes(letter)) open.push(POP);
    else if (ISOLATES.includes(letter)) open.push(POP_ISOLATE);
    else if (letter === POP_ISOLATE && open.includes(POP_ISOLATE)) open.length = open.lastIndexOf(POP_ISOLATE);
    else if (letter === POP && open.at(-1) === POP) open.pop();
  }
  return line + open.toReversed().join("");
}
