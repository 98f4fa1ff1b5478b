import { closed, holding, instant, listOfEach, oneOf, text, uuid, yesNo } from "@/core/base";
import { ROLES } from "@/core/vocabulary";
import { type LogLine, PRINTED } from "./access-log";
import type { Door, MemberAccount, OwnAccount, PasskeyStep, SignedIn, Supervisor } from "./accounts";
import { answers, route } from "./route";

const PEOPLE = 1000;
const SESSIONS = 200;
const signIn = () =>
  text(40, 2).matches(
    /^[a-z0-9][a-z0-9.-]*$/i,
    "may have letters, digits, dots and dashes only; take for instance the first name",
  );
const passphrase = () => text(200, 1);
const person = {
  name: text(120, 1),
  registration: text(80),
  signIn: signIn(),
  passphrase: passphrase(),
};
const member = holding({ id: uuid(), name: text(400), role: oneOf(ROLES) });
const members = holding({ members: listOfEach(member, PEOPLE) });
const done = holding({ done: yesNo() });
const signedIn = holding({ next: oneOf(["come in", "code"]) });
/** What a device answered: the library looks at it. */
const device = () => holding({ id: text(2000, 1), type: text(40, 1), response: holding({}) });
const short = () => text(6, 4).matches(/^\d+$/, "has to be four to six digits");

