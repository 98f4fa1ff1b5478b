import {
  chainHead,
  closed,
  holding,
  instant,
  listOfEach,
  oneOf,
  orNone,
  text,
  uuid,
  wholeIn,
  yesNo,
} from "@/core/base";
import { EXAM_FILE_MAX_BYTES } from "@/core/admission";
import {
  KEPT_MOST_LETTERS,
  keyFingerprint,
  type OwnError,
  ownError,
  ownSentence,
  type Person,
  shippedSentence,
} from "@/core/record";
import type { EvidenceChanges } from "@/core/evidence";
import { ACCOUNT_ROUTES } from "./account-routes";
import { DEVICE_ROUTES } from "./device-routes";
import type { BackupHolding, BackupMerge, BackupRun, Backups } from "./backups";
import type { Awaiting, SignatureStanding } from "./countersigning";
import type { Databases, SignedBy } from "./exchange";
import type { Given, RecordGrants } from "./grants";
import { EXCHANGE_ROUTES } from "./exchange-routes";
import { KEEPING_ROUTES } from "./keeping-routes";
import type { DueCourse, PersonCourses } from "./course";
import type { EvidenceVersion } from "./evidence";
import type { Profile } from "./practitioners";
import type { ListRow, RosterRow } from "./roster";
import { anything, EXAM_ROUTES, MOST, PEOPLE, profile } from "./exam-routes";
import { answers, route } from "./route";

/** The most letters of a table of evidence. */
const BIGGEST_TABLE = 200_000;
const person = holding({ id: uuid(), name: text(400), number: text(80) });
const downloadAs = closed({ as: oneOf(["json", "csv"]) });
/** What opens a back-up: the file as the server sees it, and its passphrase or secret key. */
const opening = {
  file: text(1000, 1),
  passphrase: text(1000, 1).optional(),
  identity: text(200, 1).optional(),
};

const PEOPLE_AT_ONCE = 1000;
const MOST_PEOPLE = 10_000_000;
const ownErrorList = holding({ errors: listOfEach(holding({ id: uuid(), at: instant() }), MOST) });
const standing = holding({ state: oneOf(["none", "waits", "countersigned", "returned"]) });

const databases = holding({
  own: text(39, 39),
  known: listOfEach(holding({ fingerprint: text(39, 39), name: text(400) }), PEOPLE),
});

/** Who is perhaps meant by somebody new. */
export const alreadyThere = holding({
  duplicates: listOfEach(holding({ id: uuid(), name: text(400), number: text(80), birthDate: text(20) }), PEOPLE),
});

