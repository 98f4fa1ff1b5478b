import { beforeAll, describe, expect, it } from "vitest";
import { type Role, ROLES } from "@/core";
import {
  ask,
  at,
  browser,
  cookies,
  cookiesOf,
  idOfRole,
  inAFolder,
  makeMembers,
  makeOwner,
  PASSPHRASE,
  signIn,
  signInName,
  why,
} from "@/fixtures/clinic";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { profileCookie } from "../edge/profile-cookie";
import { logEnds, logFaults, logPath, wholeLog } from "../log/access-log";
import { appendEvents } from "../repositories/exams";
import { addPerson } from "../repositories/people";
import { verifyStore } from "../repositories/verify";
import { theStore } from "../store/open";
import { hasLockCode } from "./accounts";
import { inviteHelper } from "./helping";

/** Ways in that were open once, each tried as it was. */

inAFolder();
const OWNER = () => ({ id: idOfRole("owner"), name: "Odile Owner" });
const AT = "2026-03-01T09:00:00.000Z";
const PERSON = idOf(31_000);
const EXAM = idOf(31_001);

describe("a clinic with accounts", () => {
  beforeAll(async () => {
    await makeOwner();
    await makeMembers();
    const store = theStore();
    const { number } = addPerson(
      store,
      { id: PERSON, name: "Anna Berg", birthDate: "1984-05-12", sex: "female", notes: "" },
      { now: AT, actor: OWNER() },
    );
    const exam = buildExam({
      exam: EXAM,
      idsFrom: 40_000,
      actor: OWNER(),
      person: { id: PERSON, number, name: "Anna Berg" },
    });
    appendEvents(store, EXAM, exam.complaint("si-area.right").events, AT);
  }, 120_000);

  it("handing the device over gives no more tries at a colleague's short code", async () => {
    const { over } = browser();
    await over("signIn", { signIn: signInName("practitioner"), passphrase: PASSPHRASE });
    await over("chooseLockCode", { code: "2468", passphrase: PASSPHRASE });
    await over("signIn", { signIn: signInName("front desk"), passphrase: PASSPHRASE });
    await over("chooseLockCode", { code: "1357", passphrase: PASSPHRASE });
    const sessionOf = async (name: string) =>
      ((await (await over("ownAccount")).json()) as { others: { session: string; name: string }[] }).others.find(
        (other) => other.name === name,
      )!.session;
    const tried: number[] = [];
    for (let round = 0; round < 4; round++) {
      await over("changeHands", { session: await sessionOf("practitioner here") });
      for (let guess = 0; guess < 4; guess++)
        tried.push((await over("unlock", { code: `${4000 + round * 10 + guess}` })).status);
      /** Back to their own, by the passphrase of whoever guesses. */
      await over("signIn", { signIn: signInName("front desk"), passphrase: PASSPHRASE });
    }
    expect(tried.filter((status) => status === 403)).toHaveLength(4);
    expect(tried.slice(5).every((status) => status === 429)).toBe(true);
    await over("changeHands", { session: await sessionOf("practitioner here") });
    expect((await over("unlock", { code: "2468" })).status).toBe(429);
  });

  it("resetting an account takes its short code as well", async () => {
    const store = theStore();
    expect(hasLockCode(store, idOfRole("practitioner"))).toBe(true);
    const ids = { practitioner: idOfRole("practitioner") };
    const body = { passphrase: "another ferry amber walnut" };
    expect((await ask(at("resetAccount"), { cookie: cookies.get("owner")!, ids, body })).status).toBe(200);
    expect(hasLockCode(store, idOfRole("practitioner"))).toBe(false);
    cookies.set("practitioner", cookiesOf(await signIn(signInName("practitioner"), body.passphrase)));
  });

  it("somebody who may be a person who is here is named, and nothing else is told of them", async () => {
    const body = { person: { id: idOf(77), name: "A. Berg", birthDate: "1984-05-12", sex: "female", notes: "" } };
    const answer = await ask(at("addPerson"), { cookie: cookies.get("front desk")!, body });
    expect(answer.status).toBe(409);
    const { duplicates } = (await answer.json()) as { duplicates: object[] };
    expect(duplicates.map((one) => Object.keys(one).toSorted())).toEqual([["birthDate", "id", "name", "number"]]);
  });

  it("a code after too many wrong ones opens nothing, right or wrong", async () => {
    const address = "10.0.9.9";
    const codeOf = async () => {
      const ids = { exam: EXAM };
      const made = await ask(at("joinCode"), { cookie: cookies.get("owner")!, ids, body: { role: "pad" } });
      return ((await made.json()) as { code: string }).code;
    };
    expect((await ask(at("join"), { body: { code: await codeOf() }, address })).status).toBe(200);
    const wrong = [];
    for (let guess = 0; guess < 12; guess++)
      wrong.push((await ask(at("join"), { body: { code: `AAAA${guess}` }, address })).status);
    expect(wrong).toEqual([...Array.from({ length: 10 }, () => 403), 429, 429]);
    const code = await codeOf();
    expect((await ask(at("join"), { body: { code }, address })).status).toBe(429);
    expect((await ask(at("join"), { body: { code }, address: "10.0.9.10" })).status).toBe(200);
  });

  it("a helper lets no other helper in: only whoever may sign invites one", async () => {
    inviteHelper(theStore(), EXAM, idOfRole("helper"), true, { now: new Date().toISOString(), actor: OWNER() });
    const wrong: string[] = [];
    for (const role of ROLES) {
      const { status } = await ask(at("joinCode"), {
        ...{ cookie: cookies.get(role)!, ids: { exam: EXAM }, body: { role: "helper" } },
      });
      const may = (["owner", "practitioner", "trainee"] as Role[]).includes(role);
      if ((status === 200) !== may) wrong.push(`${role}: ${status}`);
    }
    expect(wrong).toEqual([]);
    const pad = { cookie: cookies.get("helper")!, ids: { exam: EXAM }, body: { role: "pad" } };
    expect((await ask(at("joinCode"), pad)).status).toBe(200);
  });

  it("takes nobody's name: a profile is named like no other, and only those who sign name themselves", async () => {
    const wrong: string[] = [];
    for (const role of ROLES) {
      const save = (name: string, registration: string) =>
        ask(at("saveProfile"), { cookie: cookies.get(role)!, body: { id: idOfRole(role), name, registration } });
      const own = role === "owner" ? "Odile Owner" : `${role} here`;
      const taken = role === "owner" ? "trainee here" : "Odile Owner";
      if ((await save(taken, "")).status === 200) wrong.push(`${role} took a colleague's name`);
      if ((await save(` ${taken.toUpperCase()}`, "")).status === 200) wrong.push(`${role} took it in capitals`);
      const mayName = role === "owner" || role === "practitioner";
      if (((await save(own, "GOC 4711")).status === 200) !== mayName) wrong.push(`${role}: registration`);
      if (((await save(`${own} B`, mayName ? "GOC 4711" : "")).status === 200) !== mayName) wrong.push(`${role}: name`);
      if (mayName) await save(own, "");
    }
    expect(wrong).toEqual([]);
    const told = [...wholeLog(theStore())].filter(({ act }) => act === "changed a profile");
    expect(told.length).toBeGreaterThan(3);
    expect(told.every(({ member }) => member !== "")).toBe(true);
  });

  it("the cookie that says which profile was chosen goes over TLS only, where there is TLS", () => {
    expect(profileCookie("one")).not.toContain("Secure");
    process.env.DUST_LANTERN_TLS = "on";
    try {
      expect(profileCookie("one")).toContain("; Secure");
    } finally {
      delete process.env.DUST_LANTERN_TLS;
    }
  });

  it("half a letter spoils neither the log of access nor the list of patients", async () => {
    const store = theStore();
    for (const name of ["broken \ud800", `${"x".repeat(79)}\u{1f600}`, `${"e\u0301".repeat(60)}`])
      expect((await signIn(name)).status).toBeGreaterThanOrEqual(400);
    const body = `{"person":{"id":"${idOf(78)}","name":"Half Letter","birthDate":"1970-01-01","sex":"male","notes":"broken \\ud83d here"},"confirmed":true}`;
    expect((await ask(at("addPerson"), { cookie: cookies.get("owner")!, body })).status).toBe(200);
    expect(logFaults(logPath(store.path), logEnds(store))).toEqual([]);
    const { store: whole, records } = verifyStore(store);
    expect([...whole, ...records.flatMap(({ faults }) => faults)]).toEqual([]);
  });

  it("the log says what was done: looking is looking, changing is changing", async () => {
    const store = theStore();
    const before = [...wholeLog(store)].length;
    const cookie = cookies.get("owner")!;
    const ids = { person: PERSON };
    await ask(at("keeping"), { cookie });
    await ask(at("care"), { cookie, ids });
    await ask(at("changeCare"), {
      ...{ cookie, ids, body: { what: "give", practitioner: idOfRole("trainee"), reason: null } },
    });
    await ask(at("setRetention"), { cookie, body: { preset: "own", years: 10, minorsUntil: null } });
    await ask(at("searchPeople"), { cookie, query: "?q=Anna%20Berg" });
    const lines = [...wholeLog(store)].slice(before);
    expect(lines.map(({ act }) => act)).toEqual([
      "viewed retention settings",
      "viewed who looks after the patient",
      "changed who looks after the patient",
      "changed the retention rule",
      "see the list",
    ]);
    expect(lines.at(-1)).toMatchObject({ record: PERSON, detail: "1 shown" });
    expect(await why(await ask(at("erase"), { cookie: cookies.get("trainee")!, ids, body: {} }))).toContain("may not");
  });
});
