import type { ExamState, ToldOnce, ToldUnit } from "../../record";
import { type RangeRow, rangesOf } from "../../reading";
import { toldTarget, type ToldTarget } from "./targets";

/** What other systems told of a person, movement by movement, beside what was measured here. */

export type ToldRow = {
  readonly key: string;
  readonly group: string;
  readonly label: string;
  readonly unit: ToldUnit | null;
  /** The earliest first; those without a day last. */
  readonly values: readonly {
    readonly value: number;
    readonly day: string | null;
    readonly from: string;
    /** In the words it was told in. */
    readonly what: string;
  }[];
  /** It is a range that can be measured here. */
  readonly isRange: boolean;
  /** The last of the same that was measured here. */
  readonly here: { readonly value: number; readonly day: string } | null;
};

/** An examination of theirs, with the day it was held. */
export type ExamHeld = { readonly day: string; readonly state: ExamState };

type Ranges = { readonly day: string; readonly ranges: readonly RangeRow[] };

/** @param held the latest first */
function measuredHere({ range, side }: ToldTarget, held: readonly Ranges[]): ToldRow["here"] {
  if (range === null) return null;
  for (const { day, ranges } of held) {
    const row = ranges.find(({ test, way }) => test === range.test && way === range.way);
    const found = row?.[side ?? "middle"];
    if (found) return { value: found.value, day };
  }
  return null;
}

/** Whatever has no day comes after what has one. */
const byDay = (a: { day: string | null }, b: { day: string | null }): number =>
  (a.day ?? "9999") < (b.day ?? "9999") ? -1 : (a.day ?? "9999") > (b.day ?? "9999") ? 1 : 0;

/**
 * The numbers that were told, in rows; the same told twice stands once.
 *
 * @param exams those of the person, in any order
 * @example toldRows([], []) // []
 */
export function toldRows(told: readonly ToldOnce[], exams: readonly ExamHeld[]): readonly ToldRow[] {
  if (told.length === 0) return [];
  const held = exams
    .toSorted((a, b) => (a.day < b.day ? 1 : -1))
    .map(({ day, state }) => ({ day, ranges: rangesOf(state) }));
  const rows = new Map<string, ToldRow>();
  for (const { from, numbers } of told)
    for (const { what, unit, value, day, is } of numbers) {
      const target = toldTarget(is);
      const key = target?.id ?? `${what} ${unit ?? ""}`;
      const row = rows.get(key) ?? {
        key,
        group: target?.group ?? "As it was told",
        label: target?.label ?? what,
        unit,
        values: [],
        isRange: target?.range != null,
        here: target && measuredHere(target, held),
      };
      const isThere = row.values.some((one) => one.value === value && one.day === day && one.what === what);
      rows.set(key, isThere ? row : { ...row, values: [...row.values, { value, day, from, what }].toSorted(byDay) });
    }
  return [...rows.values()];
}
