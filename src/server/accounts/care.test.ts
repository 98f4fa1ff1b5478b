import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { type Role, ROLES } from "@/core";
import { buildExam, idOf, PRACTITIONER } from "@/fixtures/samples/build";
import { NOW, sampleStore, storeExam } from "@/fixtures/store";
import { clinicOf } from "../repositories/clinic";
import { countersign } from "../repositories/countersigning";
import { endOf } from "../repositories/streams";
import { saveProfile, setMember } from "../repositories/practitioners";
import { verifyStore } from "../repositories/verify";
import type { Store } from "../store/store";
import { carePage, type CareChange, changeCare, GLASS_MS, isOutsideCare, setTeam } from "./care";
import { recordFacts } from "./granted";
import { senderProblem } from "./sender";
import { memberById } from "./who";

const OTHER = idOf(51);
const PERSON = "00000000-0000-4000-8000-000000000002";
const AT = Date.parse(NOW);
const SAYER = { now: NOW, actor: PRACTITIONER };

/** A store that goes by care, with an examination that its practitioner opened, and a colleague. */
function byCare(role: Role = "practitioner"): { store: Store; exam: string } {
  const store = sampleStore();
  saveProfile(store, { id: OTHER, name: "Bo", registration: "" }, { now: NOW });
  setMember(store, OTHER, role, false, { now: NOW });
  const exam = storeExam(store, buildExam().complaint("si-area.right").consent());
  setTeam(store, "by care", SAYER);
  return { store, exam };
}

const outside = (store: Store, who = OTHER, at = AT) => isOutsideCare(store, PERSON, who, at);
const other = (store: Store) => memberById(store, OTHER)!;
const change = (store: Store, over: Partial<CareChange>, who = OTHER) =>
  changeCare(
    store,
    PERSON,
    { what: "take over", practitioner: null, reason: "I see them from today on", ...over },
    memberById(store, who)!,
    {
      now: NOW,
      actor: { id: who, name: memberById(store, who)!.name },
    },
  );

