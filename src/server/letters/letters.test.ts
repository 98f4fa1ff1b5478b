import fc from "fast-check";
import { getDocumentProxy } from "unpdf";
import { describe, expect, it } from "vitest";
import { forEveryAsync } from "@/fixtures/for-every";
import { ALL } from "@/fixtures/property-runs";
import {
  assessGuard,
  eventsIn,
  examIn,
  fold,
  InputError,
  LANGUAGE_IDS,
  PAPER_NAMES,
  PROTOCOLS,
  readExam,
  READER_IDS,
  RULES,
  SOURCE_IDS,
  settingsOf,
  takeHome,
  writeOrdinary,
} from "@/core";
import { loadDemo } from "@/fixtures/demo/demo";
import { NOW, temporaryPath } from "@/fixtures/store";
import { exportExam, exportPerson } from "../exchange/exchange";
import { examIds, loadExam } from "../repositories/exams";
import { openStore } from "../store/open";
import { FONT_NAMES, fontFile } from "./fonts";
import { type LetterAsked, letterOf } from "./from-file";
import { runsOf } from "./glyphs";
import { makePdf } from "./pdf";

const demo = openStore(temporaryPath());
loadDemo(demo, NOW);
const ids = examIds(demo);
const stateOf = (id: string) => fold(loadExam(demo, id)!.events);
const fileOf = (id: string) => exportExam(demo, id, NOW);
const readingOf = (id: string) => {
  const state = stateOf(id);
  return readExam({ ...state, settings: settingsOf(state) });
};

type Tree = { readonly role?: string; readonly alt?: string; readonly children?: readonly Tree[] };
const rolesIn = (tree: Tree | null): readonly Tree[] =>
  tree ? [tree, ...(tree.children ?? []).flatMap((one) => rolesIn(one))] : [];

/** What a reader gets out of the file: its text and its structure. */
async function readBack(bytes: Buffer) {
  const pdf = await getDocumentProxy(new Uint8Array(bytes));
  const roles: Tree[] = [];
  let text = "";
  for (let number = 1; number <= pdf.numPages; number++) {
    const page = await pdf.getPage(number);
    const { items } = await page.getTextContent();
    text += items.map((item) => ("str" in item ? `${item.str}${item.hasEOL ? " " : ""}` : "")).join("");
    roles.push(...rolesIn((await page.getStructTree()) as Tree));
  }
  return { pages: pdf.numPages, text: squeezed(text), roles };
}
const squeezed = (text: string): string => text.replaceAll(/\s+/g, "").normalize("NFC");

const kindsOf = (id: string): readonly LetterAsked[] => [
  { kind: "record" },
  ...READER_IDS.map((reader) => ({ kind: "ordinary", reader }) as const),
  { kind: "progress" },
  ...LANGUAGE_IDS.map((language) => ({ kind: "person", language }) as const),
  ...(assessGuard(stateOf(id)).referrals.length ? [{ kind: "referral" } as const] : []),
];

/** Every kind is made of several examinations, and of some examinations a share: all of all take minutes. */
const EVERY = 4;

