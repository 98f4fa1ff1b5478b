import { statSync } from "node:fs";
import { beforeAll, describe, expect, it } from "vitest";
import {
  ask,
  at,
  browser,
  cookies,
  cookiesOf,
  everyRoute,
  idOfRole,
  IDS,
  inAFolder,
  makeMembers,
  makeOwner,
  PASSPHRASE,
  signIn,
  why,
} from "@/fixtures/clinic";
import { whatOf } from "@/fixtures/samples/what-of";
import * as OTPAuth from "otpauth";
import { type Act, ACTS, foldClinic, type Role, ROLES, type StreamEvent } from "@/core";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { ROUTES } from "@/wire/routes";
import { addPerson } from "../repositories/people";
import { eventsOf, storeIdOf } from "../repositories/streams";
import { theStore } from "../store/open";
import { addMember } from "./accounts";
import { passphraseProblem } from "./passphrase";
import { secretPath } from "./secret";
import { senderProblem } from "./sender";
import { IDLE_MS } from "./who";

const NOW = "2026-03-01T09:00:00.000Z";
inAFolder();

describe("a store that nobody owns yet", () => {
  it("opens nothing but its door, and takes an owner with a passphrase that is hard to guess", async () => {
    for (const [name, route] of everyRoute) {
      if (route.act === "anybody") continue;
      const answer = await ask(route);
      expect(answer.status, name).toBe(401);
      expect(await why(answer)).toContain("no owner yet");
    }
    expect(await (await ask(at("door"))).json()).toEqual({ entrance: "first", isLocked: false, profiles: [] });
    const owner = { id: idOfRole("owner"), name: "Odile Owner", registration: "", signIn: "owner" };
    for (const passphrase of ["short", "passwordpassword", "Odile Owner Odile", "aaaaaaaaaaaaaaaa"]) {
      const refused = await ask(at("makeOwner"), { body: { ...owner, passphrase } });
      expect(refused.status, passphrase).toBe(400);
    }
    const made = await makeOwner();
    expect(made.status).toBe(200);
    expect(await made.text()).not.toMatch(/token|hash/);
    expect(await (await ask(at("door"))).json()).toEqual({ entrance: "accounts", isLocked: false, profiles: [] });
    const second = await ask(at("makeOwner"), {
      body: { ...owner, id: idOf(9), signIn: "other", passphrase: PASSPHRASE },
    });
    expect(second.status).toBe(409);
    expect(statSync(secretPath(process.env.DUST_LANTERN_DB!)).mode & 0o777).toBe(0o600);
  });
});

