import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { type Role, ROLES } from "@/core";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { NOW, sampleStore, storeExam } from "@/fixtures/store";
import { awaitingFor, countersign, signatureFacts, standing } from "./countersigning";
import { saveProfile, setMember } from "./practitioners";
import { endOf } from "./streams";
import { verifyStore } from "./verify";
import { rebuildRows } from "./rebuild";

const SIGNER = { id: idOf(41), name: "Tilda" };
const OTHER = { id: idOf(42), name: "Jonah" };

/** A store in which somebody of this role has signed an examination. */
function signedBy(role: Role) {
  const store = sampleStore();
  for (const { id, name } of [SIGNER, OTHER]) saveProfile(store, { id, name, registration: "" }, { now: NOW });
  setMember(store, SIGNER.id, role, false, { now: NOW });
  setMember(store, OTHER.id, "practitioner", false, { now: NOW });
  const builder = buildExam({ actor: SIGNER });
  builder.complaint("si-area.right").consent().guard().rest(1, "si-area.right");
  builder.sign();
  const exam = storeExam(store, builder);
  return { store, exam, head: endOf(store, "exam", exam)!.head };
}
const asking = (role: Role, id: string = OTHER.id) => ({ id, role, hasLeft: false });

describe("countersigning", () => {
  it("every role: only what a trainee signed waits", () =>
    forEvery(ROLES, (role) => {
      const { store, exam } = signedBy(role);
      expect(standing(store, exam).state).toBe(role === "trainee" ? "waits" : "none");
      expect(awaitingFor(store, asking("practitioner"))).toHaveLength(role === "trainee" ? 1 : 0);
    }));

  it("every role: it is on the list of those who may countersign, and of nobody else", () =>
    forEvery(ROLES, (role) => {
      const { store, exam } = signedBy("trainee");
      const listed = awaitingFor(store, asking(role)).map((one) => one.exam);
      expect(listed).toEqual(role === "owner" || role === "practitioner" ? [exam] : []);
      expect(awaitingFor(store, asking("owner", SIGNER.id))).toEqual([]);
      expect(signatureFacts(store, exam)).toMatchObject({ isSigned: true, signedBy: SIGNER.id });
    }));

  it("names the end that was looked at, is said once, and stands in the clinic's own record", () => {
    const { store, exam, head } = signedBy("trainee");
    const by = { now: NOW, actor: OTHER };
    expect(() => countersign(store, exam, "ab".repeat(32), null, by)).toThrow("has moved on");
    countersign(store, exam, head, null, by);
    expect(standing(store, exam)).toEqual({ state: "countersigned", by: "Jonah", at: NOW, reason: null });
    expect(() => countersign(store, exam, head, null, by)).toThrow("does not wait");
    expect(verifyStore(store).store).toEqual([]);
    rebuildRows(store, NOW);
    expect(verifyStore(store).records.flatMap(({ faults }) => faults)).toEqual([]);
  });

  it("gives a record back with its reason", () => {
    const { store, exam, head } = signedBy("trainee");
    countersign(store, exam, head, "say which leg", { now: NOW, actor: OTHER });
    expect(standing(store, exam)).toMatchObject({ state: "returned", reason: "say which leg", by: "Jonah" });
    expect(awaitingFor(store, asking("owner"))).toEqual([]);
  });

  it("shows when somebody's role was changed in the list beside what was recorded", () => {
    const { store } = signedBy("trainee");
    store.sqlite.prepare("UPDATE practitioners SET role = 'owner' WHERE id = ?").run(SIGNER.id);
    const faults = verifyStore(store).records.flatMap((record) => record.faults);
    expect(faults.join()).toContain("The profile of Tilda says otherwise than what was recorded.");
    rebuildRows(store, NOW);
    expect(verifyStore(store).records.flatMap((record) => record.faults)).toEqual([]);
  });
});