/** Routes of accounts: who comes in, as whom, and what becomes of it. */
export const ACCOUNT_ROUTES = {
  door: route("GET", "/api/account/door", {
    act: "anybody",
    answer: holding({
      entrance: oneOf(["accounts", "here", "first"]),
      isLocked: yesNo(),
      profiles: listOfEach(holding({ id: uuid(), name: text(400) }), PEOPLE),
    }),
    answers: answers<Door>(),
  }),
  makeOwner: route("POST", "/api/account/owner", {
    act: "anybody",
    ask: closed({ ...person, id: uuid() }),
    answer: signedIn,
    answers: answers<SignedIn>(),
  }),
  signIn: route("POST", "/api/account/sign-in", {
    act: "anybody",
    ask: closed({ signIn: text(200, 1), passphrase: passphrase() }),
    answer: signedIn,
    answers: answers<SignedIn>(),
  }),
  giveCode: route("POST", "/api/account/code", {
    act: "anybody",
    ask: closed({ code: text(40, 6), kind: oneOf(["one-time", "recovery"]) }),
    answer: signedIn,
    answers: answers<SignedIn>(),
  }),
  signOut: route("POST", "/api/account/sign-out", {
    act: "anybody",
    ask: closed({}),
    answer: done,
    answers: answers<{ done: boolean }>(),
  }),
  lock: route("POST", "/api/account/lock", {
    act: "anybody",
    ask: closed({}),
    answer: done,
    answers: answers<{ done: boolean }>(),
  }),
  unlock: route("POST", "/api/account/unlock", {
    act: "anybody",
    ask: closed({ code: short() }),
    answer: done,
    answers: answers<{ done: boolean }>(),
  }),
  ownAccount: route("GET", "/api/account", {
    act: "be here",
    ask: closed({}),
    answer: holding({ signIn: text(80), sessions: listOfEach(holding({ id: uuid(), since: instant() }), SESSIONS) }),
    answers: answers<OwnAccount>(),
  }),
  changePassphrase: route("POST", "/api/account/passphrase", {
    act: "be here",
    ask: closed({ now: passphrase(), next: passphrase() }),
    answer: done,
    answers: answers<{ done: boolean }>(),
  }),
  chooseLockCode: route("PUT", "/api/account/lock-code", {
    act: "be here",
    ask: closed({ code: short().nullable().defined("is missing; send the code, or null"), passphrase: passphrase() }),
    answer: done,
    answers: answers<{ done: boolean }>(),
  }),
  beginPasskey: route("POST", "/api/account/passkeys/begin", {
    act: "be here",
    ask: closed({ passphrase: passphrase() }),
    answer: holding({ options: holding({}) }),
    answers: answers<PasskeyStep>(),
  }),
  keepPasskey: route("POST", "/api/account/passkeys", {
    act: "be here",
    ask: closed({ name: text(60, 1), response: device() }),
    answer: done,
    answers: answers<{ done: boolean }>(),
  }),
  endPasskey: route("POST", "/api/account/passkeys/end", {
    act: "be here",
    ask: closed({ id: uuid(), passphrase: passphrase() }),
    answer: done,
    answers: answers<{ done: boolean }>(),
  }),
  askForPasskey: route("POST", "/api/account/passkey/ask", {
    act: "anybody",
    ask: closed({}),
    answer: holding({ options: holding({}) }),
    answers: answers<PasskeyStep>(),
  }),
  signInByPasskey: route("POST", "/api/account/passkey", {
    act: "anybody",
    ask: closed({ response: device() }),
    answer: signedIn,
    answers: answers<SignedIn>(),
  }),
  endSession: route("POST", "/api/account/end-session", {
    act: "be here",
    ask: closed({ session: uuid().nullable().defined("is missing; send the session, or null for all others") }),
    answer: done,
    answers: answers<{ done: boolean }>(),
  }),
  changeHands: route("POST", "/api/account/change-hands", {
    act: "be here",
    ask: closed({ session: uuid() }),
    answer: done,
    answers: answers<{ done: boolean }>(),
  }),
  beginCodes: route("POST", "/api/account/codes", {
    act: "be here",
    ask: closed({ passphrase: passphrase() }),
    answer: holding({ address: text(400, 1), recovery: listOfEach(text(40, 1), SESSIONS) }),
    answers: answers<{ address: string; recovery: readonly string[] }>(),
  }),
  confirmCodes: route("POST", "/api/account/codes/confirm", {
    act: "be here",
    ask: closed({ code: text(10, 6) }),
    answer: done,
    answers: answers<{ done: boolean }>(),
  }),
  endCodes: route("POST", "/api/account/codes/end", {
    act: "be here",
    ask: closed({ passphrase: passphrase() }),
    answer: done,
    answers: answers<{ done: boolean }>(),
  }),
  supervisors: route("GET", "/api/exams/{exam}/supervise", {
    act: "examine",
    ask: closed({}),
    answer: holding({ supervisors: listOfEach(holding({ id: uuid(), name: text(400) }), PEOPLE) }),
    answers: answers<{ supervisors: readonly Supervisor[] }>(),
  }),
  supervise: route("POST", "/api/exams/{exam}/supervise", {
    act: "examine",
    ask: closed({ supervisor: uuid(), code: short() }),
    answer: holding({ id: uuid(), name: text(400) }),
    answers: answers<Supervisor>(),
  }),
  log: route("GET", "/api/log", {
    act: "see the log",
    ask: closed({
      q: text(200).optional(),
      before: text(12, 1).matches(/^\d+$/, "is not a line; use a whole number").optional(),
    }),
    answer: holding({ lines: listOfEach(holding({ act: text(200), at: instant() }), PEOPLE), more: yesNo() }),
    answers: answers<{ lines: readonly LogLine[]; more: boolean }>(),
  }),
  exportLog: route("GET", "/api/log/export", { act: "see the log", ask: closed({}) }),
  notePrint: route("POST", "/api/printed", {
    act: "be here",
    ask: closed({ record: uuid(), what: oneOf(PRINTED) }),
    answer: done,
    answers: answers<{ done: boolean }>(),
  }),
  members: route("GET", "/api/members", {
    act: "change who works here",
    answer: members,
    answers: answers<{ members: readonly MemberAccount[] }>(),
  }),
  addMember: route("POST", "/api/members", {
    act: "change who works here",
    ask: closed({ ...person, id: uuid(), role: oneOf(ROLES) }),
    answer: members,
    answers: answers<{ members: readonly MemberAccount[] }>(),
  }),
  changeMember: route("PUT", "/api/members/{practitioner}", {
    act: "change who works here",
    ask: closed({ role: oneOf(ROLES), hasLeft: yesNo() }),
    answer: members,
    answers: answers<{ members: readonly MemberAccount[] }>(),
  }),
  resetAccount: route("POST", "/api/members/{practitioner}/passphrase", {
    act: "change who works here",
    ask: closed({ passphrase: passphrase() }),
    answer: members,
    answers: answers<{ members: readonly MemberAccount[] }>(),
  }),
} as const;
