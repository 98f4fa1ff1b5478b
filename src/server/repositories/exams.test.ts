import { describe, expect, it } from "vitest";
import { type EventBody, type ExamEvent, fold, readExam } from "@/core";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { NOW, sampleStore, storeExam } from "@/fixtures/store";
import { examPage, farTimes } from "./exam-page";
import { appendEvents, eventsAfter, loadExam } from "./exams";
import { updatePerson } from "./people";
import { verifyExam, verifyStore } from "./verify";

const sample = () =>
  buildExam()
    .complaint("si-area.right")
    .consent()
    .guard()
    .rest(2, "si-area.right")
    .run({ test: "thigh-thrust", side: "right", response: "familiar", felt: ["si-area.right"], intensity: 6 });
const stored = () => {
  const store = sampleStore();
  const exam = sample();
  return { store, exam, id: storeExam(store, exam) };
};

describe("appending events", () => {
  it("gives back what was stored, in order, with the same reading", () => {
    const { store, exam, id } = stored();
    const loaded = loadExam(store, id)!;
    expect(loaded.events).toEqual(exam.events);
    expect(loaded.head.length).toBe(exam.events.length);
    expect(readExam(fold(loaded.events))).toEqual(readExam(exam.state()));
    expect(eventsAfter(store, id, 3)?.events).toEqual(exam.events.slice(3));
  });

  it("stores an event once, however often it is sent", () => {
    const { store, exam, id } = stored();
    const { receipts, head } = appendEvents(store, id, exam.events, NOW);
    expect(new Set(receipts.map(({ result }) => result))).toEqual(new Set(["already stored"]));
    expect(head.length).toBe(exam.events.length);
  });

  it("refuses an id that was used for other content, and says so", () => {
    const { store, exam, id } = stored();
    const changed = { ...exam.events[1]!, body: { ...exam.events[1]!.body, now: 9 } };
    const [receipt] = appendEvents(store, id, [changed], NOW).receipts;
    expect(receipt).toMatchObject({ result: "refused" });
    expect(receipt?.why).toContain("used before for other content");
  });

  it("takes the good ones of a batch and says of each bad one what is wrong", () => {
    const { store, exam, id } = stored();
    const good = exam.add("note-written", { text: "fine" });
    const late = { ...good, id: idOf(5001), exam: idOf(9) };
    const { receipts } = appendEvents(
      store,
      id,
      [{ nonsense: true }, good, late, { ...good, id: idOf(5002), body: { text: 7 } }],
      NOW,
    );
    expect(receipts.map(({ result }) => result)).toEqual(["refused", "stored", "refused", "refused"]);
    expect(receipts[2]?.why).toContain("another exam");
    expect(loadExam(store, id)?.head.length).toBe(exam.events.length);
    expect(verifyExam(store, id)).toEqual([]);
  });

  it.each([
    ["name", { name: "R. Quilt" }],
    ["birth date", { birthDate: "1984-05-13" }],
    ["sex", { sex: "male" as const }],
  ])("refuses an exam opened for the same person under another %s", (_what, over) => {
    const store = sampleStore();
    const [opening] = buildExam().events;
    const body = opening!.body as EventBody<"exam-opened">;
    const changed = { ...opening!, body: { ...body, person: { ...body.person, ...over } } };
    const [receipt] = appendEvents(store, opening!.exam, [changed], NOW).receipts;
    expect(receipt).toMatchObject({
      result: "refused",
      refusal: "never",
      why: expect.stringContaining("another name"),
    });
    expect(loadExam(store, opening!.exam)).toBeNull();
    expect(verifyStore(store).records.flatMap(({ faults }) => faults)).toEqual([]);
  });

  it("takes an exam opened under what the roster said before a correction", () => {
    const store = sampleStore();
    const [opening] = buildExam().events;
    const { number: _given, ...person } = (opening!.body as EventBody<"exam-opened">).person;
    updatePerson(store, { ...person, notes: "", name: "Rose Quill" }, { now: NOW });
    expect(appendEvents(store, opening!.exam, [opening], NOW).receipts[0]?.result).toBe("stored");
    expect(verifyStore(store).records.flatMap(({ faults }) => faults)).toEqual([]);
  });

  it("refuses an exam of somebody who is not on the roster", () => {
    const exam = buildExam({ exam: idOf(3), person: { id: idOf(404), number: "DL-9", name: "Nobody" } });
    expect(appendEvents(sampleStore(), idOf(3), exam.events, NOW).receipts[0]?.why).toContain("not on the roster");
  });

  it("signs only the record as it stands, and takes only amendments after", () => {
    const { store, exam, id } = stored();
    const early = sample().sign().events.at(-1)!;
    const moved = exam.add("note-written", { text: "one more" });
    appendEvents(store, id, [moved], NOW);
    expect(appendEvents(store, id, [{ ...early, id: idOf(6001) }], NOW).receipts[0]?.why).toContain(
      "something was added since",
    );
    exam.sign();
    expect(appendEvents(store, id, [exam.events.at(-1)!], NOW).receipts[0]?.result).toBe("stored");
    const after = exam.add("note-written", { text: "late" });
    expect(appendEvents(store, id, [after], NOW).receipts[0]?.why).toContain("this record is signed");
    const amended = { ...after, id: idOf(6002), amendment: "forgot to write it down" } as ExamEvent;
    expect(appendEvents(store, id, [amended], NOW).receipts[0]?.result).toBe("stored");
  });
});

