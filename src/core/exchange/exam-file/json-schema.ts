import type { SchemaDescription } from "yup";
import { bodySchema, envelopeOf, EVENT_TYPES, STREAM_KINDS, type StreamKind } from "../../record";
import { PLACES, RECORD_VERSION } from "../../vocabulary";
import { EXAM_FILE_FORMAT, EXAM_FILE_VERSION, fileFrame } from "./frame";

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

/** What an event of an exam may hold, by its kind, as the newest version writes it. */
const bodies = (): Json[] =>
  EVENT_TYPES.map((type) => ({
    if: { properties: { type: { const: type } } },
    then: { properties: { body: toJsonSchema(described(bodySchema(type, RECORD_VERSION))) } },
  }));

const eventOf = (kind: StreamKind, allOf: readonly Json[]): Json => {
  const envelope = typed(described(envelopeOf(kind, RECORD_VERSION))) as { properties: Json };
  return {
    ...envelope,
    properties: { ...envelope.properties, body: { type: "object" } },
    ...(allOf.length ? { allOf } : {}),
  };
};

type StreamJson = { items: { properties: { links: { items: { properties: Json; required: string[] } } } & Json } };

/** The schema of a list of streams, its events told by the stream's kind; an exam may hold events of the first version. */
function streamsJson(list: Json): Json {
  const { items } = list as unknown as StreamJson;
  const link = items.properties.links.items;
  return {
    ...list,
    items: {
      ...items,
      properties: {
        ...items.properties,
        links: {
          ...items.properties.links,
          items: {
            ...link,
            properties: { ...link.properties, event: { $ref: "#/$defs/event" } },
            required: [...link.required, "event"],
          },
        },
      },
    },
  };
}

/**
 * The exam file's JSON Schema (draft 2020-12), version 2, made from the very
 * schemas that check an import. What spans several fields (the chain, the order
 * of stages) is beyond it; docs/formats.md says what else an import asks. An
 * event of the first version is described by that version's own schema.
 */
export function examFileJsonSchema(): Json {
  const file = typed(described(fileFrame)) as { properties: Json };
  const { streams, branches } = file.properties as { streams: Json; branches: Json };
  return {
    $schema: "https://json-schema.org/draft/2020-12/schema",
    title: "Dust Lantern exam file, version 2",
    ...file,
    properties: {
      ...file.properties,
      format: { const: EXAM_FILE_FORMAT },
      version: { const: EXAM_FILE_VERSION },
      streams: streamsJson(streams),
      branches: streamsJson(branches),
    },
    $defs: {
      event: {
        type: "object",
        if: { required: ["v"] },
        then: {
          anyOf: [
            { $ref: "#/$defs/examEvent" },
            ...STREAM_KINDS.filter((kind) => kind !== "exam").map((kind) => ({ $ref: `#/$defs/${kind}Event` })),
          ],
        },
        else: { $ref: "exam-file.v1.schema.json#/$defs/event" },
      },
      examEvent: eventOf("exam", bodies()),
      ...Object.fromEntries(
        STREAM_KINDS.filter((kind) => kind !== "exam").map((kind) => [`${kind}Event`, eventOf(kind, [])]),
      ),
    },
  };
}
