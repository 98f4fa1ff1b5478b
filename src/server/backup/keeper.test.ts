import { chmodSync, mkdirSync, mkdtempSync, readdirSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { generateX25519Identity, identityToRecipient } from "age-encryption";
import { afterEach, describe, expect, it } from "vitest";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { NOW, sampleStore, storeExam } from "@/fixtures/store";
import { openStore } from "../store/open";
import { layReady, lookInto, takeReady } from "./backup";
import { backUp, backUpIfDue, backupsOf, setUp, takeDown } from "./keeper";

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

  it("leave other files of their folder alone, and thin out their own", async () => {
    const { store, folder, recipient } = await ready();
    setUp(store, { folder, recipient }, NOW);
    const old = (day: number, hour: number) =>
      `dust-lantern-2025-0${day % 9 || 9}-01T${String(hour).padStart(2, "0")}0000Z-1-aa.age`;
    const others = ["letter.pdf", "dust-lantern.age", "somebody-else-2025-01-01T000000Z-1-aa.age"];
    for (const name of [...others, ...Array.from({ length: 40 }, (_none, n) => old(n % 9, n % 24))])
      writeFileSync(join(folder, name), "x");
    await backUp(store, folder, { recipient }, NOW);
    const left = readdirSync(folder);
    for (const name of others) expect(left).toContain(name);
    expect(left.length).toBeLessThan(others.length + 40);
    expect(left.some((name) => name.includes("2026-03-02T100000Z"))).toBe(true);
  });

  it("that fail are noted with the reason, and told when it lasts", async () => {
    const { store, folder, recipient } = await ready();
    setUp(store, { folder, recipient }, NOW);
    process.env.DUST_LANTERN_DB = store.path;
    const gone = join(folder, "gone");
    await expect(backUp(store, join(gone, "one.age"), { recipient }, NOW)).rejects.toThrow("folder that is not there");
    expect(backupsOf(store, later(1)).missed).toContain("folder that is not there");
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

describe("a back-up that lies ready", () => {
  it("takes the store's place at the next start, once, and what was there is kept", async () => {
    const { store, identity, folder, recipient } = await ready();
    setUp(store, { folder, recipient }, NOW);
    const { file } = await backUp(store, folder, { recipient }, NOW);
    storeExam(store, buildExam({ exam: idOf(77), idsFrom: 770_000 }).complaint("groin.left"));
    await layReady(file, { identity }, store.path);
    const exams = (path: string): unknown => {
      const one = openStore(path);
      const number = one.sqlite.prepare("SELECT count(*) FROM exams").pluck().get();
      one.sqlite.close();
      return number;
    };
    expect(exams(store.path)).toBe(2);
    store.sqlite.close();
    const kept = takeReady(store.path, later(1));
    expect([exams(store.path), exams(kept!)]).toEqual([1, 2]);
    expect(takeReady(store.path, later(2))).toBeNull();
  });
});