describe("the stored record", () => {
  it("refuses to be changed or shortened from inside", () => {
    const { store } = stored();
    expect(() => store.sqlite.exec("UPDATE stream_events SET payload = '{}'")).toThrow("never changed");
    expect(() => store.sqlite.exec("DELETE FROM stream_events")).toThrow("never deleted");
  });

  /** What somebody with the file and a tool could do. */
  const tampered = (...statements: string[]) => {
    const { store, id } = stored();
    store.sqlite.exec("DROP TRIGGER stream_events_no_update; DROP TRIGGER stream_events_no_delete");
    statements.forEach((statement) => store.sqlite.exec(statement));
    return verifyExam(store, id);
  };
  const last = "(SELECT max(seq) FROM stream_events)";

  it.each([
    [
      "changed",
      ["UPDATE stream_events SET payload = replace(payload, 'familiar', 'nothing') WHERE type = 'response-recorded'"],
      "changed",
    ],
    ["dropped in the middle", ["DELETE FROM stream_events WHERE kind = 'exam' AND seq = 4"], "dropped"],
    ["dropped at the end", [`DELETE FROM stream_events WHERE seq = ${last}`], "dropped"],
    [
      "reordered",
      [
        "UPDATE stream_events SET seq = 999 WHERE seq = 3",
        "UPDATE stream_events SET seq = 3 WHERE seq = 4",
        "UPDATE stream_events SET seq = 4 WHERE seq = 999",
      ],
      "reordered",
    ],
    ["an id beside its event", ["UPDATE stream_events SET id = 'x' WHERE seq = 3"], "row"],
    ["a kind beside its event", ["UPDATE stream_events SET type = 'note-written' WHERE seq = 3"], "row"],
    ["handed to another person", ["PRAGMA foreign_keys = OFF", "UPDATE exams SET person_id = 'another'"], "row"],
    ["opened at another time", ["UPDATE exams SET opened_at = '1970-01-01T00:00:00.000Z'"], "row"],
    ["taken off the list", ["PRAGMA foreign_keys = OFF", "DELETE FROM exams"], "row"],
    ["off the list of records", ["PRAGMA foreign_keys = OFF", "DELETE FROM streams WHERE kind = 'exam'"], "row"],
  ])("names an event that was %s", (_, statements, kind) => {
    const faults = tampered(...statements);
    expect(faults.some((fault) => fault.kind === kind)).toBe(true);
    expect(faults[0]?.message).toMatch(/^(Event \d+|The (exam|record))/);
  });

  it("is whole when nobody touched it", () => {
    const { store, id } = stored();
    expect(verifyExam(store, id)).toEqual([]);
  });
});

describe("an event dated far from now", () => {
  it.each([
    ["1970-01-01T00:00:00.000Z", true],
    ["2999-01-01T00:00:00.000Z", true],
    ["2026-03-02T10:09:00.000Z", false],
    ["2026-03-02T10:11:00.000Z", true],
    ["2025-12-05T10:00:00.000Z", false],
    ["2025-12-01T10:00:00.000Z", true],
  ])("%s, received on 2 March 2026 at ten: told of, %s", (at, isFar) => {
    const store = sampleStore();
    const made = buildExam().complaint("si-area.right");
    const exam = storeExam(store, made);
    const before = farTimes(store, exam).length;
    made.add("note-written", { text: "when?" });
    appendEvents(store, exam, [{ ...made.events.at(-1)!, at }], NOW);
    const told = farTimes(store, exam).slice(before);
    expect(told.map((one) => one.at)).toEqual(isFar ? [at] : []);
    expect(examPage(store, exam)?.farTimes.length).toBe(before + told.length);
  });
});
