import { namedId } from "../../base";
import type { Reading, Spread } from "../../reading";
import type { Actor, ChainHead, ExamState } from "../../record";
import type { BundleEntry, Reference, Resource } from "./resources";

/** What a bundle is made from: an exam, what is read of it, and where its record ends. */
export type BundleInput = {
  readonly state: ExamState;
  readonly reading: Reading;
  readonly head: ChainHead;
  /** Intervals by `sourceKey`; those that were signed come before them. */
  readonly spreads?: Readonly<Record<string, Spread>>;
  /** The note as plain text. */
  readonly note: string;
  /** The exam file as it is exported; without it the bundle is a view that nothing can be read back from. */
  readonly file?: string;
  /** The store it comes from, and when. */
  readonly store?: string | null;
  readonly madeAt: string;
  /** Base64 of a text in UTF-8: the core knows no bytes. */
  readonly base64: (text: string) => string;
};

/** An exam as its resources are told of it. */
export type Telling = BundleInput & {
  readonly opened: NonNullable<ExamState["opened"]>;
  readonly status: "final" | "preliminary" | "amended";
  /** The id of what has none of its own: the same each time. */
  readonly idOf: (kind: string, ...parts: readonly (string | number | null)[]) => string;
  readonly subject: Reference;
  /** Who did it. */
  readonly doneBy: Reference;
  readonly encounter: Reference;
};

export const referTo = (id: string, display?: string): Reference => ({
  reference: `urn:uuid:${id}`,
  ...(display ? { display } : {}),
});

export const byActor = ({ id, name }: Actor): Reference => referTo(id, name);

export const entryOf = (resource: Resource): BundleEntry => ({ fullUrl: `urn:uuid:${resource.id}`, resource });

const statusOf = ({ signed, amendments }: ExamState): Telling["status"] =>
  signed ? (amendments.length > 0 ? "amended" : "final") : "preliminary";

/** What every resource of one exam shares; an exam that was never opened has none. */
export function tellingOf(input: BundleInput, opened: NonNullable<ExamState["opened"]>): Telling {
  const { state } = input;
  return {
    ...input,
    opened,
    status: statusOf(state),
    idOf: (kind, ...parts) => namedId(`dust-lantern fhir ${[kind, state.id, ...parts].join("|")}`),
    subject: referTo(opened.body.person.id, opened.body.person.name),
    encounter: referTo(state.id),
    doneBy: byActor(opened.actor),
  };
}
