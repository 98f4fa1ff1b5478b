import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { basename } from "node:path";

/**
 * The app's own typeface, embedded: Latin, and the letters of Europe's other
 * languages beside it. What it has not is taken from a second face: Cyrillic,
 * Greek, Vietnamese and Devanagari, for the names of people and what they say.
 */
const OWN = "@fontsource/atkinson-hyperlegible-next";
const SECOND = "@fontsource/noto-sans";
const FACES = {
  latin: OWN,
  "latin-ext": OWN,
  cyrillic: SECOND,
  "cyrillic-ext": SECOND,
  greek: SECOND,
  "greek-ext": SECOND,
  vietnamese: SECOND,
  devanagari: SECOND,
} as const;
type Subset = keyof typeof FACES;
const SUBSETS = Object.keys(FACES) as Subset[];
const WEIGHTS = { regular: 400, bold: 700 } as const;
export type Weight = keyof typeof WEIGHTS;

export type FontName = `${Weight} ${Subset}`;
export const FONT_NAMES = (Object.keys(WEIGHTS) as Weight[]).flatMap((weight) =>
  SUBSETS.map((subset): FontName => `${weight} ${subset}`),
);

const resolver = createRequire(import.meta.url);
const read = new Map<FontName, Buffer>();

export function fontFile(name: FontName): Buffer {
  const [weight, subset] = name.split(" ") as [Weight, Subset];
  const there = read.get(name);
  if (there) return there;
  const face = FACES[subset];
  const file = `${face}/files/${basename(face)}-${subset}-${WEIGHTS[weight]}-normal.woff`;
  const bytes = readFileSync(resolver.resolve(/* turbopackIgnore: true */ file));
  read.set(name, bytes);
  return bytes;
}

export const namesOf = (weight: Weight): readonly FontName[] =>
  FONT_NAMES.filter((name) => name.startsWith(`${weight} `));
