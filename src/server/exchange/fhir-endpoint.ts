import { and, asc, count, eq, like } from "drizzle-orm";
import { formatISO } from "date-fns";
import { type OnTheList, patientOf, type Resource, searchable } from "@/core";
import { findPerson } from "../repositories/people";
import { isSigned } from "../repositories/grants";
import { people } from "../store/schema";
import type { Store } from "../store/store";
import { exportExam } from "./exchange";
import { bundleOf, codesBundle } from "./fhir";

/**
 * What another system may ask for, read-only: people, and of each the resources
 * of their signed records. It is the bundle of each record, told in pieces; what
 * is not signed is told to nobody.
 */

/** What of somebody can be asked for. */
export const FHIR_TYPES = [
  "Binary",
  "Condition",
  "DiagnosticReport",
  "DocumentReference",
  "Encounter",
  "EpisodeOfCare",
  "Observation",
  "Organization",
  "Practitioner",
  "Procedure",
  "Provenance",
  "Questionnaire",
  "QuestionnaireResponse",
  "RiskAssessment",
  "ServiceRequest",
] as const;

/** What was asked, without the address of the server. */
export type FhirAsked = {
  /** Behind `/fhir/`, cut at its slashes. */
  readonly path: readonly string[];
  readonly query: Readonly<Record<string, string>>;
  /** The address of the endpoint, as whoever asks reaches it. */
  readonly base: string;
};

/** What is answered: a resource, or what tells of several, which has no id of its own. */
export type FhirTold = { readonly resourceType: string; readonly [field: string]: unknown };
export type FhirAnswer = { readonly status: number; readonly resource: FhirTold };

/** What our codes mean: of nobody, and the same for everybody. */
const CODE_TYPES = ["CodeSystem", "ValueSet"];

const ISSUE_OF: Readonly<Record<number, string>> = {
  400: "invalid",
  401: "login",
  404: "not-found",
  500: "exception",
  503: "transient",
};

/** What is wrong, as a system reads it. */
export const outcome = (status: number, said: string): FhirAnswer => ({
  status,
  resource: {
    resourceType: "OperationOutcome",
    issue: [{ severity: "error", code: ISSUE_OF[status] ?? "processing", diagnostics: said }],
  },
});

/** The day our codes were first published: they say the same since. */
const CODES_FROM = "2026-11-27";

const DEFAULT_COUNT = 50;
const MOST_COUNT = 200;

const PATIENT_PARAMETERS = ["_id", "identifier", "name", "birthdate"] as const;
const PAGING = ["_count", "_offset", "_format"];

/** What the endpoint does, for whoever wants to know before asking. */
export const capabilities = (base: string, now: Date): FhirTold => ({
  resourceType: "CapabilityStatement",
  status: "active",
  date: formatISO(now),
  kind: "instance",
  software: { name: "Dust Lantern" },
  implementation: { description: "Signed records of one clinic, read-only", url: base },
  fhirVersion: "4.0.1",
  format: ["json"],
  rest: [
    {
      mode: "server",
      security: { description: "A token of the clinic, sent as Authorization: Bearer." },
      resource: [
        {
          type: "Patient",
          interaction: [{ code: "read" }, { code: "search-type" }],
          searchParam: PATIENT_PARAMETERS.map((name) => ({
            name,
            type: name === "birthdate" ? "date" : name === "name" ? "string" : "token",
          })),
          operation: [{ name: "everything", definition: "http://hl7.org/fhir/OperationDefinition/Patient-everything" }],
        },
        ...FHIR_TYPES.map((type) => ({
          type,
          interaction: [{ code: "read" }, { code: "search-type" }],
          searchParam: [{ name: "patient", type: "reference" }],
        })),
        ...CODE_TYPES.map((type) => ({ type, interaction: [{ code: "search-type" }] })),
      ],
    },
  ],
});

