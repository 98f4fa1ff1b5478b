import fc from "fast-check";
import { Fhir } from "fhir";
import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { runs } from "@/fixtures/property-runs";
import { forEvery } from "@/fixtures/for-every";
import {
  type Bundle,
  eventsIn,
  examIn,
  fold,
  type ExamFile,
  type ExamState,
  InputError,
  OUTCOMES,
  parseExamFile,
  readBundle,
  readExam,
  settingsOf,
  toBundle,
  RESPONSES,
  SOURCE_IDS,
  PROTOCOLS,
} from "@/core";
import { fhirExample } from "@/fixtures/fhir-example";
import { buildExam } from "@/fixtures/samples/build";
import { loadDemo } from "@/fixtures/demo/demo";
import { NOW, temporaryPath } from "@/fixtures/store";
import { examIds } from "../repositories/exams";
import { openStore } from "../store/open";
import { examFileText, exportExam } from "./exchange";
import { base64Of, bundleOf, codesBundle, fromBase64 } from "./fhir";

const demo = openStore(temporaryPath());
loadDemo(demo, NOW);
const files = examIds(demo).map((id) => exportExam(demo, id, NOW));
const made = files.map((file) => [examIn(file).id, bundleOf(file)] as const);
const published = new Fhir();

const errorsOf = (bundle: Bundle): string[] =>
  published
    .validate(bundle, { errorOnUnexpected: true })
    .messages.filter(({ severity }) => severity === "error" || severity === "fatal")
    .map(({ location, message }) => `${location}: ${message}`);

/** Every object in it, with where it stands. */
function* objectsIn(value: unknown, path = ""): Generator<readonly [string, Record<string, unknown>]> {
  if (Array.isArray(value)) for (const [index, one] of value.entries()) yield* objectsIn(one, `${path}[${index}]`);
  else if (typeof value === "object" && value !== null) {
    yield [path, value as Record<string, unknown>];
    for (const [name, one] of Object.entries(value)) yield* objectsIn(one, `${path}.${name}`);
  }
}
const resourcesIn = (bundle: Bundle, type: string) =>
  bundle.entry.map(({ resource }) => resource).filter(({ resourceType }) => resourceType === type);

/** An exam as a bundle, without its file. */
function bundleOfState(state: ExamState): Bundle {
  const reading = readExam({ ...state, settings: settingsOf(state) });
  const head = { head: "0".repeat(64), length: 1 };
  return toBundle({ state, reading, head, note: "", madeAt: NOW, base64: base64Of });
}

/** The exam's events up to one of them, as a file of its own. */
function cutAt(file: ExamFile, length: number): ExamFile {
  const stream = examIn(file);
  const links = stream.links.slice(0, length);
  return { ...file, streams: [{ ...stream, links, length, head: links.at(-1)!.hash }], branches: [] };
}

it("the short examination of the neck is in the bundle, item by item, with who did it", () => {
  const exam = buildExam({ region: "neck-arm" });
  exam.add("short-exam-recorded", {
    pressure: "normal",
    eyes: "not normal",
    cranial: "normal",
    gait: "not done",
    range: "normal",
  });
  const bundle = bundleOfState(exam.state());
  expect(errorsOf(bundle)).toEqual([]);
  const found = resourcesIn(bundle, "Observation").find(({ code }) =>
    JSON.stringify(code).includes("short-examination"),
  );
  expect(found).toMatchObject({ performer: [{ display: "Ines Calder" }] });
  expect(
    (found!.component as { code: { text: string }; valueCodeableConcept?: { text: string } }[]).map(
      ({ code, valueCodeableConcept }) => [code.text.split(/[,:]/)[0], valueCodeableConcept?.text ?? null],
    ),
  ).toEqual([
    ["Blood pressure and pulse", "normal"],
    ["Eye movements", "not normal"],
    ["Cranial nerves", "normal"],
    ["Gait and balance", null],
    ["Active range of the neck", "normal"],
  ]);
});

