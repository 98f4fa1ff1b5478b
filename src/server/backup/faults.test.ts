import { execFileSync } from "node:child_process";
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from "node:fs";
import { dirname, join } from "node:path";
import { generateX25519Identity, identityToRecipient } from "age-encryption";
import { afterAll, describe, expect, it } from "vitest";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { NOW, sampleStore, storeExam } from "@/fixtures/store";
import { runsOf } from "../repositories/backups";
import { openStore } from "../store/open";
import type { Store } from "../store/store";
import { layReady, lookInto, makeBackup, restoreBackup, takeReady } from "./backup";
import { fileProblem } from "./file-problem";
import { backUp, backUpAsPlanned, setUp } from "./keeper";
import { stepsOf } from "./swap";

afterAll(() => void delete process.env.DUST_LANTERN_DB);

/** Drives that are gone or full, files that are none, and programs that are killed in the middle. */

const later = (hours: number): string => new Date(Date.parse(NOW) + hours * 3_600_000).toISOString();
const examsIn = (path: string): unknown => {
  const one = openStore(path);
  const count = one.sqlite.prepare("SELECT count(*) FROM exams").pluck().get();
  one.sqlite.close();
  return count;
};

async function ready(): Promise<{ store: Store; folder: string; identity: string; recipient: string }> {
  const store = sampleStore();
  process.env.DUST_LANTERN_DB = store.path;
  storeExam(store, buildExam().complaint("si-area.right"));
  const identity = await generateX25519Identity();
  const folder = mkdtempSync(join(dirname(store.path), "drive-"));
  return { store, folder, identity, recipient: await identityToRecipient(identity) };
}

describe("back-ups that make themselves", () => {
  it("write nothing where their drive is not connected, and say so on the list", async () => {
    const { store, folder, recipient } = await ready();
    setUp(store, { folder, recipient }, NOW);
    await backUpAsPlanned(store, NOW);
    renameSync(folder, `${folder}-unplugged`);
    await expect(backUpAsPlanned(store, later(1))).rejects.toThrow(/is not there/);
    expect(existsSync(folder)).toBe(false);
    /** The empty folder that a drive is connected at. */
    mkdirSync(folder);
    await expect(backUpAsPlanned(store, later(2))).rejects.toThrow(/holds none of the back-ups/);
    expect(readdirSync(folder)).toEqual([]);
    expect(runsOf(store).map(({ problem }) => problem?.split(": ").at(-1)?.slice(0, 12) ?? null)).toEqual(
      expect.arrayContaining([null]),
    );
    expect(runsOf(store).filter(({ problem }) => problem !== null)).toHaveLength(2);
    rmSync(folder, { recursive: true });
    renameSync(`${folder}-unplugged`, folder);
    expect((await backUpAsPlanned(store, later(3))).problem).toBeNull();
  });

  it("say that the drive is full, and whatever else goes wrong", async () => {
    const { store, folder, recipient } = await ready();
    for (const code of ["ENOSPC", "EROFS", "EIO", "EDQUOT"]) {
      const problem = fileProblem(folder, Object.assign(new Error(`${code}: no`), { code })) as Error;
      expect(problem.message).toContain(folder);
      expect(problem.name).toBe("InputError");
    }
    writeFileSync(join(folder, "file"), "");
    await expect(backUp(store, join(folder, "file"), { recipient }, NOW)).rejects.toThrow(/is not there/);
    expect(runsOf(store)).toHaveLength(1);
  });
});

describe("a file that is no back-up", () => {
  it("is refused, a pipe at once", async () => {
    const { folder, identity } = await ready();
    const pipe = join(folder, "pipe");
    execFileSync("mkfifo", [pipe]);
    const began = Date.now();
    await expect(lookInto(pipe, { identity }, join(folder, "x"))).rejects.toThrow(/is no file/);
    await expect(lookInto(folder, { identity }, join(folder, "x"))).rejects.toThrow(/is no file/);
    await expect(lookInto(join(folder, "none"), { identity }, join(folder, "x"))).rejects.toThrow(/is not there/);
    expect(Date.now() - began).toBeLessThan(5000);
  });

  it("was cut short anywhere: it is refused in words, and nothing is put in place", async () => {
    const { store, folder, identity, recipient } = await ready();
    const { file } = await backUp(store, folder, { recipient }, NOW);
    const whole = readFileSync(file);
    const to = join(folder, "new", "deeper", "store.sqlite");
    for (const length of [0, 1, 100, 300, Math.floor(whole.length / 2), whole.length - 1]) {
      const cut = join(folder, `cut-${length}.age`);
      writeFileSync(cut, whole.subarray(0, length));
      await expect(restoreBackup(cut, { identity }, to, { replace: false, now: NOW }), `${length}`).rejects.toThrow(
        /is damaged or cut short|is not an encrypted back-up/,
      );
    }
    expect(existsSync(to)).toBe(false);
  });
});

describe("a restore", () => {
  it("makes the folder that was lost with its disk", async () => {
    const { store, folder, identity, recipient } = await ready();
    const { file } = await backUp(store, folder, { recipient }, NOW);
    const to = join(folder, "lost", "disk", "store.sqlite");
    await restoreBackup(file, { identity }, to, { replace: false, now: NOW });
    expect(examsIn(to)).toBe(1);
  });

  it("that was killed between any two of its steps is finished at the next start, and loses nothing of what was there", async () => {
    const count = await (async () => {
      const { store, identity, folder, recipient } = await ready();
      await layReady((await backUp(store, folder, { recipient }, NOW)).file, { identity }, store.path, null);
      store.sqlite.close();
      return stepsOf(store.path, NOW).steps.length;
    })();
    expect(count).toBeGreaterThan(5);
    for (let killedAfter = 0; killedAfter <= count; killedAfter++) {
      const { store, identity, folder, recipient } = await ready();
      const { file } = await makeBackup(store.path, folder, { recipient }, { now: NOW });
      storeExam(store, buildExam({ exam: idOf(77), idsFrom: 770_000 }).complaint("groin.left"));
      await layReady(file, { identity }, store.path, null);
      /** A program that is killed closes nothing: its recent changes stand beside the database. */
      const copy = mkdtempSync(join(dirname(store.path), "killed-"));
      for (const name of readdirSync(dirname(store.path)).filter((one) => one.startsWith("store.sqlite")))
        writeFileSync(join(copy, name), readFileSync(join(dirname(store.path), name)));
      const path = join(copy, "store.sqlite");
      stepsOf(path, later(1))
        .steps.slice(0, killedAfter)
        .forEach((step) => step());
      takeReady(path, later(2));
      expect(examsIn(path), `after ${killedAfter}`).toBe(1);
      const before = readdirSync(copy).filter((name) => /before-restore-\d+T\d+$/.test(name));
      expect(before, `after ${killedAfter}`).toHaveLength(1);
      expect(examsIn(join(copy, before[0]!)), `after ${killedAfter}`).toBe(2);
    }
  });
});
