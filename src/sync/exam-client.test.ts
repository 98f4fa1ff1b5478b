import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import { beforeEach, describe, expect, it } from "vitest";
import { v7 as newId } from "uuid";
import { readExam } from "@/core/reading";
import { type EventDraft, type ExamState, fold, historyOf } from "@/core/record";
import { buildExam, idOf, PRACTITIONER } from "@/fixtures/samples/build";
import { examFileText, exportExam, importExam } from "@/server/exchange/exchange";
import { appendEvents, eventsAfter, loadExam } from "@/server/repositories/exams";
import { NOW, sampleStore, storeExam } from "@/fixtures/store";
import { createExamClient, type ExamClient } from "./exam-client";
import { openOutbox, type Outbox, OutboxError } from "./outbox";
import type { Transport } from "./transport";

const EXAM = idOf(1);
const rest = (intensity: number): EventDraft => ({
  type: "rest-rated",
  body: { intensity, places: ["si-area.right"] },
});
const note = (text: string): EventDraft => ({ type: "note-written", body: { text } });

/** A server whose network can be cut, and that can lose its answers. */
function world() {
  const store = sampleStore();
  storeExam(store, buildExam().complaint("si-area.right").consent().guard().rest(0));
  const link = { up: true, losesAnswers: false, sent: 0 };
  const transport: Transport = {
    async send(exam, events) {
      if (!link.up) return { kind: "not taken", refusal: "again", why: "The server cannot be reached." };
      link.sent++;
      const answer = appendEvents(store, exam, events, NOW);
      return link.losesAnswers
        ? { kind: "not taken", refusal: "again", why: "The answer was lost." }
        : { kind: "answered", ...answer };
    },
    fetchAfter: async (exam, seq) => (link.up ? eventsAfter(store, exam, seq) : null),
  };
  const stored = () => loadExam(store, EXAM)!;
  return { store, link, transport, stored };
}
type World = ReturnType<typeof world>;

const timers: (() => void)[] = [];
const clients: ExamClient[] = [];

function client(
  { transport, stored }: World,
  {
    outbox = openOutbox(),
    device = "tab-a",
    now = () => new Date(),
  }: { outbox?: Outbox; device?: string; now?: () => Date } = {},
) {
  const { events, head } = stored();
  const made = createExamClient({
    exam: EXAM,
    initial: { history: historyOf(EXAM, events), head, anchor: "" },
    actor: () => PRACTITIONER,
    device,
    outbox,
    transport,
    newId,
    now,
    setTimer: (work) => {
      timers.push(work);
      return () => void timers.splice(timers.indexOf(work), 1);
    },
  });
  clients.push(made);
  return made;
}

/** Lets everything under way come to rest. */
const settle = async (...all: ExamClient[]) => {
  for (let round = 0; round < 3; round++) {
    await Promise.all(all.map((one) => one.refresh()));
    await new Promise((done) => setTimeout(done, 5));
  }
};
const meaning = (one: ExamClient) => {
  const state = one.snapshot().history.state;
  return { ids: one.snapshot().history.events.map(({ id }) => id), reading: readExam(state), rest: state.rest };
};

beforeEach(() => {
  clients.splice(0).forEach((one) => one.close());
  timers.length = 0;
  globalThis.indexedDB = new IDBFactory();
});

describe("one exam, three ways", () => {
  it("adds up to the same in the browser, on the server and where its file is imported", async () => {
    const all = world();
    const [tab, other] = [client(all), client(all, { device: "tab-b", outbox: openOutbox() })];
    for (const intensity of [1, 2, 3]) await tab.append([rest(intensity)]);
    await other.append([note("from the other")]);
    await tab.undo();
    await tab.append([note("after the undo")]);
    await settle(tab, other, tab);
    const said = (state: ExamState) =>
      JSON.stringify({ ...state, known: state.known.size, retracted: [...state.retracted] });
    const stored = all.stored();
    const elsewhere = sampleStore();
    importExam(elsewhere, examFileText(exportExam(all.store, EXAM, NOW)), NOW);
    const states = [tab.snapshot(), other.snapshot()].map(({ history }) => said(history.state));
    const expected = said(fold(stored.events));
    expect([...states, said(fold(loadExam(elsewhere, EXAM)!.events))]).toEqual([expected, expected, expected]);
    expect(loadExam(elsewhere, EXAM)!.head).toEqual(stored.head);
    expect(fold(stored.events).rest?.intensity).toBe(2);
  });
});

