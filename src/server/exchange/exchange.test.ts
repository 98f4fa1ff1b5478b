import Ajv from "ajv/dist/2020";
import { readFileSync } from "node:fs";
import Papa from "papaparse";
import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import {
  chainEvent,
  type ChainHead,
  createDrawBook,
  EXAM_FILE_MAX_BYTES,
  eventsIn,
  type ExamFile,
  examFileJsonSchema,
  examIn,
  type FileStream,
  fold,
  genesisOf,
  noteText,
  readExam,
  type RecordedEvent,
  sidesOf,
  type SourceId,
  sourceIn,
  sourceKey,
  spreadOf,
  writeNote,
} from "@/core";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { isEmpty, loadDemo } from "@/fixtures/demo/demo";
import { NOW, sampleStore, storeExam, temporaryPath } from "@/fixtures/store";
import { verifyExam } from "../repositories/verify";
import { examFileText, exportExam, exportFindings, importExam, importFiles } from "./exchange";
import { chainOf, examIds, loadExam } from "../repositories/exams";
import { searchPeople } from "../repositories/people";
import { openStore } from "../store/open";

const demoStore = () => {
  const store = openStore(temporaryPath());
  loadDemo(store, NOW);
  return store;
};
const readingOf = (store: ReturnType<typeof openStore>, exam: string) => readExam(fold(loadExam(store, exam)!.events));
const contents = (store: ReturnType<typeof openStore>) =>
  store.sqlite
    .prepare(
      "SELECT (SELECT count(*) FROM people) AS people, (SELECT count(*) FROM stream_events WHERE kind = 'exam') AS events, (SELECT count(*) FROM exams) AS exams",
    )
    .get();

const demo = demoStore();
const [anExam] = examIds(demo);
const aFile = exportExam(demo, anExam!, NOW);
/** The file with one thing about it changed: in its frame, or in its one exam. */
const changedFile = (change: (exam: FileStream, file: ExamFile) => void): string => {
  const file = JSON.parse(examFileText(aFile)) as ExamFile;
  change(examIn(file), file);
  return JSON.stringify(file);
};
/** A file whose chain is right, of whatever events. */
const chained = (events: readonly RecordedEvent[], exam = events[0]!.exam): string => {
  let head: ChainHead = { head: genesisOf(exam), length: 0 };
  const links = events.map((event) => {
    const { seq, previous, hash } = chainEvent(head, event);
    head = { head: hash, length: seq };
    return { seq, previous, hash, receivedAt: NOW, event };
  });
  return JSON.stringify({ ...aFile, signature: undefined, streams: [{ kind: "exam", id: exam, ...head, links }] });
};

describe("an exam file", () => {
  it("every demo examination comes back with the same reading and the same chain", () =>
    forEvery(examIds(demo), (exam) => {
      const other = openStore(temporaryPath());
      const text = examFileText(exportExam(demo, exam, NOW));
      expect(importExam(other, text, NOW).already).toBe(0);
      expect(readingOf(other, exam)).toEqual(readingOf(demo, exam));
      expect(exportExam(other, exam, NOW).streams).toEqual(exportExam(demo, exam, NOW).streams);
      expect(verifyExam(other, exam)).toEqual([]);
    }));

  it("changes nothing when it is imported twice", () => {
    const other = openStore(temporaryPath());
    importExam(other, examFileText(aFile), NOW);
    const before = contents(other);
    expect(importExam(other, examFileText(aFile), NOW)).toMatchObject({
      exam: anExam,
      added: 0,
      already: examIn(aFile).length,
    });
    expect(contents(other)).toEqual(before);
  });

  it("adds what a longer copy has, and leaves a shorter one be", () => {
    const other = openStore(temporaryPath());
    const events = eventsIn(examIn(aFile));
    importExam(other, chained(events.slice(0, 5)), NOW);
    expect(importExam(other, examFileText(aFile), NOW)).toMatchObject({ added: events.length - 5, already: 5 });
    expect(importExam(other, chained(events.slice(0, 5)), NOW)).toMatchObject({ added: 0, already: 5 });
  });

  it("answers to the schema that ships", () => {
    const schema = JSON.parse(readFileSync("public/schema/exam-file.v2.schema.json", "utf8")) as object;
    const ajv = new Ajv({ strict: false });
    ajv.addSchema(
      JSON.parse(readFileSync("public/schema/exam-file.v1.schema.json", "utf8")) as object,
      "exam-file.v1.schema.json",
    );
    const validate = ajv.compile(schema);
    for (const exam of examIds(demo)) {
      validate(JSON.parse(examFileText(exportExam(demo, exam, NOW))));
      expect(validate.errors).toBeNull();
    }
    expect(schema).toEqual(JSON.parse(JSON.stringify(examFileJsonSchema())));
    const refuses = (change: Parameters<typeof changedFile>[0]) => !validate(JSON.parse(changedFile(change)));
    expect(refuses((exam) => Object.assign(exam.links[0]!.event, { id: "none" }))).toBe(true);
    expect(refuses((exam) => Object.assign(exam.links[1]!.event.body, { now: 11 }))).toBe(true);
    expect(refuses((exam) => Object.assign(exam.links[1]!.event.body, { places: ["elbow.right"] }))).toBe(true);
    expect(refuses((exam) => Object.assign(exam, { length: "many" }))).toBe(true);
  });
});

