import type { ToldNumber, ToldUnit } from "../../record";
import { guessTold, toldTarget, type ToldTarget } from "./targets";

/** The numbers of a file by what they are called in it: each kind is mapped once, however many there are. */

/** A number as a file tells it, before anybody said what it is. */
export type NumberRead = Omit<ToldNumber, "is"> & { readonly where: string };

/** What a kind of number is to be: of the catalogue, as it is told, or not taken. */
export const AS_TOLD = "as told";
export const NOT_TAKEN = "not taken";

export type NumberKind = {
  readonly kind: string;
  readonly what: string;
  readonly code: string;
  readonly unit: ToldUnit | null;
  readonly times: number;
  /** One of them, to recognise it by. */
  readonly example: number;
  /** What it becomes when nobody says otherwise. */
  readonly is: string;
};

/** A target's id, or one of the two above, by kind. */
export type KindsChosen = readonly { readonly kind: string; readonly is: string }[];

/** What tells a kind of number from another: its words, its code, its unit. */
export const kindOfNumber = ({ what, code, unit }: Pick<NumberRead, "what" | "code" | "unit">): string =>
  JSON.stringify([what, code, unit]);

/** A number without a unit is only taken where its words say that it rates pain. */
const proposed = ({ what, unit }: NumberRead): string => guessTold(what, unit) ?? (unit === null ? NOT_TAKEN : AS_TOLD);

/**
 * The kinds of number of a file, in its order, with what was chosen for each, or
 * is proposed.
 *
 * @example numberKinds([{ where: "entry 2", what: "Pain", code: "", value: 4, unit: null, day: null }], [])[0].is // "rating"
 */
export function numberKinds(numbers: readonly NumberRead[], chosen: KindsChosen): readonly NumberKind[] {
  const said = new Map(chosen.map(({ kind, is }) => [kind, is]));
  const kinds = new Map<string, NumberKind>();
  for (const one of numbers) {
    const kind = kindOfNumber(one);
    const there = kinds.get(kind);
    kinds.set(
      kind,
      there
        ? { ...there, times: there.times + 1 }
        : {
            kind,
            what: one.what,
            code: one.code,
            unit: one.unit,
            times: 1,
            example: one.value,
            is: said.get(kind) ?? proposed(one),
          },
    );
  }
  return [...kinds.values()];
}

const MARKS: Readonly<Record<ToldUnit, string>> = { deg: "°", "of 10": " of 10" };

/**
 * A number as it is shown.
 *
 * @example toldText(44, "deg") // "44°"
 * @example toldText(38, null) // "38"
 */
export const toldText = (value: number, unit: ToldUnit | null): string => `${value}${unit === null ? "" : MARKS[unit]}`;

/** Whether a number told in that unit can be that. */
export const fitsTarget = (unit: ToldUnit | null, target: Pick<ToldTarget, "unit">): boolean =>
  unit === null || unit === target.unit;

const LIMITS: Readonly<Record<ToldUnit, readonly [number, number]>> = { deg: [-360, 360], "of 10": [0, 10] };

/** A number as it is kept; a sentence where it cannot be what was chosen; null where it is not taken. */
export function numberTaken(read: NumberRead, is: string): ToldNumber | string | null {
  if (is === NOT_TAKEN) return null;
  const { where, ...told } = read;
  const target = is === AS_TOLD ? null : toldTarget(is);
  if (is !== AS_TOLD && !target) return `${where}: ${told.what} is to be "${is}", which is none of the choices.`;
  if (target && !fitsTarget(told.unit, target))
    return `${where}: ${told.what} is told in ${told.unit}, and cannot be ${target.label}.`;
  const unit = target?.unit ?? told.unit;
  const [low, high] = unit === null ? [-Infinity, Infinity] : LIMITS[unit];
  if (told.value < low || told.value > high)
    return `${where}: ${told.what} is ${told.value}, outside ${low} to ${high}: it is left out.`;
  return { ...told, unit, is: target?.id ?? null };
}
