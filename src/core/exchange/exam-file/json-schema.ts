import type { SchemaDescription } from "yup";
import { envelopeSchema, EVENT_BODIES, EVENT_TYPES } from "../../record";
import { PLACES } from "../../vocabulary";
import { EXAM_FILE_FORMAT, EXAM_FILE_VERSION, fileSchema } from "./exam-file";

type Json = { [key: string]: unknown };
type Description = SchemaDescription & { fields?: Record<string, Description>; innerType?: Description };

const paramOf = (description: Description, name: string, param: string): unknown =>
  description.tests.find((test) => test.name === name)?.params?.[param];

/** JSON Schema's names for the limits that Yup keeps as tests. */
function limitsOf(description: Description, low: string, high: string): Json {
  const [min, max] = [paramOf(description, "min", "min"), paramOf(description, "max", "max")];
  return { ...(min === undefined ? {} : { [low]: min }), ...(max === undefined ? {} : { [high]: max }) };
}

function typed(description: Description): Json {
  const { pattern } = (description.meta ?? {}) as { pattern?: string };
  if (pattern === "record") return { type: "object", additionalProperties: { type: "string" } };
  switch (description.type) {
    case "object": {
      const fields = Object.entries(description.fields ?? {});
      return {
        type: "object",
        properties: Object.fromEntries(fields.map(([name, field]) => [name, toJsonSchema(field)])),
        required: fields.filter(([, field]) => !field.optional).map(([name]) => name),
        additionalProperties: false,
      };
    }
    case "array":
      return {
        type: "array",
        items: description.innerType ? toJsonSchema(description.innerType) : {},
        ...limitsOf(description, "minItems", "maxItems"),
      };
    case "number":
      return {
        type: description.tests.some(({ name }) => name === "integer") ? "integer" : "number",
        ...limitsOf(description, "minimum", "maximum"),
      };
    case "string": {
      const matches = paramOf(description, "matches", "regex");
      return {
        type: "string",
        ...limitsOf(description, "minLength", "maxLength"),
        ...(matches instanceof RegExp ? { pattern: matches.source } : {}),
      };
    }
    case "boolean":
      return { type: "boolean" };
    default:
      if (description.tests.some(({ name }) => name === "on-the-chart")) return { enum: [...PLACES] };
      return pattern ? { type: "string", pattern } : {};
  }
}

/** One of our schemas as JSON Schema, from the description it gives of itself. */
function toJsonSchema(description: Description): Json {
  const choices = description.oneOf.filter((choice) => choice !== undefined);
  if (choices.length) return { enum: choices };
  const schema = typed(description);
  return description.nullable ? { anyOf: [schema, { type: "null" }] } : schema;
}

const described = (schema: { describe: () => unknown }): Description => schema.describe() as Description;

/**
 * The exam file's JSON Schema (draft 2020-12), made from the very schemas that
 * check an import. What spans several fields (the chain, the order of stages)
 * is beyond it; docs/formats.md says what else an import asks.
 */
export function examFileJsonSchema(): Json {
  const envelope = typed(described(envelopeSchema)) as { properties: Json };
  const file = typed(described(fileSchema)) as { properties: Json };
  const event = {
    ...envelope,
    properties: { ...envelope.properties, body: { type: "object" } },
    allOf: EVENT_TYPES.map((type) => ({
      if: { properties: { type: { const: type } } },
      then: { properties: { body: toJsonSchema(described(EVENT_BODIES[type])) } },
    })),
  };
  const link = (file.properties.links as { items: { properties: Json; required: string[] } }).items;
  return {
    $schema: "https://json-schema.org/draft/2020-12/schema",
    title: "Dust Lantern exam file, version 1",
    ...file,
    properties: {
      ...file.properties,
      format: { const: EXAM_FILE_FORMAT },
      version: { const: EXAM_FILE_VERSION },
      links: {
        type: "array",
        minItems: 1,
        items: {
          ...link,
          properties: { ...link.properties, event: { $ref: "#/$defs/event" } },
          required: [...link.required, "event"],
        },
      },
    },
    $defs: { event },
  };
}
