import { isCalendarDate, named, refuse, phrase } from "../../base";
import { KEPT_MOST_LETTERS, type KeptResource, MOST_KEPT, type PersonInput, type ToldUnit } from "../../record";
import { SEXES, type Sex } from "../../vocabulary";
import type { NumberRead } from "../told/kinds";
import { NUMBER_SYSTEM } from "./about-person";
import { systemOf } from "./codes";

/** A person of a bundle that is not ours, as far as it was told. */
export type PersonTold = {
  /** "entry 3", or a row of a table: where it stands. */
  readonly where: string;
  readonly name: string;
  readonly birthDate: string;
  readonly sex: Sex;
  /** Their number elsewhere. */
  readonly number: string;
  readonly contact: string;
  /** Numbers that came with them: ranges, ratings, and what only somebody who reads it can tell. */
  readonly numbers: readonly NumberRead[];
  /** What is told of them and not read here, as it came. */
  readonly kept: readonly KeptResource[];
};

export type BundleRead = {
  /** Our own exam files, as text: everything of ours comes back from them. */
  readonly files: readonly string[];
  readonly persons: readonly PersonTold[];
  /** What this program does not read: it is told of, never dropped in silence. */
  readonly left: readonly { readonly where: string; readonly what: string; readonly why: string }[];
};

type Loose = Readonly<Record<string, unknown>>;

const isObject = (value: unknown): value is Loose =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const textOf = (value: unknown): string => (typeof value === "string" ? value.trim() : "");
const listOf = (value: unknown): readonly Loose[] => (Array.isArray(value) ? value.filter(isObject) : []);

const SEX_OF: Readonly<Record<string, Sex>> = { female: "female", male: "male", other: "other", unknown: "not stated" };

function nameOf(resource: Loose): string {
  const names = listOf(resource.name);
  const one = names.find(({ use }) => use === "official") ?? names.find(({ use }) => use === "usual") ?? names[0];
  if (!one) return "";
  const given = Array.isArray(one.given) ? one.given.map(textOf).filter(Boolean) : [];
  return textOf(one.text) || [...given, textOf(one.family)].filter(Boolean).join(" ");
}

const numberOf = (resource: Loose): string => {
  const identifiers = listOf(resource.identifier);
  return textOf((identifiers.find(({ system }) => system === NUMBER_SYSTEM) ?? identifiers[0])?.value);
};

const contactOf = (resource: Loose): string =>
  listOf(resource.telecom)
    .map(({ value }) => textOf(value))
    .filter(Boolean)
    .join(", ");

const personOf = (resource: Loose, where: string): PersonTold => ({
  where,
  name: nameOf(resource),
  birthDate: textOf(resource.birthDate),
  sex: SEX_OF[textOf(resource.gender)] ?? SEXES[SEXES.length - 1]!,
  number: numberOf(resource),
  contact: contactOf(resource),
  numbers: [],
  kept: [],
});

const UNITS_READ: Readonly<Record<string, ToldUnit>> = {
  deg: "deg",
  degree: "deg",
  degrees: "deg",
  "°": "deg",
  "{score}": "of 10",
  "{0-10}": "of 10",
  "/10": "of 10",
};
/** What says that nothing is counted: a number without a unit. */
const NO_UNIT: readonly string[] = ["", "1", "{number}", "{count}"];

const MOST_WORDS = 400;

/** What an observation or a part of it is called, and its code. */
function calledIn(resource: Loose): { readonly what: string; readonly code: string } {
  const code = isObject(resource.code) ? resource.code : {};
  const [first] = listOf(code.coding);
  const coded = [textOf(first?.system), textOf(first?.code)].filter(Boolean).join(" ");
  const what = (textOf(code.text) || textOf(first?.display)).replaceAll(/\s+/g, " ");
  return { what, code: coded.slice(0, MOST_WORDS) };
}

