import {
  chmodSync,
  closeSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
  writeSync,
} from "node:fs";
import { dirname, join } from "node:path";
import Database from "better-sqlite3";
import { describe, expect, it } from "vitest";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { NOW, sampleStore, storeExam, temporaryPath } from "@/fixtures/store";
import { verifyExam } from "../repositories/verify";
import { appendEvents, loadExam } from "../repositories/exams";
import { assertSameFile, openStore, theStore } from "./open";
import { StoreError } from "./store";

const failure = (work: () => unknown): Error => {
  try {
    work();
  } catch (error) {
    return error as Error;
  }
  throw new Error("It did not fail.");
};

describe("opening a store", () => {
  it("sets what a clinical record needs", () => {
    const { sqlite } = sampleStore();
    expect(sqlite.pragma("journal_mode", { simple: true })).toBe("wal");
    expect(sqlite.pragma("foreign_keys", { simple: true })).toBe(1);
    expect(sqlite.pragma("synchronous", { simple: true })).toBe(2);
    expect(sqlite.pragma("busy_timeout", { simple: true })).toBe(5000);
  });

  it("opens again what it made, and holds what was stored", () => {
    const store = sampleStore();
    const id = storeExam(store, buildExam().complaint("groin.left"));
    store.sqlite.close();
    expect(loadExam(openStore(store.path), id)?.head.length).toBe(3);
  });

  it("keeps it to the user who runs the program, and a folder it makes as well", () => {
    const path = join(dirname(temporaryPath()), "made here", "store.sqlite");
    const { sqlite } = openStore(path);
    sqlite.exec("CREATE TABLE written (one)");
    const rights = (file: string) => statSync(file).mode & 0o777;
    expect([path, `${path}-wal`, `${path}-shm`].map(rights)).toEqual([0o600, 0o600, 0o600]);
    expect(rights(dirname(path))).toBe(0o700);
    sqlite.close();
    chmodSync(path, 0o644);
    openStore(path).sqlite.close();
    expect(rights(path)).toBe(0o600);
  });

  it.each([
    ["deleted", (path: string) => rmSync(path)],
    ["moved", (path: string) => renameSync(path, `${path}.aside`)],
    ["replaced", (path: string) => (renameSync(path, `${path}.aside`), writeFileSync(path, ""))],
  ])("is known to be %s under the program, before anything more is taken", (_how, change) => {
    const path = temporaryPath();
    process.env.DUST_LANTERN_DB = path;
    try {
      const store = theStore();
      expect(theStore()).toBe(store);
      change(path);
      expect(failure(() => assertSameFile(store)).message).toContain("deleted, moved or replaced");
      expect(failure(theStore)).toBeInstanceOf(StoreError);
      store.sqlite.close();
    } finally {
      delete process.env.DUST_LANTERN_DB;
    }
  });

  it("refuses a store made by a newer version, and does not touch it", () => {
    const store = sampleStore();
    store.sqlite.exec("INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('later', 9999999999999)");
    store.sqlite.close();
    const before = readFileSync(store.path);
    const error = failure(() => openStore(store.path));
    expect(error).toBeInstanceOf(StoreError);
    expect(error.message).toContain("newer version");
    expect(readFileSync(store.path).equals(before)).toBe(true);
  });

  it("refuses another program's file", () => {
    const path = temporaryPath();
    new Database(path).exec("CREATE TABLE songs (title TEXT)").close();
    expect(failure(() => openStore(path)).message).toContain("another program's tables");
  });

  it("refuses a file that is no store at all", () => {
    const path = temporaryPath();
    writeFileSync(path, "Dear diary, ".repeat(500));
    expect(failure(() => openStore(path))).toMatchObject({
      name: "StoreError",
      message: expect.stringContaining("not a store"),
    });
  });

  it("refuses a folder", () => expect(failure(() => openStore("/tmp")).message).toMatch(/cannot be opened/));
});

describe("a store that cannot be written", () => {
  const exam = () => buildExam().complaint("groin.left");
  const nothingHalfWritten = (store: ReturnType<typeof sampleStore>) => {
    expect(store.sqlite.prepare("SELECT count(*) AS n FROM stream_events WHERE kind = 'exam'").get()).toEqual({ n: 0 });
    expect(store.sqlite.prepare("SELECT count(*) AS n FROM exams").get()).toEqual({ n: 0 });
  };

  it("read-only", () => {
    const store = sampleStore();
    store.sqlite.pragma("query_only = ON");
    const error = failure(() => appendEvents(store, idOf(1), exam().events, NOW));
    expect(error).toMatchObject({ name: "StoreError", message: expect.stringContaining("read-only") });
    nothingHalfWritten(store);
  });

  it("locked by another program", () => {
    const store = sampleStore();
    store.sqlite.pragma("busy_timeout = 50");
    const other = new Database(store.path);
    other.exec("BEGIN EXCLUSIVE");
    expect(failure(() => appendEvents(store, idOf(1), exam().events, NOW))).toMatchObject({
      name: "StoreError",
      message: expect.stringContaining("locked"),
    });
    other.exec("ROLLBACK");
    other.close();
    nothingHalfWritten(store);
    expect(appendEvents(store, idOf(1), exam().events, NOW).receipts.every(({ result }) => result === "stored")).toBe(
      true,
    );
  });

  it("full", () => {
    const store = sampleStore();
    const pages = store.sqlite.pragma("page_count", { simple: true }) as number;
    store.sqlite.pragma(`max_page_count = ${pages}`);
    const long = exam();
    for (let index = 0; index < 40; index++) long.add("note-written", { text: "x".repeat(3000) });
    expect(failure(() => appendEvents(store, idOf(1), long.events, NOW))).toMatchObject({
      name: "StoreError",
      message: expect.stringContaining("no room"),
    });
    nothingHalfWritten(store);
  });

  it("damaged: says so, and the records that are whole can still be told", () => {
    const store = sampleStore();
    const id = storeExam(store, exam());
    for (let index = 0; index < 30; index++) {
      const other = buildExam({ exam: idOf(100 + index), idsFrom: 200_000 + index * 1000 });
      for (let line = 0; line < 20; line++) other.add("note-written", { text: "y".repeat(800) });
      storeExam(store, other);
    }
    store.sqlite.pragma("wal_checkpoint(TRUNCATE)");
    store.sqlite.close();
    const size = readFileSync(store.path).length;
    const file = openSync(store.path, "r+");
    writeSync(file, Buffer.alloc(Math.floor(size / 2), 0xaa), 0, Math.floor(size / 2), Math.floor(size / 2));
    closeSync(file);
    const error = failure(() => {
      const damaged = openStore(store.path);
      for (let index = 0; index < 30; index++) loadExam(damaged, idOf(100 + index));
      verifyExam(damaged, id);
    });
    expect(error).toMatchObject({ name: "StoreError", message: expect.stringContaining("damaged") });
  });
});
