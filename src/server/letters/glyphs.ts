import { FONT_NAMES, type FontName, namesOf, type Weight } from "./fonts";

/** A stretch of text that one font has every sign of. */
export type Run = { readonly font: FontName; readonly text: string };

/** Whether a font has a sign, by its code point. */
export type HasGlyph = (font: FontName, codePoint: number) => boolean;

const CONTROL = /[\u0000-\u0008\u000b-\u001f\u007f\u200b-\u200f\u202a-\u202e\u2066-\u2069\ufeff]/g;

/** What is written for a sign that no font here has: its code, so that nothing is silently another. */
const codeOf = (sign: string): string => `[U+${sign.codePointAt(0)!.toString(16).toUpperCase().padStart(4, "0")}]`;

/**
 * A text as it is set: stretches by font, a sign that no font has by its code,
 * nothing that cannot be seen.
 *
 * @example runsOf("Łódź", "regular", (font) => font.endsWith("latin-ext"))[0].font // "regular latin-ext"
 */
export function runsOf(text: string, weight: Weight, has: HasGlyph): readonly Run[] {
  const [first = FONT_NAMES[0]!, ...others] = namesOf(weight);
  const runs: { font: FontName; text: string }[] = [];
  const add = (font: FontName, signs: string) => {
    const last = runs.at(-1);
    if (last?.font === font) last.text += signs;
    else runs.push({ font, text: signs });
  };
  for (const sign of text.normalize("NFC").replace(CONTROL, "").replaceAll("\t", " ")) {
    const code = sign.codePointAt(0)!;
    const last = runs.at(-1)?.font;
    /** A space is the first font's own: of the others' not every reader gets it back. */
    const font = [sign === " " ? first : (last ?? first), first, ...others].find((one) => has(one, code));
    if (font) add(font, sign);
    else add(first, codeOf(sign));
  }
  return runs;
}