describe("a file that is not taken", () => {
  const events = eventsIn(examIn(aFile));
  const withBody = (at: number, body: object) =>
    chained(
      events.map((event, index) =>
        index === at ? ({ ...event, body: { ...event.body, ...body } } as typeof event) : event,
      ),
    );
  it.each([
    ["cut short", examFileText(aFile).slice(0, 900), "cut short"],
    ["empty", "", "cut short"],
    ["another kind", JSON.stringify({ hello: 1 }), "not an exam file"],
    ["a list", "[]", "not an exam file"],
    ["of another version", changedFile((_, file) => Object.assign(file, { version: 3 })), "version"],
    ["without events", changedFile((exam) => Object.assign(exam, { links: [], length: 0 })), "events"],
    ["with a field nobody knows", changedFile((_, file) => Object.assign(file, { extra: 1 })), "extra"],
    ["changed", changedFile((exam) => Object.assign(exam.links[1]!.event.body, { now: 9 })), "Event 2"],
    [
      "with an event dropped",
      changedFile((exam) => Object.assign(exam, { links: exam.links.filter((_, index) => index !== 4) })),
      "Event 5",
    ],
    [
      "with its last event dropped",
      changedFile((exam) => Object.assign(exam, { links: exam.links.slice(0, -1) })),
      `Event ${examIn(aFile).length}`,
    ],
    [
      "with an impossible birth date",
      withBody(0, { person: { ...(events[0]!.body as { person: object }).person, birthDate: "1990-13-01" } }),
      "calendar",
    ],
    ["with 11 on a scale of 10", withBody(1, { now: 11 }), "above 10"],
    ["that begins without an opening", chained(buildExam().rest(1).events.slice(1)), "opened"],
    ["whose signed past was changed and chained anew", chained(events.toSpliced(3, 1)), "signature of another record"],
    ["with text for a number", withBody(1, { now: "7" }), "not a number"],
    ["of 50 MB", `"${"x".repeat(50 * 1024 * 1024)}"`, "larger than 48 MB"],
  ])("%s", (_, content, says) => {
    const store = sampleStore();
    const before = contents(store);
    expect(() => importExam(store, content, NOW)).toThrow(says);
    expect(contents(store)).toEqual(before);
    expect(EXAM_FILE_MAX_BYTES).toBeLessThan(50 * 1024 * 1024);
  });
});

describe("findings as CSV", () => {
  it("has a row for each answered stage, and runs no formula", () => {
    const store = sampleStore();
    const built = buildExam()
      .complaint("si-area.right")
      .consent()
      .guard()
      .rest(0)
      .run({
        test: "thigh-thrust",
        side: "right",
        response: "familiar",
        felt: ["si-area.right"],
        intensity: 6,
        kgf: 25,
      });
    const run = built.newId();
    built.add("run-started", { run, test: "sacral-thrust", side: null, variant: { dose: "steady" } });
    built.add("stage-skipped", { run, stage: "pressure", reason: "=cmd()" });
    const { data } = Papa.parse<Record<string, string>>(exportFindings(store, storeExam(store, built)), {
      header: true,
      skipEmptyLines: true,
    });
    expect(data).toHaveLength(2);
    expect(data[0]).toMatchObject({
      test: "Thigh thrust",
      tested_side: "right",
      response: "familiar",
      force_kgf: "25",
      force_newton: "245.2",
      intensity: "6",
    });
    expect(data[1]?.remark).toBe("'=cmd()");
  });
});

