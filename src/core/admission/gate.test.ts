import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { buildExam, type ExamBuilder, idOf, PRACTITIONER } from "@/fixtures/samples/build";
import { examFileText, exportExam, importExam } from "@/server/exchange/exchange";
import { appendEvents, loadExam } from "@/server/repositories/exams";
import { NOW, sampleStore } from "@/fixtures/store";
import { InputError } from "../base";
import {
  chainEvent,
  END_REASONS,
  type ChainHead,
  type EndReason,
  type EventBody,
  type EventDraft,
  genesisOf,
  historyOf,
  type RecordedEvent,
} from "../record";
import { toExamFile } from "../exchange";
import { RECORD_VERSION } from "../vocabulary";
import { appendTap, irregularities } from "./append-tap";

const EXAM = idOf(1);
const ready = () => buildExam().complaint("si-area.right").consent().guard().rest(1, "si-area.right");

/** What is asked for next, and in which state: the answer has to be the same at every door. */
type Case = {
  readonly state: () => ExamBuilder;
  readonly draft: (exam: ExamBuilder) => EventDraft;
  /** What the refusal says; null: it is taken. */
  readonly says: RegExp | null;
};

const start =
  (test: "thigh-thrust" | "sacral-thrust" | "slump" | "dorsiflexion-sign", side: "right" | "left" | null) =>
  (exam: ExamBuilder): EventDraft => ({
    type: "run-started",
    body: { run: exam.newId(), test, side, variant: {} },
  });
const technique = (over: Partial<EventBody<"technique-logged">>) => (): EventDraft => ({
  type: "technique-logged",
  body: {
    kind: "mobilisation",
    region: "low back",
    level: "",
    side: null,
    grade: null,
    force: null,
    holdSeconds: null,
    repetitions: null,
    note: "",
    ...over,
  },
});
const note = (): EventDraft => ({ type: "note-written", body: { text: "he sneezed" } });
const stop = (exam: ExamBuilder): EventDraft => ({
  type: "run-stopped",
  body: { run: exam.state().runs.at(-1)?.id ?? null, reason: "pain too strong", note: "" },
});

/** A lift of which the second part is open, and no symptom came. */
const unfinished = () => {
  const exam = ready();
  const run = exam.start("active-straight-leg-raise", "right");
  exam.record(run, { stage: "lift", response: "nothing" });
  return exam;
};
const symptomWithoutPlace = () => {
  const exam = ready();
  const run = exam.start("thigh-thrust", "right");
  exam.record(run, { stage: "push", response: "familiar" });
  return exam;
};
const endedBy = (reason: EndReason) => {
  const exam = ready();
  exam.add("exam-ended", { reason, note: reason === "other" ? "the phone rang" : "" });
  return exam;
};
const pregnant = () => buildExam().complaint("si-area.right").consent().guard({ pregnancy: "yes" }).rest(1);
const stopped = () => {
  const exam = ready();
  const run = exam.start("thigh-thrust", "right");
  exam.add("run-stopped", { run, reason: "new numbness, tingling or weakness", note: "" });
  return exam;
};
const sore = () => {
  const exam = ready().run({ test: "thigh-thrust", side: "right", response: "nothing" });
  exam.add("soreness-recorded", { run: exam.state().runs[0]!.id, intensity: 4, minutes: null });
  return exam;
};
const without = (...left: ("consent" | "guard" | "rest")[]) => {
  const exam = buildExam().complaint("si-area.right");
  if (!left.includes("consent")) exam.consent();
  if (!left.includes("guard")) exam.guard();
  if (!left.includes("rest")) exam.rest(1);
  return exam;
};