describe("the bundle of every demo examination", () => {
  it("answers to the published schema of R4", () =>
    forEvery(made, (_, bundle) => {
      expect(errorsOf(bundle)).toEqual([]);
    }));

  it("names every resource once, by an id R4 takes, and refers to nothing that is not in it", () =>
    forEvery(made, (_, bundle) => {
      const ids = bundle.entry.map(({ fullUrl }) => fullUrl);
      expect(new Set(ids).size).toBe(ids.length);
      for (const { fullUrl, resource } of bundle.entry) {
        expect(resource.id).toMatch(/^[A-Za-z0-9.-]{1,64}$/);
        expect(fullUrl).toMatch(/^urn:uuid:[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/);
      }
      for (const [path, one] of objectsIn(bundle))
        if (typeof one.reference === "string") expect(ids, path).toContain(one.reference);
    }));

  it("has one value in each place, a whole date in each date, and nothing empty", () =>
    forEvery(made, (_, bundle) => {
      for (const [path, one] of objectsIn(bundle)) {
        expect(Object.keys(one).filter((name) => /^value[A-Z]/.test(name)).length, path).toBeLessThanOrEqual(1);
        expect(Object.keys(one).length, path).toBeGreaterThan(0);
        for (const [name, value] of Object.entries(one)) {
          expect(
            value === "" || value === null || (Array.isArray(value) && value.length === 0),
            `${path}.${name}`,
          ).toBe(false);
          if (/^(recorded|issued|when|timestamp|start|end|authoredOn|authored|.*DateTime)$/.test(name))
            expect(new Date(String(value)).toISOString(), `${path}.${name}`).toBe(value);
        }
      }
    }));

  it("calls no complaint more than provisional, and never speaks of a diagnosis", () =>
    forEvery(made, (_, bundle) => {
      for (const { verificationStatus } of resourcesIn(bundle, "Condition"))
        expect(JSON.stringify(verificationStatus)).toContain('"provisional"');
      const said = JSON.stringify({
        ...bundle,
        entry: bundle.entry.filter(({ resource }) => resource.resourceType !== "Binary"),
      });
      expect(said).not.toMatch(/diagnos(is|ed)\b|confirmed/i);
    }));

  it("has an observation of every run, a chance of every source that is figured", () =>
    forEvery(made, (_, bundle) => {
      const read = parseExamFile(fromBase64(String(resourcesIn(bundle, "Binary")[0]!.data))!);
      const observed = resourcesIn(bundle, "Observation").map(({ id }) => id);
      expect(observed).toEqual(expect.arrayContaining(fold(eventsIn(examIn(read))).runs.map(({ id }) => id)));
      for (const { prediction, basis } of resourcesIn(bundle, "RiskAssessment")) {
        const [one] = prediction as { probabilityDecimal?: number; outcome: { coding: { system: string }[] } }[];
        expect(one!.outcome.coding[0]!.system).toBe("urn:dust-lantern:source");
        if (one!.probabilityDecimal !== undefined) {
          expect(one!.probabilityDecimal).toBeGreaterThan(0);
          expect(one!.probabilityDecimal).toBeLessThan(1);
          expect((basis as unknown[] | undefined)?.length).toBeGreaterThan(0);
        }
      }
    }));
});

describe("bundles", () => {
  it("are the same each time they are made", () => {
    for (const [index, file] of files.entries())
      expect(JSON.stringify(bundleOf(file))).toBe(JSON.stringify(made[index]![1]));
  });

  it("bring every record back, wherever it ends: the same events under the same head", () => {
    fc.assert(
      fc.property(fc.nat(files.length - 1), fc.double({ min: 0, max: 1, noNaN: true }), (which, share) => {
        const whole = files[which]!;
        const cut = cutAt(whole, Math.max(1, Math.ceil(share * examIn(whole).length)));
        const read = readBundle(JSON.stringify(bundleOf(cut)), fromBase64);
        expect(read.files).toEqual([examFileText(cut)]);
        expect(examIn(parseExamFile(read.files[0]!)).head).toBe(examIn(cut).head);
      }),
      { numRuns: 30 },
    );
  });

  it("are as the paper's example shows", () => {
    expect(JSON.parse(readFileSync("docs/fhir-example.json", "utf8"))).toEqual(
      JSON.parse(JSON.stringify(fhirExample())),
    );
  });

  it("publish every code they use", () => {
    const known = new Set(
      codesBundle("2026-03-02").entry.flatMap(({ resource }) =>
        ((resource.concept as { code: string }[] | undefined) ?? []).map(
          ({ code }) => `${String(resource.url)}|${code}`,
        ),
      ),
    );
    for (const [id, bundle] of made)
      for (const [path, { system, code }] of objectsIn(bundle))
        if (typeof system === "string" && system.startsWith("urn:dust-lantern:") && code !== undefined)
          expect(known, `${id} ${path}`).toContain(`${system}|${String(code)}`);
    for (const [list, codes] of [
      ["test", PROTOCOLS.map(({ id }) => id)],
      ["source", SOURCE_IDS],
      ["response", RESPONSES],
      ["outcome", OUTCOMES],
    ] as const)
      for (const code of codes) expect(known).toContain(`urn:dust-lantern:${list}|${code}`);
  });

  it("publish codes that answer to the schema too, each once", () => {
    const bundle = codesBundle("2026-03-02");
    expect(errorsOf(bundle)).toEqual([]);
    for (const { resource } of bundle.entry) {
      const codes = ((resource.concept as { code: string; display: string }[] | undefined) ?? []).map(
        ({ code }) => code,
      );
      expect(new Set(codes).size, resource.id).toBe(codes.length);
      for (const code of codes) expect(code).toMatch(/^\S+( \S+)*$/);
    }
  });

  it("are refused by the schema where they are damaged", () => {
    const damaged = structuredClone(made[0]![1]) as unknown as { entry: { resource: Record<string, unknown> }[] };
    damaged.entry.find(({ resource }) => resource.resourceType === "Patient")!.resource.gender = "robot";
    damaged.entry.find(({ resource }) => resource.resourceType === "Encounter")!.resource.status = undefined;
    expect(errorsOf(damaged as unknown as Bundle).length).toBeGreaterThan(0);
  });
});

const foreign = (...resources: object[]) =>
  JSON.stringify({
    resourceType: "Bundle",
    type: "collection",
    entry: resources.map((resource, index) => ({ fullUrl: `urn:uuid:${index}`, resource })),
  });
const REED = {
  resourceType: "Patient",
  id: "p1",
  identifier: [{ system: "urn:elsewhere", value: "77-12" }],
  name: [{ use: "official", family: "Reed", given: ["Oona", "M."] }],
  gender: "female",
  birthDate: "1990-05-02",
  telecom: [{ system: "phone", value: "0000 123" }],
};
const observed = (text: string, value: object, of = "Patient/p1") => ({
  resourceType: "Observation",
  status: "final",
  code: { text },
  subject: { reference: of },
  effectiveDateTime: "2026-01-05T08:00:00Z",
  ...value,
});
const degrees = (value: number) => ({ valueQuantity: { value, unit: "deg", code: "deg" } });

describe("a bundle of somebody else's", () => {
  it("tells persons, ranges and ratings, and lists what is not read", () => {
    const read = readBundle(
      foreign(
        REED,
        observed("Lumbar flexion", degrees(42)),
        observed("Pain", { valueInteger: 6 }, "urn:uuid:0"),
        observed("Body weight", { valueQuantity: { value: 71, unit: "kg", code: "kg" } }),
        observed("Hip flexion", degrees(90), "Patient/nobody"),
        { resourceType: "MedicationStatement", status: "active" },
        observed("Range of the knee", {
          bodySite: { text: "left knee" },
          component: [
            { code: { text: "bent" }, ...degrees(120) },
            { code: { text: "pain" }, valueInteger: 3 },
          ],
        }),
      ),
      fromBase64,
    );
    expect(read.persons).toEqual([
      {
        where: "entry 1",
        name: "Oona M. Reed",
        birthDate: "1990-05-02",
        sex: "female",
        number: "77-12",
        contact: "0000 123",
        numbers: [
          { where: "entry 2", what: "Lumbar flexion", value: 42, unit: "deg" },
          { where: "entry 3", what: "Pain", value: 6, unit: null },
          { where: "entry 7", what: "Range of the knee: bent, left knee", value: 120, unit: "deg" },
          { where: "entry 7", what: "Range of the knee: pain, left knee", value: 3, unit: null },
        ].map((number) => ({ code: "", day: "2026-01-05", ...number })),
        kept: [{ what: "Observation", json: expect.stringContaining("Body weight") as string }],
      },
    ]);
    expect(read.left.map(({ where, what }) => `${where} ${what}`)).toEqual([
      "entry 4 Observation",
      "entry 5 Observation",
      "entry 6 MedicationStatement",
    ]);
  });

  it.each([
    ["no JSON", "{", "bundle"],
    ["a list", "[]", "bundle"],
    ["nothing", "null", "bundle"],
    ["another resource", '{"resourceType":"Patient"}', "resourceType"],
    ["entries that are none", '{"resourceType":"Bundle","entry":{}}', "entry"],
    ["an entry without a resource", '{"resourceType":"Bundle","entry":[{}]}', "entry 1"],
  ])("%s is refused with where", (_, content, where) => {
    expect(() => readBundle(content, fromBase64)).toThrow(InputError);
    expect(() => readBundle(content, fromBase64)).toThrow(where);
  });

  it("whatever is broken about it, is read or refused with a sentence", () => {
    const text = foreign(REED, observed("Lumbar flexion", degrees(42)), {
      resourceType: "Binary",
      data: base64Of("{}"),
    });
    const odd: unknown[] = [null, 0, [], {}, "", "\u0000", { toString: null }, [[[]]]];
    fc.assert(
      fc.property(fc.nat(text.length), fc.nat(40), fc.constantFrom(...odd), fc.nat(), (at, cut, value, seed) => {
        const changed = JSON.parse(text) as unknown;
        const objects = [...objectsIn(changed)];
        const [, one] = objects[seed % objects.length]!;
        const keys = Object.keys(one);
        one[keys[seed % keys.length]!] = value;
        for (const broken of [text.slice(0, at) + text.slice(at + cut), JSON.stringify(changed)])
          try {
            readBundle(broken, fromBase64);
          } catch (error) {
            expect(error).toBeInstanceOf(InputError);
          }
      }),
      { numRuns: runs(300) },
    );
  });
});
