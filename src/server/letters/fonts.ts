import { readFileSync } from "node:fs";
import { createRequire } from "node:module";

/** The app's own typeface, embedded: Latin, and the letters of Europe's other languages beside it. */
const FACE = "@fontsource/atkinson-hyperlegible-next";
const WEIGHTS = { regular: 400, bold: 700 } as const;
export type Weight = keyof typeof WEIGHTS;
const SUBSETS = ["latin", "latin-ext"] as const;

export type FontName = `${Weight} ${(typeof SUBSETS)[number]}`;
export const FONT_NAMES = (Object.keys(WEIGHTS) as Weight[]).flatMap((weight) =>
  SUBSETS.map((subset): FontName => `${weight} ${subset}`),
);

const resolver = createRequire(import.meta.url);
const read = new Map<FontName, Buffer>();

export function fontFile(name: FontName): Buffer {
  const [weight, subset] = name.split(" ") as [Weight, (typeof SUBSETS)[number]];
  const there = read.get(name);
  if (there) return there;
  const file = `${FACE}/files/atkinson-hyperlegible-next-${subset}-${WEIGHTS[weight]}-normal.woff`;
  const bytes = readFileSync(resolver.resolve(/* turbopackIgnore: true */ file));
  read.set(name, bytes);
  return bytes;
}

export const namesOf = (weight: Weight): readonly FontName[] =>
  FONT_NAMES.filter((name) => name.startsWith(`${weight} `));
