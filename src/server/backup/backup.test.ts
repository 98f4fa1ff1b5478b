import { existsSync, mkdtempSync, readdirSync, readFileSync, statSync, truncateSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { Decrypter, generateX25519Identity, identityToRecipient } from "age-encryption";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { buildExam, type ExamBuilder, idOf } from "@/fixtures/samples/build";
import { NOW, sampleStore, storeExam, temporaryPath } from "@/fixtures/store";
import { appendEvents, loadExam } from "../repositories/exams";
import { logFaults, logPath, note } from "../log/access-log";
import { verifyStore } from "../repositories/verify";
import { openStore, openToRead } from "../store/open";
import { fingerprintOf, keyPath, publicKeyOf } from "../store/signing-key";
import type { Store } from "../store/store";
import { branchesIn } from "../repositories/merge";
import { holdingOf, lookInto, makeBackup, mergeBackup, restoreBackup } from "./backup";
import { logBeside } from "./log-beside";

const PASSPHRASE = { passphrase: "five words that do not belong" };
/** Cheap to guess at, for tests only. */
const MAKING = { now: NOW, workFactor: 10 };
const LATER = "2026-03-09T10:00:00.000Z";

const folder = (): string => mkdtempSync(join(tmpdir(), "dust-lantern-backup-"));

const examOf = (number: number): ExamBuilder =>
  buildExam({ exam: idOf(number), idsFrom: number * 10_000 })
    .complaint("si-area.right")
    .consent()
    .guard()
    .rest(2);

/** A store with two exams of one person, closed on disk. */
function made(): { store: Store; exams: string[] } {
  const store = sampleStore();
  return { store, exams: [storeExam(store, examOf(11)), storeExam(store, examOf(12))] };
}

const heads = (store: Store) =>
  store.sqlite
    .prepare(
      "SELECT kind, stream, hash AS head, max(seq) AS length FROM stream_events WHERE kind <> 'clinic' GROUP BY kind, stream ORDER BY kind, stream",
    )
    .all();

/** A note at the end of an exam, so that it goes on. */
function goOn(store: Store, exam: string, text: string, id: number): void {
  const { events } = loadExam(store, exam)!;
  const event = { ...events.at(-1)!, id: idOf(id), type: "note-written", body: { text } };
  expect(appendEvents(store, exam, [event], LATER).receipts[0]?.result).toBe("stored");
}

describe("a back-up", () => {
  it("is an age file that another program opens, of the whole store, and only the owner may read it", async () => {
    const { store } = made();
    const to = join(folder(), "one.age");
    const backup = await makeBackup(store.path, to, PASSPHRASE, MAKING);
    expect(backup).toMatchObject({ file: to, people: 1, exams: 2, faults: [], at: NOW, bytes: statSync(to).size });
    expect(backup.anchor).toBe(holdingOf(store).anchor);
    expect(statSync(to).mode & 0o077).toBe(0);
    const plain = new Decrypter();
    plain.addPassphrase(PASSPHRASE.passphrase);
    const bytes = await plain.decrypt(readFileSync(to));
    expect(Buffer.from(bytes).subarray(0, 15).toString()).toBe("SQLite format 3");
    expect(readdirSync(dirname(store.path)).filter((name) => name.startsWith(".back-up-"))).toEqual([]);
  });

  it("can be followed: a copy that the database itself makes, page by page while somebody writes, is whole and read", async () => {
    const { store, exams } = made();
    const follower = temporaryPath();
    let steps = 0;
    await store.sqlite.backup(follower, {
      progress: () => {
        if (++steps <= 5) goOn(store, exams[0]!, `meanwhile ${steps}`, 990_000 + steps);
        return 4;
      },
    });
    expect(steps).toBeGreaterThan(1);
    const reading = openToRead(follower);
    const { store: whole, records } = verifyStore(reading);
    expect([...whole, ...records.flatMap(({ faults }) => faults)]).toEqual([]);
    expect(loadExam(reading, exams[1]!)).toEqual(loadExam(store, exams[1]!));
    reading.sqlite.close();
  });

  it("has the log of access beside it, locked alike, and puts it back where there is none", async () => {
    const { store } = made();
    const line = { at: NOW, member: "m", name: "Ines", role: "owner", act: "see a record", record: "r", detail: "" };
    note(store, "session", { ...line, address: "here" }, true);
    const to = join(folder(), "one.age");
    await makeBackup(store.path, to, PASSPHRASE, MAKING);
    expect(readdirSync(dirname(to)).toSorted()).toEqual(["one.age", "one.log.age"]);
    expect(readFileSync(logBeside(to)).subarray(0, 21).toString()).toBe("age-encryption.org/v1");
    const elsewhere = temporaryPath();
    await restoreBackup(to, PASSPHRASE, elsewhere, { replace: false, now: LATER });
    expect(logFaults(logPath(elsewhere), [])).toEqual([]);
    expect(readFileSync(logPath(elsewhere)).includes("see a record")).toBe(true);
    /** One that stands there goes on. */
    const before = readFileSync(logPath(elsewhere));
    await restoreBackup(to, PASSPHRASE, elsewhere, { replace: true, now: LATER });
    expect(readFileSync(logPath(elsewhere)).equals(before)).toBe(true);
  });

  it("names itself in a folder after its moment and the journal's end", async () => {
    const { store } = made();
    const { file, anchor } = await makeBackup(store.path, folder(), PASSPHRASE, MAKING);
    expect(file).toContain(`2026-03-02T100000Z-${anchor.replace("·", "-")}.age`);
  });

  it("is of one moment while somebody writes", async () => {
    const { store, exams } = made();
    const { identity, recipient } = await keys();
    let written = 0;
    let isDone = false;
    const making = makeBackup(store.path, join(folder(), "one.age"), { recipient }, MAKING).finally(
      () => (isDone = true),
    );
    while (!isDone) {
      goOn(store, exams[0]!, `line ${written}`, 700_000 + written++);
      await new Promise((done) => setTimeout(done, 2));
    }
    const { file, faults, events } = await making;
    expect(faults).toEqual([]);
    expect(await lookInto(file, { identity }, file)).toMatchObject({ faults: [], events });
    expect(written).toBeGreaterThan(1);
    expect(verifyStore(store).records.flatMap((record) => record.faults)).toEqual([]);
  });

  it("replaces nothing, and makes no folder by the way", async () => {
    const { store } = made();
    const to = join(folder(), "one.age");
    writeFileSync(to, "something else");
    await expect(makeBackup(store.path, to, PASSPHRASE, MAKING)).rejects.toThrow("is there already");
    expect(readFileSync(to, "utf8")).toBe("something else");
    await expect(makeBackup(store.path, join(to, "..", "no", "one.age"), PASSPHRASE, MAKING)).rejects.toThrow(
      "a folder that is not there",
    );
    const nowhere = temporaryPath();
    await expect(makeBackup(nowhere, `${nowhere}.age`, PASSPHRASE, MAKING)).rejects.toThrow("There is no store");
    expect(existsSync(nowhere)).toBe(false);
  });

  it("of a store with a broken record is made, and says which it is", async () => {
    const { store, exams } = made();
    store.sqlite.exec("DROP TRIGGER stream_events_no_update");
    store.sqlite
      .prepare("UPDATE stream_events SET payload = replace(payload, 'si-area', 'groin') WHERE stream = ? AND seq = 2")
      .run(exams[0]);
    const { faults } = await makeBackup(store.path, join(folder(), "one.age"), PASSPHRASE, MAKING);
    expect(faults.join("\n")).toContain(`exam ${exams[0]}: Event 2`);
  });
});

async function keys(): Promise<{ identity: string; recipient: string }> {
  const identity = await generateX25519Identity();
  return { identity, recipient: await identityToRecipient(identity) };
}

describe("what does not open", () => {
  const opened = async (change: (file: string) => void, key: Parameters<typeof lookInto>[1] = PASSPHRASE) => {
    const { store } = made();
    const { file } = await makeBackup(store.path, join(folder(), "one.age"), PASSPHRASE, MAKING);
    change(file);
    return lookInto(file, key, file);
  };

  it.each([
    ["a wrong passphrase", () => {}, { passphrase: "five words that do belong" }, "does not open this back-up"],
    ["a file cut short", (file: string) => truncateSync(file, 9000), PASSPHRASE, "damaged or cut short"],
    ["a head cut short", (file: string) => truncateSync(file, 30), PASSPHRASE, "is not an encrypted back-up"],
    ["something else", (file: string) => writeFileSync(file, "a letter"), PASSPHRASE, "is not an encrypted back-up"],
    ["an empty file", (file: string) => writeFileSync(file, ""), PASSPHRASE, "is not an encrypted back-up"],
    ["no key at all", () => {}, { identity: "AGE-SECRET-KEY-1NONE" }, "no secret key of the age format"],
  ])("%s", async (_what, change, key, sentence) => {
    await expect(opened(change, key)).rejects.toMatchObject({
      name: "InputError",
      message: expect.stringContaining(sentence),
    });
  });

  it("somebody else's key, and a file that is not there", async () => {
    const [mine, other] = [await keys(), await keys()];
    const { store } = made();
    const { file } = await makeBackup(store.path, join(folder(), "one.age"), mine, MAKING);
    await expect(lookInto(file, other, file)).rejects.toThrow("Use the secret key whose public half");
    await expect(lookInto(`${file}.gone`, mine, file)).rejects.toThrow("is not there");
    await expect(makeBackup(store.path, `${file}.two`, { recipient: "age1nobody" }, MAKING)).rejects.toThrow(
      "no public key",
    );
  });

  it("any byte that was changed: a sentence, never a store", async () => {
    const { store } = made();
    const { identity, recipient } = await keys();
    const { file } = await makeBackup(store.path, join(folder(), "one.age"), { recipient }, MAKING);
    const whole = readFileSync(file);
    await fc.assert(
      fc.asyncProperty(fc.nat(whole.length - 1), fc.integer({ min: 1, max: 255 }), async (at, change) => {
        const bytes = Buffer.from(whole);
        bytes[at] = bytes[at]! ^ change;
        writeFileSync(file, bytes);
        await expect(lookInto(file, { identity }, file)).rejects.toMatchObject({ name: "InputError" });
      }),
      { numRuns: 40 },
    );
  });
});

describe("restoring", () => {
  it("gives the same records in an empty place", async () => {
    const { store } = made();
    const { file } = await makeBackup(store.path, join(folder(), "one.age"), PASSPHRASE, MAKING);
    const path = temporaryPath();
    expect(await restoreBackup(file, PASSPHRASE, path, { replace: false, now: LATER })).toMatchObject({
      exams: 2,
      faults: [],
      before: null,
      lost: null,
    });
    const again = openStore(path);
    expect(heads(again)).toEqual(heads(store));
    expect(verifyStore(again).store).toEqual([]);
    again.sqlite.close();
  });

  it("says what would be lost and does nothing, until it is told to; then what was there is kept", async () => {
    const { store, exams } = made();
    const { file } = await makeBackup(store.path, join(folder(), "one.age"), PASSPHRASE, MAKING);
    goOn(store, exams[0]!, "after the back-up", 800_001);
    storeExam(store, examOf(13));
    const before = heads(store);
    await expect(restoreBackup(file, PASSPHRASE, store.path, { replace: false, now: LATER })).rejects.toThrow(
      "1 examination, 1 later event of records that are in both",
    );
    expect(heads(store)).toEqual(before);
    store.sqlite.close();
    const { before: kept, lost } = await restoreBackup(file, PASSPHRASE, store.path, { replace: true, now: LATER });
    expect(lost).toContain("1 examination");
    const [now, then] = [openStore(store.path), openStore(join(dirname(store.path), kept!))];
    expect(heads(then)).toEqual(before);
    expect(loadExam(now, exams[0]!)!.events.some(({ body }) => "text" in body)).toBe(false);
    for (const one of [now, then]) one.sqlite.close();
  });

  it("loses nothing where the back-up holds it all", async () => {
    const { store } = made();
    const { file } = await makeBackup(store.path, join(folder(), "one.age"), PASSPHRASE, MAKING);
    const before = heads(store);
    store.sqlite.close();
    expect((await restoreBackup(file, PASSPHRASE, store.path, { replace: false, now: LATER })).lost).toBeNull();
    expect(heads(openStore(store.path))).toEqual(before);
  });
});

describe("merging", () => {
  const merging = async (change: (store: Store, exams: string[]) => void) => {
    const { store, exams } = made();
    const { identity, recipient } = await keys();
    const { file } = await makeBackup(store.path, join(folder(), "one.age"), { recipient }, MAKING);
    change(store, exams);
    const merge = (path: string, dryRun = false) => mergeBackup(file, { identity }, path, { dryRun, now: LATER });
    return { store, exams, file, identity, merge };
  };

  it("into an empty place brings all of it, once", async () => {
    const { store, merge } = await merging(() => {});
    const path = temporaryPath();
    expect(await merge(path, true)).toMatchObject({ added: 3, forwarded: 0, forked: 0, erased: 0, refused: [] });
    expect(heads(openStore(path))).toEqual([]);
    expect(await merge(path)).toMatchObject({ added: 3 });
    const there = openStore(path);
    expect(heads(there)).toEqual(heads(store));
    expect(await merge(path)).toEqual({ added: 0, forwarded: 0, forked: 0, erased: 0, refused: [] });
    expect(verifyStore(there).records.flatMap(({ faults }) => faults)).toEqual([]);
  });

  it("leaves what went on here as it is", async () => {
    const { store, merge } = await merging((here, exams) => goOn(here, exams[0]!, "went on", 800_001));
    const before = heads(store);
    expect(await merge(store.path)).toEqual({ added: 0, forwarded: 0, forked: 0, erased: 0, refused: [] });
    expect(heads(store)).toEqual(before);
  });

  it("carries a record on, and keeps both ways of one that was continued apart", async () => {
    const first = await merging(() => {});
    const other = temporaryPath();
    await first.merge(other);
    const there = openStore(other);
    goOn(there, first.exams[0]!, "only there", 800_001);
    goOn(there, first.exams[1]!, "apart, there", 800_002);
    goOn(first.store, first.exams[1]!, "apart, here", 800_003);
    const { identity, recipient } = await keys();
    const { file } = await makeBackup(other, join(folder(), "two.age"), { recipient }, MAKING);
    const merge = (dryRun: boolean) => mergeBackup(file, { identity }, first.store.path, { dryRun, now: LATER });
    /** It is another database, with a key of its own: what it recorded stands beside what began here. */
    expect(await merge(true)).toEqual({ added: 0, forwarded: 0, forked: 2, erased: 0, refused: [] });
    expect(await merge(false)).toEqual({ added: 0, forwarded: 0, forked: 2, erased: 0, refused: [] });
    const texts = (exam: string) =>
      loadExam(first.store, exam)!.events.map(({ body }) => (body as { text?: string }).text);
    expect(texts(first.exams[0]!)).not.toContain("only there");
    expect(texts(first.exams[1]!)).toContain("apart, here");
    expect(texts(first.exams[1]!)).not.toContain("apart, there");
    expect(first.exams.map((exam) => branchesIn(first.store, "exam", exam).length).slice(0, 2)).toEqual([1, 1]);
    expect(await merge(false)).toEqual({ added: 0, forwarded: 0, forked: 0, erased: 0, refused: [] });
    expect(verifyStore(first.store).records.flatMap(({ faults }) => faults)).toEqual([]);
  });

  it("carries on what this very database recorded later, as its key in the back-up shows", async () => {
    const { store, exams } = made();
    publicKeyOf(store);
    const { identity, recipient } = await keys();
    const backUpAs = (name: string) => makeBackup(store.path, join(folder(), name), { recipient }, MAKING);
    const early = await backUpAs("early.age");
    goOn(store, exams[0]!, "after the copy", 800_001);
    const late = await backUpAs("late.age");
    const path = temporaryPath();
    await expect(restoreBackup(early.file, { identity }, path, { replace: false, now: LATER })).rejects.toThrow(
      /Say whether it is the same database/,
    );
    await restoreBackup(early.file, { identity }, path, { replace: false, now: LATER, as: "same" });
    expect(readFileSync(keyPath(path))).toEqual(readFileSync(keyPath(store.path)));
    expect(await mergeBackup(late.file, { identity }, path, { dryRun: false, now: LATER })).toMatchObject({
      forwarded: 1,
      forked: 0,
    });
    const restored = openStore(path);
    expect(verifyStore(restored).records.flatMap(({ faults }) => faults)).toEqual([]);
    expect(loadExam(restored, exams[0]!)!.events.map(({ body }) => (body as { text?: string }).text)).toContain(
      "after the copy",
    );
  });

  it("restored as a copy has a key of its own; no table of it holds the old one", async () => {
    const { store } = made();
    publicKeyOf(store);
    const { identity, recipient } = await keys();
    const { file } = await makeBackup(store.path, join(folder(), "one.age"), { recipient }, MAKING);
    const path = temporaryPath();
    await restoreBackup(file, { identity }, path, { replace: false, now: LATER, as: "copy" });
    const copy = openStore(path);
    expect(fingerprintOf(publicKeyOf(copy))).not.toBe(fingerprintOf(publicKeyOf(store)));
    expect(verifyStore(copy).store).toEqual([]);
    const secret = readFileSync(keyPath(store.path), "utf8").split("\n")[1]!;
    for (const name of readdirSync(dirname(path)).filter((one) => one.startsWith("store.sqlite")))
      expect(readFileSync(join(dirname(path), name), "latin1")).not.toContain(secret);
  });

  it("of a person whose record was changed in the back-up takes nothing, and says so", async () => {
    const { store, exams } = made();
    store.sqlite.exec("DROP TRIGGER stream_events_no_update");
    store.sqlite
      .prepare("UPDATE stream_events SET payload = replace(payload, 'si-area', 'groin') WHERE stream = ? AND seq = 2")
      .run(exams[0]);
    const { identity, recipient } = await keys();
    const { file } = await makeBackup(store.path, join(folder(), "one.age"), { recipient }, MAKING);
    const path = temporaryPath();
    const { refused } = await mergeBackup(file, { identity }, path, { dryRun: false, now: LATER });
    expect(refused).toMatchObject([{ person: idOf(2), why: expect.stringContaining("changed after it was recorded") }]);
    expect(heads(openStore(path))).toEqual([]);
  });
});