const SHARE = ALL ? 5 : 10;
describe("the letters of the demo examinations", () => {
  it("are tagged, embed their fonts, number their pages, and have a title", () =>
    forEveryAsync(
      ids.filter((_, index) => index % SHARE === 0).map((id, index) => ({ id, index })),
      async ({ id, index }) => {
        for (const asked of kindsOf(id).filter((_, kind) => (kind + index) % EVERY === 0)) {
          const { bytes, pages } = await letterOf(fileOf(id), asked);
          const raw = bytes.toString("latin1");
          expect(raw, asked.kind).toContain("/Marked true");
          expect(raw, asked.kind).toMatch(/\/FontFile[23]/);
          expect(raw, asked.kind).not.toMatch(/\/BaseFont \/(Helvetica|Times|Courier)/);
          const read = await readBack(bytes);
          expect(read.pages).toBe(pages);
          expect(read.text).toContain(`${pages}/${pages}`);
          const roles = read.roles.map(({ role }) => role);
          expect(roles.filter((role) => role === "H1")).toHaveLength(1);
          expect(roles).toContain("H2");
          for (const { role, alt } of read.roles) if (role === "Figure") expect(alt, asked.kind).toBeTruthy();
        }
      },
    ));

  it("say every line they are made of", () =>
    forEveryAsync(
      ids.filter((_, index) => index % SHARE === 0).map((id, index) => ({ id, index })),
      async ({ id, index }) => {
        const reading = readingOf(id);
        const state = stateOf(id);
        const reader = READER_IDS[index % READER_IDS.length]!;
        const language = LANGUAGE_IDS[index % LANGUAGE_IDS.length]!;
        {
          const { bytes } = await letterOf(fileOf(id), { kind: "ordinary", reader });
          const { text } = await readBack(bytes);
          for (const { heading, lines } of writeOrdinary(state, reading, reader, {}).sections) {
            expect(text).toContain(squeezed(heading));
            if (heading !== "How it is read") for (const line of lines) expect(text).toContain(squeezed(line));
          }
        }
        {
          const { text } = await readBack((await letterOf(fileOf(id), { kind: "person", language })).bytes);
          for (const { lines } of takeHome(state, reading, language).sections)
            for (const line of lines) expect(text).toContain(squeezed(line));
        }
      },
    ));

  it("have one page for the person, on either paper", () =>
    forEveryAsync(
      ids.filter((_, index) => index % SHARE === 0).map((id, index) => ({ id, index })),
      async ({ id, index }) => {
        const paper = PAPER_NAMES[index % PAPER_NAMES.length]!;
        const language = LANGUAGE_IDS[Math.floor(index / 2) % LANGUAGE_IDS.length]!;
        expect((await letterOf(fileOf(id), { kind: "person", language, paper })).pages).toBe(1);
      },
    ));
});

it("the same letter is the same file each time", async () => {
  for (const kind of ["record", "person"] as const) {
    const once = await letterOf(fileOf(ids[0]!), { kind });
    expect((await letterOf(fileOf(ids[0]!), { kind })).bytes.equals(once.bytes)).toBe(true);
  }
});

