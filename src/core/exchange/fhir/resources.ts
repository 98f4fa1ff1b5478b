/** As much of FHIR R4 as is written here: http://hl7.org/fhir/R4. */

export type Coding = { readonly system: string; readonly code: string; readonly display?: string };
export type CodeableConcept = { readonly coding?: readonly Coding[]; readonly text?: string };
export type Reference = { readonly reference: string; readonly display?: string };
export type Quantity = {
  readonly value: number;
  readonly unit: string;
  readonly system: "http://unitsofmeasure.org";
  readonly code: string;
};

/** What every resource has; the rest of its fields is its own. */
export type Resource = {
  readonly resourceType: string;
  readonly id: string;
  readonly [field: string]: unknown;
};

export type BundleEntry = { readonly fullUrl: string; readonly resource: Resource };
export type Bundle = {
  readonly resourceType: "Bundle";
  readonly id: string;
  readonly type: "collection" | "searchset";
  readonly timestamp?: string;
  readonly total?: number;
  readonly entry: readonly BundleEntry[];
};

/** Nothing was said: no text, an empty list, nothing at all. */
const isNothing = (value: unknown): boolean =>
  value === undefined ||
  value === null ||
  (typeof value === "string" && value.trim() === "") ||
  (Array.isArray(value) && value.length === 0);

/**
 * A resource without the fields that say nothing: R4 has no empty text, list or object.
 *
 * @example filled({ resourceType: "Patient", id: "a", gender: undefined, name: [] }) // { resourceType: "Patient", id: "a" }
 */
export const filled = (resource: Resource): Resource =>
  Object.fromEntries(Object.entries(resource).filter(([, value]) => !isNothing(value))) as Resource;

/** A list of notes, without those that say nothing. */
export const notesOf = (...texts: readonly (string | null | undefined)[]): readonly { readonly text: string }[] =>
  texts.flatMap((text) => (text?.trim() ? [{ text }] : []));
