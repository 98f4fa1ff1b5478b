import type { AnySchema, ArraySchema, ObjectSchema } from "yup";
import { remembered } from "./remembered";

/**
 * A second, faster way through the same schemas. Every tap is checked on the
 * device and on the server, and nearly every one is well formed. So each brick
 * says beside its Yup tests which values it surely takes; values that are not
 * surely taken go to Yup, which has the last word and the messages. A property
 * test holds the two together.
 */
type Accepts = (value: unknown) => boolean;

type FastPath = { readonly accepts: Accepts; readonly of: AnySchema };

declare module "yup" {
  interface CustomSchemaMetadata {
    pattern?: string;
    plain?: FastPath;
  }
}

/** Whether two schemas ask the same of a value itself, as far as one was made of the other. */
const asksTheSame = (one: AnySchema, other: AnySchema): boolean =>
  one.tests.length === other.tests.length && one.describe().oneOf.length === other.describe().oneOf.length;

/** The schema, with what it surely takes. A test that is added afterwards sets it aside. */
export const withFastPath = <S extends AnySchema>(schema: S, accepts: Accepts): S =>
  schema.meta({ plain: { accepts, of: schema } }) as S;

const NEVER: Accepts = () => false;

function acceptsObject(schema: ObjectSchema<object>): Accepts {
  const fields = Object.entries(schema.fields).map(([key, field]) => [key, acceptsOf(field as AnySchema)] as const);
  const known = new Set(fields.map(([key]) => key));
  return (value) => {
    if (typeof value !== "object" || value === null || Array.isArray(value)) return false;
    for (const key of Object.keys(value)) if (!known.has(key)) return false;
    for (const [key, accepts] of fields) if (!accepts((value as Record<string, unknown>)[key])) return false;
    return true;
  };
}

function acceptsList(schema: ArraySchema<unknown[] | undefined, object>): Accepts {
  const item = schema.innerType ? acceptsOf(schema.innerType as AnySchema) : NEVER;
  return (value) => Array.isArray(value) && value.every(item);
}

/** What the parts of an object or list say, where it has parts. */
function acceptsParts(schema: AnySchema): Accepts {
  if (schema.type === "object" && "fields" in schema) return acceptsObject(schema as ObjectSchema<object>);
  if (schema.type === "array") return acceptsList(schema as ArraySchema<unknown[] | undefined, object>);
  return () => true;
}

function compile(schema: AnySchema): Accepts {
  const plain = schema.meta()?.plain;
  if (!plain || !asksTheSame(plain.of, schema)) return NEVER;
  const parts = acceptsParts(schema);
  const { optional, nullable } = schema.spec;
  return (value) => {
    if (value === undefined) return Boolean(optional);
    if (value === null) return Boolean(nullable);
    return plain.accepts(value) && parts(value);
  };
}

const acceptsOf = remembered(compile);

/**
 * True when the schema surely takes the value as it is; false says nothing.
 *
 * @example takesFastPath(painScore(), 4) // true
 * @example takesFastPath(painScore(), "4") // false, and Yup says why
 */
export const takesFastPath = (schema: AnySchema, value: unknown): boolean => acceptsOf(schema)(value);
