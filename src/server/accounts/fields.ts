import { may } from "@/core";
import type { Route } from "@/wire/route";
import { ROUTES } from "@/wire/routes";
import type { Store } from "../store/store";
import { isOutsideCare, personIn } from "./care";
import { NOTHING } from "./granted";
import { type Member, memberIn, type Who } from "./who";

/**
 * What of an answer is seen by whom, as data: one table for every route, one
 * function that applies it. A route that is not named here does not compile.
 */

type Row = Readonly<Record<string, unknown>>;

/** Fields that are clinical, and what stands in their place for whoever does not see the person's records. */
type Clinical = {
  /** Where the rows stand in the answer; none: the answer itself. */
  readonly at?: string;
  /** Whose row it is: the field with a person's or an examination's id; the address's own person otherwise. */
  readonly whose: { readonly person: string } | { readonly exam: string } | "address";
  /** Left out of the list altogether, or shown without these. */
  readonly hides: "row" | Row;
};

/**
 * "No patient": it holds nothing of anybody. "The record": all of it is of what
 * the address names, and whoever may do the route's act sees it.
 */
type Shows = "no patient" | "the record" | readonly Clinical[];

const PERSON = { notes: "", exams: [], isHidden: true };

export const SHOWS: Readonly<Record<keyof typeof ROUTES, Shows>> = {
  here: "no patient",
  courseEvents: "the record",
  seal: "no patient",
  examPage: [{ whose: "address", hides: { previous: null, course: null, branches: [] } }],
  eventsAfter: "the record",
  appendEvents: "the record",
  liveEvents: "the record",
  door: "no patient",
  makeOwner: "no patient",
  signIn: "no patient",
  giveCode: "no patient",
  signOut: "no patient",
  lock: "no patient",
  unlock: "no patient",
  ownAccount: "no patient",
  changePassphrase: "no patient",
  chooseLockCode: "no patient",
  beginPasskey: "no patient",
  keepPasskey: "no patient",
  endPasskey: "no patient",
  askForPasskey: "no patient",
  signInByPasskey: "no patient",
  endSession: "no patient",
  changeHands: "no patient",
  beginCodes: "no patient",
  confirmCodes: "no patient",
  endCodes: "no patient",
  supervisors: "no patient",
  supervise: "no patient",
  log: "the record",
  exportLog: "the record",
  notePrint: "no patient",
  members: "no patient",
  addMember: "no patient",
  changeMember: "no patient",
  resetAccount: "no patient",
  tokens: "no patient",
  makeToken: "no patient",
  endToken: "no patient",
  keeping: "the record",
  setRetention: "the record",
  erase: "the record",
  helpers: "no patient",
  inviteHelper: "no patient",
  handOver: "the record",
  care: [{ whose: "address", hides: { given: [], opened: [] } }],
  changeCare: [{ whose: "address", hides: { given: [], opened: [] } }],
  setTeam: "no patient",
  team: "no patient",
  joinedDevices: "the record",
  joinCode: "no patient",
  sendOffDevice: "the record",
  showOnPad: "the record",
  hearDevices: "the record",
  join: "no patient",
  joined: "no patient",
  joinedClock: "no patient",
  joinedSay: "no patient",
  joinedLive: "the record",
  leave: "no patient",
  letter: "the record",
  fhir: "the record",
  incoming: "the record",
  dueCalendar: "the record",
  exportExam: "the record",
  importExam: "no patient",
  databases: "no patient",
  knowDatabase: "no patient",
  awaiting: [{ at: "awaiting", whose: { exam: "exam" }, hides: { person: "", number: "" } }],
  signature: "the record",
  countersign: "the record",
  given: "the record",
  takeKeys: "no patient",
  grants: "the record",
  giveRecord: "the record",
  health: "no patient",
  searchPeople: [{ at: "people", whose: { person: "id" }, hides: PERSON }],
  addPerson: [{ at: "person", whose: { person: "id" }, hides: PERSON }],
  changePerson: [{ at: "person", whose: { person: "id" }, hides: PERSON }],
  exportPerson: "the record",
  courses: "the record",
  listPeople: [{ at: "rows", whose: { person: "id" }, hides: { open: null, waits: [], countersign: null } }],
  due: [{ at: "due", whose: { person: "person" }, hides: "row" }],
  profiles: "no patient",
  saveProfile: "no patient",
  chooseProfile: "no patient",
  saveSettings: "no patient",
  saySentence: "no patient",
  evidence: "no patient",
  saveEvidence: "no patient",
  ownErrors: "no patient",
  keepOwnError: "no patient",
  withdrawOwnError: "no patient",
  exportEvidence: "no patient",
  importEvidence: "no patient",
  backups: "no patient",
  backUp: "no patient",
  planBackups: "no patient",
  lookIntoBackup: "no patient",
  mergeBackup: "no patient",
  restoreBackup: "no patient",
};

const BY_ROUTE: ReadonlyMap<Route, Shows> = new Map(
  (Object.keys(ROUTES) as (keyof typeof ROUTES)[]).map((name) => [ROUTES[name] as unknown as Route, SHOWS[name]]),
);

/**
 * Whether somebody sees what was found of a person, by their role and by care: a
 * record that was granted or given to them for its run opens no other.
 */
export const seesFindings = (store: Store, member: Member, person: string | null, now: number): boolean =>
  may(member, "see a record", { ...NOTHING, isOutside: isOutsideCare(store, person, member.id, now) }).may;

const isRow = (value: unknown): value is Row => typeof value === "object" && value !== null && !Array.isArray(value);

/** A row as it is shown without the fields that it does have. */
const without = (row: Row, hides: Row): Row => ({
  ...row,
  ...Object.fromEntries(Object.entries(hides).filter(([field]) => Object.hasOwn(row, field))),
});

/**
 * A route's answer as whoever asks may see it.
 *
 * @param ids the ids of the address
 */
export function shownTo(
  store: Store,
  who: Who,
  { route, ids }: { readonly route: Route; readonly ids: Readonly<Record<string, string>> },
  answer: unknown,
  now: number,
): unknown {
  const shows = BY_ROUTE.get(route);
  const member = memberIn(who);
  if (!member || shows === undefined || typeof shows === "string") return answer;
  if (!isRow(answer) || answer instanceof Response) return answer;
  const sees = (row: Row, whose: Clinical["whose"]): boolean => {
    const person =
      whose === "address"
        ? personIn(store, ids)
        : "person" in whose
          ? String(row[whose.person])
          : personIn(store, { exam: String(row[whose.exam]) });
    return seesFindings(store, member, person, now);
  };
  return shows.reduce<Row>((shown, { at, whose, hides }) => {
    const shape = (row: unknown): unknown =>
      !isRow(row) || sees(row, whose) ? row : hides === "row" ? null : without(row, hides);
    if (at === undefined) return shape(shown) as Row;
    const there = shown[at];
    return { ...shown, [at]: Array.isArray(there) ? there.map(shape).filter((row) => row !== null) : shape(there) };
  }, answer);
}
