import fc from "fast-check";
import { type AnySchema } from "yup";
import { describe, expect, it } from "vitest";
import { runs } from "@/fixtures/property-runs";
import { bodySchema, envelopeOf, type ExamEvent } from "../record";
import { places, RECORD_VERSION } from "../vocabulary";
import { takesFastPath } from "./fast-path";
import { buildExam } from "@/fixtures/samples/build";
import { name, numberIn, oneOf, orNone, painScore, text, uuid } from "./bricks";

function oneOfMany(): readonly ExamEvent[] {
  const exam = buildExam().complaint("si-area.right").consent("a friend").guard().rest(3, "si-area.right");
  exam.add("history-recorded", {
    onset: "gradual",
    onsetNote: "",
    weeks: 6,
    provokedBy: null,
    settlesMinutes: 20,
    eases: "walking",
  });
  exam.add("centralisation-recorded", { answer: "not tested" });
  exam.run({
    test: "thigh-thrust",
    side: "right",
    response: "familiar",
    felt: ["si-area.right", "groin.right"],
    intensity: 6,
    kgf: 26,
  });
  exam.run({ test: "sacral-thrust", response: "nothing" });
  exam.add("run-stopped", { run: null, reason: "asked to stop", note: "" });
  exam.add("test-skipped", { test: "faber", side: "left", reason: "too sore" });
  exam.add("start-set", { source: "sacroiliac", side: "right", mean: 0.3, equivalentPeople: 20, reason: "clinic" });
  exam.add("event-retracted", { event: exam.events.at(-1)!.id, reason: "" });
  return exam.sign().events;
}

const events = oneOfMany();
const envelopeSchema = envelopeOf("exam", RECORD_VERSION);
const schemaOf = (event: ExamEvent) => bodySchema(event.type, RECORD_VERSION) as AnySchema;
const isTaken = (schema: AnySchema, value: unknown) => schema.isValidSync(value, { strict: true });

const odd = fc.oneof(
  fc.constantFrom<unknown>(undefined, null, "", "  ", true, NaN, Infinity, -1, 0.5, 11, 1e9, "right", "2026-02-30"),
  fc.constantFrom<unknown>([], {}, ["groin.left", "groin.left"], ["elbow.right"], { value: 1 }, "x".repeat(700)),
  fc.uuid(),
  fc.integer(),
);

/** The value with one thing in it, at any depth, put wrong, left out or added. */
function damaged(value: unknown, path: readonly number[], put: unknown): unknown {
  const [step, ...rest] = path;
  if (step === undefined || typeof value !== "object" || value === null) return put;
  if (Array.isArray(value)) {
    const at = step % (value.length + 1);
    return value.toSpliced(at, 1, damaged(value[at], rest, put));
  }
  const keys = [...Object.keys(value), "extra"];
  const key = keys[step % keys.length]!;
  const old = (value as Record<string, unknown>)[key];
  return { ...value, [key]: damaged(old, rest, put) };
}

describe("the quick way through a schema", () => {
  it("takes every event of an ordinary exam, so that taps are quick", () =>
    events.forEach((event) => {
      expect(takesFastPath(envelopeSchema, event)).toBe(true);
      expect(takesFastPath(schemaOf(event), event.body), event.type).toBe(true);
    }));

  it("never takes what Yup would refuse", () =>
    fc.assert(
      fc.property(fc.constantFrom(...events), fc.array(fc.nat(20), { maxLength: 3 }), odd, (event, path, put) => {
        const body = damaged(event.body, path, put);
        if (takesFastPath(schemaOf(event), body)) expect(isTaken(schemaOf(event), body)).toBe(true);
        const envelope = damaged(event, path, put);
        if (takesFastPath(envelopeSchema, envelope)) expect(isTaken(envelopeSchema, envelope)).toBe(true);
      }),
      { numRuns: runs(4000) },
    ));

  it("agrees with Yup on plain numbers and text", () =>
    fc.assert(
      fc.property(fc.anything(), (value) => {
        for (const schema of [painScore(), numberIn(-2, 2), text(5, 1), name(), uuid(), places(1)])
          if (takesFastPath(schema, value)) expect(isTaken(schema, value)).toBe(true);
      }),
      { numRuns: runs(2000) },
    ));

  it("knows null and absence as the schema does", () => {
    expect([takesFastPath(painScore(), null), takesFastPath(orNone(painScore(), "a score"), null)]).toEqual([
      false,
      true,
    ]);
    expect([takesFastPath(text(5), undefined), takesFastPath(text(5).optional(), undefined)]).toEqual([false, true]);
  });

  it("leaves a schema to Yup once a test or a list of values was added", () => {
    expect(takesFastPath(text(5), "abc")).toBe(true);
    expect(takesFastPath(text(5).min(4), "abc")).toBe(false);
    expect(takesFastPath(oneOf(["a", "b"]).oneOf(["a", "b", "c" as never]), "a")).toBe(false);
  });
});
