import type { EvidenceSet } from "../evidence";

/** What becomes of raw draws, by how a version of the figures is drawn. */

/** What becomes of the draws of a ratio, and of a rule's ratios beside each other, by how a version is drawn. */
export type Drawing = {
  readonly ratio: (draws: Float64Array) => Float64Array;
  /** Of a single test. */
  readonly single: (draws: Float64Array, limit: number) => Float64Array;
  readonly table: (columns: readonly Float64Array[], sizes: readonly number[]) => Float64Array[];
  readonly people: (mean: number, people: number) => number;
};

/** No draw of a ratio goes beyond this, or below one over it. */
const FURTHEST_RATIO = 30;
const FURTHEST = Math.log(FURTHEST_RATIO);
/** The weak prior on a log ratio: most tests' ratios lie between 1/10 and 10. */
const PRIOR_VARIANCE = Math.log(10) ** 2;

/**
 * Draws of a log ratio with the weak prior N(0, (ln 10)²): mean and deviation
 * become those of the normal posterior, the shape stays. A published ratio beyond
 * the furthest is drawn around that. 30.3 (1.7 to 538.2) has mean 2.42 and
 * deviation 1.24.
 */
function tempered(draws: Float64Array): Float64Array {
  let [sum, squares] = [0, 0];
  for (const value of draws) sum += value;
  const mean = sum / draws.length;
  for (const value of draws) squares += (value - mean) ** 2;
  const variance = squares / draws.length;
  const kept = PRIOR_VARIANCE / (PRIOR_VARIANCE + variance);
  const centre = kept * Math.min(Math.max(mean, -FURTHEST), FURTHEST);
  const narrowed = Math.sqrt(kept);
  return draws.map((value) => Math.min(Math.max(centre + narrowed * (value - mean), -FURTHEST), FURTHEST));
}

/**
 * A table never falls as the count rises: in each draw, neighbours that cross
 * become their weighted mean (isotonic regression by pooling adjacent violators,
 * Barlow et al. 1972), so that neither is pushed up by the other's chance.
 *
 * @param sizes how many people each figure stands on
 */
function isotonic(columns: readonly Float64Array[], sizes: readonly number[]): Float64Array[] {
  const rising = columns.map((column) => Float64Array.from(column));
  const values = new Float64Array(columns.length);
  const weights = new Float64Array(columns.length);
  const widths = new Uint8Array(columns.length);
  for (let draw = 0; draw < (columns[0]?.length ?? 0); draw++) {
    let last = -1;
    for (let at = 0; at < columns.length; at++) {
      last++;
      values[last] = columns[at]![draw]!;
      weights[last] = sizes[at]!;
      widths[last] = 1;
      while (last > 0 && values[last - 1]! > values[last]!) {
        const weight = weights[last - 1]! + weights[last]!;
        values[last - 1] = (values[last - 1]! * weights[last - 1]! + values[last]! * weights[last]!) / weight;
        weights[last - 1] = weight;
        widths[last - 1]! += widths[last]!;
        last--;
      }
    }
    let at = 0;
    for (let block = 0; block <= last; block++)
      for (let inside = 0; inside < widths[block]!; inside++) rising[at++]![draw] = values[block]!;
  }
  return rising;
}

/** As it first was: each figure at least the one below it, draw by draw. */
function runningMaximum(columns: readonly Float64Array[]): Float64Array[] {
  const rising: Float64Array[] = [];
  for (const column of columns) {
    const below = rising.at(-1);
    rising.push(below ? column.map((value, draw) => Math.max(value, below[draw]!)) : column);
  }
  return rising;
}

/** Draws held to a limit each way; the same list when none goes beyond it. */
function within(draws: Float64Array, limit: number): Float64Array {
  return draws.every((value) => value <= limit && value >= -limit)
    ? draws
    : draws.map((value) => Math.min(Math.max(value, -limit), limit));
}

/**
 * A start is drawn as from at least so many people that two are expected on the
 * rarer side: with fewer the draws of a low start pile up at 0.
 */
const enoughPeople = (mean: number, people: number): number => Math.max(people, 2 / mean, 2 / (1 - mean));

export const DRAWINGS: Readonly<Record<EvidenceSet["drawn"], Drawing>> = {
  "with a weak prior": { ratio: tempered, single: (draws) => draws, table: isotonic, people: enoughPeople },
  "as first shipped": {
    ratio: (draws) => draws,
    single: within,
    table: runningMaximum,
    people: (_mean, people) => people,
  },
};
