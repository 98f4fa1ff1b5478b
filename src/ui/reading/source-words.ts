import { firmnessOf, intervalText, percentText, type SourceReading, type Spread } from "@/core/reading";
import { sourceLabel } from "@/core/vocabulary";

/** "leaning towards, tentative"; the bare word while the interval is on its way, or where there is none. */
export function wordOf({ wording, figured }: SourceReading, spread: Spread | undefined): string {
  const firm = figured ? firmnessOf(wording, spread) : null;
  return firm ? `${wording.word}, ${firm}` : wording.word;
}

/** "sacroiliac joint right" */
export const sourceName = ({ source, side }: Pick<SourceReading, "source" | "side">): string =>
  sourceLabel(source, side);

/** The whole of one beam as a sentence. */
export function beamLabel(source: SourceReading, spread: Spread | undefined): string {
  const interval = spread ? `, ${intervalText(spread)}` : "";
  return `${sourceName(source)}: ${wordOf(source, spread)}, ${percentText(source.probability)}, started at ${percentText(source.start.mean)}${interval}`;
}
