import { semOfMdc } from "./change";
import { formatted, type Measure } from "./measure";

/** By what a change of a measure is judged: the clinic's own error where it has one, else the one that ships. */

/** An error that was measured here: of a measure of a test, with a device, in a way. */
export type ClinicError = {
  readonly test: string;
  readonly measure: string;
  /** Null: read by eye, or typed. */
  readonly device: string | null;
  readonly method: string | null;
  /** How far apart the two of each pair were taken: visits are judged by days. */
  readonly apart: "minutes" | "days";
  readonly pairs: number;
  /** Standard error of one measure, in its unit. */
  readonly sem: number;
};

export type MeasureError = {
  /** Standard error of one measure, in its unit; null: none is known, and nothing is judged. */
  readonly sem: number | null;
  readonly from: "shipped" | "clinic" | "the larger of both" | "none";
  readonly pairs: number;
};

/** From so many pairs on a clinic's own error takes the place of the one that ships. */
export const OWN_ERROR_FROM = 30;
/** From so many it is shown, and the larger of the two judges. */
export const OWN_ERROR_SHOWN_FROM = 10;

/** Between days a measure errs more than within one: where only the error of one day is known, so much more. A convention. */
export const BETWEEN_DAYS_FACTOR = 1.5;

/**
 * The error that a change of a measure is judged by. One that is known of a
 * single day counts for half as much again over days.
 *
 * @param measure with the test that it is of
 * @param device null: read by eye, or typed
 * @param clinic what was measured here; empty: nothing
 * @param apart how far apart the two measures are that are compared
 * @example errorOf({ test: "straight-leg-raise", id: "onset", mdc: 6, mdcFrom: { citation: null, apart: "same day" } }, null, null, []).sem // 3.247
 */
export function errorOf(
  measure: Pick<Measure, "id" | "mdc" | "mdcFrom"> & { readonly test: string },
  device: string | null,
  method: string | null,
  clinic: readonly ClinicError[],
  apart: ClinicError["apart"] = "days",
): MeasureError {
  const widened = apart === "days" && measure.mdcFrom?.apart === "same day" ? BETWEEN_DAYS_FACTOR : 1;
  const shipped = measure.mdc === undefined ? null : semOfMdc(measure.mdc) * widened;
  const own = clinic.find(
    (one) =>
      one.test === measure.test &&
      one.measure === measure.id &&
      one.device === device &&
      one.method === method &&
      one.apart === apart,
  );
  if (own && own.pairs >= OWN_ERROR_FROM) return { sem: own.sem, from: "clinic", pairs: own.pairs };
  if (own && own.pairs >= OWN_ERROR_SHOWN_FROM)
    return { sem: Math.max(own.sem, shipped ?? 0), from: "the larger of both", pairs: own.pairs };
  return { sem: shipped, from: shipped === null ? "none" : "shipped", pairs: 0 };
}

/**
 * Where the error that ships comes from, and over what time it was found.
 *
 * @param cite a citation in full
 * @example errorSourceText({ unit: "°", mdc: 6, mdcFrom: { citation: null, apart: "same day" } }, String) // "6° on one day, half as much again between days; no source at hand"
 * @example errorSourceText({ unit: "°", mdc: 8.3, mdcFrom: { citation: "Hall 2010", apart: "between days" } }, String) // "8.3° between days; Hall 2010"
 */
export function errorSourceText(
  { unit, mdc, mdcFrom }: Pick<Measure, "unit" | "mdc" | "mdcFrom">,
  cite: (citation: string) => string,
): string | null {
  if (mdc === undefined) return null;
  if (!mdcFrom) return `${formatted({ unit }, mdc)}, a convention`;
  const over = mdcFrom.apart === "same day" ? "on one day, half as much again between days" : "between days";
  return `${formatted({ unit }, mdc)} ${over}; ${mdcFrom.citation === null ? "no source at hand" : cite(mdcFrom.citation)}`;
}
