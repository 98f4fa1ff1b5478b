import { spawnSync } from "node:child_process";
import { chmodSync, mkdirSync, mkdtempSync, readdirSync, utimesSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { generateX25519Identity, identityToRecipient } from "age-encryption";
import { afterEach, describe, expect, it } from "vitest";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { NOW, sampleStore, storeExam } from "@/fixtures/store";
import { openStore } from "../store/open";
import { layReady, lookInto, sweepAside, takeReady } from "./backup";
import { backUp, backUpAsPlanned, backUpIfDue, backupsOf, setUp, takeDown } from "./keeper";

afterEach(() => {
  delete process.env.DUST_LANTERN_DB;
});

const HOUR = 3_600_000;
const later = (hours: number): string => new Date(Date.parse(NOW) + hours * HOUR).toISOString();

async function ready() {
  const store = sampleStore();
  process.env.DUST_LANTERN_DB = store.path;
  storeExam(store, buildExam().complaint("si-area.right").consent());
  const identity = await generateX25519Identity();
  const folder = join(mkdtempSync(join(tmpdir(), "dust-lantern-keeper-")), "back-ups");
  return { store, identity, folder, recipient: await identityToRecipient(identity) };
}

describe("back-ups that make themselves", () => {
  it("do so once they are set up, when something was recorded, and are noted", async () => {
    const { store, identity, folder, recipient } = await ready();
    expect(await backUpIfDue(store, NOW)).toBeNull();
    setUp(store, { folder, recipient }, NOW);
    const first = await backUpIfDue(store, NOW);
    expect(first).toMatchObject({ exams: 1, problem: null });
    expect(await lookInto(first!.file, { identity }, first!.file)).toMatchObject({ exams: 1, faults: [] });
    expect(await backUpIfDue(store, later(2))).toBeNull();
    storeExam(store, buildExam({ exam: idOf(77), idsFrom: 770_000 }).complaint("groin.left"));
    expect(await backUpIfDue(store, later(3))).toMatchObject({ exams: 2 });
    expect(backupsOf(store, later(4))).toMatchObject({
      missed: null,
      plan: { folder },
      runs: [{ exams: 2 }, { exams: 1 }],
    });
    takeDown(store);
    expect(await backUpIfDue(store, later(100))).toBeNull();
  });

  it("thin out their own, and leave alone what is another store's, somebody's or made by hand", async () => {
    const [one, other] = [await ready(), await ready()];
    const { folder } = one;
    setUp(one.store, one, NOW);
    writeFileSync(join(folder, "letter.pdf"), "x");
    await backUp(other.store, folder, other, later(0.2));
    const byHand = join(folder, "..");
    await backUp(one.store, byHand, one, later(0.3));
    process.env.DUST_LANTERN_DB = one.store.path;
    for (const hours of [0.1, 0.4, 0.5]) await backUpAsPlanned(one.store, later(hours));
    const left = readdirSync(folder).toSorted();
    expect(left.filter((name) => name.endsWith(".pdf"))).toHaveLength(1);
    /** Of one hour its own newest, and the other store's. */
    expect(left.filter((name) => name.endsWith(".age"))).toHaveLength(2);
    expect(left.some((name) => name.includes("T103000Z"))).toBe(true);
    expect(left.some((name) => name.includes("T101200Z"))).toBe(true);
    expect(readdirSync(byHand).some((name) => name.includes("T101800Z"))).toBe(true);
  });

  it("that fail are noted with the reason, and told when it lasts", async () => {
    const { store, folder, recipient } = await ready();
    setUp(store, { folder, recipient }, NOW);
    process.env.DUST_LANTERN_DB = store.path;
    const gone = join(folder, "gone");
    await expect(backUp(store, join(gone, "one.age"), { recipient }, NOW)).rejects.toThrow("is not there");
    expect(backupsOf(store, later(1)).missed).toContain("is not there");
    expect(backupsOf(store, later(30)).missed).toContain("No back-up was made yet");
  });

  it.each([
    ["a path that is not whole", "back-ups", "is not a whole path"],
    ["a file", "", "cannot be written"],
  ])("are not set up in %s", async (_what, name, sentence) => {
    const { store, folder, recipient } = await ready();
    mkdirSync(folder);
    const file = join(folder, "file");
    writeFileSync(file, "x");
    chmodSync(file, 0o444);
    expect(() => setUp(store, { folder: name || file, recipient }, NOW)).toThrow(sentence);
    expect(backupsOf(store, NOW).plan).toBeNull();
  });
});

it("what a killed program left unlocked beside the store is taken away, and nothing else", async () => {
  const { store } = await ready();
  const beside = join(store.path, "..");
  for (const name of [".back-up-old", ".back-up-new", "kept"]) mkdirSync(join(beside, name));
  const long = new Date(Date.parse(NOW) - 2 * HOUR);
  for (const name of [".back-up-old", "kept"]) utimesSync(join(beside, name), long, long);
  utimesSync(join(beside, ".back-up-new"), new Date(NOW), new Date(NOW));
  sweepAside(store.path, NOW);
  const left = readdirSync(beside);
  expect([".back-up-old", ".back-up-new", "kept"].map((name) => left.includes(name))).toEqual([false, true, true]);
  /** Of a process that has ended it is taken away at once, however new; of one that runs it stays. */
  const ended = `.back-up-${spawnSync(process.execPath, ["-e", ""]).pid}-x`;
  const running = `.back-up-${process.ppid}-x`;
  for (const name of [ended, running]) mkdirSync(join(beside, name));
  sweepAside(store.path, new Date().toISOString());
  expect([ended, running].map((name) => readdirSync(beside).includes(name))).toEqual([false, true]);
});

describe("a back-up that lies ready", () => {
  it("takes the store's place at the next start, once, and what was there is kept", async () => {
    const { store, identity, folder, recipient } = await ready();
    setUp(store, { folder, recipient }, NOW);
    const { file } = await backUp(store, folder, { recipient }, NOW);
    storeExam(store, buildExam({ exam: idOf(77), idsFrom: 770_000 }).complaint("groin.left"));
    await layReady(file, { identity }, store.path, null);
    const exams = (path: string): unknown => {
      const one = openStore(path);
      const number = one.sqlite.prepare("SELECT count(*) FROM exams").pluck().get();
      one.sqlite.close();
      return number;
    };
    expect(exams(store.path)).toBe(2);
    store.sqlite.close();
    const kept = takeReady(store.path, later(1));
    expect([exams(store.path), exams(kept!.before)]).toEqual([1, 2]);
    expect(kept!.lost).toContain("1 ");
    expect(takeReady(store.path, later(2))).toBeNull();
  });
});
