import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { runs } from "@/fixtures/property-runs";
import { branchesOf, type ChainHead, type ChainLink, chainEvent, fold, genesisOf, type RecordedEvent } from "@/core";
import { buildExam, type ExamBuilder, idOf } from "@/fixtures/samples/build";
import { NOW, sampleStore } from "@/fixtures/store";
import { examFileText, exportExam, exportPerson, importExam } from "../exchange/exchange";
import type { Store } from "../store/store";
import { appendEvents, loadExam } from "./exams";
import { branchesIn } from "./merge";
import { addPerson, findPerson, updatePerson } from "./people";
import { verifyStore } from "./verify";

const EXAM = idOf(1);
const ready = () => buildExam().complaint("si-area.right").consent().guard().rest(1, "si-area.right");

const send = (store: Store, events: readonly RecordedEvent[]): void => {
  const refused = appendEvents(store, EXAM, events, NOW).receipts.find(({ result }) => result === "refused");
  if (refused) throw new Error(refused.why ?? "");
};
const file = (store: Store): string => examFileText(exportExam(store, EXAM, NOW));
const take = (into: Store, from: Store) => importExam(into, file(from), NOW);
const faults = (store: Store) => {
  const { store: whole, records } = verifyStore(store);
  return [...whole, ...records.flatMap((record) => record.faults)];
};

/** What a store holds of the exam: the record, and what stands beside it. */
const held = (store: Store) => ({
  record: loadExam(store, EXAM)!.head.head,
  beside: branchesIn(store, "exam", EXAM).map(({ head, links }) => [head, links.length]),
});

let ids = 3_000_000;
/** Another store that has the same beginning, and went on by itself. */
function forkOf(common: string, goOn: (exam: ExamBuilder) => void): Store {
  const store = sampleStore();
  importExam(store, common, NOW);
  const { events } = loadExam(store, EXAM)!;
  const exam = continued(events);
  goOn(exam);
  send(store, exam.events.slice(events.length));
  return store;
}
function continued(events: readonly RecordedEvent[]): ExamBuilder {
  const exam = buildExam({ idsFrom: (ids += 1000) });
  exam.events.splice(0, exam.events.length, ...(events as ExamBuilder["events"]));
  return exam;
}
const note = (text: string) => (exam: ExamBuilder) => void exam.add("note-written", { text });

function origin(): { store: Store; common: string } {
  const store = sampleStore();
  send(store, ready().events);
  return { store, common: file(store) };
}

describe("a record that was continued in two places", () => {
  it("keeps the local one as the record and the other whole beside it, once", () => {
    const { store, common } = origin();
    const other = forkOf(common, (exam) => {
      note("elsewhere one")(exam);
      note("elsewhere two")(exam);
    });
    const exam = continued(loadExam(store, EXAM)!.events);
    note("here")(exam);
    send(store, exam.events.slice(-1));
    const before = loadExam(store, EXAM)!.head;
    expect(take(store, other)).toMatchObject({ added: 0, branches: 1 });
    expect(loadExam(store, EXAM)!.head).toEqual(before);
    const [branch] = branchesIn(store, "exam", EXAM);
    expect(branch?.links.map(({ payload }) => (JSON.parse(payload) as { body: { text: string } }).body.text)).toEqual([
      "elsewhere one",
      "elsewhere two",
    ]);
    expect(take(store, other)).toMatchObject({ added: 0, branches: 1 });
    expect(branchesIn(store, "exam", EXAM)).toHaveLength(1);
    expect(faults(store)).toEqual([]);
    expect(() => store.sqlite.exec("DELETE FROM branch_links")).toThrow("never deleted");
    expect(() => store.sqlite.exec("DELETE FROM stream_events")).toThrow("never deleted");
  });

  it("stays as it is where it began here, also against a signed continuation: that is kept whole beside it", () => {
    const { store, common } = origin();
    const signed = forkOf(common, (exam) => void exam.sign());
    const exam = continued(loadExam(store, EXAM)!.events);
    note("here")(exam);
    send(store, exam.events.slice(-1));
    expect(take(store, signed)).toMatchObject({ added: 0, branches: 1 });
    expect(fold(loadExam(store, EXAM)!.events).signed).toBeNull();
    expect(loadExam(store, EXAM)!.events.at(-1)!.id).toBe(exam.events.at(-1)!.id);
    expect(faults(store)).toEqual([]);
  });

  it("is made no longer in a colleague's name: links after its end stand beside it, and it stays open", () => {
    const { store } = origin();
    const forged = continued(loadExam(store, EXAM)!.events);
    note("never said here")(forged);
    forged.sign();
    const other = sampleStore();
    send(other, forged.events);
    const before = loadExam(store, EXAM)!.head;
    expect(take(store, other)).toMatchObject({ added: 0, branches: 1, signedBy: { is: "unknown" } });
    expect(loadExam(store, EXAM)!.head).toEqual(before);
    expect(fold(loadExam(store, EXAM)!.events).signed).toBeNull();
    expect(branchesIn(store, "exam", EXAM)[0]!.links).toHaveLength(2);
    /** What is recorded here goes on as before. */
    const exam = continued(loadExam(store, EXAM)!.events);
    note("here")(exam);
    send(store, exam.events.slice(-1));
    expect(branchesIn(store, "exam", EXAM)[0]!.links).toHaveLength(2);
    expect(faults(store)).toEqual([]);
  });

  it("that came from elsewhere goes on with a longer copy, until something was recorded of it here", () => {
    const { store, common } = origin();
    const into = sampleStore();
    importExam(into, common, NOW);
    const exam = continued(loadExam(store, EXAM)!.events);
    note("later there")(exam);
    send(store, exam.events.slice(-1));
    expect(take(into, store)).toMatchObject({ added: 1, branches: 0 });
    const own = continued(loadExam(into, EXAM)!.events);
    note("here now")(own);
    send(into, own.events.slice(-1));
    note("and later there")(exam);
    send(store, exam.events.slice(-1));
    expect(take(into, store)).toMatchObject({ added: 0, branches: 1 });
    expect(faults(into)).toEqual([]);
  });

  it("travels whole: a third store has the same record and the same beside it", () => {
    const { store, common } = origin();
    take(store, forkOf(common, note("b")));
    take(store, forkOf(common, note("c")));
    const third = sampleStore();
    importExam(third, file(store), NOW);
    expect(held(third)).toEqual(held(store));
    expect(faults(third)).toEqual([]);
  });

  it("comes to the same in any order and however often, for three stores that went on apart", () => {
    const plan = fc.record({
      lengths: fc.tuple(fc.nat(2), fc.nat(2), fc.nat(2)),
      signs: fc.tuple(fc.boolean(), fc.boolean(), fc.boolean()),
    });
    fc.assert(
      fc.property(plan, ({ lengths, signs }) => {
        const { store, common } = origin();
        const forks = lengths.map((count, index) =>
          forkOf(common, (exam) => {
            for (let line = 0; line < count; line++) note(`${index} ${line}`)(exam);
            if (signs[index]) exam.sign();
          }),
        );
        const files = forks.map(file);
        const results = [
          [0, 1, 2],
          [2, 1, 0],
          [1, 2, 0, 1, 1, 0, 2],
        ].map((order) => {
          const into = sampleStore();
          importExam(into, file(store), NOW);
          order.forEach((index) => importExam(into, files[index]!, NOW));
          expect(faults(into)).toEqual([]);
          return held(into);
        });
        expect(results[1]).toEqual(results[0]);
        expect(results[2]).toEqual(results[0]);
      }),
      { numRuns: 4 },
    );
  }, 240_000);
});

