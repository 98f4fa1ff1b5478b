import { array, boolean, type ISchema, mixed, number, object, type ObjectSchema, type ObjectShape, string } from "yup";
import { withFastPath } from "./fast-path";
import { type Message, phrase } from "./phrase";
import { rememberedWith } from "./remembered";

/** The bricks every edge's schema is built from. Messages are "what; what to do". */

/** A brick that is asked for again with the same measures is the same one: a schema is never changed, and costs to make. */
function sameFor<A extends readonly (number | string | undefined)[], S>(
  make: (...measures: A) => S,
): (...measures: A) => S {
  const made = new Map<string, S>();
  return (...measures) => {
    const key = measures.join(" ");
    const known = made.get(key) ?? make(...measures);
    made.set(key, known);
    return known;
  };
}

const ANY = () => true;

/** What is asked of every object, made once: its fields are put in last. */
const OBJECT = object()
  .typeError("is not an object; send an object with named fields")
  .nonNullable("is not an object; send an object with named fields")
  .defined("is missing; send an object with named fields");
const NOTHING_ELSE = OBJECT.noUnknown(
  "holds a field that is not known: ${unknown}; leave it out, or update this program",
);

/** An object with these fields and no others. It is asked for: an object that is left out is an error. */
export const closed = <S extends ObjectShape>(shape: S) => withFastPath(NOTHING_ELSE.shape(shape), ANY);

/** Anything that describes a value of T; of a schema the compiler compares this alone. */
type Describes<T> = { readonly __outputType: T };

/**
 * An object with these fields and no others, of a type that is written out: the
 * compiler compares each field with it instead of inferring the whole.
 *
 * @example closedAs({ side: oneOf(["right", "left"]) }).isValidSync({ side: "right" }) // true
 */
export const closedAs = <T extends object>(shape: { readonly [K in keyof T]-?: Describes<T[K]> }): ObjectSchema<T> =>
  closed(shape as unknown as ObjectShape) as unknown as ObjectSchema<T>;

/** An object with at least these fields: what another version of this program sends may hold more. */
export const holding = <S extends ObjectShape>(shape: S) => withFastPath(OBJECT.shape(shape), ANY);

export const oneOf = <const T extends string>(values: readonly T[]) =>
  withFastPath(
    mixed<T>()
      .defined(phrase`is missing; choose one of: ${values.join(", ")}`)
      .oneOf(values, phrase`is not one of: ${values.join(", ")}; choose one of these`),
    (value) => values.includes(value as T),
  );

/** One of the values, or null for none of them. */
export const oneOfOrNone = <const T extends string>(values: readonly T[]) =>
  withFastPath(
    mixed<T>()
      .nullable()
      .oneOf([...values, null], phrase`is not one of: ${values.join(", ")}; choose one of these, or null`)
      .defined(phrase`is missing; send one of: ${values.join(", ")}, or null`),
    (value) => values.includes(value as T),
  );

/** A list in which each of the values may stand. */
export const listOf = <const T extends string>(values: readonly T[]) =>
  withFastPath(
    array()
      .of(oneOf(values))
      .typeError("is not a list; send a list")
      .defined("is missing; send a list, even if empty")
      .max(values.length, "is too long; send each once"),
    (value) => Array.isArray(value) && value.length <= values.length,
  );

/** A list in which each of the values may stand once, and at least one does. */
export const distinctListOf = <const T extends string>(values: readonly T[]) =>
  withFastPath(
    array()
      .of(oneOf(values))
      .typeError("is not a list; send a list")
      .defined("is missing; send a list")
      .min(1, "is empty; put at least one on it")
      .test("distinct", "holds one twice; send each once", (list) => new Set(list).size === (list ?? []).length),
    (value) => Array.isArray(value) && value.length > 0 && new Set(value).size === value.length,
  );

const isText = (value: unknown, max: number, min: number): value is string =>
  typeof value === "string" && value.length <= max && value.trim().length >= min;

export const text = sameFor((max: number, min: number = 0) =>
  withFastPath(
    string()
      .typeError("is not text; write it as text")
      .defined("is missing; write it, even if empty")
      .max(max, phrase`is longer than ${max} characters; shorten it`)
      .test(
        "long-enough",
        min === 1 ? "is empty; write something here" : phrase`is too short; write at least ${min} characters`,
        (value) => value === undefined || value === null || value.trim().length >= min,
      ),
    (value) => isText(value, max, min),
  ),
);

/** Control characters, and those that turn the direction of what stands around them. */
/** Joiners stay: some scripts are not written without them. */
const UNSEEN =
  /[\u0000-\u001f\u007f-\u009f\u00ad\u034f\u061c\u115f\u1160\u17b4\u17b5\u180e\u200b\u200e\u200f\u2028-\u202e\u2060-\u206f\u3164\ufeff\uffa0]/;

/** A name of a person or thing, in one line: nothing in it that cannot be seen and changes how the rest is read. */
export const plainText = sameFor((max: number, min: number = 0) =>
  withFastPath(
    text(max, min).test(
      "seen",
      "holds characters that cannot be seen; type it anew, letters and signs only",
      (value) => !UNSEEN.test(value ?? ""),
    ),
    (value) => isText(value, max, min) && !UNSEEN.test(value),
  ),
);

const NAME = /^[a-z0-9.-]+$/;