const CASES: Readonly<Record<string, Case>> = {
  "a test, ready": { state: ready, draft: start("thigh-thrust", "right"), says: null },
  "a test, nothing asked": {
    state: buildExam,
    draft: start("thigh-thrust", "right"),
    says: /agreement is not recorded/,
  },
  "a test, no agreement": {
    state: () => without("consent"),
    draft: start("thigh-thrust", "right"),
    says: /agreement is not recorded/,
  },
  "a test, agreement taken back": {
    state: () => {
      const exam = ready();
      exam.add("consent-recorded", { explained: true, agreed: false, others: "" });
      return exam;
    },
    draft: start("thigh-thrust", "right"),
    says: /agreement is not recorded/,
  },
  "a test, guard open": {
    state: () => without("guard"),
    draft: start("thigh-thrust", "right"),
    says: /warning questions are not answered/,
  },
  "a test, rest not rated": {
    state: () => without("rest"),
    draft: start("thigh-thrust", "right"),
    says: /symptom at rest is not rated/,
  },
  "a test, guard asked again": { state: stopped, draft: start("sacral-thrust", null), says: /asks the guard again/ },
  "a test, another's place is open": {
    state: symptomWithoutPlace,
    draft: start("sacral-thrust", null),
    says: /Thigh thrust right is unfinished.*where it was felt/,
  },
  "a note, a place is open": { state: symptomWithoutPlace, draft: note, says: null },
  "a stop, a place is open": { state: symptomWithoutPlace, draft: stop, says: null },
  "a test, another under way without a symptom": {
    state: unfinished,
    draft: start("sacral-thrust", null),
    says: null,
  },
  "a test that is blocked": { state: pregnant, draft: start("sacral-thrust", null), says: /is blocked/ },
  "a test that still hurts": { state: sore, draft: start("thigh-thrust", "right"), says: /still hurts/ },
  "a test again, why is not said": {
    state: () => ready().run({ test: "thigh-thrust", side: "right", response: "nothing" }),
    draft: start("thigh-thrust", "right"),
    says: /was done already, and why it is repeated is not said/,
  },
  "a test again, why is said": {
    state: () => ready().run({ test: "thigh-thrust", side: "right", response: "nothing" }),
    draft: (exam) => ({
      type: "run-started",
      body: { run: exam.newId(), test: "thigh-thrust", side: "right", variant: {}, again: "the hand moved" },
    }),
    says: null,
  },
  "a test again, after a technique": {
    state: () => ready().run({ test: "thigh-thrust", side: "right", response: "nothing" }).technique(),
    draft: start("thigh-thrust", "right"),
    says: null,
  },
  "a technique, ready": { state: ready, draft: technique({}), says: null },
  "a technique, guard open": {
    state: () => without("guard"),
    draft: technique({}),
    says: /warning questions are not answered/,
  },
  "a technique, another's place is open": {
    state: symptomWithoutPlace,
    draft: technique({}),
    says: /Thigh thrust right is unfinished/,
  },
  "a technique where nothing was asked": {
    state: ready,
    draft: technique({ kind: "manipulation", region: "neck" }),
    says: /was not asked/,
  },
  "a technique that is blocked": {
    state: pregnant,
    draft: technique({ kind: "muscle energy", region: "pelvis" }),
    says: /is blocked/,
  },
  "a technique that is blocked, with a reason": {
    state: pregnant,
    draft: technique({ kind: "muscle energy", region: "pelvis", despite: "agreed with the midwife today" }),
    says: null,
  },
  "a technique that is blocked, done elsewhere": {
    state: pregnant,
    draft: technique({ kind: "muscle energy", region: "pelvis", elsewhere: true }),
    says: null,
  },
  "a retest, added to the reading": {
    state: () =>
      ready()
        .run({ test: "thigh-thrust", side: "right", response: "nothing" })
        .technique()
        .run({ test: "thigh-thrust", side: "right", response: "nothing" }),
    draft: (exam) => ({ type: "run-counted", body: { run: exam.state().runs[1]!.id } }),
    says: /not the first of its test/,
  },
  "a test first done after a technique, added to the reading": {
    state: () => ready().technique().run({ test: "thigh-thrust", side: "right", response: "nothing" }),
    draft: (exam) => ({ type: "run-counted", body: { run: exam.state().runs[0]!.id } }),
    says: null,
  },
  ...Object.fromEntries(
    (Object.keys(END_REASONS) as EndReason[]).map((reason) => [
      `a test after the end: ${reason}`,
      {
        state: () => endedBy(reason),
        draft: start("thigh-thrust", "right"),
        says: /the examination has ended/,
      },
    ]),
  ),
  "a test once the end was taken back": {
    state: () => {
      const exam = endedBy("sore");
      exam.add("event-retracted", { event: exam.state().ended!.event, reason: "going on after all" });
      return exam;
    },
    draft: start("thigh-thrust", "right"),
    says: null,
  },
  "an end as a mistake, nothing recorded": {
    state: buildExam,
    draft: () => ({ type: "exam-ended", body: { reason: "mistake", note: "" } }),
    says: null,
  },
  "an end as a mistake, a complaint recorded": {
    state: () => buildExam().complaint("si-area.right"),
    draft: () => ({ type: "exam-ended", body: { reason: "mistake", note: "" } }),
    says: /nothing is recorded yet/,
  },
  "an end as a mistake, one question answered": {
    state: () => {
      const exam = buildExam();
      exam.add("guard-answered", { question: "illness", answer: "no" });
      return exam;
    },
    draft: () => ({ type: "exam-ended", body: { reason: "mistake", note: "" } }),
    says: /nothing is recorded yet/,
  },
  "a second end": {
    state: () => endedBy("time"),
    draft: () => ({ type: "exam-ended", body: { reason: "sore", note: "" } }),
    says: /ended already/,
  },
  "an end for another reason that is not said": {
    state: ready,
    draft: () => ({ type: "exam-ended", body: { reason: "other", note: " " } }),
    says: /another one/,
  },
  "an end before anything was asked": {
    state: buildExam,
    draft: () => ({ type: "exam-ended", body: { reason: "wish", note: "" } }),
    says: null,
  },
  "a test that is not earned": { state: ready, draft: start("dorsiflexion-sign", "right"), says: /offered once/ },
  "a note, nothing asked": { state: buildExam, draft: note, says: null },
};