describe("whose care somebody is in", () => {
  it("is nobody's in particular where the clinic is one team, as it is until it says otherwise", () => {
    const { store } = byCare();
    expect(outside(store)).toBe(true);
    setTeam(store, "whole clinic", SAYER);
    expect([outside(store), carePage(store, PERSON, other(store), AT).isMine]).toEqual([false, true]);
    expect(isOutsideCare(sampleStore(), PERSON, OTHER, AT)).toBe(false);
  });

  it("is of whoever examined them, took them over or was given them, until that is ended", () => {
    const { store } = byCare();
    expect([outside(store, PRACTITIONER.id), outside(store)]).toEqual([false, true]);
    expect(carePage(store, PERSON, other(store), AT)).toEqual({
      team: "by care",
      isMine: false,
      given: [],
      opened: [],
    });
    change(store, {});
    expect([outside(store), carePage(store, PERSON, other(store), AT).given]).toEqual([
      false,
      [{ id: OTHER, name: "Bo" }],
    ]);
    change(store, { what: "end", practitioner: OTHER });
    expect(outside(store)).toBe(true);
    change(store, { what: "give", practitioner: OTHER }, PRACTITIONER.id);
    expect(outside(store)).toBe(false);
    expect(verifyStore(store).records.flatMap(({ faults }) => faults)).toEqual([]);
  });

  it("is of whoever countersigned a record of theirs", () => {
    const { store } = byCare();
    const trainee = idOf(52);
    saveProfile(store, { id: trainee, name: "Tam", registration: "" }, { now: NOW });
    setMember(store, trainee, "trainee", false, { now: NOW });
    const exam = buildExam({ exam: idOf(3), idsFrom: 9000 })
      .complaint("si-area.right")
      .consent()
      .guard()
      .rest(1);
    exam.sign();
    const id = storeExam(store, exam);
    store.sqlite.prepare("INSERT INTO awaiting (exam, by, at, head) VALUES (?, ?, ?, '')").run(id, trainee, NOW);
    countersign(store, id, endOf(store, "exam", id)!.head, null, { now: NOW, actor: { id: OTHER, name: "Bo" } });
    expect(outside(store)).toBe(false);
  });

  it("can be passed by with a reason, for a while, and that stands on the record", () => {
    const { store } = byCare();
    expect(() => change(store, { what: "open with a reason", reason: "urgent" })).toThrow(/too short/);
    change(store, { what: "open with a reason", reason: "rang with new numbness, Ines is away" });
    expect([outside(store), outside(store, OTHER, AT + GLASS_MS - 1), outside(store, OTHER, AT + GLASS_MS)]).toEqual([
      false,
      false,
      true,
    ]);
    expect(carePage(store, PERSON, memberById(store, PRACTITIONER.id)!, AT).opened).toEqual([
      { name: "Bo", at: NOW, reason: "rang with new numbness, Ines is away" },
    ]);
  });

  it("is not ended from outside, nor taken over without saying why", () => {
    const { store } = byCare();
    change(store, { what: "give", practitioner: PRACTITIONER.id }, PRACTITIONER.id);
    expect(() => change(store, { what: "end", practitioner: PRACTITIONER.id })).toThrow(/not in your care/);
    expect(clinicOf(store).care[PERSON]).toEqual([PRACTITIONER.id]);
    for (const reason of [null, "", "because"]) expect(() => change(store, { reason })).toThrow(/too short/);
    expect(outside(store)).toBe(true);
  });

  it("is not given on by somebody outside of it, nor to somebody who is not here", () => {
    const { store } = byCare();
    const third = { what: "give" as const, practitioner: PRACTITIONER.id };
    expect(() => change(store, third)).toThrow(/not in your care/);
    expect(() => change(store, { what: "give", practitioner: idOf(99) }, PRACTITIONER.id)).toThrow(/does not work/);
    expect(() =>
      changeCare(store, idOf(98), { what: "take over", practitioner: null, reason: null }, other(store), SAYER),
    ).toThrow(/is on the roster/);
    expect(clinicOf(store).care).toEqual({});
  });
});

describe("outside of somebody's care", () => {
  it("every role that may open records meets the same refusal on every way to a record outside their care", () =>
    forEvery(ROLES, (role) => {
      const { store, exam } = byCare(role);
      const who = { kind: "here", member: memberById(store, OTHER) } as const;
      for (const ids of [{ exam }, { person: PERSON }] as Record<string, string>[]) {
        const facts = recordFacts(store, who, "see a record", ids, AT);
        expect(facts?.isOutside ?? false).toBe(role !== "reader" && role !== "helper");
      }
      for (const ids of [{}, { exam: idOf(77) }, { person: idOf(77) }, { episode: idOf(77) }] as Record<
        string,
        string
      >[])
        expect(recordFacts(store, who, "see a record", ids, AT)?.isOutside ?? false).toBe(false);
    }));

  it("takes no event, until they are taken over; with the first examination care begins", () => {
    const { store, exam } = byCare();
    const asked = senderProblem({ kind: "here", member: null });
    const by = { id: OTHER, name: "Bo" };
    const note = { id: idOf(1), exam, at: NOW, actor: by, device: "d", type: "note-written", body: {} };
    const opening = { ...note, exam: idOf(400), type: "exam-opened", body: { person: { id: PERSON } } };
    const course = { ...note, exam: undefined, episode: idOf(500), type: "episode-opened", body: { person: PERSON } };
    for (const event of [note, opening, course])
      expect(asked(store, event as never)).toMatchObject({
        refusal: "forbidden",
        what: "this person is not in your care",
      });
    change(store, {});
    for (const event of [note, opening, course]) expect(asked(store, event as never)).toBeNull();
    const fresh = sampleStore();
    saveProfile(fresh, { id: OTHER, name: "Bo", registration: "" }, { now: NOW });
    setTeam(fresh, "by care", SAYER);
    expect(asked(fresh, opening as never)).toBeNull();
  });
});
