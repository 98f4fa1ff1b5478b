import PDFDocument from "pdfkit";
import { type Note, type Paper, remembered } from "@/core";
import { fontFile, type FontName, type Weight } from "./fonts";
import { runsOf } from "./glyphs";

/** Width and height, in points. */
const PAPERS: Readonly<Record<Paper, readonly [number, number]>> = { A4: [595.28, 841.89], Letter: [612, 792] };

/** Millimetres as points. */
const mm = (length: number): number => (length * 72) / 25.4;

export const INK = "#1d1a16";
const SOFT = "#55504a";

export type Looks = {
  readonly paper: Paper;
  /** Of the running text, in points. */
  readonly size: number;
  readonly language: string;
  /** When it was made, for the file's own data: the same letter is the same file. */
  readonly madeAt: string;
};
type About = { readonly title: string; readonly author: string; readonly footer: string };

type Written = {
  readonly weight?: Weight;
  readonly size?: number;
  readonly indent?: number;
  /** Kept free at the right, in points. */
  readonly free?: number;
  readonly colour?: string;
};

/** A page that is written on: text in the app's own typeface, every piece of it tagged. */
export type Page = {
  readonly doc: PDFKit.PDFDocument;
  readonly width: number;
  /** Writes into the structure element that is open. */
  readonly write: (text: string, how?: Written) => void;
  readonly block: (tag: string, draw: () => void, options?: { alt?: string }) => void;
  readonly list: (items: readonly (() => void)[]) => void;
  readonly gap: (points: number) => void;
};

const MARGIN = { sides: mm(20), top: mm(18), bottom: mm(22) };
const LINE_GAP = 0.28;

type Fontkit = { readonly hasGlyphForCodePoint: (code: number) => boolean };

/** Which signs each font has, asked of the fonts themselves; a font that nobody asks for is not read. */
function glyphsOf(doc: PDFKit.PDFDocument): (font: FontName, code: number) => boolean {
  const inHand = doc as unknown as { _font: { readonly font: Fontkit } };
  const kitOf = remembered((name: FontName): Fontkit => {
    const before = inHand._font;
    doc.registerFont(name, fontFile(name));
    doc.font(name);
    const kit = inHand._font.font;
    inHand._font = before;
    return kit;
  });
  return (font, code) => kitOf(font).hasGlyphForCodePoint(code);
}

function newDocument(
  { paper, language, madeAt }: Looks,
  { title, author }: About,
  height: number = PAPERS[paper][1],
): PDFKit.PDFDocument {
  const [width] = PAPERS[paper];
  const at = new Date(madeAt);
  return new PDFDocument({
    size: [width, height],
    margins: { left: MARGIN.sides, right: MARGIN.sides, top: MARGIN.top, bottom: MARGIN.bottom },
    pdfVersion: "1.7",
    subset: "PDF/UA",
    lang: language,
    tagged: true,
    displayTitle: true,
    bufferPages: true,
    font: "",
    info: {
      Title: title,
      Author: author,
      Creator: "Dust Lantern",
      Producer: "Dust Lantern",
      CreationDate: at,
      ModDate: at,
    },
  } as unknown as PDFKit.PDFDocumentOptions);
}

/** Page numbers and the last line, on every page: no part of what is read aloud. */
function footers(doc: PDFKit.PDFDocument, { paper, size }: Looks, write: Page["write"], footer: string): number {
  const { start, count } = doc.bufferedPageRange();
  const [, height] = PAPERS[paper];
  for (let page = start; page < start + count; page++) {
    doc.switchToPage(page);
    doc.page.margins.bottom = 0;
    doc.markContent("Artifact", { type: "Pagination", attached: ["Bottom"] });
    doc.x = MARGIN.sides;
    doc.y = height - MARGIN.bottom + mm(4);
    write(`${page + 1} / ${count}   ${footer}`, { size: Math.min(size, 9) * 0.9, colour: SOFT });
    doc.endMarkedContent();
  }
  return count;
}

/** A letter is not taken apart into its marks: each by itself would be read back as a sign that nobody wrote. */
const WHOLE_LETTERS = { ccmp: false } as unknown as PDFKit.Mixins.OpenTypeFeatures[];

