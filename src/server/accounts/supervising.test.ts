import { beforeEach, describe, expect, it } from "vitest";
import { ROLES } from "@/core";
import { buildExam, idOf, PRACTITIONER } from "@/fixtures/samples/build";
import { NOW, sampleStore, storeExam } from "@/fixtures/store";
import { saveProfile, setMember } from "../repositories/practitioners";
import type { Store } from "../store/store";
import { addMember, setLockCode } from "./accounts";
import { senderProblem } from "./sender";
import { HOLDS_MS, isSupervised, supervise, supervisors } from "./supervising";

const TRAINEE = idOf(61);
const OTHER = idOf(62);
const AT = Date.now();
const CODE = "4711";

let store: Store;
let exam: string;

/** A trainee, the practitioner of the sample store with a short code, and an examination. */
beforeEach(async () => {
  store = sampleStore();
  saveProfile(store, { id: TRAINEE, name: "Tam", registration: "" }, { now: NOW });
  setMember(store, TRAINEE, "trainee", false, { now: NOW });
  await addMember(
    store,
    { ...PRACTITIONER, registration: "", role: "practitioner", signIn: "ines", passphrase: "walnut ferry quiet amber" },
    { now: NOW },
  );
  setLockCode(store, PRACTITIONER.id, CODE);
  exam = storeExam(store, buildExam().complaint("si-area.right").consent());
});

const asking = (over: object = {}) => ({ exam, trainee: TRAINEE, address: "10.0.0.1", ...over });
const say = (code = CODE, supervisor: string = PRACTITIONER.id) => supervise(store, asking(), supervisor, code, AT);
const NAMED = { practitioner: PRACTITIONER.id, name: PRACTITIONER.name };

const override = (supervisor?: object) => ({
  id: idOf(9),
  exam,
  at: NOW,
  actor: { id: TRAINEE, name: "Tam" },
  device: "d",
  type: "block-overridden",
  body: { block: "x", test: "slump", reason: "looked at it together", ...(supervisor ? { supervisor } : {}) },
});
const problem = (event: object) => senderProblem({ kind: "here", member: null })(store, event as never);

describe("a supervisor at a trainee's table", () => {
  it("are those with a short code who may do it alone", () => {
    expect(supervisors(store)).toEqual([{ id: PRACTITIONER.id, name: PRACTITIONER.name }]);
    for (const role of ROLES) {
      setMember(store, PRACTITIONER.id, role, false, { now: NOW });
      expect(supervisors(store).length > 0, role).toBe(role === "owner" || role === "practitioner");
    }
    setMember(store, PRACTITIONER.id, "practitioner", true, { now: NOW });
    expect(supervisors(store)).toEqual([]);
  });

  it("says so with the right code, for this examination, this trainee and a while; the record names who did", async () => {
    expect(problem(override(NAMED))).toMatchObject({ refusal: "forbidden" });
    await say();
    expect(problem(override(NAMED))).toBeNull();
    expect(problem(override())).toMatchObject({ todo: expect.stringContaining("short code") });
    expect(problem(override({ practitioner: OTHER, name: "Somebody" }))).toMatchObject({ refusal: "forbidden" });
    const held = (over: object, at = AT) => isSupervised(store, { exam, trainee: TRAINEE, ...over }, NAMED, at);
    expect([held({}), held({}, AT + HOLDS_MS), held({ exam: idOf(3) }), held({ trainee: OTHER })]).toEqual([
      true,
      false,
      false,
      false,
    ]);
    setMember(store, PRACTITIONER.id, "practitioner", true, { now: NOW });
    expect(held({})).toBe(false);
  });

  it("is not guessed: a wrong code is counted, ten of them stop it, also the right one then", async () => {
    for (let tries = 0; tries < 10; tries++) await expect(say("0000")).rejects.toMatchObject({ status: 403 });
    await expect(say()).rejects.toMatchObject({ status: 429 });
    await expect(supervise(store, asking(), TRAINEE, CODE, AT)).rejects.toThrow(/does not supervise/);
    await expect(supervise(store, asking({ trainee: PRACTITIONER.id }), PRACTITIONER.id, CODE, AT)).rejects.toThrow();
  });
});
