import { curveCardinalClosed, curveCatmullRomClosed, line } from "d3";
import QRCode from "qrcode";
import { BODY_EDGE, type Place, regionsOf, sayDay, type SignCourse, type View } from "@/core";
import { INK, type Page } from "./pdf";

/** What is drawn in a letter: the body, a sign over the visits, the record's end as a code. */

const MARK = "#f2b33d";
const EDGE = "#8b8377";
const WELL = "#f4efe6";

const smooth = line<readonly [number, number]>().curve(curveCatmullRomClosed.alpha(0.4));
const patch = line<readonly [number, number]>().curve(curveCardinalClosed.tension(0.65));

const BODY_HEIGHT = 500;
const BODY_WIDTH = 210;

/** How wide both views are, at a height. */
export const bodyWidth = (height: number): number => (height / BODY_HEIGHT) * BODY_WIDTH * 2;

/** Front and back beside each other at the right edge, from here down; what is written beside it keeps that free. */
export function drawBody(
  { doc, block, width, write }: Page,
  places: readonly Place[],
  {
    alt,
    views,
    height,
  }: { readonly alt: string; readonly views: Readonly<Record<View, string>>; readonly height: number },
): void {
  const scale = height / BODY_HEIGHT;
  const left = doc.page.margins.left + width - bodyWidth(height);
  const { y } = doc;
  block(
    "Figure",
    () => {
      (["front", "back"] as const).forEach((view, index) => {
        doc.save();
        doc.translate(left + scale * BODY_WIDTH * (0.5 + index), y).scale(scale);
        doc.path(smooth([...BODY_EDGE]) ?? "").fillAndStroke(WELL, EDGE);
        for (const region of regionsOf(view))
          if (places.includes(region.place))
            doc
              .path(patch([...region.points]) ?? "")
              .lineWidth(2)
              .fillAndStroke(MARK, INK);
        doc.restore();
      });
    },
    { alt },
  );
  doc.y = y + height + 2;
  (["front", "back"] as const).forEach((view, index) => {
    doc.y = y + height + 2;
    const indent = width - bodyWidth(height) * (1 - (index + 0.36) / 2);
    block("P", () => write(views[view], { size: 9, indent }));
  });
  doc.y = y;
}

const CODE_SIDE = 76;

/** Who stands behind it, and the end of the record: as text, and as a code that any telephone reads and a later copy is compared with. */
export function drawEnd(
  { doc, block, write }: Page,
  lines: readonly string[],
  { code, alt, size }: { readonly code: string; readonly alt: string; readonly size: number },
): void {
  const { modules } = QRCode.create(code, { errorCorrectionLevel: "M" });
  const cell = CODE_SIDE / modules.size;
  if (doc.y + CODE_SIDE > doc.page.height - doc.page.margins.bottom) doc.addPage();
  const [left, top] = [doc.page.margins.left, doc.y];
  block(
    "Figure",
    () => {
      doc.save();
      for (let row = 0; row < modules.size; row++)
        for (let column = 0; column < modules.size; column++)
          if (modules.get(row, column)) doc.rect(left + column * cell, top + row * cell, cell, cell);
      doc.fill(INK);
      doc.restore();
    },
    { alt },
  );
  doc.y = top;
  for (const line of lines) block("P", () => write(line, { size, indent: CODE_SIDE + 12 }));
  doc.y = Math.max(doc.y, top + CODE_SIDE + 4);
}

const CHART = { width: 300, height: 46 };

/** A sign over the visits, where it was measured more than once: its values stand beside the dots. */
export function drawSign({ doc, block, write, gap }: Page, { label, points }: SignCourse): void {
  const told = points.filter((point): point is typeof point & { value: number } => point.value !== null);
  if (told.length < 2) return;
  const [low, high] = [Math.min(...told.map(({ value }) => value)), Math.max(...told.map(({ value }) => value))];
  if (doc.y + CHART.height + 30 > doc.page.height - doc.page.margins.bottom) doc.addPage();
  block("P", () => write(label, { size: 9 }));
  const [left, top] = [doc.page.margins.left, doc.y];
  const at = (index: number, value: number): readonly [number, number] => [
    left + 8 + (index / (told.length - 1)) * (CHART.width - 60),
    top + CHART.height - 8 - (high === low ? 0.5 : (value - low) / (high - low)) * (CHART.height - 18),
  ];
  const said = told.map(({ date, text }) => `${sayDay(date)}: ${text}`).join("; ");
  block(
    "Figure",
    () => {
      doc.save().lineWidth(1.2);
      told.forEach(({ value }, index) =>
        index === 0 ? doc.moveTo(...at(index, value)) : doc.lineTo(...at(index, value)),
      );
      doc.stroke(EDGE);
      told.forEach(({ value }, index) => doc.circle(...at(index, value), 2.6).fill(INK));
      doc.restore();
    },
    { alt: `${label}. ${said}` },
  );
  doc.y = top + CHART.height;
  block("P", () => write(said, { size: 8 }));
  gap(4);
}