/** A reference within a bundle becomes one that can be asked for. */
function pointed(value: unknown, typeOf: ReadonlyMap<string, string>): unknown {
  if (Array.isArray(value)) return value.map((one) => pointed(one, typeOf));
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([name, inside]) => {
      const type = name === "reference" && typeof inside === "string" ? typeOf.get(inside) : undefined;
      return [
        name,
        type === undefined ? pointed(inside, typeOf) : `${type}/${(inside as string).slice("urn:uuid:".length)}`,
      ];
    }),
  );
}

/**
 * All that may be told of somebody: as the list has them now, and every resource
 * of their signed records, each once.
 *
 * @returns null when there is nobody of that id
 */
export function resourcesOf(store: Store, person: string, now: string): Resource[] | null {
  const row = findPerson(store, person);
  if (!row) return null;
  const all = new Map<string, Resource>([[`Patient/${person}`, patientOf(row as OnTheList)]]);
  for (const { id } of row.exams.filter((exam) => isSigned(store, exam.id)))
    for (const { resource } of bundleOf(exportExam(store, id, now)).entry) {
      const key = `${resource.resourceType}/${String(resource.id)}`;
      if (!all.has(key)) all.set(key, resource);
    }
  const typeOf = new Map([...all.values()].map(({ resourceType, id }) => [`urn:uuid:${String(id)}`, resourceType]));
  return [...all.values()].map((resource) => pointed(resource, typeOf) as Resource);
}

const whole = (text: string | undefined, otherwise: number, most: number): number | null => {
  if (text === undefined) return otherwise;
  return /^\d{1,9}$/.test(text) && Number(text) <= most ? Number(text) : null;
};

type Page = { readonly count: number; readonly offset: number };

function pageIn(query: FhirAsked["query"]): Page | null {
  const [size, offset] = [whole(query._count, DEFAULT_COUNT, MOST_COUNT), whole(query._offset, 0, 1e9)];
  return size === null || size === 0 || offset === null ? null : { count: size, offset };
}

const WRONG_PAGE = `_count is a whole number from 1 to ${MOST_COUNT}, _offset one from 0.`;

function searchset(
  { base, path, query }: FhirAsked,
  found: readonly Resource[],
  total: number,
  page: Page,
): FhirAnswer {
  const at = (offset: number) => {
    const asked = new URLSearchParams({ ...query, _count: String(page.count), _offset: String(offset) });
    return `${base}/${path.join("/")}?${asked.toString()}`;
  };
  const next = page.offset + page.count;
  return {
    status: 200,
    resource: {
      resourceType: "Bundle",
      type: "searchset",
      total,
      link: [
        { relation: "self", url: at(page.offset) },
        ...(next < total ? [{ relation: "next", url: at(next) }] : []),
      ],
      entry: found.map((resource) => ({
        fullUrl: `${base}/${resource.resourceType}/${String(resource.id)}`,
        resource,
        search: { mode: "match" },
      })),
    },
  };
}

const unknownIn = (query: FhirAsked["query"], known: readonly string[]): string | undefined =>
  Object.keys(query).find((name) => !known.includes(name) && !PAGING.includes(name));

function patients(store: Store, asked: FhirAsked): FhirAnswer {
  const { query } = asked;
  const unknown = unknownIn(query, PATIENT_PARAMETERS);
  if (unknown !== undefined)
    return outcome(400, `${unknown} is no parameter here. Ask by ${PATIENT_PARAMETERS.join(", ")}.`);
  const page = pageIn(query);
  if (!page) return outcome(400, WRONG_PAGE);
  const where = and(
    ...(query._id === undefined ? [] : [eq(people.id, query._id)]),
    /** With or without the system before it: "system|number". */
    ...(query.identifier === undefined ? [] : [eq(people.number, query.identifier.split("|").at(-1)!)]),
    ...(query.birthdate === undefined ? [] : [eq(people.birthDate, query.birthdate)]),
    ...(query.name === undefined ? [] : [like(people.searched, `%${searchable(query.name).replaceAll(/[%_]/g, "")}%`)]),
  );
  const total = store.db.select({ total: count() }).from(people).where(where).get()!.total;
  const rows = store.db
    .select()
    .from(people)
    .where(where)
    .orderBy(asc(people.number))
    .limit(page.count)
    .offset(page.offset)
    .all();
  return searchset(
    asked,
    rows.map((row) => patientOf(row as OnTheList)),
    total,
    page,
  );
}

