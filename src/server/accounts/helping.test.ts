import { describe, expect, it } from "vitest";
import { EVENT_TYPES, isKeyOfRun } from "@/core";
import { buildExam, idOf, PRACTITIONER } from "@/fixtures/samples/build";
import { NOW, sampleStore, storeExam } from "@/fixtures/store";
import { appendEvents, loadExam } from "../repositories/exams";
import { saveProfile, setMember } from "../repositories/practitioners";
import { verifyStore } from "../repositories/verify";
import { setTeam } from "./care";
import { recordFacts } from "./granted";
import { helpersOf, invitationsOf, INVITED_MS, inviteHelper, isInvited } from "./helping";
import { senderProblem } from "./sender";
import { memberById } from "./who";

const HELPER = idOf(71);
const BY = () => ({ now: new Date().toISOString(), actor: PRACTITIONER });
const now = () => Date.now();

function withHelper() {
  const store = sampleStore();
  saveProfile(store, { id: HELPER, name: "Wynn", registration: "" }, { now: NOW });
  setMember(store, HELPER, "helper", false, { now: NOW });
  const exam = storeExam(store, buildExam().complaint("si-area.right").consent().guard().rest(1));
  return { store, exam };
}

const event = (exam: string, type: string) => ({
  id: idOf(9),
  exam,
  at: NOW,
  actor: { id: HELPER, name: "Wynn" },
  device: "d",
  type,
  body: {},
});

describe("a helper at the keys", () => {
  it("is invited to one examination, by whoever may examine, until they are sent off or it is signed", () => {
    const { store, exam } = withHelper();
    expect(helpersOf(store, exam, now()).helpers).toEqual([{ id: HELPER, name: "Wynn", isInvited: false }]);
    inviteHelper(store, exam, HELPER, true, BY());
    expect(invitationsOf(store, HELPER, now())).toMatchObject([{ exam, person: "R. Quill", isRun: true }]);
    expect([
      isInvited(store, exam, HELPER, now()),
      isInvited(store, exam, HELPER, now() + INVITED_MS + 1000),
      isInvited(store, idOf(55), HELPER, now()),
    ]).toEqual([true, false, false]);
    inviteHelper(store, exam, HELPER, false, BY());
    expect([isInvited(store, exam, HELPER, now()), invitationsOf(store, HELPER, now())]).toEqual([false, []]);
    expect(() => inviteHelper(store, exam, PRACTITIONER.id, true, BY())).toThrow(/is not a helper/);
    expect(() => inviteHelper(store, idOf(56), HELPER, true, BY())).toThrow(/not in this store/);
    const signed = buildExam({ exam: idOf(2), idsFrom: 9000 })
      .complaint("si-area.right")
      .consent()
      .guard()
      .rest(1);
    signed.sign();
    const closed = storeExam(store, signed);
    expect(() => inviteHelper(store, closed, HELPER, true, BY())).toThrow(/is signed/);
    expect(verifyStore(store).records.flatMap(({ faults }) => faults)).toEqual([]);
  });

  it("records what happens in the run and nothing that is decided, over every kind of event there is", () => {
    const { store, exam } = withHelper();
    const asked = senderProblem({ kind: "here", member: null });
    for (const type of EVENT_TYPES) expect(asked(store, event(exam, type) as never), type).not.toBeNull();
    inviteHelper(store, exam, HELPER, true, BY());
    for (const type of EVENT_TYPES)
      expect(asked(store, event(exam, type) as never) === null, type).toBe(
        isKeyOfRun(type) && type !== "event-retracted",
      );
    /** They take back what they pressed, and nothing of anybody else. */
    const [theirs] = loadExam(store, exam)!.events.slice(-1);
    const note = { ...event(exam, "note-written"), v: theirs!.v, body: { text: "a wince" } };
    expect(appendEvents(store, exam, [note], NOW, asked).receipts[0]!.result).toBe("stored");
    for (const [id, mayGo] of [
      [note.id, true],
      [theirs!.id, false],
      [idOf(12345), false],
    ] as const) {
      const undo = { ...event(exam, "event-retracted"), id: idOf(10), body: { event: id, reason: "undo" } };
      expect(asked(store, undo as never) === null).toBe(mayGo);
    }
    for (const decided of [
      "exam-opened",
      "exam-signed",
      "amendment-signed",
      "guard-answered",
      "block-overridden",
      "referral-acknowledged",
      "technique-logged",
      "start-set",
      "settings-changed",
      "run-counted",
      "exam-ended",
    ] as const) {
      expect(EVENT_TYPES).toContain(decided);
      expect(isKeyOfRun(decided), decided).toBe(false);
    }
  });

  it("sees that examination and no other, also where the clinic goes by care", () => {
    const { store, exam } = withHelper();
    inviteHelper(store, exam, HELPER, true, BY());
    const who = { kind: "here", member: memberById(store, HELPER) } as const;
    for (const team of ["whole clinic", "by care"] as const) {
      setTeam(store, team, BY());
      expect(recordFacts(store, who, "see a record", { exam }, now())).toMatchObject({
        isInvited: true,
        isOutside: false,
      });
      expect(recordFacts(store, who, "see a record", { exam: idOf(77) }, now())?.isInvited).toBe(false);
      expect(recordFacts(store, who, "see a record", { person: idOf(2) }, now())).toBeNull();
    }
  });
});