describe("a tap", () => {
  it("is in the outbox before it is shown, and with the server after", async () => {
    const all = world();
    all.link.up = false;
    const outbox = openOutbox();
    const tab = client(all, { outbox });
    const shown: number[] = [];
    let kept = 0;
    const before = tab.snapshot().history.events.length;
    const isShown = () => tab.snapshot().history.events.length > before;
    tab.subscribe(() => isShown() && shown.push(kept));
    const add = outbox.add;
    outbox.add = async (events) => {
      const entries = await add(events);
      kept += events.length;
      return entries;
    };
    await settle(tab);
    expect(tab.snapshot().sync.state).toBe("saved");
    const taken = tab.append([rest(3)]);
    expect(tab.snapshot().sync, "from the press on").toMatchObject({ state: "sending", waiting: 0 });
    await taken;
    expect(shown[0]).toBe(1);
    expect(await outbox.forExam(EXAM)).toHaveLength(1);
    expect(tab.snapshot().sync).toMatchObject({ waiting: 1 });
    all.link.up = true;
    await settle(tab);
    expect(tab.snapshot().sync.state).toBe("saved");
    expect(await outbox.forExam(EXAM)).toEqual([]);
    expect(all.stored().events.at(-1)?.type).toBe("rest-rated");
  });

  it("is not shown when the browser will not keep it", async () => {
    const all = world();
    const outbox: Outbox = { ...openOutbox(), add: () => Promise.reject(new OutboxError("full")) };
    const tab = client(all, { outbox });
    const before = tab.snapshot().history.events.length;
    await expect(tab.append([rest(3)])).rejects.toThrow("did not keep the entry");
    expect(tab.snapshot().history.events).toHaveLength(before);
  });

  it("that is wrong is refused in the browser, with the same sentence as on the server", async () => {
    const all = world();
    const tab = client(all);
    await expect(tab.append([{ type: "rest-rated", body: { intensity: 11, places: [] } }])).rejects.toThrow("above 10");
    await expect(tab.append([{ type: "guard-answered", body: { question: "no-such", answer: "no" } }])).rejects.toThrow(
      "not asked in this exam",
    );
    expect(all.link.sent).toBe(0);
  });

  it("outlives the page: a new one finds it and sends it", async () => {
    const all = world();
    all.link.up = false;
    const before = client(all);
    await before.append([rest(3)]);
    await before.append([note("two")]);
    before.close();
    all.link.up = true;
    const after = client(all);
    await settle(after);
    expect(
      all
        .stored()
        .events.slice(-2)
        .map(({ type }) => type),
    ).toEqual(["rest-rated", "note-written"]);
    expect(after.snapshot().sync.state).toBe("saved");
  });

  it("is stored once although the answer was lost", async () => {
    const all = world();
    all.link.losesAnswers = true;
    const tab = client(all);
    const before = all.stored().head.length;
    await tab.append([rest(3)]);
    await settle(tab);
    all.link.losesAnswers = false;
    await settle(tab);
    expect(all.stored().head.length).toBe(before + 1);
    expect(tab.snapshot().sync.state).toBe("saved");
  });

  it("tries again by itself, waiting longer each time", async () => {
    const all = world();
    const tab = client(all);
    await settle(tab);
    all.link.up = false;
    await tab.append([rest(3)]);
    await new Promise((done) => setTimeout(done, 5));
    expect(tab.snapshot().sync).toMatchObject({ state: "waiting", why: "The server cannot be reached." });
    all.link.up = true;
    timers.at(-1)?.();
    await new Promise((done) => setTimeout(done, 20));
    expect(tab.snapshot().sync.state).toBe("saved");
  });

  it("the server refuses is kept, said, and given up only by hand", async () => {
    const all = world();
    all.link.up = false;
    const tab = client(all);
    await tab.append([rest(3)]);
    const signed = buildExam().complaint("si-area.right").consent().guard().rest(0).sign();
    appendEvents(all.store, EXAM, [signed.events.at(-1)], NOW);
    all.link.up = true;
    await settle(tab);
    const { sync } = tab.snapshot();
    expect(sync.state).toBe("refused");
    expect(sync.refused[0]?.refused).toContain("this record is signed");
    expect(tab.snapshot().history.state.rest?.intensity).toBe(0);
    const reopened = client(all);
    await settle(reopened);
    expect(reopened.snapshot().sync.refused).toHaveLength(1);
    await reopened.discard(sync.refused[0]!.order);
    expect(reopened.snapshot().sync.state).toBe("saved");
  });

  it("refused because the record was signed meanwhile may be kept as an amendment", async () => {
    const all = world();
    all.link.up = false;
    const tab = client(all);
    await tab.append([note("the left side too")]);
    const signed = buildExam().complaint("si-area.right").consent().guard().rest(0).sign();
    appendEvents(all.store, EXAM, [signed.events.at(-1)], NOW);
    all.link.up = true;
    await settle(tab);
    const [entry] = tab.snapshot().sync.refused;
    expect(entry).toMatchObject({ refusal: "signed" });
    await tab.keepAsAmendment(entry!.order, "said before it was signed");
    await settle(tab);
    expect(tab.snapshot().sync).toMatchObject({ state: "saved", refused: [] });
    expect(all.stored().events.at(-1)).toMatchObject({
      type: "note-written",
      amendment: "said before it was signed",
      base: { seq: all.stored().head.length - 1 },
    });
  });

  it("is undone as a whole", async () => {
    const all = world();
    const tab = client(all);
    const run = newId();
    await tab.append([
      { type: "run-started", body: { run, test: "thigh-thrust", side: "right", variant: { dose: "steady" } } },
      { type: "response-recorded", body: { run, stage: "push", response: "familiar" } },
    ]);
    expect(tab.snapshot().history.state.runs).toHaveLength(1);
    expect(await tab.undo()).toBe(true);
    expect(tab.snapshot().history.state.runs).toHaveLength(0);
    expect(await tab.undo()).toBe(false);
  });
});