/** Every route of the program: the browser calls these, the server serves these, and no other is answered. */
export const ROUTES = {
  ...EXAM_ROUTES,
  ...ACCOUNT_ROUTES,
  ...KEEPING_ROUTES,
  ...DEVICE_ROUTES,
  ...EXCHANGE_ROUTES,
  exportExam: route("GET", "/api/exams/{exam}/export", { act: "take records out", ask: downloadAs }),
  importExam: route("POST", "/api/import", {
    act: "take records in",
    ask: text(EXAM_FILE_MAX_BYTES, 1),
    limit: EXAM_FILE_MAX_BYTES,
    isFile: true,
    answer: holding({ exam: text(80), added: wholeIn(0, MOST), already: wholeIn(0, MOST) }),
    answers: answers<{
      exam: string;
      added: number;
      already: number;
      branches: number;
      others: number;
      signedBy: SignedBy;
    }>(),
  }),
  databases: route("GET", "/api/databases", {
    act: "take records in",
    ask: closed({}),
    answer: databases,
    answers: answers<Databases>(),
  }),
  knowDatabase: route("POST", "/api/databases", {
    act: "let systems in",
    ask: closed({
      fingerprint: keyFingerprint(),
      name: text(120, 1).nullable().defined("is missing; send what it is called, or null to forget it"),
    }),
    answer: databases,
    answers: answers<Databases>(),
  }),
  awaiting: route("GET", "/api/countersign", {
    act: "countersign",
    ask: closed({}),
    answer: holding({ awaiting: listOfEach(holding({ exam: uuid(), person: text(400), at: instant() }), MOST) }),
    answers: answers<{ awaiting: readonly Awaiting[] }>(),
  }),
  signature: route("GET", "/api/exams/{exam}/signature", {
    act: "see a record",
    ask: closed({}),
    answer: standing,
    answers: answers<SignatureStanding>(),
  }),
  countersign: route("POST", "/api/exams/{exam}/countersign", {
    act: "countersign",
    ask: closed({ head: chainHead(), reason: text(400, 3).nullable().defined("is missing; send the reason, or null") }),
    answer: standing,
    answers: answers<SignatureStanding>(),
  }),
  given: route("GET", "/api/given", {
    act: "be here",
    ask: closed({}),
    answer: holding({ given: listOfEach(holding({ exam: uuid(), person: text(400), reason: text(400) }), MOST) }),
    answers: answers<{ given: readonly Given[] }>(),
  }),
  takeKeys: route("POST", "/api/given", {
    act: "be here",
    ask: closed({ code: text(20, 1) }),
    answer: holding({ exam: uuid() }),
    answers: answers<{ exam: string }>(),
  }),
  grants: route("GET", "/api/exams/{exam}/grants", {
    act: "change who works here",
    ask: closed({}),
    answer: holding({ readers: listOfEach(holding({ id: uuid(), name: text(400) }), PEOPLE) }),
    answers: answers<RecordGrants>(),
  }),
  giveRecord: route("POST", "/api/exams/{exam}/grants", {
    act: "change who works here",
    ask: closed({ reader: uuid(), reason: text(400, 3).nullable().defined("is missing; send the reason, or null") }),
    answer: holding({ readers: listOfEach(holding({ id: uuid(), name: text(400) }), PEOPLE) }),
    answers: answers<RecordGrants>(),
  }),
  health: route("GET", "/api/health", {
    act: "anybody",
    answer: holding({ store: oneOf(["open", "read only"]), now: instant() }),
    answers: answers<{ store: "open" | "read only"; now: string }>(),
  }),
  searchPeople: route("GET", "/api/people", {
    isKept: true,
    act: "see the list",
    ask: closed({ q: text(200).optional() }),
    answer: holding({ people: listOfEach(person, PEOPLE) }),
    answers: answers<{ people: readonly RosterRow[] }>(),
  }),
  addPerson: route("POST", "/api/people", {
    act: "enter people",
    ask: closed({ person: anything(), confirmed: yesNo().optional() }),
    answer: holding({ person }),
    answers: answers<{ person: Person }>(),
  }),
  changePerson: route("PUT", "/api/people/{person}", {
    act: "enter people",
    ask: anything(),
    answer: holding({ person }),
    answers: answers<{ person: Person }>(),
  }),
  exportPerson: route("GET", "/api/people/{person}/export", { act: "take records out" }),
  courses: route("GET", "/api/people/{person}/courses", {
    act: "see a record",
    answer: holding({
      person,
      told: holding({
        rows: listOfEach(holding({ key: text(600), label: text(400) }), MOST),
        kept: listOfEach(holding({ what: text(80), json: text(KEPT_MOST_LETTERS) }), MOST),
      }),
      courses: listOfEach(holding({ episode: uuid(), sentence: text(4000) }), MOST),
      continued: listOfEach(holding({ episode: uuid(), head: text(80) }), MOST),
      odd: listOfEach(text(400), MOST),
    }),
    answers: answers<PersonCourses>(),
  }),
  listPeople: route("GET", "/api/lists", {
    act: "see the list",
    ask: closed({ from: text(8).optional() }),
    answer: holding({
      rows: listOfEach(holding({ id: uuid(), name: text(400), number: text(80) }), PEOPLE_AT_ONCE),
      next: orNone(wholeIn(0, MOST_PEOPLE), "where the next page begins"),
    }),
    answers: answers<{ rows: readonly ListRow[]; next: number | null }>(),
  }),
  due: route("GET", "/api/due", {
    act: "be here",
    answer: holding({ due: listOfEach(holding({ episode: uuid(), person: uuid(), name: text(400) }), PEOPLE) }),
    answers: answers<{ due: readonly DueCourse[] }>(),
  }),
  profiles: route("GET", "/api/practitioners", {
    act: "be here",
    answer: holding({ profiles: listOfEach(profile, PEOPLE) }),
    answers: answers<{ profiles: readonly Profile[] }>(),
  }),
  saveProfile: route("POST", "/api/practitioners", {
    act: "be here",
    logged: "changed a profile",
    ask: anything(),
    answer: holding({ profile }),
    answers: answers<{ profile: Profile }>(),
  }),
  chooseProfile: route("POST", "/api/practitioners/{practitioner}/choose", {
    act: "be here",
    ask: closed({}),
    answer: holding({ profile }),
    answers: answers<{ profile: Profile }>(),
  }),
  saveSettings: route("PUT", "/api/practitioners/{practitioner}/settings", {
    act: "be here",
    ask: anything(),
    answer: holding({ profile }),
    answers: answers<{ profile: Profile }>(),
  }),
  saySentence: route("PUT", "/api/words", {
    act: "change what is said",
    ask: closed({ shipped: shippedSentence(), own: ownSentence().nullable() }),
    answer: holding({ words: holding({}) }),
    answers: answers<{ words: Readonly<Record<string, string>> }>(),
  }),
  evidence: route("GET", "/api/evidence", {
    act: "see the figures",
    answer: holding({ changes: holding({}), history: listOfEach(holding({ version: text(80) }), MOST) }),
    answers: answers<{ changes: EvidenceChanges; history: readonly Omit<EvidenceVersion, "changes">[] }>(),
  }),
  saveEvidence: route("POST", "/api/evidence", {
    act: "change the figures",
    ask: closed({ changes: anything(), by: anything(), reason: anything() }),
    answer: holding({ saved: holding({ version: text(80) }) }),
    answers: answers<{ saved: EvidenceVersion }>(),
  }),
  ownErrors: route("GET", "/api/evidence/errors", {
    act: "see the figures",
    ask: closed({}),
    answer: ownErrorList,
    answers: answers<{ errors: readonly OwnError[] }>(),
  }),
  keepOwnError: route("POST", "/api/evidence/errors", {
    act: "change the figures",
    ask: closed({ error: uuid(), of: ownError() }),
    answer: ownErrorList,
    answers: answers<{ errors: readonly OwnError[] }>(),
  }),
  withdrawOwnError: route("PUT", "/api/evidence/errors", {
    act: "change the figures",
    ask: closed({ error: uuid() }),
    answer: ownErrorList,
    answers: answers<{ errors: readonly OwnError[] }>(),
  }),
  exportEvidence: route("GET", "/api/evidence/export", { act: "see the figures", ask: downloadAs }),
  importEvidence: route("POST", "/api/evidence/import", {
    act: "change the figures",
    ask: closed({ content: text(BIGGEST_TABLE), by: anything(), reason: anything() }),
    answer: holding({ saved: holding({ version: text(80) }) }),
    answers: answers<{ saved: EvidenceVersion }>(),
  }),
  backups: route("GET", "/api/backups", {
    act: "look after back-ups",
    answer: holding({ runs: listOfEach(holding({ at: text(40, 1), file: text(2000) }), PEOPLE) }),
    answers: answers<Backups>(),
  }),
  backUp: route("POST", "/api/backups", {
    act: "look after back-ups",
    ask: closed({
      by: closed({ folder: text(1000, 1), passphrase: text(1000, 12) })
        .nullable()
        .defined("is missing; send folder and passphrase, or null for the key that is set up"),
    }),
    answer: holding({ run: holding({ at: text(40, 1), file: text(2000) }) }),
    answers: answers<{ run: BackupRun }>(),
  }),
  planBackups: route("PUT", "/api/backups", {
    act: "look after back-ups",
    ask: closed({
      plan: closed({ folder: text(1000, 1), recipient: text(200, 1) })
        .nullable()
        .defined("is missing; send folder and recipient, or null"),
    }),
    answer: holding({ runs: listOfEach(holding({ at: text(40, 1) }), PEOPLE) }),
    answers: answers<Backups>(),
  }),
  lookIntoBackup: route("POST", "/api/backups/look", {
    act: "look after back-ups",
    ask: closed(opening),
    answer: holding({ exams: wholeIn(0, MOST), faults: listOfEach(text(4000), MOST) }),
    answers: answers<BackupHolding>(),
  }),
  mergeBackup: route("POST", "/api/backups/merge", {
    act: "look after back-ups",
    ask: closed({ ...opening, dryRun: yesNo() }),
    answer: holding({ added: wholeIn(0, MOST), forwarded: wholeIn(0, MOST), forked: wholeIn(0, MOST) }),
    answers: answers<BackupMerge>(),
  }),
  restoreBackup: route("POST", "/api/backups/restore", {
    act: "look after back-ups",
    ask: closed({
      ...opening,
      as: oneOf(["same", "copy"]).nullable().defined("is missing; send which of the two it is, or null"),
    }),
    answer: holding({ exams: wholeIn(0, MOST), faults: listOfEach(text(4000), MOST) }),
    answers: answers<Omit<BackupHolding, "lost" | "key">>(),
  }),
} as const;