describe("the demo", () => {
  const people = () => searchPeople(demo, "");
  const figured = (name: string) => {
    const exam = people().find((person) => person.name.startsWith(name))!.exams[0]!.id;
    const reading = readingOf(demo, exam);
    const of = (source: SourceId) => sidesOf(source).map((side) => sourceIn(reading, source, side));
    const said = of("sacroiliac").map(
      ({ side, wording, probability }) => `${side} ${wording.word} ${probability.toFixed(2)}`,
    );
    return { reading, said, of, state: fold(loadExam(demo, exam)!.events) };
  };

  it("reads as its stories say", () => {
    expect(figured("Marit").said).toEqual(["right leaning towards 0.61", "left unlikely 0.01"]);
    expect(figured("Tobias").said[0]).toBe("right unlikely 0.08");
    expect(figured("Tobias").of("hip")[0]?.wording.word).toBe("suggested");
    expect(figured("Lenka").said).toEqual(["right unlikely 0.04", "left unlikely 0.04"]);
    expect(
      figured("Idris")
        .of("sacroiliac")
        .every(({ against }) => against.some((line) => line.includes("bilateral"))),
    ).toBe(true);
    expect(figured("Gudrun").said.every((word) => word.includes("not examined"))).toBe(true);
    expect(figured("Caspian").of("sacroiliac")[1]?.preferred?.verdict).toBe("open");
    expect(figured("Wren").reading.underAge).toBe(true);
    const word = (name: string, source: SourceId, side: 0 | 1 = 0) => figured(name).of(source)[side]!.wording.word;
    expect(word("Henrik", "cervical-root")).toBe("likely");
    expect(word("Petra", "c1-c2")).toBe("leaning towards");
    expect(word("Petra", "alar-ligament")).toBe("not shown by these tests, which miss some");
    expect(word("Bettina", "lumbar-disc")).toBe("leaning towards");
    expect(figured("Anselm").of("lumbar-muscular-control")[0]?.preferred?.verdict).toBe("met");
    expect([word("Jory", "hamstring-length", 1), word("Jory", "lower-lumbosacral-root", 1)]).toEqual([
      "suggested",
      "unlikely",
    ]);
    expect(word("Wilma", "lower-lumbosacral-root", 1)).toBe("leaning towards");
    expect(word("Silas", "spinal-cord")).toBe("suggested");
    const odile = people().find(({ name }) => name.startsWith("Odile"))!.exams;
    const words = odile.map(({ id }) => sourceIn(readingOf(demo, id), "lower-lumbosacral-root", "right").wording.word);
    expect(words).toContain("likely");
  });

  it("has both signed and unfinished exams, and is loaded once only", () => {
    const signed = people().flatMap(({ exams }) => exams.map(({ signedAt }) => signedAt !== null));
    expect(new Set(signed)).toEqual(new Set([true, false]));
    expect(isEmpty(demo)).toBe(false);
    expect(examIds(demo).every((exam) => verifyExam(demo, exam).length === 0)).toBe(true);
  });

  it.each(["Marit", "Tobias", "Gudrun", "Wren"])("writes a note a colleague can read: %s", (name) => {
    const { state, reading } = figured(name);
    const book = createDrawBook(2000);
    const spreads = Object.fromEntries(
      reading.sources.map(({ source, side, recipe, wording }) => [
        sourceKey(source, side),
        spreadOf(recipe, wording.band, book),
      ]),
    );
    const text = noteText(writeNote(state, reading, { head: "ab".repeat(32), length: 12 }, spreads));
    expect(text).not.toMatch(/\bsafe\b|diagnos|confirmed|undefined|\bNaN\b|\bnull\b/i);
    expect(text).toContain("FINDINGS");
    if (state.signed) expect(text).toContain(`Record: 12 events, chain head ${"ab".repeat(32)}`);
    if (name === "Marit")
      expect(text).toMatch(
        /leaning towards, tentative\. From 30 % to 61 %: of 100 people like this, about 61 would have it\. Nominal 95 % interval/,
      );
    if (name === "Wren") expect(text).toContain("the reading is in words only");
  });
});

it("keeps ids apart between exams", () => {
  const store = sampleStore();
  storeExam(store, buildExam());
  const other = buildExam({ exam: idOf(55) });
  expect(() => importExam(store, chained(other.events), NOW)).toThrow("id of another event");
});

it("takes files that hold the same record each as if it came alone, all of them or none", () => {
  const from = sampleStore();
  storeExam(from, buildExam());
  const file = examFileText(exportExam(from, buildExam().events[0]!.exam, NOW));
  const into = sampleStore();
  const [first, again] = importFiles(into, [file, file], NOW);
  expect(first).toMatchObject({ added: buildExam().events.length, already: 0 });
  expect(again).toMatchObject({ added: 0, already: buildExam().events.length });
  expect(chainOf(into, buildExam().events[0]!.exam)).toEqual(chainOf(from, buildExam().events[0]!.exam));

  /** What is refused leaves nothing, and nothing laid ready for the next one. */
  const other = buildExam({ exam: idOf(55), idsFrom: 700_000 });
  const clash = buildExam({ exam: idOf(56) });
  const fresh = sampleStore();
  storeExam(fresh, buildExam());
  expect(() => importFiles(fresh, [chained(other.events), chained(clash.events)], NOW)).toThrow("id of another event");
  expect(chainOf(fresh, idOf(55))).toBeNull();
  expect(importExam(fresh, chained(other.events), NOW).added).toBe(other.events.length);
});
