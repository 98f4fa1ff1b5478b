import { readFileSync, rmSync } from "node:fs";
import Database from "better-sqlite3";
import Papa from "papaparse";
import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { idOf } from "@/fixtures/samples/build";
import { NOW, sampleStore } from "@/fixtures/store";
import { verifyStore } from "../repositories/verify";
import { type Access, logEnds, logFaults, logPath, note, searchLog, tellLogEnd } from "./access-log";
import { logCsv } from "./log-csv";

const access = (over: Partial<Access> = {}): Access => ({
  at: NOW,
  member: idOf(1),
  name: "Ines Calder",
  role: "practitioner",
  act: "see a record",
  record: idOf(2),
  detail: "",
  address: "10.0.0.4",
  ...over,
});
const later = (minutes: number): string => new Date(Date.parse(NOW) + minutes * 60_000).toISOString();

/** A store whose log has so many lines, and whose clinic's record was told of its end. */
function logged(count = 6) {
  const store = sampleStore();
  for (let line = 0; line < count; line++) note(store, "session", access({ act: `act ${line}` }));
  tellLogEnd(store, NOW);
  return { store, path: logPath(store.path) };
}

describe("the log of access", () => {
  it("writes one line for a session, act and record in a quarter of an hour, and each that counts each time", () => {
    const store = sampleStore();
    const lines = () => searchLog(store, {}).lines.length;
    note(store, "one", access());
    note(store, "one", access({ at: later(14) }));
    expect(lines()).toBe(1);
    note(store, "one", access({ at: later(15) }));
    note(store, "two", access());
    note(store, "one", access({ record: idOf(3) }));
    expect(lines()).toBe(4);
    note(store, "one", access({ act: "take records out" }), true);
    note(store, "one", access({ act: "take records out" }), true);
    expect(lines()).toBe(6);
  });

  it("is searched by word and by whose record it is, and never by what a word may mean to the database", () => {
    const store = sampleStore();
    note(store, "one", access());
    note(store, "one", access({ record: "", act: "see the list", detail: "100% _quill" }));
    const found = (q: string) => searchLog(store, { q }).lines.map(({ n }) => n);
    expect(found("")).toEqual([2, 1]);
    expect(found("quill")).toEqual([2, 1]);
    expect(found("R. Quill record")).toEqual([1]);
    expect(searchLog(store, { q: "record" }).lines[0]!.whose).toBe("R. Quill");
    expect(found("100%")).toEqual([2]);
    expect(found("%")).toEqual([2]);
    expect(found("_")).toEqual([2]);
    expect(found("' OR 1=1 --")).toEqual([]);
    expect(searchLog(store, { before: 2 }).lines.map(({ n }) => n)).toEqual([1]);
  });

  it("goes out as a table in which nothing is a formula", () => {
    const store = sampleStore();
    note(store, "one", access({ detail: "=HYPERLINK(1)" }));
    const [row] = Papa.parse<Record<string, string>>(logCsv(store), { header: true }).data;
    expect(row).toMatchObject({ n: "1", name: "Ines Calder", detail: "'=HYPERLINK(1)" });
    expect(row!.hash).toMatch(/^[0-9a-f]{64}$/);
  });

  it("tells the clinic's record where it ends, once for each end, and the store stays whole", () => {
    const { store, path } = logged(3);
    tellLogEnd(store, NOW);
    expect(logEnds(store).map(({ lines }) => lines)).toEqual([3]);
    note(store, "session", access({ act: "more" }));
    tellLogEnd(store, NOW);
    expect(logEnds(store).map(({ lines }) => lines)).toEqual([3, 4]);
    expect(logFaults(path, logEnds(store))).toEqual([]);
    expect(verifyStore(store).store).toEqual([]);
  });

  const TAMPERINGS: readonly (readonly [name: string, sql: string | null, fault: RegExp])[] = [
    ["a name changed", "UPDATE lines SET name = 'Nobody' WHERE n = 3", /Line 3 .* was changed/],
    ["a record changed", "UPDATE lines SET record = '' WHERE n = 1", /Line 1 .* was changed/],
    ["a time changed", `UPDATE lines SET at = '2020-01-01T00:00:00.000Z' WHERE n = 6`, /Line 6 .* was changed/],
    ["a line cut out", "DELETE FROM lines WHERE n = 4", /Line 4 .* is missing/],
    ["the end cut off", "DELETE FROM lines WHERE n > 4", /ends at line 4, and went on to line 6/],
    ["the beginning cut off", "DELETE FROM lines WHERE n < 3", /Line 1 .* is missing/],
    [
      "two lines in each other's place",
      "UPDATE lines SET n = 90 WHERE n = 2; UPDATE lines SET n = 2 WHERE n = 3; UPDATE lines SET n = 3 WHERE n = 90",
      /Line 2 .*(does not follow|was changed)/,
    ],
    [
      "a line put in",
      "INSERT INTO lines SELECT 7, at, member, name, role, 'put in', record, detail, address, previous, hash FROM lines WHERE n = 6",
      /Line 7 .*(does not follow|was changed)/,
    ],
    ["all of it gone", null, /is not there/],
  ];
  it("every way of tampering shows", () =>
    forEvery(TAMPERINGS, (_name, sql, fault) => {
      const { store, path } = logged();
      const ends = logEnds(store);
      if (sql === null) for (const end of ["", "-wal", "-shm"]) rmSync(path + end, { force: true });
      else {
        const file = new Database(path);
        file.exec("DROP TRIGGER lines_stay; DROP TRIGGER lines_keep");
        file.exec(sql);
        file.close();
      }
      expect(logFaults(path, ends).join("\n")).toMatch(fault);
    }));

  it("shows a log that was written anew as a whole against the end that was told", () => {
    const { store, path } = logged();
    const other = sampleStore();
    for (let line = 0; line < 6; line++) note(other, "x", access({ act: `other ${line}` }));
    expect(logFaults(logPath(other.path), [])).toEqual([]);
    expect(logFaults(logPath(other.path), logEnds(store)).join()).toMatch(/Line 6 .* is another than was told/);
    expect(logFaults(path, logEnds(store))).toEqual([]);
  });

  it("only grows: the database itself refuses to change or take out a line", () => {
    const { path } = logged(2);
    const file = new Database(path);
    expect(() => file.exec("DELETE FROM lines")).toThrow("only grows");
    expect(() => file.exec("UPDATE lines SET name = ''")).toThrow("only grows");
    file.close();
    expect(readFileSync(path).length).toBeGreaterThan(0);
  });
});
