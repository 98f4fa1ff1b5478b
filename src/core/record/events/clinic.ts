import { mixed } from "yup";
import { chainHead, closedAs, instant, oneOf, text, uuid, wholeIn, withFastPath, yesNo } from "../../base";
import { evidenceVersion, type Role, ROLES } from "../../vocabulary";
import { type Draft, kind } from "../envelope";
import { noOwnErrors, ownErrors, type OwnErrorState } from "./clinic-error";
import { keeping, type KeepingState, noKeeping } from "./clinic-keeping";
import { ownSentence, type PractitionerSettings, practitionerSettingsSchema, shippedSentence } from "../work-settings";

/** What holds for the whole clinic: who works here and how, and the figures it reads under. */

const isObject = (value: unknown): value is object =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** A clinic's changes to the figures; what stands in them is for the evidence to check. */
const changes = () =>
  withFastPath(
    mixed<object>()
      .required("is missing; send the changes")
      .test("object", "is not an object; send the changes", isObject),
    isObject,
  );

export type PractitionerEnteredBody = {
  practitioner: string;
  name: string;
  registration: string;
};
const profile = closedAs<PractitionerEnteredBody>({ practitioner: uuid(), name: text(120, 1), registration: text(80) });

export type ClinicPractitioner = {
  readonly id: string;
  readonly name: string;
  readonly registration: string;
  /** The names this profile had before: what was recorded under one is theirs. */
  readonly formerNames: readonly string[];
  /** Null: as shipped. */
  readonly settings: PractitionerSettings | null;
  readonly role: Role;
  /** They work here no longer: what they did stays theirs, and nothing new is taken from them. */
  readonly hasLeft: boolean;
};

/** What a role was before roles were told apart, and is until one is given. */
export const ROLE_BEFORE: Role = "owner";

/** What became of a record that a trainee signed: null while somebody has still to look at it. */
export type Countersignature = {
  readonly exam: string;
  /** The record's end that was looked at. */
  readonly head: string;
  readonly by: string;
  readonly at: string;
  /** Why it was given back; null: countersigned. */
  readonly returnedFor: string | null;
};

export type SavedEvidence = {
  readonly version: string;
  readonly at: string;
  readonly by: string;
  readonly reason: string;
  readonly changes: object;
  /** False: it came with an exam that was imported, and is held only to read that exam. */
  readonly inForce: boolean;
};

/** A signed record that was given to a reader to look at. */
export type Grant = {
  readonly exam: string;
  readonly reader: string;
  readonly reason: string;
  readonly by: string;
  readonly at: string;
};

export type ClinicState = KeepingState &
  OwnErrorState & {
    readonly practitioners: Readonly<Record<string, ClinicPractitioner>>;
    readonly evidence: readonly SavedEvidence[];
    /** The last word on each exam that a trainee signed. */
    readonly countersigned: Readonly<Record<string, Countersignature>>;
    /** Records that readers may look at, by examination and reader. */
    readonly grants: Readonly<Record<string, Grant>>;
    /** What is said to people here in other words, under the sentence that ships. */
    readonly words: Readonly<Record<string, string>>;
    /** Where the log of access ended, each time that was told. */
    readonly logEnds: readonly { readonly lines: number; readonly head: string }[];
  };

export const emptyClinic = (): ClinicState => ({
  ...noKeeping(),
  ...noOwnErrors(),
  practitioners: {},
  evidence: [],
  countersigned: {},
  grants: {},
  words: {},
  logEnds: [],
});

type ClinicDraft = Draft<ClinicState>;

export type MemberSetBody = {
  practitioner: string;
  role: Role;
  hasLeft: boolean;
};
export type AccessLogToldBody = {
  lines: number;
  head: string;
};
export type SentenceSaidBody = {
  shipped: string;
  own: string;
};
export type SentenceAsShippedBody = {
  shipped: string;
};
export type RecordGrantedBody = {
  exam: string;
  reader: string;
  reason: string;
};
export type GrantEndedBody = {
  exam: string;
  reader: string;
};
export type RecordCountersignedBody = {
  exam: string;
  head: string;
};
export type RecordReturnedBody = {
  exam: string;
  head: string;
  reason: string;
};
export type SettingsChosenBody = {
  practitioner: string;
  settings: PractitionerSettings;
};
export type EvidenceSavedBody = {
  version: string;
  at: string;
  by: string;
  reason: string;
  changes: object;
  inForce: boolean;
};