describe("which continuation is the record", () => {
  /** A tree of links, each after one of those before it, some of them signatures. */
  const tree = fc.array(fc.tuple(fc.nat(1000), fc.boolean()), { minLength: 1, maxLength: 12 }).map((steps) => {
    const links: ChainLink[] = [];
    steps.forEach(([after, signs], index) => {
      const before = index === 0 ? null : links[after % links.length]!;
      const head: ChainHead = before ? { head: before.hash, length: before.seq } : { head: genesisOf(EXAM), length: 0 };
      const event =
        signs && index > 0
          ? { id: idOf(index), type: "exam-signed", body: { head: head.head, length: head.length } }
          : { id: idOf(index), type: "note-written", body: { text: `${index}` } };
      links.push(chainEvent(head, event as never));
    });
    return links;
  });

  it("hangs on the links alone, loses none, and puts a signed one first", () => {
    fc.assert(
      fc.property(tree, fc.integer(), fc.nat(20), (links, seed, own) => {
        const ownHead = links[own % links.length]!.hash;
        const there = branchesOf("exam", EXAM, links, ownHead);
        const shuffled = [...links, ...links].sort((a, b) => (a.hash + seed < b.hash + seed ? 1 : -1));
        expect(branchesOf("exam", EXAM, shuffled, ownHead)).toEqual(there);
        const all = new Set([...there.trunk, ...there.branches.flat()].map(({ hash }) => hash));
        expect(all.size).toBe(links.length);
        const isSigned = (path: readonly ChainLink[]) => path.some(({ payload }) => payload.includes("exam-signed"));
        if (links.some(({ payload }) => payload.includes("exam-signed"))) expect(isSigned(there.trunk)).toBe(true);
        else expect(there.trunk.some(({ hash }) => hash === ownHead)).toBe(true);
      }),
      { numRuns: runs(300) },
    );
  });
});

describe("a person's file", () => {
  it("carries all of their exams and what was said of them, and comes in elsewhere", () => {
    const { store } = origin();
    const { id, name, birthDate, sex } = findPerson(store, idOf(2))!;
    updatePerson(store, { id, name, birthDate, sex, notes: "left-handed" }, { now: NOW });
    const text = examFileText(exportPerson(store, idOf(2), NOW));
    const other = sampleStore();
    addPerson(other, { id: idOf(9), name: "Else", birthDate: "1990-01-01", sex: "male", notes: "" }, { now: NOW });
    expect(importExam(other, text, NOW)).toMatchObject({ exams: [EXAM] });
    expect(loadExam(other, EXAM)?.head).toEqual(loadExam(store, EXAM)?.head);
    expect(faults(other)).toEqual([]);
  });
});
