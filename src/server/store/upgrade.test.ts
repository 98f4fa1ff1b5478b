import { spawn } from "node:child_process";
import {
  copyFileSync,
  cpSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { build } from "esbuild";
import Database from "better-sqlite3";
import { drizzle } from "drizzle-orm/better-sqlite3";
import { migrate } from "drizzle-orm/better-sqlite3/migrator";
import { beforeAll, describe, expect, it } from "vitest";
import { ALL } from "@/fixtures/property-runs";
import { eventsIn, examIn, linksIn, parseExamFile, readEvents, searchable } from "@/core";
import { temporaryPath } from "@/fixtures/store";
import { loadExam } from "../repositories/exams";
import { verifyStore } from "../repositories/verify";
import { allProfiles } from "../repositories/practitioners";
import { searchPeople } from "../repositories/people";
import { openStore } from "./open";
import { copyBefore } from "./upgrade";

/** The steps that a store of the version before had been brought through. */
const STEPS_BEFORE = 4;
const FROZEN = "src/fixtures/frozen/v1/";
const FILES = readdirSync(FROZEN)
  .filter((name) => name.endsWith(".exam.json"))
  .map((name) => parseExamFile(readFileSync(`${FROZEN}${name}`, "utf8")));

/** A store as the version before left it: its tables, and the frozen exams in them. */
function storeOfBefore(): string {
  const folder = join(mkdtempSync(join(tmpdir(), "dust-lantern-steps-")), "drizzle");
  cpSync("drizzle", folder, { recursive: true });
  const journal = join(folder, "meta", "_journal.json");
  const steps = JSON.parse(readFileSync(journal, "utf8")) as { entries: unknown[] };
  writeFileSync(journal, JSON.stringify({ ...steps, entries: steps.entries.slice(0, STEPS_BEFORE) }));
  const path = temporaryPath();
  const sqlite = new Database(path);
  sqlite.pragma("journal_mode = WAL");
  migrate(drizzle(sqlite), { migrationsFolder: folder });
  const run = (text: string, ...values: unknown[]) => sqlite.prepare(text).run(...values);
  sqlite.transaction(() => {
    const settings = JSON.stringify({ hands: "old", work: { hands: "old" } });
    run(
      "INSERT INTO practitioners VALUES ('00000000-0000-4000-8000-0000000dbba1', 'Ines Calder', 'made-up', ?)",
      settings,
    );
    FILES.forEach((file, index) => {
      const exam = examIn(file);
      const [opened] = readEvents(eventsIn(exam));
      if (opened?.type !== "exam-opened") throw new Error("not opened");
      const { id, name, birthDate, sex } = opened.body.person;
      const number = `DL-${1000 + index}`;
      const searched = searchable(`${name} ${number} ${birthDate}`);
      const person = [id, number, name, birthDate, sex, "", searched, opened.at];
      run("INSERT INTO people VALUES (?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT (id) DO NOTHING", ...person);
      run("INSERT INTO exams VALUES (?, ?, ?) ON CONFLICT (id) DO NOTHING", exam.id, id, opened.at);
      const events = eventsIn(exam);
      const fresh = run(
        "INSERT INTO exam_heads VALUES (?, ?, ?) ON CONFLICT (exam_id) DO NOTHING",
        exam.id,
        exam.head,
        exam.length,
      );
      if (fresh.changes === 0) return;
      linksIn(exam).forEach(({ seq, payload, previous, hash }, at) => {
        const { id: event, type } = events[at]!;
        run(
          "INSERT INTO exam_events VALUES (?, ?, ?, ?, ?, ?, ?, ?)",
          exam.id,
          seq,
          `${event}`,
          type,
          payload,
          previous,
          hash,
          "2026-03-01T09:00:00.000Z",
        );
      });
    });
  })();
  sqlite.close();
  return path;
}

/** Whether a store is whole in this version, and holds every event of the frozen exams as it was. */
function isWhole(path: string): void {
  const store = openStore(path);
  const { store: whole, records } = verifyStore(store);
  expect([...whole, ...records.flatMap(({ id, faults }) => faults.map((fault) => `${id}: ${fault}`))]).toEqual([]);
  const ids = new Set(records.filter(({ kind }) => kind === "exam").map(({ id }) => id));
  const known = new Map<string, string>();
  for (const file of FILES) if (!known.has(examIn(file).id)) known.set(examIn(file).id, examIn(file).head);
  expect(ids.size).toBe(known.size);
  for (const [id, head] of known) expect(loadExam(store, id)?.head.head).toBe(head);
  store.sqlite.close();
}

let before = "";
beforeAll(() => void (before = storeOfBefore()));
const copyOfBefore = (): string => {
  const path = temporaryPath();
  copyFileSync(before, path);
  return path;
};

describe("a store of the version before", () => {
  it("opens, is brought up to date once, and keeps every person, profile and event", () => {
    const path = copyOfBefore();
    const store = openStore(path);
    const people = searchPeople(store, "").length;
    expect(people).toBeGreaterThan(5);
    expect(allProfiles(store)).toMatchObject([{ name: "Ines Calder" }]);
    const lines = () => store.sqlite.prepare("SELECT count(*) AS n FROM journal").get();
    const once = lines();
    store.sqlite.close();
    isWhole(path);
    const again = openStore(path);
    expect(again.sqlite.prepare("SELECT count(*) AS n FROM journal").get()).toEqual(once);
    again.sqlite.close();
  });

  it("keeps a copy of itself from before", () => {
    const path = copyOfBefore();
    openStore(path).sqlite.close();
    const copy = new Database(copyBefore(path, STEPS_BEFORE), { readonly: true });
    const count = (sqlite: Database.Database) => sqlite.prepare("SELECT count(*) AS n FROM exam_events").get();
    expect(count(copy)).toEqual(count(new Database(before, { readonly: true })));
    expect(copy.pragma("integrity_check", { simple: true })).toBe("ok");
  });

  /** Twenty places in full, five otherwise. */
  const KILLS = ALL ? 20 : 5;

  it("killed at any place on the way leaves one whole store", async () => {
    const program = resolve(".tmp/upgrade-store.mjs");
    await build({
      entryPoints: ["src/server/store/open.ts"],
      outfile: program,
      bundle: true,
      packages: "external",
      platform: "node",
      format: "esm",
      alias: { "@": "./src" },
      logLevel: "error",
    });
    const script = `import(${JSON.stringify(program)}).then(({ openStore }) => { process.stdout.write("x"); openStore(process.argv[1]); });`;
    const timed = copyOfBefore();
    const opening = (path: string, killAfter: number | null) =>
      new Promise<number>((resolve) => {
        const child = spawn(process.execPath, ["-e", script, path], { stdio: ["ignore", "pipe", "ignore"] });
        let started = 0;
        child.stdout.once("data", () => {
          started = performance.now();
          if (killAfter !== null) setTimeout(() => child.kill("SIGKILL"), killAfter);
        });
        child.on("close", () => resolve(performance.now() - started));
      });
    const whole = await opening(timed, null);
    isWhole(timed);
    for (let turn = 0; turn < KILLS; turn++) {
      const path = copyOfBefore();
      await opening(path, (whole * turn) / KILLS);
      isWhole(path);
      readdirSync(join(path, ".."))
        .filter((name) => name.includes("unfinished"))
        .forEach((name) => rmSync(join(path, "..", name)));
      if (existsSync(copyBefore(path, STEPS_BEFORE))) {
        const copy = new Database(copyBefore(path, STEPS_BEFORE), { readonly: true });
        expect(copy.pragma("integrity_check", { simple: true })).toBe("ok");
        copy.close();
      }
    }
  }, 300_000);
});
