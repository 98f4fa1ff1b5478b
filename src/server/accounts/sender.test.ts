import { describe, expect, it } from "vitest";
import { type RecordedEvent, RECORD_VERSION, ROLES, SIGNATURES } from "@/core";
import { forEvery } from "@/fixtures/for-every";
import { buildExam, idOf, PRACTITIONER } from "@/fixtures/samples/build";
import { EVERY_KIND } from "@/fixtures/samples/every-kind";
import { NOW, sampleStore, storeExam } from "@/fixtures/store";
import { appendEvents } from "../repositories/exams";
import { saveProfile, setMember } from "../repositories/practitioners";
import { senderProblem } from "./sender";
import { memberById } from "./who";

/** Who an event names is who sends it, under the name and registration that the program knows. */

const KINDS = [...new Map(EVERY_KIND.map((event) => [event.type, event])).values()];
const SIGNER = idOf(71);

function withSigner(role: (typeof ROLES)[number]) {
  const store = sampleStore();
  saveProfile(store, { id: SIGNER, name: "Wynn Tarrow", registration: "made-up 12" }, { now: NOW });
  setMember(store, SIGNER, role, false, { now: NOW });
  const exam = storeExam(store, buildExam().complaint("si-area.right").consent().guard().rest(1));
  const who = { kind: "session", member: memberById(store, SIGNER)!, session: {} } as never;
  const sent = (type: string, body: object, name = "Wynn Tarrow"): RecordedEvent =>
    ({ id: idOf(9), exam, at: NOW, actor: { id: SIGNER, name }, device: "d", v: RECORD_VERSION, type, body }) as never;
  return { store, exam, who, sent };
}

describe("an event", () => {
  it("under another name than the profile ever had is refused: every kind, every role", () =>
    forEvery(
      ROLES.map((role) => [role, role] as const),
      (_name, role) => {
        const { store, who, sent } = withSigner(role);
        const taken = KINDS.filter(({ type, body }) => {
          const said = senderProblem(who)(store, sent(type, body as object, PRACTITIONER.name));
          return said?.refusal !== "forbidden" || said.where !== "actor › name";
        });
        expect(taken.map(({ type }) => type)).toEqual([]);
      },
    ));

  it("is judged alike whatever version it says: every kind, every role, every version", () =>
    forEvery(
      ROLES.map((role) => [role, role] as const),
      (_name, role) => {
        const { store, who, sent } = withSigner(role);
        const other: string[] = [];
        for (const { type, body } of KINDS) {
          const today = sent(type, body as object);
          const said = JSON.stringify(senderProblem(who)(store, today));
          for (const v of [undefined, ...Array.from({ length: RECORD_VERSION - 2 }, (_none, index) => index + 2)]) {
            const { v: _todays, ...older } = today;
            const event = (v === undefined ? older : { ...older, v }) as RecordedEvent;
            if (JSON.stringify(senderProblem(who)(store, event)) !== said)
              other.push(`${type}, version ${v ?? "not said"}`);
          }
        }
        expect(other).toEqual([]);
      },
    ));

  it("recorded offline before the profile was renamed is taken; a signature is not", () => {
    const { store, exam, who, sent } = withSigner("practitioner");
    saveProfile(store, { id: SIGNER, name: "Wynn Ashe", registration: "made-up 12" }, { now: NOW });
    const note = sent("note-written", { text: "stiff" });
    expect(appendEvents(store, exam, [note], NOW, senderProblem(who)).receipts[0]!.result).toBe("stored");
    for (const type of SIGNATURES)
      expect(senderProblem(who)(store, sent(type, { name: "Wynn Tarrow", registration: "made-up 12" }))?.where).toBe(
        "actor › name",
      );
  });

  it("that signs carries the name and registration of the profile, whoever signs", () =>
    forEvery(
      ROLES.map((role) => [role, role] as const),
      (_name, role) => {
        const { store, who, sent } = withSigner(role);
        for (const type of SIGNATURES)
          for (const body of [
            { name: "Dr Odile Owner", registration: "made-up 12" },
            { name: "Wynn Tarrow", registration: "GOC 4711" },
            { name: "Wynn Tarrow" },
          ])
            expect(senderProblem(who)(store, sent(type, body))?.where).toBe("body › name");
      },
    ));

  it("that names a supervisor names somebody who works here", () => {
    const { store, who, sent } = withSigner("practitioner");
    const named = (name: string) =>
      senderProblem(who)(store, sent("technique-logged", { supervisor: { practitioner: PRACTITIONER.id, name } }));
    expect(named("Somebody Else")?.where).toBe("body › supervisor");
    expect(named(PRACTITIONER.name)).toBeNull();
  });
});