/** What is drawn onto: a document whose fonts are there, and the structure it is tagged in. */
function pageOf(doc: PDFKit.PDFDocument, looks: Looks, has: ReturnType<typeof glyphsOf>) {
  const [paperWidth] = PAPERS[looks.paper];
  const width = paperWidth - 2 * MARGIN.sides;
  const write: Page["write"] = (text, how = {}) => {
    const { weight = "regular", size = looks.size, indent = 0, free = 0, colour = INK } = how;
    const runs = runsOf(text, weight, has);
    doc.fillColor(colour).fontSize(size);
    /** A line that would be cut by the end of the page begins on the next; a footer lies below it already. */
    const end = doc.page.height - MARGIN.bottom;
    const height = doc.font(runs[0]?.font ?? "regular latin").heightOfString(text, {
      width: width - indent - free,
      lineGap: size * LINE_GAP,
    });
    if (doc.y <= end && doc.y + height > end && height < end - MARGIN.bottom) doc.addPage();
    runs.forEach((run, index) => {
      doc.font(run.font);
      const options = {
        width: width - indent - free,
        lineGap: size * LINE_GAP,
        continued: index < runs.length - 1,
        ...(run.font.endsWith("vietnamese") ? { features: WHOLE_LETTERS } : {}),
      };
      if (index === 0) doc.text(run.text, MARGIN.sides + indent, doc.y, options);
      else doc.text(run.text, options);
    });
  };
  const root = doc.struct("Document");
  doc.addStructure(root);
  const page: Page = {
    doc,
    width,
    write,
    block: (tag, body, options = {}) => void root.add(doc.struct(tag as never, options, body)),
    list: (items) => {
      const list = doc.struct("L");
      root.add(list);
      for (const item of items) list.add(doc.struct("LI", {}, item));
      list.end();
    },
    gap: (points) => {
      doc.y += points;
    },
  };
  return { page, end: () => root.end() };
}

/**
 * A tagged PDF (PDF/UA's rules), fonts embedded, its text selectable and in reading order.
 *
 * @param draw writes the content onto the page
 * @returns the file's bytes, and how many pages it has
 */
export function makePdf(
  looks: Looks,
  about: About,
  draw: (page: Page) => void,
): Promise<{ readonly bytes: Buffer; readonly pages: number }> {
  const doc = newDocument(looks, about);
  const { page, end } = pageOf(doc, looks, glyphsOf(doc));
  return new Promise((resolve, reject) => {
    const chunks: Buffer[] = [];
    let pages = 0;
    doc.on("data", (chunk: Buffer) => void chunks.push(chunk));
    doc.on("error", reject);
    doc.on("end", () => resolve({ bytes: Buffer.concat(chunks), pages }));
    draw(page);
    end();
    pages = footers(doc, looks, page.write, about.footer);
    doc.end();
  });
}

/** Longer than anything that is drawn. */
const ENDLESS = 20_000;

/**
 * The largest of some sizes at which what is drawn fits one page; the smallest when none does.
 *
 * @param sizes in points, largest first
 */
export function largestThatFits(
  looks: Omit<Looks, "size">,
  sizes: readonly number[],
  draw: (page: Page, size: number) => void,
): number {
  const [, height] = PAPERS[looks.paper];
  const doc = newDocument({ ...looks, size: 0 }, { title: "", author: "", footer: "" }, ENDLESS);
  const has = glyphsOf(doc);
  const fits = sizes.find((size, index) => {
    if (index > 0) doc.addPage();
    draw(pageOf(doc, { ...looks, size }, has).page, size);
    return doc.y <= height - MARGIN.bottom;
  });
  return fits ?? sizes.at(-1)!;
}

const BULLET_INDENT = 12;
const DEEPER = 14;

/** A heading and its lines: one line is a paragraph, several are a list; a line set in by two blanks stands deeper. */
export function section(
  page: Page,
  { heading, lines }: Note["sections"][number],
  size: number,
  { free = 0 }: { readonly free?: number } = {},
): void {
  const { doc, write, block, list, gap } = page;
  gap(size * 0.7);
  /** A heading is not left alone at the foot of a page. */
  if (doc.y > doc.page.height - MARGIN.bottom - size * 5) doc.addPage();
  block("H2", () => write(heading, { weight: "bold", size: size * 1.15, free }));
  gap(size * 0.15);
  const [only] = lines;
  if (only === undefined) return;
  if (lines.length === 1) return block("P", () => write(only.trim(), { free }));
  list(
    lines.map((line) => () => {
      const isLead = line.trim().endsWith(":");
      const indent = isLead ? 0 : BULLET_INDENT + (line.startsWith("  ") ? DEEPER : 0);
      write(isLead ? line.trim() : `• ${line.trim()}`, { indent, free });
      gap(size * 0.1);
    }),
  );
}

const BAR = 3;

/** What must not be overlooked: a bar runs down beside it. */
export function standingOut(page: Page, draw: () => void): void {
  const { doc } = page;
  const [top, on] = [doc.y + 8, doc.bufferedPageRange().count];
  draw();
  if (doc.bufferedPageRange().count !== on) return;
  doc.markContent("Artifact", { type: "Layout" });
  doc
    .save()
    .rect(doc.page.margins.left - 12, top, BAR, doc.y - top)
    .fill(INK)
    .restore();
  doc.endMarkedContent();
}

/** The head of a letter: title, whom it is about, when. */
export function head(
  { write, block, gap }: Page,
  { title, who, when }: Pick<Note, "title" | "who" | "when">,
  size: number,
): void {
  block("H1", () => write(title, { weight: "bold", size: size * 1.7 }));
  gap(size * 0.2);
  if (who) block("P", () => write(who));
  if (when) block("P", () => write(when, { colour: SOFT }));
}
