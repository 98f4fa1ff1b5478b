const graphemes = new Intl.Segmenter("en", { granularity: "grapheme" });

/**
 * A text that is kept short: well-formed, and cut between what is read as one
 * letter, so that what is stored and what is hashed are the same.
 *
 * @param most in UTF-16 units
 * @example cut("stiff", 3) // "sti"
 */
export function cut(text: string, most: number): string {
  const whole = text.toWellFormed();
  if (whole.length <= most) return whole;
  let kept = "";
  for (const { segment } of graphemes.segment(whole)) {
    if (kept.length + segment.length > most) break;
    kept += segment;
  }
  return kept;
}
