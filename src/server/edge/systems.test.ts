import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Fhir } from "fhir";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { SCOPE_IDS, type Scope } from "@/core/access";
import { loadDemo } from "@/fixtures/demo/demo";
import { NOW } from "@/fixtures/store";
import { endToken, makeToken, tokenIn, tokensOf } from "../accounts/tokens";
import { FHIR_TYPES, resourcesOf } from "../exchange/fhir-endpoint";
import { toldAgain } from "../exchange/fhir-told";
import { wholeLog } from "../log/access-log";
import { people } from "../store/schema";
import { theStore } from "../store/open";
import { isSigned } from "../repositories/grants";
import { findPerson, updatePerson } from "../repositories/people";
import { answerCalendar, answerFhir } from "./systems";

const published = new Fhir();
let folder = "";
const tokens = {} as Record<Scope, string>;
const everybody: string[] = [];

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "dust-lantern-systems-"));
  process.env.DUST_LANTERN_DB = join(folder, "store.sqlite");
  const store = theStore();
  loadDemo(store, NOW);
  for (const scope of SCOPE_IDS)
    tokens[scope] = makeToken(store, { name: `a ${scope} reader`, scope }, { now: NOW, by: "Ines" });
  everybody.push(
    ...store.db
      .select({ id: people.id })
      .from(people)
      .all()
      .map(({ id }) => id),
  );
});
afterAll(() => {
  delete process.env.DUST_LANTERN_DB;
  rmSync(folder, { recursive: true, force: true });
});

type Told = {
  resourceType: string;
  total?: number;
  entry?: { fullUrl: string; resource: Record<string, unknown> }[];
} & Record<string, unknown>;

async function ask(
  address: string,
  token: string | null = tokens.fhir,
): Promise<{ status: number; told: Told; type: string }> {
  const url = new URL(address, "http://127.0.0.1:4180/fhir/");
  const path = url.pathname
    .replace(/^\/fhir\/?/, "")
    .split("/")
    .filter(Boolean)
    .map(decodeURIComponent);
  const headers: Record<string, string> = {
    host: "127.0.0.1:4180",
    ...(token === null ? {} : { authorization: `Bearer ${token}` }),
  };
  const answer = await answerFhir(new Request(url, { headers }), path);
  return { status: answer.status, told: (await answer.json()) as Told, type: answer.headers.get("content-type") ?? "" };
}

const errorsOf = (resource: Told): string[] =>
  published
    .validate(resource, { errorOnUnexpected: true })
    .messages.filter(({ severity }) => severity === "error" || severity === "fatal")
    .map(({ location, message }) => `${location}: ${message}`);

describe("a token of another system", () => {
  it("opens its own scope and no other, whole table", async () => {
    for (const scope of SCOPE_IDS) {
      expect((await ask("Patient", tokens[scope])).status).toBe(scope === "fhir" ? 200 : 401);
      const calendar = answerCalendar(new Request(`http://127.0.0.1:4180/due.ics?token=${tokens[scope]}`));
      expect(calendar.status).toBe(scope === "calendar" ? 200 : 404);
    }
  });

  it("is known by its whole text alone, and by nothing once it is ended", async () => {
    const store = theStore();
    const text = makeToken(store, { name: "short-lived", scope: "fhir" }, { now: NOW, by: "Ines" });
    const [, id, secret] = text.split("_");
    for (const wrong of [
      "",
      "x",
      text.slice(0, -1),
      `${text}0`,
      `dust_${id}_`,
      `dust__${secret}`,
      text.toUpperCase(),
      `Bearer ${text}`,
    ])
      expect(tokenIn(store, wrong, "fhir", NOW), wrong).toBeNull();
    for (const wrong of [null, "", "x", text.slice(0, -1)]) {
      const { status, told } = await ask("Patient", wrong);
      expect([status, told.resourceType]).toEqual([401, "OperationOutcome"]);
    }
    expect((await ask("Patient", text)).status).toBe(200);
    expect(tokensOf(store).find((one) => one.id === id)).toMatchObject({
      name: "short-lived",
      usedOn: expect.any(String) as string,
    });
    endToken(store, id!, NOW);
    expect((await ask("Patient", text)).status).toBe(401);
    expect(tokensOf(store).some((one) => one.id === id)).toBe(false);
  });

  it("stands nowhere in the store, only its hash", () => {
    const rows = JSON.stringify(theStore().sqlite.prepare("SELECT * FROM access_tokens").all());
    for (const token of Object.values(tokens)) expect(rows).not.toContain(token.split("_")[2]);
  });
});

