import { describe, expect, it } from "vitest";
import type { ExamEvent } from "@/core";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { NOW, sampleStore, storeExam } from "@/fixtures/store";
import { appendTogether, loadExam } from "./exams";
import { atOnce, journalEnd } from "./streams";
import { together } from "./together";
import type { Store } from "../store/store";
import { verifyStore } from "./verify";

const EXAMS = 4;
const ANYBODY = () => null;

/** A store with some exams, each of which goes on. */
function going() {
  const store = sampleStore();
  const exams = Array.from({ length: EXAMS }, (_none, index) => {
    const exam = buildExam({ exam: idOf(100 + index), idsFrom: 10_000 * (index + 1) }).complaint("si-area.right");
    storeExam(store, exam);
    return exam;
  });
  const tap = (index: number, text = "a line") => exams[index]!.add("note-written", { text }) as ExamEvent;
  const send = (index: number, events: readonly unknown[]) =>
    appendTogether(store, exams[index]!.events[0]!.exam, events, NOW, ANYBODY);
  const lengths = () => exams.map(({ events }) => loadExam(store, events[0]!.exam)!.head.length);
  return { store, exams, tap, send, lengths };
}

const isWhole = (store: Store): boolean => {
  const { store: wrong, records } = verifyStore(store);
  return wrong.length === 0 && records.every(({ faults }) => faults.length === 0);
};

describe("what is written together", () => {
  it("stands each by itself, in the order it was sent, whatever exam it is of", async () => {
    const { store, exams, tap, send } = going();
    const before = journalEnd(store).n;
    const taken = await Promise.all([0, 1, 0, 2, 3, 0].map((index) => send(index, [tap(index)])));
    expect(taken.map(({ receipts }) => receipts[0]!.result)).toEqual(Array(6).fill("stored"));
    expect(journalEnd(store).n).toBe(before + 6);
    for (const { events } of exams) expect(loadExam(store, events[0]!.exam)!.events).toEqual(events);
    expect(isWhole(store)).toBe(true);
  });

  it("takes back what fails alone, and tells only whoever sent it", async () => {
    const { store, tap, send, lengths } = going();
    const before = lengths();
    const wrong = together(
      store,
      () =>
        atOnce(store, () => {
          store.sqlite.prepare("INSERT INTO streams (kind, stream) VALUES ('exam', 'half')").run();
          throw new Error("half way");
        }),
      () => {},
    );
    const [first, failed, last] = await Promise.allSettled([send(0, [tap(0)]), wrong, send(1, [tap(1)])]);
    expect([first.status, failed.status, last.status]).toEqual(["fulfilled", "rejected", "fulfilled"]);
    expect(store.sqlite.prepare("SELECT 1 FROM streams WHERE stream = 'half'").get()).toBeUndefined();
    expect(lengths()).toEqual([before[0]! + 1, before[1]! + 1, before[2], before[3]]);
  });

  it("on a full disk keeps what it says it kept and nothing else, and takes the rest when it is sent again", async () => {
    const { store, exams, tap, send, lengths } = going();
    const before = lengths();
    const events = Array.from({ length: 40 }, (_none, index) => tap(index % EXAMS, "x".repeat(2000 + index)));
    const room = store.sqlite.pragma("page_count", { simple: true }) as number;
    store.sqlite.pragma(`max_page_count = ${room + 6}`);
    const all = await Promise.allSettled(events.map((event, index) => send(index % EXAMS, [event])));
    const kept = events.filter((_event, index) => all[index]!.status === "fulfilled");
    expect(kept.length).toBeLessThan(events.length);
    const refused = all.find(({ status }) => status === "rejected") as PromiseRejectedResult;
    expect(String(refused.reason)).toContain("no room left");
    const stored = new Set(exams.flatMap((exam) => loadExam(store, exam.events[0]!.exam)!.events.map(({ id }) => id)));
    events.forEach((event) => expect(stored.has(event.id)).toBe(kept.includes(event)));
    store.sqlite.pragma("max_page_count = 1000000");
    const again = await Promise.all(events.map((event, index) => send(index % EXAMS, [event])));
    again.forEach(({ receipts }, index) =>
      expect(receipts[0]!.result).toBe(kept.includes(events[index]!) ? "already stored" : "stored"),
    );
    expect(lengths()).toEqual(before.map((length) => length + events.length / EXAMS));
    expect(isWhole(store)).toBe(true);
  });

  it("tells all of them when none of it came to the disk, and keeps nothing of it in memory", async () => {
    const { store, exams, tap, send, lengths } = going();
    const before = lengths();
    const events = exams.map((_exam, index) => tap(index));
    const ends = together(
      store,
      () => {
        store.sqlite.exec("ROLLBACK");
        throw new Error("the disk took all of it back");
      },
      () => {},
    );
    const all = await Promise.allSettled([...events.map((event, index) => send(index, [event])), ends]);
    expect(all.map(({ status }) => status)).toEqual(Array(EXAMS + 1).fill("rejected"));
    expect(lengths()).toEqual(before);
    const again = await Promise.all(events.map((event, index) => send(index, [event])));
    expect(again.map(({ receipts }) => receipts[0]!.result)).toEqual(Array(EXAMS).fill("stored"));
    expect(isWhole(store)).toBe(true);
  });
});