describe("a store with accounts", () => {
  beforeAll(async () => {
    const store = theStore();
    addPerson(
      store,
      { id: idOf(2), name: "R. Quill", birthDate: "1984-05-12", sex: "female", notes: "spoke of her sister" },
      { now: NOW },
    );
    await makeMembers();
  }, 180_000);

  it("asks of every route, with every role and with none, what the table says", async () => {
    const wrong: string[] = [];
    for (const [name, route] of everyRoute) {
      if (route.act === "anybody") continue;
      const cells = ACTS[route.act as Act].cells;
      const nobody = await ask(route);
      if (nobody.status !== 401) wrong.push(`${name} with nobody: ${nobody.status}`);
      const stale = await ask(route, { cookie: "dust-lantern.session_token=abc.def" });
      if (stale.status !== 401) wrong.push(`${name} with a made-up session: ${stale.status}`);
      for (const role of ROLES) {
        const answer = await ask(route, { cookie: cookies.get(role)!, body: null });
        const isRefused = answer.status === 401 || answer.status === 403;
        const shouldBe = ["no", "granted", "invited"].includes(cells[role]);
        if (isRefused !== shouldBe || answer.status >= 500) wrong.push(`${name} as ${role}: ${answer.status}`);
      }
    }
    expect(wrong).toEqual([]);
    expect(everyRoute.length * ROLES.length).toBeGreaterThan(250);
  });

  it("tells a wrong name and a wrong passphrase apart in nothing", async () => {
    const [name, passphrase] = [await signIn("somebody"), await signIn("trainee", "not these words at all")];
    expect([name.status, passphrase.status]).toEqual([401, 401]);
    expect(await why(name)).toBe(await why(passphrase));
    expect(name.headers.getSetCookie()).toEqual(passphrase.headers.getSetCookie());
  });

  it("takes events only from the one they name, and only such as they may record", async () => {
    const by = (role: Role) => ({ id: idOfRole(role), name: `${role} here` });
    const events = buildExam({ exam: idOf(1), actor: by("trainee") }).complaint("si-area.right").events;
    const sent = async (role: Role) =>
      (await (await ask(at("appendEvents"), { cookie: cookies.get(role)!, body: { events } })).json()) as {
        receipts: { result: string; refusal: string | null; why: string | null }[];
      };
    const byAnother = await sent("practitioner");
    expect(byAnother.receipts[0]).toMatchObject({ result: "refused", refusal: "forbidden" });
    expect(byAnother.receipts[0]!.why).toContain("waits here until trainee here signs in again");
    expect((await sent("trainee")).receipts.map(({ result }) => result)).not.toContain("refused");
    const sign = (role: Role, type: string, body: object) => ({
      ...events[0]!,
      id: idOf(5000),
      actor: by(role),
      type,
      body,
    });
    for (const [role, type, body] of [
      ["trainee", "block-overridden", { block: "x", test: "slump", reason: "wanted to try it" }],
      ["trainee", "technique-logged", { despite: "wanted to try it" }],
    ] as const) {
      const problem = senderProblem({ kind: "here", member: null })(theStore(), sign(role, type, body) as never);
      expect(problem?.refusal, type).toBe("forbidden");
      expect(whatOf(problem), type).toContain("lift a block");
    }
  });

  it("shows the front desk names, and neither notes nor examinations; what it corrects keeps the notes", async () => {
    const shown = async (role: Role) =>
      (
        (await (await ask(at("searchPeople"), { cookie: cookies.get(role)! })).json()) as {
          people: { name: string; notes: string; exams: unknown[]; number: string }[];
        }
      ).people[0]!;
    expect(await shown("practitioner")).toMatchObject({ notes: "spoke of her sister", exams: [{ id: idOf(1) }] });
    expect(await shown("front desk")).toMatchObject({ name: "R. Quill", notes: "", exams: [] });
    const body = { id: idOf(2), name: "Rosa Quill", birthDate: "1984-05-12", sex: "female", notes: "" };
    const changed = await ask(at("changePerson"), { cookie: cookies.get("front desk")!, body });
    expect(changed.status, await changed.clone().text()).toBe(200);
    expect(await shown("practitioner")).toMatchObject({ name: "Rosa Quill", notes: "spoke of her sister" });
  });

  it("keeps an owner: the last one can neither leave nor become something else", async () => {
    const ids = { ...IDS, practitioner: idOfRole("owner") };
    const cookie = cookies.get("owner")!;
    for (const body of [
      { role: "trainee", hasLeft: false },
      { role: "owner", hasLeft: true },
    ]) {
      const answer = await ask(at("changeMember"), { cookie, body, ids });
      expect(answer.status).toBe(400);
      expect(await why(answer)).toContain("without an owner");
    }
  });

  it("ends the sessions of whoever leaves, and keeps it in the clinic's own record", async () => {
    const ids = { ...IDS, practitioner: idOfRole("helper") };
    const set = (hasLeft: boolean) =>
      ask(at("changeMember"), { cookie: cookies.get("owner")!, ids, body: { role: "helper", hasLeft } });
    expect((await ask(at("here"), { cookie: cookies.get("helper")! })).status).toBe(200);
    await set(true);
    expect((await ask(at("here"), { cookie: cookies.get("helper")! })).status).toBe(401);
    expect((await signIn("helper")).status).toBe(401);
    await set(false);
    expect((await signIn("helper")).status).toBe(200);
    const store = theStore();
    const said = eventsOf<StreamEvent>(store, "clinic", storeIdOf(store)).filter(({ type }) => type === "member-set");
    expect(said.map(({ actor }) => actor.id)).toContain(idOfRole("owner"));
    expect(foldClinic(said).practitioners).toEqual({});
  });

  it("locks the table: nothing but the code or the passphrase opens it, and five wrong codes end the code", async () => {
    const cookie = cookiesOf(await signIn("practitioner"));
    const over = (name: keyof typeof ROUTES, body: object = {}) => ask(at(name), { cookie, body });
    expect((await over("lock")).status).toBe(409);
    expect((await over("chooseLockCode", { code: "2468", passphrase: "wrong words here now" })).status).toBe(403);
    expect((await over("chooseLockCode", { code: "2468", passphrase: PASSPHRASE })).status).toBe(200);
    await over("lock");
    for (const [name, route] of everyRoute)
      if (route.act !== "anybody") expect((await ask(route, { cookie })).status, name).toBe(401);
    expect((await over("unlock", { code: "1111" })).status).toBe(403);
    expect((await over("unlock", { code: "2468" })).status).toBe(200);
    expect((await over("here")).status).toBe(200);
    await over("lock");
    const guesses = await Promise.all(
      Array.from({ length: 12 }, (_, guess) => over("unlock", { code: `${3000 + guess}` })),
    );
    expect(guesses.filter(({ status }) => status === 200)).toEqual([]);
    for (let guess = 0; guess < 6; guess++) await over("unlock", { code: "0000" });
    const right = await over("unlock", { code: "2468" });
    expect(right.status).toBe(429);
    expect(await why(right)).toContain("passphrase");
  });

  it("ends a session that nobody used, and one that is ended elsewhere", async () => {
    const store = theStore();
    const [one, two] = [cookiesOf(await signIn("trainee")), cookiesOf(await signIn("trainee"))];
    const listed = (await (await ask(at("ownAccount"), { cookie: one })).json()) as {
      sessions: { id: string; isThis: boolean }[];
    };
    expect(listed.sessions.length).toBeGreaterThanOrEqual(3);
    await ask(at("endSession"), { cookie: one, body: { session: null } });
    expect((await ask(at("here"), { cookie: two })).status).toBe(401);
    expect((await ask(at("here"), { cookie: one })).status).toBe(200);
    const long = Date.now() - IDLE_MS - 60_000;
    store.sqlite
      .prepare("UPDATE account_sessions SET used_at = ?, created_at = ? WHERE user_id = ?")
      .run(long, long, idOfRole("reader"));
    expect((await ask(at("here"), { cookie: cookies.get("reader")! })).status).toBe(401);
  });

  it("asks a one-time code where one was set up, takes each once, and a recovery code once", async () => {
    const cookie = cookiesOf(await signIn("front-desk"));
    const over = (name: keyof typeof ROUTES, body: object) => ask(at(name), { cookie, body });
    const begun = (await (await over("beginCodes", { passphrase: PASSPHRASE })).json()) as {
      address: string;
      recovery: string[];
    };
    const totp = OTPAuth.URI.parse(begun.address) as OTPAuth.TOTP;
    expect((await over("confirmCodes", { code: "000000" })).status).toBe(401);
    const first = totp.generate();
    const confirmed = await over("confirmCodes", { code: first });
    expect(confirmed.status).toBe(200);
    const half = async () => {
      const came = await signIn("front-desk");
      expect(await came.json()).toEqual({ next: "code" });
      return cookiesOf(came);
    };
    const give = async (code: string, kind: string) =>
      ask(at("giveCode"), { cookie: await half(), body: { code, kind } });
    expect((await ask(at("here"), { cookie: await half() })).status).toBe(401);
    const again = await give(first, "one-time");
    expect(again.status, "the code that was used to set it up").toBe(401);
    const next = totp.generate({ timestamp: Date.now() + 30_000 });
    const [left, right] = await Promise.all([give(next, "one-time"), give(next, "one-time")]);
    expect([left.status, right.status].toSorted()).toEqual([200, 401]);
    const came = left.status === 200 ? left : right;
    expect((await ask(at("here"), { cookie: cookiesOf(came) })).status).toBe(200);
    expect((await give(begun.recovery[0]!, "recovery")).status).toBe(200);
    expect((await give(begun.recovery[0]!, "recovery")).status).toBe(401);
  }, 180_000);

  it("lets a device change hands between those who are signed in at it, and opens for each by their own code", async () => {
    const store = theStore();
    const { over } = browser();
    const member = {
      id: idOf(720),
      name: "Tamsin",
      registration: "",
      role: "practitioner" as const,
      signIn: "tamsin",
      passphrase: PASSPHRASE,
    };
    await addMember(store, member, { now: NOW });
    await over("signIn", { signIn: "tamsin", passphrase: PASSPHRASE });
    await over("chooseLockCode", { code: "1357", passphrase: PASSPHRASE });
    await over("signIn", { signIn: "trainee", passphrase: PASSPHRASE });
    const own = (await (await over("ownAccount")).json()) as { others: { session: string; name: string }[] };
    expect(own.others.map(({ name }) => name)).toEqual(["Tamsin"]);
    expect((await over("changeHands", { session: own.others[0]!.session })).status).toBe(200);
    expect((await over("here")).status).toBe(401);
    expect((await over("unlock", { code: "1357" })).status).toBe(200);
    const here = (await (await over("here")).json()) as { profile: { name: string } };
    expect(here.profile.name).toBe("Tamsin");
    expect((await over("changeHands", { session: idOf(1) })).status).toBe(400);
    await over("signOut");
    expect((await over("here")).status).toBe(401);
  });

  it("lets nobody guess for long", async () => {
    const tries = [];
    for (let count = 0; count < 12; count++)
      tries.push((await signIn("owner", `guess number ${count} of many`)).status);
    expect(tries).toEqual([...Array.from({ length: 10 }, () => 401), 429, 429]);
    const locked = await signIn("owner");
    expect(locked.status).toBe(429);
    expect(await why(locked)).toMatch(/Try again in \d+ minutes?/);
    expect((await ask(at("here"), { cookie: cookies.get("owner")! })).status).toBe(200);
    const fromOne = [];
    for (let count = 0; count < 42; count++)
      fromOne.push((await signIn(`name${count}`, PASSPHRASE, "10.0.2.1")).status);
    expect(fromOne).toEqual([...Array.from({ length: 40 }, () => 401), 429, 429]);
  }, 180_000);
});

describe("a passphrase", () => {
  it.each([
    ["walnut ferry quiet amber", true],
    ["eleven char", false],
    ["qwertyuiop1234567890", false],
    ["letmeinletmein", false],
    ["tamsin reed tamsin reed", false],
    ["x".repeat(201), false],
  ])("%s", async (passphrase, taken) =>
    expect((await passphraseProblem(passphrase, ["Tamsin Reed", "tamsin"])) === null).toBe(taken),
  );
});