describe("what another system is answered", () => {
  it("says what it can do without a token, by the published schema", async () => {
    const { status, told, type } = await ask("metadata", null);
    expect([status, told.resourceType, type]).toEqual([
      200,
      "CapabilityStatement",
      "application/fhir+json; charset=utf-8",
    ]);
    expect(errorsOf(told)).toEqual([]);
  });

  it("lists everybody page by page, each once, and finds by number, birthday, name and id", async () => {
    const seen: string[] = [];
    for (let address: string | undefined = "Patient?_count=7"; address;) {
      const { status, told } = await ask(address);
      expect(status).toBe(200);
      expect(errorsOf(told)).toEqual([]);
      seen.push(...told.entry!.map(({ resource }) => String(resource.id)));
      address = (told.link as { relation: string; url: string }[]).find(({ relation }) => relation === "next")?.url;
    }
    expect(seen.toSorted()).toEqual(everybody.toSorted());
    const store = theStore();
    for (const person of everybody) {
      const { number, birthDate, name } = findPerson(store, person)!;
      for (const by of [
        `identifier=${number}`,
        `birthdate=${birthDate}&identifier=urn:x|${number}`,
        `_id=${person}`,
        `name=${encodeURIComponent(name)}`,
      ]) {
        const found = (await ask(`Patient?${by}`)).told.entry!.map(({ resource }) => resource.id);
        expect(found, by).toContain(person);
      }
      expect((await ask(`Patient/${person}`)).told).toMatchObject({ resourceType: "Patient", id: person });
    }
  });

  it("tells of each person every resource of their signed records, by each type that is named, and nothing that is not signed", async () => {
    const store = theStore();
    const unsigned = everybody.flatMap((person) =>
      findPerson(store, person)!
        .exams.filter(({ id }) => !isSigned(store, id))
        .map(({ id }) => id),
    );
    expect(unsigned.length).toBeGreaterThan(0);
    for (const person of everybody) {
      const all = resourcesOf(store, person, NOW)!;
      const text = JSON.stringify(all);
      expect(text).not.toContain("urn:uuid:");
      for (const exam of unsigned) expect(text).not.toContain(exam);
      expect(
        all.every(({ resourceType }) => resourceType === "Patient" || FHIR_TYPES.some((type) => type === resourceType)),
      ).toBe(true);
      const known = new Set(all.map(({ resourceType, id }) => `${resourceType}/${id}`));
      for (const [, reference] of text.matchAll(/"reference":"([^"]+)"/g))
        expect(known.has(reference!), reference).toBe(true);
    }
    const signed = everybody
      .filter((person) => findPerson(store, person)!.exams.some(({ id }) => isSigned(store, id)))
      .slice(0, 2);
    for (const person of signed) {
      const everything = (await ask(`Patient/${person}/$everything?_count=200`)).told;
      expect(errorsOf(everything)).toEqual([]);
      let total = 1;
      for (const type of FHIR_TYPES) {
        const { status, told } = await ask(`${type}?patient=Patient/${person}&_count=200`);
        expect(status).toBe(200);
        expect(told.entry!.every(({ resource }) => resource.resourceType === type)).toBe(true);
        total += told.total!;
      }
      expect(everything.total).toBe(total);
    }
  });

  it("gives each resource that was told by its own id, and is asked by none that was not, nor of what is not signed", async () => {
    const store = theStore();
    const person = everybody.find((one) => findPerson(store, one)!.exams.some(({ id }) => isSigned(store, id)))!;
    const all = (await ask(`Patient/${person}/$everything?_count=200`)).told.entry!;
    expect(all.length).toBeGreaterThan(20);
    for (const { resource } of all) {
      const { status, told } = await ask(`${String(resource.resourceType)}/${String(resource.id)}`);
      expect([status, told]).toEqual([200, resource]);
    }
    const types = [...new Set(all.map(({ resource }) => String(resource.resourceType)))];
    const { id } = all.find(({ resource }) => resource.resourceType === "Observation")!.resource;
    /** An id is of its own type alone. */
    for (const type of types.filter((one) => one !== "Observation" && one !== "Patient"))
      expect((await ask(`${type}/${String(id)}`)).status, type).toBe(404);
    for (const exam of findPerson(store, person)!.exams.filter((one) => !isSigned(store, one.id)))
      expect((await ask(`Encounter/${exam.id}`)).status).toBe(404);
  });

  it("works out what it tells once while nothing of theirs changes, and anew when something did", async () => {
    const store = theStore();
    const person = everybody[0]!;
    let times = 0;
    const work = async () => (times++, resourcesOf(store, person, NOW));
    const at = Date.parse(NOW);
    const first = await toldAgain(store, person, at, work);
    expect(await toldAgain(store, person, at + 1000, work)).toBe(first);
    expect(times).toBe(1);
    await toldAgain(store, person, at + 3_600_000, work);
    expect(times).toBe(2);
    const { name, birthDate, sex, contact } = findPerson(store, person)!;
    updatePerson(store, { id: person, name, birthDate, sex, contact, notes: "Prefers mornings." }, { now: NOW });
    await toldAgain(store, person, at + 3_600_001, work);
    expect(times).toBe(3);
    expect(await toldAgain(store, "00000000-0000-4000-8000-ffffffffffff", at, work)).toBeNull();
    expect(times).toBe(3);
  });

  it("publishes its codes", async () => {
    for (const type of ["CodeSystem", "ValueSet"]) {
      const { told } = await ask(`${type}?_count=200`);
      expect(told.total).toBeGreaterThan(5);
      expect(errorsOf(told)).toEqual([]);
    }
  });

  it.each([
    ["", 404],
    ["Nonsense", 404],
    ["__proto__", 404],
    ["Observation", 400],
    ["Observation/1", 404],
    ["Observation?patient=nobody", 404],
    ["Observation?patient=x&code=1", 400],
    ["Patient?gender=male", 400],
    ["Patient?_count=0", 400],
    ["Patient?_count=1000", 400],
    ["Patient?_offset=-1", 400],
    ["Patient/00000000-0000-4000-8000-ffffffffffff", 404],
    ["Patient/a/b/c", 404],
    ["Patient?name=%25%27%3B--", 200],
  ])("%s: %i, as an OperationOutcome that says what to do", async (address, wanted) => {
    const { status, told } = await ask(address);
    expect(status).toBe(wanted);
    expect(errorsOf(told)).toEqual([]);
    if (wanted === 200) return;
    expect(told.resourceType).toBe("OperationOutcome");
    expect(JSON.stringify(told)).not.toMatch(/sqlite|\.ts|at Object/i);
  });

  it("stands in the log of access, each time, with whose it was", async () => {
    const store = theStore();
    const person = everybody[0]!;
    await ask(`Patient/${person}`);
    await ask(`Observation?patient=${person}`);
    const lines = [...wholeLog(store)].filter(({ name }) => name === "a fhir reader");
    expect(JSON.stringify(lines)).toContain("another system");
    expect(JSON.stringify(lines)).toContain(person);
  });
});