describe("taps that follow faster than the screen", () => {
  it("build on one another when they are made of the latest state", async () => {
    const tab = client(world());
    const mark = (place: "groin.left" | "groin.right") =>
      tab.append((state) => [
        { type: "rest-rated", body: { intensity: 2, places: [...(state.rest?.places ?? []), place] } },
      ]);
    await Promise.all([mark("groin.left"), mark("groin.right")]);
    expect(tab.snapshot().history.state.rest?.places).toEqual(["groin.left", "groin.right"]);
    expect(await tab.append(() => [])).toEqual([]);
  });
});

describe("two tabs and two devices", () => {
  it("come to the same events and the same reading, whatever their clocks say", async () => {
    const all = world();
    const a = client(all, { device: "tab-a", now: () => new Date("2031-01-01T00:00:00Z") });
    const otherBrowser = (() => {
      const kept = globalThis.indexedDB;
      globalThis.indexedDB = new IDBFactory();
      const made = client(all, { device: "tablet", now: () => new Date("1999-01-01T00:00:00Z") });
      return { made, kept };
    })();
    const b = otherBrowser.made;
    await b.append([rest(5)]);
    globalThis.indexedDB = otherBrowser.kept;
    all.link.up = false;
    await a.append([rest(2)]);
    const run = newId();
    await a.append([
      { type: "run-started", body: { run, test: "si-distraction", side: null, variant: { dose: "steady" } } },
      { type: "response-recorded", body: { run, stage: "push", response: "nothing" } },
    ]);
    all.link.up = true;
    await settle(a, b);
    await settle(a, b);
    expect(meaning(a)).toEqual(meaning(b));
    expect(meaning(a).ids).toEqual(all.stored().events.map(({ id }) => id));
    expect(meaning(a).rest?.intensity).toBe(2);
  });

  it("tabs of one browser that press at once both keep their taps, as two devices do", async () => {
    const all = world();
    const [a, b] = [client(all, { device: "same#a" }), client(all, { device: "same#b" })];
    await settle(a, b);
    const begin = (test: "si-distraction" | "si-compression", response: "familiar" | "nothing") => {
      const run = newId();
      return [
        { type: "run-started", body: { run, test, side: null, variant: { dose: "steady" } } },
        { type: "response-recorded", body: { run, stage: "push", response } },
      ] as const satisfies readonly EventDraft[];
    };
    await Promise.all([a.append(begin("si-distraction", "familiar")), b.append(begin("si-compression", "nothing"))]);
    await settle(a, b);
    expect(a.snapshot().sync.state).toBe("saved");
    expect(b.snapshot().sync.state).toBe("saved");
    expect(all.stored().events.filter(({ type }) => type === "run-started")).toHaveLength(2);
  });

  it("says of a tap what its page had shown, also while news is being put away", async () => {
    const all = world();
    const outbox = openOutbox();
    let putAway = () => {};
    const slow: Outbox = {
      ...outbox,
      remove: async (orders) => {
        await new Promise<void>((done) => (putAway = done));
        await outbox.remove(orders);
      },
    };
    const tab = client(all, { outbox: slow });
    await tab.refresh();
    const shown = tab.snapshot().head;
    await tab.append([rest(4)]);
    await new Promise((done) => setTimeout(done, 5));
    expect(all.stored().head.length).toBe(shown.length + 1);
    const [made] = await tab.append([rest(5)]);
    expect(made?.base).toEqual({ seq: shown.length, head: shown.head });
    putAway();
  });

  it("tabs of one browser see each other's waiting taps before the server does", async () => {
    const all = world();
    all.link.up = false;
    const a = client(all, { device: "same" });
    const b = client(all, { device: "same" });
    await a.append([rest(7)]);
    await b.refresh();
    expect(meaning(b).rest?.intensity).toBe(7);
    all.link.up = true;
    await settle(a, b);
    expect(meaning(a)).toEqual(meaning(b));
    expect(all.stored().events.filter(({ type }) => type === "rest-rated")).toHaveLength(2);
  });
});
