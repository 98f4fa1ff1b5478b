import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { isolated, isTooDeep, plainText } from ".";

const OPENERS = ["\u202a", "\u202b", "\u202d", "\u202e", "\u2066", "\u2067", "\u2068"];
const CLOSERS = ["\u202c", "\u2069"];

describe("text that turns the direction of letters", () => {
  it.each([
    ["plain", "plain"],
    ["a\u202eb", "a\u202eb\u202c"],
    ["a\u202eb\u202c", "a\u202eb\u202c"],
    ["\u2066a\u202bb", "\u2066a\u202bb\u202c\u2069"],
    ["\u2067a\u202bb\u2069c", "\u2067a\u202bb\u2069c"],
    ["\u202c\u2069a", "\u202c\u2069a"],
  ])("%j ends as %j", (line, wanted) => expect(isolated(line)).toBe(wanted));

  it("leaves nothing open, and adds nothing but closings at its end", () =>
    fc.assert(
      fc.property(fc.array(fc.constantFrom("a", "ש", " ", ...OPENERS, ...CLOSERS), { maxLength: 30 }), (letters) => {
        const line = letters.join("");
        const closed = isolated(line);
        expect(closed.startsWith(line)).toBe(true);
        expect([...closed.slice(line.length)].every((letter) => CLOSERS.includes(letter))).toBe(true);
        expect(isolated(closed)).toBe(closed);
      }),
    ));

  it("every invisible character is refused in a name", () =>
    forEvery(
      [...OPENERS, ...CLOSERS, "\u0000", "\u0007", "\n", "\u200b", "\u00ad", "\u2060", "\u3164", "\u200f", "\ufeff"],
      (letter) => {
        expect(plainText(80, 1).isValidSync(`Ada ${letter} Reed`, { strict: true })).toBe(false);
        expect(plainText(80, 1).isValidSync("Zoë Ñandú-O'Reilly (R. Q.)", { strict: true })).toBe(true);
        expect(plainText(80, 1).isValidSync("עדה ריד", { strict: true })).toBe(true);
      },
    ));
});

describe("how deep a text is nested", () => {
  it("is counted as a parser would, whatever stands in its strings", () =>
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 6 }), fc.integer({ min: 0, max: 8 }), (value, most) => {
        const depthOf = (one: unknown): number =>
          typeof one === "object" && one !== null ? 1 + Math.max(0, ...Object.values(one as object).map(depthOf)) : 0;
        expect(isTooDeep(JSON.stringify(value), most)).toBe(depthOf(value) > most);
      }),
    ));
});