/** The id of a thing in our own vocabulary: a stage, an area, a question. */
export const name = sameFor(() =>
  withFastPath(
    text(80, 1).matches(NAME, "is not an id; use small letters, digits, dots and dashes"),
    (value) => isText(value, 80, 1) && NAME.test(value),
  ),
);

const MOST_CHOICES = 80;
/** Whether a value is an object with values under names, and no list. */
export const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

export const isChoices = (value: unknown): value is Record<string, string> =>
  isRecord(value) &&
  Object.keys(value).length <= MOST_CHOICES &&
  Object.entries(value).every(([key, chosen]) => NAMED.test(key) && isText(chosen, 80, 1) && NAME.test(chosen));
const NAMED = /^[a-zA-Z0-9.-]+$/;

/** What was chosen for each of some named questions. */
export const choices = sameFor(() =>
  withFastPath(
    mixed<Record<string, string>>()
      .defined("is missing; send an object, even if empty")
      .meta({ pattern: "record" })
      .test(
        "choices",
        "is not an object of ids; send the option's id under each school's id",
        (value) => value === undefined || isChoices(value),
      ),
    isChoices,
  ),
);

const CHAIN_HEAD = /^[0-9a-f]{64}$/;

/** The hash a record ends in. */
export const chainHead = sameFor(() =>
  withFastPath(
    text(64, 64).matches(CHAIN_HEAD, "is not a chain head; send 64 hexadecimal digits"),
    (value) => typeof value === "string" && CHAIN_HEAD.test(value),
  ),
);

export const yesNo = sameFor(() =>
  withFastPath(
    boolean().typeError("is not yes or no; send true or false").required("is missing; send true or false"),
    (value) => typeof value === "boolean",
  ),
);

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;
export const isUuid = (value: unknown): value is string => typeof value === "string" && UUID.test(value);

/** One test where Yup's own string would run four: every event holds several ids. */
export const uuid = sameFor(() =>
  withFastPath(
    mixed<string>()
      .defined()
      .meta({ pattern: UUID.source })
      .nonNullable("is not an id; use a UUID in lower case")
      .test("uuid", "is not an id; use a UUID in lower case", (value) => value === null || isUuid(value)),
    isUuid,
  ),
);

const isBetween = (value: unknown, low: number, high: number): value is number =>
  typeof value === "number" && value >= low && value <= high;

export const numberIn = sameFor((low: number, high: number, unit: string = "") =>
  withFastPath(
    number()
      .typeError("is not a number; write it with digits")
      .min(low, phrase`is below ${low}${unit}; use a value from ${low} to ${high}${unit}`)
      .max(high, phrase`is above ${high}${unit}; use a value from ${low} to ${high}${unit}`),
    (value) => isBetween(value, low, high),
  ),
);

export const wholeIn = sameFor((low: number, high: number) =>
  withFastPath(
    numberIn(low, high).integer("is not a whole number; use whole steps"),
    (value) => isBetween(value, low, high) && Number.isInteger(value),
  ),
);

/** The schema, where null stands for "not measured" or "does not apply". */
export const orNone = <T>(schema: MaybeNone<T>, what: string): T => noneBeside(schema, what) as T;

type MaybeNone<T> = { nullable(): { defined(message: Message): T } };
const noneBeside = rememberedWith((schema: MaybeNone<unknown>, what: string) =>
  schema.nullable().defined(phrase`is missing; send ${what}, or null`),
);

/** 0 none to 10 worst imaginable. */
export const painScore = sameFor(() => wholeIn(0, 10));

const DATE = /^(\d{4})-(\d{2})-(\d{2})$/;

/** True for a day that exists, written YYYY-MM-DD. */
export function isCalendarDate(value: string): boolean {
  const parts = DATE.exec(value);
  if (!parts) return false;
  const [year, month, day] = parts.slice(1).map(Number) as [number, number, number];
  const date = new Date(Date.UTC(year, month - 1, day));
  return date.getUTCFullYear() === year && date.getUTCMonth() === month - 1 && date.getUTCDate() === day;
}

export const calendarDate = sameFor(() =>
  withFastPath(
    string()
      .typeError("is not a date; write it as YYYY-MM-DD")
      .required("is missing; write it as YYYY-MM-DD")
      .test("calendar-date", "is not a day of the calendar; write an existing day as YYYY-MM-DD", (value) =>
        isCalendarDate(value ?? ""),
      ),
    (value) => typeof value === "string" && isCalendarDate(value),
  ),
);

const INSTANT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(\.\d{1,3})?Z$/;
export const isInstant = (value: unknown): value is string =>
  typeof value === "string" && INSTANT.test(value) && !Number.isNaN(Date.parse(value));

export const instant = sameFor(() =>
  withFastPath(
    mixed<string>()
      .defined()
      .meta({ pattern: INSTANT.source })
      .test("instant", "is not a time that exists; write it as in 2026-03-01T09:30:00Z", isInstant),
    isInstant,
  ),
);

/** A list of things that each have this schema, at most so many. */
export const listOfEach = <T>(schema: ISchema<T>, most: number) =>
  withFastPath(
    array()
      .of(schema)
      .typeError("is not a list; send a list")
      .defined("is missing; send a list, even if empty")
      .max(most, phrase`is longer than ${most}; send fewer`),
    (value) => Array.isArray(value) && value.length <= most,
  );
