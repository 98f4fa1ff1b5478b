import { chainHead, closed, closedAs, listOfEach, oneOf, orNone, text, uuid, wholeIn } from "../../base";
import { RETENTION_PRESETS } from "../../knowledge";
import { type Draft, kind } from "../envelope";

/** How long the clinic keeps records, whose they are to look after, and what was erased. */

/** Why a person's records were erased. */
export const ERASE_REASONS = {
  "time is over": "the time they have to be kept is over",
  "they asked for it": "they asked for it, and nothing obliges to keep them",
  mistake: "entered by mistake: nobody of that name was examined",
  other: "another reason",
} as const;
export type EraseReason = keyof typeof ERASE_REASONS;

/** Kinds of stream that hold something of a person. */
export const ERASABLE = ["person", "exam", "episode"] as const;

/** More than a person has in a lifetime. */
const MOST_STREAMS = 5000;

export type PersonErasedBody = {
  person: string;
  /** What there was: each record with where it ended. Of its content nothing is kept. */
  streams: {
    kind: (typeof ERASABLE)[number];
    id: string;
    head: string;
    length: number;
  }[];
  because: EraseReason;
  reason: string;
};
const erased = closedAs<PersonErasedBody>({
  person: uuid(),
  streams: listOfEach(
    closed({
      kind: oneOf(ERASABLE),
      id: uuid(),
      head: chainHead(),
      length: wholeIn(1, 1e9).required("is missing; send how many events it had"),
    }),
    MOST_STREAMS,
  ),
  because: oneOf(Object.keys(ERASE_REASONS) as EraseReason[]),
  reason: text(400),
});

export type Erased = PersonErasedBody & { readonly by: string; readonly at: string; readonly event: string };

export type Retention = {
  /** Where the figures come from; "own": the clinic set them itself. */
  preset: string;
  years: number;
  /** Who was not of age at the last visit is kept until this age at least; null: no such rule. */
  minorsUntil: number | null;
};
const retention = closedAs<Retention>({
  preset: oneOf([...Object.keys(RETENTION_PRESETS), "own"]),
  years: wholeIn(1, 100).required("is missing; say how many years after the last visit"),
  minorsUntil: orNone(wholeIn(18, 40), "an age, 18 to 40"),
});

export const TEAMS = ["whole clinic", "by care"] as const;

/** Somebody opened a record outside their care, and why. */
export type BrokenGlass = {
  readonly person: string;
  readonly by: string;
  readonly name: string;
  readonly at: string;
  /** Null: it stands with the person. */
  readonly reason: string | null;
};

/** Somebody who keeps the keys of a run, for the one whose hands are full. */
export type Invited = { readonly exam: string; readonly helper: string; readonly by: string; readonly at: string };

export type KeepingState = {
  /** Null: nobody has said how long records are kept. */
  retention: Retention | null;
  readonly erased: readonly Erased[];
  /** Whether everybody who may see records sees all of them, or those in their care. */
  team: (typeof TEAMS)[number];
  /** Who took somebody over, or was given them to look after, by person. */
  readonly care: Readonly<Record<string, readonly string[]>>;
  readonly brokenGlass: readonly BrokenGlass[];
  /** Databases whose signatures are known here, by the fingerprint of their key. */
  readonly databases: Readonly<Record<string, { readonly name: string; readonly at: string }>>;
  /** Helpers at the keys of an examination that is open, by examination and helper. */
  readonly invited: Readonly<Record<string, Invited>>;
};

export const noKeeping = (): KeepingState => ({
  retention: null,
  erased: [],
  team: "whole clinic",
  care: {},
  brokenGlass: [],
  databases: {},
  invited: {},
});

type KeepingDraft = Draft<KeepingState>;

export type Cared = {
  person: string;
  practitioner: string;
};
const cared = closedAs<Cared>({ person: uuid(), practitioner: uuid() });

export type TeamSetBody = {
  team: (typeof TEAMS)[number];
};
export type HelperInvitedBody = {
  exam: string;
  helper: string;
};
export type HelperSentOffBody = {
  exam: string;
  helper: string;
};
export type GlassBrokenBody = {
  person: string;
  /** In events of older programs only: it stands with the person now, and is erased with them. */
  reason?: string | undefined;
};

export type DatabaseKnownBody = { fingerprint: string; name: string };
export type DatabaseForgottenBody = { fingerprint: string };

/**
 * How a key is read out: 32 hexadecimal digits in groups of four.
 *
 * @example keyFingerprint().isValidSync("E3B0 C442 98FC 1C14 9AFB F4C8 996F B924") // true
 */
export const keyFingerprint = () =>
  text(39, 39).matches(
    /^([0-9A-F]{4} ){7}[0-9A-F]{4}$/,
    "is not a fingerprint; write its 32 digits in groups of four, as they are read out",
  );

export const keeping = {
  "database-known": kind(
    closedAs<DatabaseKnownBody>({ fingerprint: keyFingerprint(), name: text(120, 1) }),
    (draft: KeepingDraft, { body: { fingerprint, name }, at }) => void (draft.databases[fingerprint] = { name, at }),
  ),
  "database-forgotten": kind(
    closedAs<DatabaseForgottenBody>({ fingerprint: keyFingerprint() }),
    (draft: KeepingDraft, { body }) => void delete draft.databases[body.fingerprint],
  ),
  "retention-set": kind(retention, (draft: KeepingDraft, { body }) => void (draft.retention = body)),
  "person-erased": kind(
    erased,
    (draft: KeepingDraft, { id, actor, at, body }) =>
      void draft.erased.push({ ...body, by: actor.name, at, event: id }),
  ),
  "team-set": kind(
    closedAs<TeamSetBody>({ team: oneOf(TEAMS) }),
    (draft: KeepingDraft, { body }) => void (draft.team = body.team),
  ),
  "care-given": kind(cared, (draft: KeepingDraft, { body: { person, practitioner } }) => {
    draft.care[person] = [...new Set([...(draft.care[person] ?? []), practitioner])];
  }),
  "care-ended": kind(cared, (draft: KeepingDraft, { body: { person, practitioner } }) => {
    draft.care[person] = (draft.care[person] ?? []).filter((one) => one !== practitioner);
  }),
  "helper-invited": kind(
    closedAs<HelperInvitedBody>({ exam: uuid(), helper: uuid() }),
    (draft: KeepingDraft, { body: { exam, helper }, actor, at }) =>
      void (draft.invited[`${exam} ${helper}`] = { exam, helper, by: actor.name, at }),
  ),
  "helper-sent-off": kind(
    closedAs<HelperSentOffBody>({ exam: uuid(), helper: uuid() }),
    (draft: KeepingDraft, { body: { exam, helper } }) => void delete draft.invited[`${exam} ${helper}`],
  ),
  "glass-broken": kind(
    closedAs<GlassBrokenBody>({ person: uuid(), reason: text(400, 10).optional() }),
    (draft: KeepingDraft, { actor, at, body }) =>
      void draft.brokenGlass.push({
        person: body.person,
        reason: body.reason ?? null,
        by: actor.id,
        name: actor.name,
        at,
      }),
  ),
};