/** Years of school that a text asks for: Flesch and Kincaid's formula. */
function schoolYears(text: string): number {
  const sentences = text.split(/[.!?:;]+(?:\s|$)/).filter((one) => /\w/.test(one));
  const words = text.match(/[A-Za-z']+/g) ?? [];
  const syllables = words.reduce((sum, word) => {
    const groups = word
      .toLowerCase()
      .replace(/e$/, "")
      .match(/[aeiouy]+/g);
    return sum + Math.max(1, groups?.length ?? 1);
  }, 0);
  return 0.39 * (words.length / sentences.length) + 11.8 * (syllables / words.length) - 15.59;
}

const FRAGILE =
  /\b(unstable|instability|out of place|slipped|worn|wear and tear|degenerat\w*|damage\w*|torn|crumbl\w*)\b/i;
const LATIN = /\b(sacroiliac|lumbar|cervical|facet|piriformis|radicul\w*|provocation|symphysis|suboccipital)\b/i;

describe("the page for the person", () => {
  it("is read by somebody of twelve, frightens nobody, and has no Latin", () => {
    for (const id of ids) {
      const page = takeHome(stateOf(id), readingOf(id), "en");
      const own = page.sections.flatMap(({ lines }) => lines).filter((line) => !line.startsWith("You told us"));
      const text = own.join(". ").replaceAll("..", ".");
      expect(schoolYears(text), id).toBeLessThanOrEqual(7);
      expect(text).not.toMatch(FRAGILE);
      expect(text).not.toMatch(LATIN);
      expect(text).not.toMatch(/\d+ ?%|\bof 100\b|\d\.\d/);
      expect(page.sections.length).toBeGreaterThanOrEqual(3);
      expect(page.sections.length).toBeLessThanOrEqual(5);
    }
  });

  it("has plain words in every language for every source, none of them twice", () => {
    for (const language of LANGUAGE_IDS) {
      const words = new Map<string, string>();
      for (const source of SOURCE_IDS) {
        const state = stateOf(ids[0]!);
        const reading = readExam(state);
        const [one] = reading.sources;
        const page = takeHome(
          state,
          {
            ...reading,
            sources: [
              {
                ...one!,
                source,
                side: null,
                examined: true,
                figured: false,
                wording: { word: "suggested", band: [0, 1] },
              },
            ],
          },
          language,
        );
        const said = page.sections[1]!.lines.find((line) => line.includes(":"))!;
        expect(words.get(said), source).toBeUndefined();
        words.set(said, source);
        if (language === "en") expect(said).not.toMatch(LATIN);
      }
    }
  });

  it("says how sure in tenths: a bound at either end, half in the middle", () => {
    const state = stateOf(ids[0]!);
    const reading = readExam(state);
    const said = (probability: number) =>
      takeHome(
        state,
        {
          ...reading,
          sources: [
            {
              ...reading.sources[0]!,
              examined: true,
              figured: true,
              probability,
              wording: { word: "likely", band: [0, 1] },
            },
          ],
        },
        "en",
      ).sections[1]!.lines.join(" ");
    expect(said(0.01)).toContain("fewer than 1 out of 10 people with results like yours");
    expect(said(0.22)).toContain("the cause in about 2 out of 10 people with results like yours");
    expect(said(0.5)).toContain("about 5 out of 10");
    expect(said(0.98)).toContain("more than 9 out of 10");
  });
});

describe("a letter that there is none of", () => {
  it("is refused with a sentence: nothing to refer", async () => {
    const quiet = ids.find((id) => assessGuard(stateOf(id)).referrals.length === 0)!;
    await expect(letterOf(fileOf(quiet), { kind: "referral" })).rejects.toThrow(InputError);
  });

  it("a person's file makes a progress letter, and no record of one exam", async () => {
    const { opened } = stateOf(ids[0]!);
    const file = exportPerson(demo, opened!.body.person.id, NOW);
    expect(file.streams.filter(({ kind }) => kind === "exam").length).toBeGreaterThan(1);
    expect((await letterOf(file, { kind: "progress" })).pages).toBeGreaterThan(0);
    await expect(letterOf(file, { kind: "record" })).rejects.toThrow("hold");
    expect(eventsIn(examIn(fileOf(ids[0]!))).length).toBeGreaterThan(0);
  });
});

describe("signs on the page", () => {
  const has = (font: string, code: number) => (font.endsWith("ext") ? code >= 0x100 && code < 0x180 : code < 0x100);

  it("are all there: every sign of the catalogue has a glyph", async () => {
    const texts = JSON.stringify([PROTOCOLS, RULES]);
    const missing = new Set<string>();
    await makePdf(
      { paper: "A4", size: 10, language: "en", madeAt: NOW },
      { title: "t", author: "a", footer: "" },
      ({ doc }) => {
        const kits = FONT_NAMES.map((name) => {
          doc.registerFont(name, fontFile(name)).font(name);
          return (doc as unknown as { _font: { font: { hasGlyphForCodePoint: (code: number) => boolean } } })._font
            .font;
        });
        for (const sign of new Set(texts))
          if (!kits.some((kit) => kit.hasGlyphForCodePoint(sign.codePointAt(0)!))) missing.add(sign);
      },
    );
    expect([...missing]).toEqual([]);
  });

  it.each([
    ["Cyrillic", "Наталія Ґедзь, Ђорђе"],
    ["Greek", "Ελένη Παπαδοπούλου, ἀγαθός"],
    ["Vietnamese", "Nguyễn Thị Hương"],
    ["Devanagari", "सुनीता"],
  ])("of %s are embedded, and read back as they were written", async (_script, own) => {
    const { bytes } = await letterOf(fileOf(ids[0]!), { kind: "person", own });
    const { text } = await readBack(bytes);
    expect(text).toContain(squeezed(own));
    expect(text).not.toContain("[U+");
  });

  it("that no font has are written as their code, and none that cannot be seen is written", () => {
    expect(runsOf("a中\u202eb", "regular", has)).toEqual([{ font: "regular latin", text: "a[U+4E2D]b" }]);
    expect(runsOf("Łódź", "bold", has)[0]!.font).toBe("bold latin-ext");
  });

  it("are neither lost nor doubled", () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(..."abc éŁźß°–„“ 09") }), (text) => {
        expect(
          runsOf(text, "regular", (font, code) => has(font, code) || (code > 0x2000 && !font.endsWith("ext")))
            .map((run) => run.text)
            .join(""),
        ).toBe(text.normalize("NFC"));
      }),
    );
  });
});
