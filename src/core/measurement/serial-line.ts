import { isUsable, type Reading, STREAM_UNITS, type StreamUnit } from "./device";

/** A line of a serial device: what was read, of which stream; or why it says nothing. */
export type SerialLine =
  | { readonly reading: Reading; readonly stream: 0 | 1; readonly unit: StreamUnit }
  /** A comment, or an empty line. */
  | { readonly skipped: true }
  | { readonly problem: string };

const LONGEST = 120;
const STREAMS: Readonly<Record<string, 0 | 1>> = { a: 0, b: 1 };
const UNIT_WORDS: Readonly<Record<string, StreamUnit>> = { deg: "°", "°": "°", mmhg: "mmHg", n: "N" };

/**
 * Reads one line of the serial format: milliseconds, a number, its unit, and for
 * a second stream its letter, by commas. A line that begins with # is a comment.
 *
 * @example readSerialLine("1200,42.5,deg") // { reading: { t: 1200, value: 42.5 }, stream: 0, unit: "°" }
 * @example readSerialLine("1200,21,deg,b").stream // 1
 */
export function readSerialLine(line: string): SerialLine {
  const text = line.trim();
  if (text === "" || text.startsWith("#")) return { skipped: true };
  if (text.length > LONGEST) return { problem: `a line is longer than ${LONGEST} characters` };
  const [ms, number, unitWord = "", letter = "a", ...more] = text.split(",").map((cell) => cell.trim());
  const unit = UNIT_WORDS[unitWord.toLowerCase()];
  const stream = STREAMS[letter.toLowerCase()];
  if (more.length > 0 || number === undefined) return { problem: `"${text.slice(0, 40)}" is not "ms,number,unit"` };
  if (!unit) return { problem: `"${unitWord.slice(0, 20)}" is no unit: use ${STREAM_UNITS.join(", ")} (deg for °)` };
  if (stream === undefined) return { problem: `"${letter.slice(0, 20)}" is no stream: use a or b` };
  const reading = { t: ms === "" ? NaN : Number(ms), value: number === "" ? NaN : Number(number) };
  if (!isUsable(reading, unit)) return { problem: `"${text.slice(0, 40)}" is out of range, or not a number` };
  return { reading, stream, unit };
}