function codes(asked: FhirAsked): FhirAnswer {
  const [page, unknown] = [pageIn(asked.query), unknownIn(asked.query, [])];
  if (!page || asked.path.length > 1)
    return outcome(page ? 404 : 400, page ? "Codes are asked for all at once." : WRONG_PAGE);
  if (unknown !== undefined) return outcome(400, `${unknown} is no parameter here.`);
  const all = codesBundle(CODES_FROM).entry.flatMap(({ resource }) =>
    resource.resourceType === asked.path[0] ? [resource] : [],
  );
  return searchset(asked, all.slice(page.offset, page.offset + page.count), all.length, page);
}

/**
 * Whom it is about: the id behind `Patient/`, or that of the parameter, "abc" or
 * "Patient/abc", or whose the resource of that id is; null: nobody is named.
 */
export function personIn(
  { path, query: { patient, subject } }: Pick<FhirAsked, "path" | "query">,
  whose: (type: string, id: string) => string | null,
): string | null {
  const [type = "", id] = path;
  if (type === "Patient") return id ?? null;
  return id === undefined ? ((patient ?? subject)?.replace(/^Patient\//, "") ?? null) : whose(type, id);
}

/** One resource by its own id, which whoever asks was told before. */
const oneOf = (all: readonly Resource[] | null, type: string, id: string): FhirAnswer => {
  const one = all?.find((resource) => resource.resourceType === type && resource.id === id);
  return one
    ? { status: 200, resource: one }
    : outcome(404, `No ${type} ${id} was told to anybody. Ask by patient first: ${type}?patient=…`);
};

/**
 * Answers what another system asks.
 *
 * @param person whom it is about, as `personIn` says
 * @param resources what may be told of somebody, as `resourcesOf` gives it: worked out elsewhere, since it takes a while
 */
export async function fhirAnswer(
  store: Store,
  asked: FhirAsked,
  person: string | null,
  resources: (person: string) => Promise<readonly Resource[] | null>,
): Promise<FhirAnswer> {
  const { path, query } = asked;
  const [type = "", id, operation] = path;
  const isPatient = type === "Patient";
  if (CODE_TYPES.includes(type)) return codes(asked);
  if (!isPatient && !FHIR_TYPES.some((one) => one === type))
    return outcome(404, `${type === "" ? "Nothing" : type} cannot be asked for here. See ${asked.base}/metadata.`);
  if (isPatient && id === undefined) return patients(store, asked);
  const isEverything = isPatient && operation === "$everything";
  if (path.length > (isEverything ? 3 : 2))
    return outcome(404, `This cannot be asked for by its address. See ${asked.base}/metadata.`);
  const isOne = id !== undefined && !isEverything;
  const unknown = unknownIn(query, isPatient || isOne ? [] : ["patient", "subject"]);
  if (unknown !== undefined) return outcome(400, `${unknown} is no parameter here. Ask by patient.`);
  if (isOne && !isPatient) return oneOf(person === null ? null : await resources(person), type, id);
  if (person === null) return outcome(400, `Say of whom: ${type}?patient=… with the id of a Patient.`);
  const page = pageIn(query);
  if (!page) return outcome(400, WRONG_PAGE);
  const all = await resources(person);
  if (!all) return outcome(404, `There is no Patient ${person} here.`);
  if (isOne) return { status: 200, resource: all[0]! };
  const found = isEverything ? all : all.filter(({ resourceType }) => resourceType === type);
  return searchset(asked, found.slice(page.offset, page.offset + page.count), found.length, page);
}