let ids = 9_000_000;
const eventOf = (_exam: ExamBuilder, draft: EventDraft): RecordedEvent => ({
  id: idOf(++ids),
  exam: EXAM,
  at: "2026-03-02T11:00:00.000Z",
  actor: PRACTITIONER,
  device: "bench-1",
  v: RECORD_VERSION,
  ...draft,
});

/** The screen, the server and another store's file: each says why it does not take it, or null. */
const DOORS: Readonly<Record<string, (exam: ExamBuilder, draft: EventDraft) => string | null>> = {
  screen: (exam, draft) => {
    const taken = appendTap(historyOf(EXAM, exam.events), [draft], {
      at: "2026-03-02T11:00:00.000Z",
      actor: PRACTITIONER,
      device: "bench-1",
      newId: () => idOf(++ids),
    });
    return taken instanceof InputError ? taken.message : null;
  },
  server: (exam, draft) => {
    const store = sampleStore();
    importExam(store, fileOf(exam.events), NOW);
    const [receipt] = appendEvents(store, EXAM, [eventOf(exam, draft)], NOW).receipts;
    return receipt!.why;
  },
  import: (exam, draft) => {
    const store = sampleStore();
    importExam(store, fileOf([...exam.events, eventOf(exam, draft)]), NOW);
    const { events } = loadExam(store, EXAM)!;
    expect(events).toHaveLength(exam.events.length + 1);
    return irregularities({ exam: EXAM, events }, true).find(({ seq }) => seq === exam.events.length + 1)?.why ?? null;
  },
};

function fileOf(events: readonly RecordedEvent[]): string {
  let head: ChainHead = { head: genesisOf(EXAM), length: 0 };
  const links = events.map((event) => {
    const link = chainEvent(head, event);
    head = { head: link.hash, length: link.seq };
    return { ...link, receivedAt: NOW };
  });
  return examFileText(
    toExamFile([{ kind: "exam", id: EXAM, ...head, links }], { store: null, exportedAt: NOW, anchor: null }),
  );
}

describe("every refused entry", () => {
  it("every door refuses it with the same words", () =>
    forEvery(Object.entries(CASES), (_case, { state, draft, says }) =>
      forEvery(Object.entries(DOORS), (_door, ask) => {
        const exam = state();
        const why = ask(exam, draft(exam));
        if (says === null) expect(why).toBeNull();
        else expect(why).toMatch(says);
      }),
    ));
});

