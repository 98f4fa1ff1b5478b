import { named, refuse, phrase } from "../../base";
import type { PersonInput } from "../../record";
import { SEXES, type Sex } from "../../vocabulary";
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
  /** Ranges and ratings that came with them, a sentence each. */
  readonly measured: readonly string[];
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
  measured: [],
});

const UNITS_READ: Readonly<Record<string, string>> = { deg: "°", "{score}": " of 10", "1": " of 10" };

/** A range in degrees or a rating from 0 to 10, as a sentence; null: another kind of observation. */
function measuredText(resource: Loose): string | null {
  const code = isObject(resource.code) ? resource.code : {};
  const what = textOf(code.text) || textOf(listOf(code.coding)[0]?.display);
  const quantity = isObject(resource.valueQuantity) ? resource.valueQuantity : null;
  const whole = typeof resource.valueInteger === "number" ? resource.valueInteger : null;
  const value = quantity ? quantity.value : whole;
  if (!what || typeof value !== "number" || !Number.isFinite(value)) return null;
  const unit = quantity ? UNITS_READ[textOf(quantity.code)] : " of 10";
  if (unit === undefined || (unit === " of 10" && (value < 0 || value > 10))) return null;
  const day = textOf(resource.effectiveDateTime).slice(0, 10);
  return `${what}: ${value}${unit}${day ? ` (${day})` : ""}.`;
}

const OURS = systemOf("test").slice(0, -"test".length);
/** A view of our own record, which comes back whole from the file beside it. */
const isOurs = (resource: Loose): boolean => JSON.stringify(resource).includes(OURS);

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

/** Whether a reference, as it is written, is of that entry. */
const isOf = (reference: unknown, { fullUrl, resource }: { fullUrl: string; resource: Loose }): boolean => {
  const said = isObject(reference) ? textOf(reference.reference) : "";
  return said !== "" && (said === fullUrl || said === `${textOf(resource.resourceType)}/${textOf(resource.id)}`);
};

/**
 * Reads a FHIR R4 bundle: our exam files out of its binaries, else persons with
 * the ranges and ratings that are told of them. All else is listed.
 *
 * @param fromBase64 the text in UTF-8; null when it is none
 * @throws InputError saying what is wrong, at which entry, and what to do
 * @example readBundle('{"resourceType":"Bundle"}', () => null).persons // []
 */
export function readBundle(content: string, fromBase64: (data: string) => string | null): BundleRead {
  const entries = entriesOf(content);
  const files: string[] = [];
  const left: { where: string; what: string; why: string }[] = [];
  const patients = entries.filter(({ resource }) => resource.resourceType === "Patient");
  const measured = new Map<string, string[]>();
  for (const { where, resource } of entries) {
    const what = textOf(resource.resourceType);
    if (what === "Patient") continue;
    if (what === "Binary") {
      const text = fromBase64(textOf(resource.data));
      if (text?.includes('"dust-lantern-exam"')) files.push(text);
      else left.push({ where, what, why: "is no exam file of this program" });
      continue;
    }
    const patient = patients.find((one) => isOf(resource.subject, one));
    const said = what === "Observation" && !isOurs(resource) ? measuredText(resource) : null;
    if (said && patient) measured.set(patient.where, [...(measured.get(patient.where) ?? []), said]);
    else
      left.push({
        where,
        what,
        why: said
          ? "is of nobody in this bundle"
          : isOurs(resource)
            ? "comes back with the exam file, or not at all"
            : "is not read here",
      });
  }
  const persons = patients.map(({ where, resource }) => ({
    ...personOf(resource, where),
    measured: measured.get(where) ?? [],
  }));
  return files.length ? { files, persons: [], left: [] } : { files, persons, left };
}

/** What is kept of a told person beside name, birth date and sex. */
export const notesOfTold = ({ number, measured }: PersonTold, from: string): PersonInput["notes"] =>
  [
    ...(number ? [`Number elsewhere: ${number}.`] : []),
    ...(measured.length ? [`Told by ${from}: ${measured.join(" ")}`] : []),
  ].join("\n");
