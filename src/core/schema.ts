import { array, mixed, number, object, type ObjectShape, string } from "yup";
import { FORCE_UNITS } from "./measurement/force";
import { isPlace, type Place } from "./vocabulary/sites";

/** The bricks every edge's schema is built from. Messages are "what; what to do". */

export const closed = <S extends ObjectShape>(shape: S) =>
  object(shape)
    .noUnknown("holds a field that is not known: ${unknown}; leave it out, or update this program")
    .typeError("is not an object; send an object with named fields");

export const oneOf = <const T extends string>(values: readonly T[]) =>
  mixed<T>()
    .defined(`is missing; choose one of: ${values.join(", ")}`)
    .oneOf(values, `is not one of: ${values.join(", ")}; choose one of these`);

export const text = (max: number, min = 0) =>
  string()
    .typeError("is not text; write it as text")
    .defined("is missing; write it, even if empty")
    .max(max, `is longer than ${max} characters; shorten it`)
    .test(
      "long-enough",
      min === 1 ? "is empty; write something here" : `is too short; write at least ${min} characters`,
      (value) => value === undefined || value.trim().length >= min,
    );

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;
export const isUuid = (value: unknown): value is string => typeof value === "string" && UUID.test(value);

/** One test where Yup's own string would run four: every event holds several ids. */
export const uuid = () =>
  mixed<string>()
    .defined()
    .meta({ pattern: UUID.source })
    .nonNullable("is not an id; use a UUID in lower case")
    .test("uuid", "is not an id; use a UUID in lower case", (value) => value === null || isUuid(value));

export const numberIn = (low: number, high: number, unit = "") =>
  number()
    .typeError("is not a number; write it with digits")
    .min(low, `is below ${low}${unit}; use a value from ${low} to ${high}${unit}`)
    .max(high, `is above ${high}${unit}; use a value from ${low} to ${high}${unit}`);

export const wholeIn = (low: number, high: number) =>
  numberIn(low, high).integer("is not a whole number; use whole steps");

/** 0 none to 10 worst imaginable. */
export const painScore = () => wholeIn(0, 10);

const DATE = /^(\d{4})-(\d{2})-(\d{2})$/;

/** True for a day that exists, written YYYY-MM-DD. */
export function isCalendarDate(value: string): boolean {
  const parts = DATE.exec(value);
  if (!parts) return false;
  const [year, month, day] = parts.slice(1).map(Number) as [number, number, number];
  const date = new Date(Date.UTC(year, month - 1, day));
  return date.getUTCFullYear() === year && date.getUTCMonth() === month - 1 && date.getUTCDate() === day;
}

export const calendarDate = () =>
  string()
    .typeError("is not a date; write it as YYYY-MM-DD")
    .required("is missing; write it as YYYY-MM-DD")
    .test("calendar-date", "is not a day of the calendar; write an existing day as YYYY-MM-DD", (value) =>
      isCalendarDate(value ?? ""),
    );

const INSTANT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(\.\d{1,3})?Z$/;
export const isInstant = (value: unknown): value is string =>
  typeof value === "string" && INSTANT.test(value) && !Number.isNaN(Date.parse(value));

export const instant = () =>
  mixed<string>()
    .defined()
    .meta({ pattern: INSTANT.source })
    .test("instant", "is not a time that exists; write it as in 2026-03-01T09:30:00Z", isInstant);

export const place = () =>
  mixed<Place>()
    .required("is missing; choose a place on the body chart")
    .test(
      "on-the-chart",
      "is not a place on the body chart; choose one of the chart's sites with a side it has",
      isPlace,
    );

export const places = (min = 0) =>
  array()
    .of(place())
    .typeError("is not a list; send a list of places")
    .defined("is missing; send a list of places")
    .min(min, "is empty; choose at least one place on the body chart")
    .max(80, "holds more places than the chart has; send each place once")
    .test(
      "distinct",
      "names a place twice; send each place once",
      (list) => new Set(list).size === (list ?? []).length,
    );

export const force = () =>
  closed({
    value: numberIn(0, 2000).required("is missing; write the force that was given"),
    unit: oneOf(FORCE_UNITS),
  });