export const clinic = {
  ...keeping,
  ...ownErrors,
  "practitioner-entered": kind(profile, (draft: ClinicDraft, { body }) => {
    const { practitioner: id, name, registration } = body;
    const known = draft.practitioners[id];
    const before = known ?? { settings: null, role: ROLE_BEFORE, hasLeft: false };
    const formerNames = known ? [...new Set([...known.formerNames, known.name])].filter((one) => one !== name) : [];
    draft.practitioners[id] = { ...before, id, name, registration, formerNames };
  }),
  "member-set": kind(
    closedAs<MemberSetBody>({ practitioner: uuid(), role: oneOf(ROLES), hasLeft: yesNo() }),
    (draft: ClinicDraft, { body: { practitioner: id, role, hasLeft } }) => {
      const known = draft.practitioners[id];
      if (known) draft.practitioners[id] = { ...known, role, hasLeft };
    },
  ),
  /** Where the log of access ended then: a log that was cut or written anew shows against it. */
  "access-log-told": kind(
    closedAs<AccessLogToldBody>({ lines: wholeIn(1, 1e9).required("is missing; send how many"), head: chainHead() }),
    (draft: ClinicDraft, { body }) => void draft.logEnds.push(body),
  ),
  "sentence-said": kind(
    closedAs<SentenceSaidBody>({ shipped: shippedSentence(), own: ownSentence() }),
    (draft: ClinicDraft, { body: { shipped, own } }) => void (draft.words[shipped] = own),
  ),
  "sentence-as-shipped": kind(
    closedAs<SentenceAsShippedBody>({ shipped: shippedSentence() }),
    (draft: ClinicDraft, { body: { shipped } }) => void delete draft.words[shipped],
  ),
  "record-granted": kind(
    closedAs<RecordGrantedBody>({ exam: uuid(), reader: uuid(), reason: text(400, 3) }),
    (draft: ClinicDraft, { body, actor, at }) =>
      void (draft.grants[`${body.exam} ${body.reader}`] = { ...body, by: actor.id, at }),
  ),
  "grant-ended": kind(
    closedAs<GrantEndedBody>({ exam: uuid(), reader: uuid() }),
    (draft: ClinicDraft, { body: { exam, reader } }) => void delete draft.grants[`${exam} ${reader}`],
  ),
  "record-countersigned": kind(
    closedAs<RecordCountersignedBody>({ exam: uuid(), head: chainHead() }),
    (draft: ClinicDraft, { body, actor, at }) =>
      void (draft.countersigned[body.exam] = { ...body, by: actor.id, at, returnedFor: null }),
  ),
  "record-returned": kind(
    closedAs<RecordReturnedBody>({ exam: uuid(), head: chainHead(), reason: text(400, 3) }),
    (draft: ClinicDraft, { body: { exam, head, reason }, actor, at }) =>
      void (draft.countersigned[exam] = { exam, head, by: actor.id, at, returnedFor: reason }),
  ),
  "settings-chosen": kind(
    closedAs<SettingsChosenBody>({ practitioner: uuid(), settings: practitionerSettingsSchema }),
    (draft: ClinicDraft, { body }) => {
      const known = draft.practitioners[body.practitioner];
      if (known) draft.practitioners[body.practitioner] = { ...known, settings: body.settings as PractitionerSettings };
    },
  ),
  "evidence-saved": kind(
    closedAs<EvidenceSavedBody>({
      version: evidenceVersion(),
      at: instant(),
      by: text(120, 1),
      reason: text(400),
      changes: changes(),
      inForce: yesNo(),
    }),
    (draft: ClinicDraft, { body }) => void draft.evidence.push(body),
  ),
};