/** The number of an observation or a part of it, with the unit that is read here; null: it tells none. */
function numberIn(resource: Loose): { readonly value: number; readonly unit: ToldUnit | null } | null {
  const quantity = isObject(resource.valueQuantity) ? resource.valueQuantity : null;
  const value = quantity ? quantity.value : resource.valueInteger;
  if (typeof value !== "number" || !Number.isFinite(value) || Math.abs(value) > 1_000_000) return null;
  const said = quantity ? textOf(quantity.code) || textOf(quantity.unit) : "";
  const unit = UNITS_READ[said];
  return unit !== undefined ? { value, unit } : NO_UNIT.includes(said) ? { value, unit: null } : null;
}

function dayOf(resource: Loose): string | null {
  const period = isObject(resource.effectivePeriod) ? resource.effectivePeriod : {};
  const day = (textOf(resource.effectiveDateTime) || textOf(period.start) || textOf(resource.effectiveInstant)).slice(
    0,
    10,
  );
  return isCalendarDate(day) ? day : null;
}

/** Where on the body it is of, where the words do not say it themselves. */
function withPlace(what: string, resource: Loose): string {
  const site = isObject(resource.bodySite) ? resource.bodySite : {};
  const place = textOf(site.text) || textOf(listOf(site.coding)[0]?.display);
  return place && !what.toLowerCase().includes(place.toLowerCase()) ? `${what}, ${place}` : what;
}

/** The numbers of an observation, its own and those of its parts; none: another kind of observation. */
function numbersIn(resource: Loose, where: string): readonly NumberRead[] {
  const whole = calledIn(resource);
  const day = dayOf(resource);
  const told = (what: string, code: string, from: Loose): readonly NumberRead[] => {
    const number = numberIn(from);
    return number && what
      ? [{ where, what: withPlace(what, resource).slice(0, MOST_WORDS), code, day, ...number }]
      : [];
  };
  return [
    ...told(whole.what, whole.code, resource),
    ...listOf(resource.component).flatMap((part) => {
      const { what, code } = calledIn(part);
      return told([whole.what, what].filter(Boolean).join(": "), code, part);
    }),
  ];
}

const OURS = systemOf("test").slice(0, -"test".length);
/** What our own lists of codes and questions are called by. */
const isOwnList = ({ url }: Loose): boolean => textOf(url).startsWith(OURS);

/** The persons that an exam file is of. */
function personsIn(file: string): readonly string[] {
  try {
    const { streams } = JSON.parse(file) as { streams?: unknown };
    return listOf(streams).flatMap(({ kind, id, links }) => {
      if (kind === "person") return [textOf(id)];
      const [first] = listOf(links);
      const event = first && isObject(first.event) ? first.event : {};
      const body = isObject(event.body) ? event.body : {};
      return isObject(body.person) ? [textOf(body.person.id)] : [];
    });
  } catch {
    /** What is wrong with the file is said where it is read. */
    return [];
  }
}

function entriesOf(
  content: string,
): readonly { readonly where: string; readonly fullUrl: string; readonly resource: Loose }[] {
  let bundle: unknown;
  try {
    bundle = JSON.parse(content);
  } catch {
    refuse(
      "bundle",
      "is not whole JSON: it is damaged, cut short, or another kind of file",
      "Export it again, as FHIR R4 in JSON.",
    );
  }
  if (!isObject(bundle)) refuse("bundle", phrase`is ${named(bundle)}`, "Choose a FHIR R4 bundle in JSON.");
  if (bundle.resourceType !== "Bundle")
    refuse(
      "bundle › resourceType",
      phrase`is ${named(bundle.resourceType)}`,
      'Choose a file whose resourceType is "Bundle".',
    );
  if (bundle.entry !== undefined && !Array.isArray(bundle.entry))
    refuse("bundle › entry", "is not a list", "Export the bundle again.");
  return ((bundle.entry as readonly unknown[] | undefined) ?? []).map((entry, index) => {
    const where = `entry ${index + 1}`;
    if (!isObject(entry) || !isObject(entry.resource) || !textOf(entry.resource.resourceType))
      refuse(`bundle › ${where}`, "holds no resource", "Export the bundle again, with its resources in it.");
    return { where, fullUrl: textOf(entry.fullUrl), resource: entry.resource };
  });
}

