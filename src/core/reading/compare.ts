import type { SourceReading } from "./reading";

/** Closer than this, two chances are the same to a reader. */
const SAME_CHANCE = 0.005;

/**
 * Whether two readings of one source say the same: the same word, and chances
 * within half of one in a hundred.
 *
 * @example isSameReading(sourceReading, sourceReading) // true
 */
export const isSameReading = (
  here: Pick<SourceReading, "wording" | "probability">,
  there: Pick<SourceReading, "wording" | "probability">,
): boolean => here.wording.word === there.wording.word && Math.abs(here.probability - there.probability) <= SAME_CHANCE;

/** A source that two readings of one exam tell differently. */
export type ReadingDifference = { readonly before: SourceReading; readonly after: SourceReading };

/**
 * The sources that either reading examined and that the two tell differently,
 * in the second's order.
 *
 * @param before the sources as they are read now
 * @param after the same exam's sources, read otherwise
 * @example readingDifferences(reading.sources, reading.sources) // []
 */
export const readingDifferences = (
  before: readonly SourceReading[],
  after: readonly SourceReading[],
): ReadingDifference[] =>
  after.flatMap((there) => {
    const here = before.find(({ source, side }) => source === there.source && side === there.side);
    if (!here || !(here.examined || there.examined) || isSameReading(here, there)) return [];
    return [{ before: here, after: there }];
  });
