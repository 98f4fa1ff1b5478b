import { describe, expect, it } from "vitest";
import { may, ROLES } from "@/core";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { NOW, sampleStore, storeExam } from "@/fixtures/store";
import { recordFacts } from "../accounts/granted";
import { giveRecord, givenTo, grantsOf, isGranted, isSigned } from "./grants";
import { saveProfile, setMember } from "./practitioners";
import { rebuildRows } from "./rebuild";
import { verifyStore } from "./verify";

const READER = idOf(41);
const BY = { now: NOW, actor: { id: "00000000-0000-4000-8000-0000000dbba1", name: "Ines Calder" } };

/** A store with a signed examination, an open one, and a reader. */
function withReader() {
  const store = sampleStore();
  saveProfile(store, { id: READER, name: "Rae", registration: "" }, { now: NOW });
  setMember(store, READER, "reader", false, { now: NOW });
  const signed = buildExam().complaint("si-area.right").consent().guard().rest(1, "si-area.right");
  signed.sign();
  const open = buildExam({ exam: idOf(2), idsFrom: 9000 }).complaint("si-area.right");
  return { store, signed: storeExam(store, signed), open: storeExam(store, open) };
}

describe("records given to a reader", () => {
  it("are signed ones only, given to readers only, and stand in the clinic's own record", () => {
    const { store, signed, open } = withReader();
    expect([isSigned(store, signed), isSigned(store, open), isSigned(store, idOf(99))]).toEqual([true, false, false]);
    expect(() => giveRecord(store, open, READER, "audit", BY)).toThrow("is not signed");
    expect(() => giveRecord(store, signed, BY.actor.id, "audit", BY)).toThrow("is not a reader");
    giveRecord(store, signed, READER, "audit", BY);
    expect(givenTo(store, READER)).toMatchObject([{ exam: signed, person: "R. Quill", reason: "audit" }]);
    expect(grantsOf(store, signed).readers).toEqual([{ id: READER, name: "Rae", reason: "audit" }]);
    expect(grantsOf(store, open).readers).toEqual([{ id: READER, name: "Rae", reason: null }]);
    rebuildRows(store, NOW);
    expect(verifyStore(store).records.flatMap(({ faults }) => faults)).toEqual([]);
    giveRecord(store, signed, READER, null, BY);
    expect([isGranted(store, signed, READER), givenTo(store, READER)]).toEqual([false, []]);
  });

  it("decide for a reader, and are not asked about anybody else", () => {
    const { store, signed, open } = withReader();
    giveRecord(store, signed, READER, "audit", BY);
    for (const role of ROLES)
      for (const exam of [signed, open, undefined]) {
        const member = { id: READER, name: "", role, hasLeft: false };
        const facts = recordFacts(
          store,
          { kind: "here", member },
          "see a record",
          exam ? { exam } : {},
          Date.parse(NOW),
        );
        expect(facts === null, `${role} ${exam}`).toBe(!["reader", "helper"].includes(role) || exam === undefined);
        if (role === "reader") expect(may(member, "see a record", facts).may).toBe(exam === signed);
      }
  });
});