/** The references that an entry goes by. */
const namesOf = ({ fullUrl, resource }: { fullUrl: string; resource: Loose }): readonly string[] =>
  [fullUrl, textOf(resource.id) && `${textOf(resource.resourceType)}/${textOf(resource.id)}`].filter(Boolean);

/** Whom a resource says that it is of. */
const ofWhom = (resource: Loose): string => {
  const said = [resource.subject, resource.patient, resource.beneficiary].find(isObject);
  return textOf(said?.reference);
};

const MOST_NUMBERS = 5000;

type Told = { readonly numbers: NumberRead[]; readonly kept: KeptResource[] };

/** What becomes of a resource that is neither a person nor a file; a sentence where it is not taken whole. */
function takeResource(resource: Loose, where: string, told: Told | undefined): string | null {
  const what = textOf(resource.resourceType);
  if (isOwnList(resource)) return "is a list of this program's own";
  const numbers = what === "Observation" ? numbersIn(resource, where) : [];
  if (!told) return numbers.length ? "is of nobody in this bundle" : "is not read here";
  if (numbers.length) {
    if (told.numbers.length + numbers.length > MOST_NUMBERS) return "is more than is taken of one person at once";
    told.numbers.push(...numbers);
    return null;
  }
  const json = JSON.stringify(resource);
  if (json.length > KEPT_MOST_LETTERS || told.kept.length >= MOST_KEPT)
    return "is not read here, and too much to be kept beside the person";
  told.kept.push({ what: what.slice(0, 80), json });
  return "is not read here; it is kept beside the person as it came";
}

/**
 * Reads a FHIR R4 bundle: our exam files out of its binaries, else persons with
 * the numbers that are told of them. All else is listed, and kept where it is
 * of one of them.
 *
 * @param fromBase64 the text in UTF-8; null when it is none
 * @throws InputError saying what is wrong, at which entry, and what to do
 * @example readBundle('{"resourceType":"Bundle"}', () => null).persons // []
 */
export function readBundle(content: string, fromBase64: (data: string) => string | null): BundleRead {
  const entries = entriesOf(content);
  const files: string[] = [];
  const left: { where: string; what: string; why: string }[] = [];
  const others: (typeof entries)[number][] = [];
  for (const entry of entries) {
    if (textOf(entry.resource.resourceType) !== "Binary") {
      others.push(entry);
      continue;
    }
    const text = fromBase64(textOf(entry.resource.data));
    if (text?.includes('"dust-lantern-exam"')) files.push(text);
    else left.push({ where: entry.where, what: "Binary", why: "is no exam file of this program" });
  }
  /** What is of somebody whose exam file is here comes back with that, whole; what is of others is theirs. */
  const ours = new Set(files.flatMap(personsIn));
  const isOfOurs = (entry: (typeof others)[number]): boolean =>
    textOf(entry.resource.resourceType) === "Patient"
      ? ours.has(textOf(entry.resource.id))
      : [...ours].some((id) => ofWhom(entry.resource).endsWith(id));
  const foreign =
    files.length === 0 ? others : others.filter((entry) => !isOfOurs(entry) && !isOwnList(entry.resource));
  const patients = foreign
    .filter(({ resource }) => resource.resourceType === "Patient")
    .map((entry) => ({ ...entry, told: { numbers: [], kept: [] } as Told }));
  const byName = new Map(patients.flatMap((one) => namesOf(one).map((name) => [name, one.told] as const)));
  for (const { where, resource } of foreign) {
    const what = textOf(resource.resourceType);
    if (what === "Patient") continue;
    const why = takeResource(resource, where, byName.get(ofWhom(resource)));
    if (why !== null) left.push({ where, what, why });
  }
  const persons = patients.map(({ where, resource, told }) => ({ ...personOf(resource, where), ...told }));
  return { files, persons, left };
}

/** What is kept of a told person beside name, birth date and sex. */
export const notesOfTold = ({ number }: PersonTold): PersonInput["notes"] =>
  number ? `Number elsewhere: ${number}.` : "";
