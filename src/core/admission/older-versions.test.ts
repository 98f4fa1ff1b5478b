import { expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { FROZEN_VERSIONS, frozenFile, frozenNames } from "@/fixtures/frozen/compare";
import { buildExam, type ExamBuilder, idOf, PRACTITIONER } from "@/fixtures/samples/build";
import { EVERY_KIND } from "@/fixtures/samples/every-kind";
import { eventProblem, type History, historyOf, type RecordedEvent, readEvent } from "../record";
import { RECORD_VERSION } from "../vocabulary";
import { gate } from "./append-tap";

/** An event is held to today's rules, whatever version it says that it was written under. */

const EXAM = idOf(1);
const ready = () => buildExam().complaint("si-area.right").consent().guard().rest(1, "si-area.right");
const STATES: Readonly<Record<string, () => ExamBuilder>> = {
  "only opened": buildExam,
  "nothing agreed": () => buildExam().complaint("si-area.right"),
  ready,
  "a test with an answer": () => ready().run({ test: "thigh-thrust", side: "right", response: "nothing" }),
  "a test under way": () => {
    const exam = ready();
    exam.record(exam.start("thigh-thrust", "right"), { stage: "push", response: "familiar" });
    return exam;
  },
  pregnant: () => buildExam().complaint("si-area.right").consent().guard({ pregnancy: "yes" }).rest(1),
  "an emergency": () => buildExam().complaint("si-area.right").consent().guard({ "cauda-equina": "yes" }).rest(1),
  ended: () => {
    const exam = ready();
    exam.add("exam-ended", { reason: "time", note: "" });
    return exam;
  },
  signed: () => {
    const exam = ready();
    exam.sign();
    return exam;
  },
};

/** What is new in an examination: events of every kind as they are made today, and as older programs made them. */
const SENT: readonly RecordedEvent[] = [
  ...EVERY_KIND,
  ...FROZEN_VERSIONS.flatMap(frozenNames).flatMap((name) =>
    frozenFile(name).streams.flatMap(({ kind, links }) =>
      kind === "exam" ? links.map(({ event }) => event as RecordedEvent) : [],
    ),
  ),
];
const BY_KIND = [...new Set(SENT.map(({ type }) => type))].map((type) => {
  const bodies = new Map(
    SENT.filter((event) => event.type === type).map((event) => [JSON.stringify(event.body), event]),
  );
  return [type, [...bodies.values()].slice(0, 12)] as const;
});
const OLDER = [undefined, ...Array.from({ length: RECORD_VERSION - 2 }, (_, index) => index + 2)];

const asSent = ({ type, body }: RecordedEvent, v: number | undefined): RecordedEvent => ({
  id: idOf(99_999),
  exam: EXAM,
  at: "2026-03-02T10:00:00.000Z",
  actor: PRACTITIONER,
  device: "bench-1",
  ...(v === undefined ? {} : { v }),
  type,
  body,
});

it("no older version lets through what today's rules refuse: every kind, every version, every state", () => {
  const histories = Object.entries(STATES).map(([name, build]): readonly [string, History] => [
    name,
    historyOf(EXAM, build().events),
  ]);
  forEvery(BY_KIND, (_type, events) => {
    const through: string[] = [];
    for (const event of events)
      for (const v of OLDER) {
        const sent = asSent(event, v);
        if (eventProblem(sent, "event")) continue;
        const today = { ...asSent(event, RECORD_VERSION), body: readEvent(sent)!.body };
        for (const [name, history] of histories)
          if (gate(history, today) !== null && gate(history, sent) === null)
            through.push(`${name}, version ${v ?? "not said"}: ${JSON.stringify(sent.body)}`);
      }
    expect(through).toEqual([]);
  });
});

it("what an older program's outbox holds and today's rules allow arrives", () => {
  const history = historyOf(EXAM, ready().events);
  const test = { run: idOf(50), test: "thigh-thrust", side: "right", variant: {} };
  for (const v of OLDER) {
    const start = { ...asSent(EVERY_KIND[0]!, v), type: "run-started", body: test } as RecordedEvent;
    expect([v, eventProblem(start, "event"), gate(history, start)]).toEqual([v, null, null]);
    const note = { ...asSent(EVERY_KIND[0]!, v), type: "note-written", body: { text: "stiff today" } } as RecordedEvent;
    expect([v, eventProblem(note, "event"), gate(history, note)]).toEqual([v, null, null]);
  }
});

it("a thrust to the neck and a signature without a reading are refused without a version as with today's", () => {
  const history = historyOf(EXAM, buildExam().events);
  const body = {
    ...{ kind: "manipulation", region: "neck", level: "C2", side: null, grade: null, force: null },
    ...{ holdSeconds: null, repetitions: null, note: "" },
  };
  const thrust = { ...asSent(EVERY_KIND[0]!, undefined), type: "technique-logged", body } as RecordedEvent;
  expect(gate(history, thrust)).toMatchObject({ what: expect.anything() });
  const bare = { statement: "x", name: "Ines Calder", registration: "", length: 1, head: "0".repeat(64) };
  const signature = { ...asSent(EVERY_KIND[0]!, undefined), type: "exam-signed", body: bare } as RecordedEvent;
  expect(gate(history, signature)).toMatchObject({ where: "body › reading" });
});
