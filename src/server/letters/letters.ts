import type { Course, Note, Paper, TakeHome } from "@/core";
import { head, largestThatFits, type Looks, makePdf, type Page, section, standingOut } from "./pdf";
import { bodyWidth, drawBody, drawEnd, drawSign } from "./pictures";

/** Letters as PDF files. */

export type Made = { readonly bytes: Buffer; readonly pages: number };

const LETTER_SIZE = 10.5;

/** What the record's end is written as in a picture code. */
export type RecordEnd = {
  readonly head: string;
  readonly length: number;
  readonly anchor?: string;
  /** Signs the code with the key of the database it comes from; left out: it has no signature. */
  readonly sign?: ((line: string) => string) | undefined;
};
function codeText({ head: hash, length, anchor, sign }: RecordEnd): string {
  const line = ["dust-lantern", length, hash, anchor].filter(Boolean).join(" ");
  return sign ? sign(line) : line;
}

/**
 * A letter of any kind as a tagged PDF, the end of its record as text and as a picture code.
 *
 * @param course draws its signs over the visits, where there is one
 */
export function letterPdf(
  note: Note,
  { paper, madeAt, end, course }: { paper: Paper; madeAt: string; end?: RecordEnd; course?: Course },
): Promise<Made> {
  const looks: Looks = { paper, size: LETTER_SIZE, language: "en", madeAt };
  const about = { title: `${note.title}, ${note.who}`, author: note.signature[0] ?? "", footer: note.footer };
  return makePdf(looks, about, (page) => {
    head(page, note, looks.size);
    for (const one of note.sections) section(page, one, looks.size);
    if (course?.signs.some(({ points }) => points.length > 1)) {
      section(page, { heading: "The signs over the visits", lines: [] }, looks.size);
      course.signs.forEach((sign) => drawSign(page, sign));
    }
    page.gap(looks.size);
    const size = looks.size * 0.95;
    if (end)
      drawEnd(page, note.signature, {
        code: codeText(end),
        alt: `The end of this record as a picture code: ${end.length} events, ${end.head}`,
        size,
      });
    else for (const line of note.signature) page.block("P", () => page.write(line, { size }));
  });
}

/** As large as fits one page: 16 points where it can be. */
const SIZES = [16, 15, 14, 13, 12.5, 12, 11.5, 11, 10] as const;
const BODY_OF_PAGE = 11.5;

function drawTakeHome(sheet: Page, page: TakeHome, size: number): void {
  const top = sheet.doc.y;
  head(sheet, page, size);
  const height = size * BODY_OF_PAGE;
  const free = page.places.length > 0 ? bodyWidth(height) + size : 0;
  const below = sheet.doc.y;
  if (free) {
    sheet.doc.y = top;
    drawBody(sheet, page.places, { alt: page.picture, views: page.views, height });
    sheet.doc.y = below;
  }
  page.sections.forEach((one, index) => {
    if (index === 1 && free) sheet.doc.y = Math.max(sheet.doc.y, top + height + size);
    const draw = () => section(sheet, one, size, index === 0 ? { free } : {});
    if (index === page.sections.length - 1) standingOut(sheet, draw);
    else draw();
  });
  sheet.gap(size * 0.6);
  for (const line of page.signature) sheet.block("P", () => sheet.write(line));
}

/** The page a person takes home: large type, one page, their body with where they feel it. */
export function takeHomePdf(page: TakeHome, { paper, madeAt }: { paper: Paper; madeAt: string }): Promise<Made> {
  const looks = { paper, language: page.language, madeAt };
  const size = largestThatFits(looks, SIZES, (sheet, tried) => drawTakeHome(sheet, page, tried));
  const about = { title: page.title, author: page.signature[0] ?? "", footer: page.footer };
  return makePdf({ ...looks, size }, about, (sheet) => drawTakeHome(sheet, page, size));
}