describe("two devices", () => {
  /** Both saw the record as it was ready; then the other one answers, and this one starts. */
  const twoDevices = (answer: EventDraft) => {
    const store = sampleStore();
    const exam = ready();
    appendEvents(store, EXAM, exam.events, NOW);
    const { head } = loadExam(store, EXAM)!;
    const base = { seq: head.length, head: head.head };
    const other = { ...eventOf(exam, answer), device: "tablet", base };
    const started = { ...eventOf(exam, start("sacral-thrust", null)(exam)), device: "bench-1", base };
    return { store, exam, other, started, base };
  };
  const grave: EventDraft = { type: "guard-answered", body: { question: "cauda-equina", answer: "yes" } };

  it("what was begun before the other's answer arrived is stored, and listed", () => {
    const { store, other, started } = twoDevices(grave);
    expect(appendEvents(store, EXAM, [other, started], NOW).receipts.map(({ result }) => result)).toEqual([
      "stored",
      "stored",
    ]);
    const listed = irregularities(historyOf(EXAM, loadExam(store, EXAM)!.events));
    expect(listed).toHaveLength(1);
    expect(listed[0]).toMatchObject({ event: started.id, why: expect.stringContaining("before the other device") });
  });

  it("in the other order nothing is irregular", () => {
    const { store, other, started } = twoDevices(grave);
    appendEvents(store, EXAM, [started, other], NOW);
    expect(irregularities(historyOf(EXAM, loadExam(store, EXAM)!.events))).toEqual([]);
  });

  it("what its own device had answered is known to it, and refuses it", () => {
    const { store, other, started } = twoDevices(grave);
    const [, receipt] = appendEvents(store, EXAM, [{ ...other, device: "bench-1" }, started], NOW).receipts;
    expect(receipt).toMatchObject({ result: "refused", refusal: "never", why: expect.stringContaining("is blocked") });
  });

  it("a base that is not of this record does not count as not knowing", () => {
    const { store, other, started, base } = twoDevices(grave);
    const forged = { ...started, base: { ...base, head: "0".repeat(64) } };
    const [, receipt] = appendEvents(store, EXAM, [other, forged], NOW).receipts;
    expect(receipt?.result).toBe("refused");
  });

  it("answers of a start that was refused wait for it", () => {
    const { store, exam } = twoDevices(grave);
    const answer = eventOf(exam, {
      type: "response-recorded",
      body: { run: idOf(424_242), stage: "push", response: "nothing" },
    });
    expect(appendEvents(store, EXAM, [answer], NOW).receipts[0]).toMatchObject({ refusal: "depends" });
  });

  it("after a signature elsewhere says so, for the amendment it may become", () => {
    const { store, exam, started } = twoDevices(grave);
    exam.sign();
    appendEvents(store, EXAM, [exam.events.at(-1)], NOW);
    expect(appendEvents(store, EXAM, [started], NOW).receipts[0]).toMatchObject({ refusal: "signed" });
    const later = { ...started, v: RECORD_VERSION + 1, id: idOf(++ids) };
    expect(appendEvents(store, EXAM, [later], NOW).receipts[0]).toMatchObject({ refusal: "update" });
  });
});

describe("a record that fills up", () => {
  const full = (count: number) => {
    const exam = ready();
    while (exam.events.length < count) exam.add("note-written", { text: "line" });
    return historyOf(EXAM, exam.events);
  };
  const tap = (history: ReturnType<typeof full>, draft: EventDraft) => {
    const taken = appendTap(history, [draft], {
      at: "2026-03-02T11:00:00.000Z",
      actor: PRACTITIONER,
      device: "bench-1",
      newId: () => idOf(++ids),
    });
    return taken instanceof InputError ? taken.message : null;
  };
  const rest: EventDraft = { type: "rest-rated", body: { intensity: 2, places: [] } };
  it("keeps its last hundred places for ending", () => {
    expect(tap(full(4899), rest)).toBeNull();
    const nearly = full(4900);
    expect(tap(nearly, rest)).toMatch(/nearly full: it holds 4900 of 5000/);
    expect(tap(nearly, note())).toBeNull();
    expect(tap(full(5000), note())).toMatch(/is full: it holds 5000/);
  }, 120_000);
});

describe("an exam that went out", () => {
  it("comes in elsewhere with the same head, and nothing irregular", () => {
    const store = sampleStore();
    const exam = ready().run({ test: "thigh-thrust", side: "right", response: "nothing" }).sign();
    appendEvents(store, EXAM, exam.events, NOW);
    const other = sampleStore();
    importExam(other, examFileText(exportExam(store, EXAM, NOW)), NOW);
    expect(irregularities({ exam: EXAM, events: loadExam(other, EXAM)!.events }, true)).toEqual([]);
    expect(loadExam(other, EXAM)?.head).toEqual(loadExam(store, EXAM)?.head);
  });
});
