import { existsSync, mkdtempSync, readdirSync, readFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { ERASE_REASONS, keptUntil, RETENTION_PRESETS } from "@/core";
import { buildExam, idOf, PRACTITIONER } from "@/fixtures/samples/build";
import { calfVisit, COURSE_PERSON, courseExams, episodeEvents, RAISE_SIGN } from "@/fixtures/samples/course";
import { NOW, sampleStore, storeExam } from "@/fixtures/store";
import { layReady, makeBackup, mergeBackup, restoreBackup, takeReady } from "../backup/backup";
import { tellErasure } from "../backup/erasures";
import { examFileText, exportPerson, importExam } from "../exchange/exchange";
import { changeCare, setTeam } from "../accounts/care";
import { openStore, openToRead } from "../store/open";
import type { Store } from "../store/store";
import { clinicOf } from "./clinic";
import { appendEpisodeEvents } from "./episodes";
import { dueForErasure, eraseAgain, erasePerson, keepingPage, readErasures, setRetention } from "./erasure";
import { appendEvents, loadExam } from "./exams";
import { addPerson, findPerson, searchPeople } from "./people";
import { saveProfile } from "./practitioners";
import { rebuildRows } from "./rebuild";
import { clearSoon, isUncleared } from "./scrub";
import { streamIds } from "./streams";
import { verifyStore } from "./verify";

const LATER = "2026-05-04T09:00:00.000Z";
const BY = { now: LATER, actor: PRACTITIONER };
const WHY = { because: "they asked for it", reason: "letter of 2 May" } as const;
const OTHER = buildExam({ exam: idOf(901), idsFrom: 80_000 })
  .complaint("si-area.right")
  .consent();

/** A store with somebody of two visits and a course, and somebody else. */
function twoPeople(): Store {
  const store = sampleStore();
  for (const exam of visits()) storeExam(store, exam);
  appendEpisodeEvents(store, COURSE, episodeEvents([RAISE_SIGN]), NOW);
  return store;
}

const visits = () =>
  courseExams([
    { date: "2026-03-02", tell: calfVisit({ onset: 42 }) },
    { date: "2026-03-16", tell: calfVisit({ onset: 58 }) },
  ]);
const COURSE = (episodeEvents([])[0] as unknown as { episode: string }).episode;
const PERSON = COURSE_PERSON.id;

const faults = (store: Store) => {
  const { store: whole, records } = verifyStore(store);
  return [...whole, ...records.flatMap((one) => one.faults)];
};

/** Everything a store's files hold, as text. */
const bytesOf = (store: Store): string =>
  readdirSync(dirname(store.path))
    .filter((name) => name.startsWith("store.sqlite") && !name.endsWith("-shm") && !name.endsWith(".erased"))
    .map((name) => readFileSync(join(dirname(store.path), name), "latin1"))
    .join("");

describe("erasing a person", () => {
  it("takes everything of them out of every table and of the file, and leaves that it was done", () => {
    const store = twoPeople();
    const words = "a word nobody else would write";
    const { events } = loadExam(store, idOf(500))!;
    const note = { ...events.at(-1)!, id: idOf(77_001), type: "note-written", body: { text: words } };
    expect(appendEvents(store, idOf(500), [note], NOW).receipts[0]!.result).toBe("stored");
    expect(bytesOf(store)).toContain(words);
    const erased = erasePerson(store, { person: PERSON, ...WHY }, BY);
    expect(erased.streams.map(({ kind }) => kind)).toEqual(["person", "exam", "exam", "episode"]);
    expect(erased).toMatchObject({ by: PRACTITIONER.name, at: LATER, ...WHY });
    for (const { kind, id } of erased.streams) expect(streamIds(store, kind)).not.toContain(id);
    expect([findPerson(store, PERSON), loadExam(store, idOf(500)), searchPeople(store, COURSE_PERSON.name)]).toEqual([
      null,
      null,
      [],
    ]);
    const tables = store.sqlite
      .prepare<[], string>("SELECT name FROM sqlite_master WHERE type = 'table'")
      .pluck()
      .all()
      .filter((name) => !["tombstones", "journal", "stream_events"].includes(name));
    for (const table of tables)
      expect(JSON.stringify(store.sqlite.prepare(`SELECT * FROM "${table}"`).all()), table).not.toContain(PERSON);
    expect(bytesOf(store)).not.toContain(words);
    expect(faults(store)).toEqual([]);
    const said = verifyStore(store).records.filter((one) => one.erased !== null);
    expect(said).toHaveLength(erased.streams.length);
    expect(said[0]!.erased).toBe(`was erased here on 4 May 2026 by ${PRACTITIONER.name}`);
    rebuildRows(store, LATER);
    expect([findPerson(store, PERSON), faults(store)]).toEqual([null, []]);
  });

  it("leaves nothing in any file of the folder, while something reads the database and after, with the reasons given", async () => {
    for (const reader of ["nobody", "a back-up", "a check"] as const) {
      const store = twoPeople();
      setTeam(store, "by care", BY);
      saveProfile(store, { id: idOf(51), name: "Bo", registration: "" }, { now: NOW });
      const secrets = ["opened as she rang with new numbness", "I see her from today on", COURSE_PERSON.name];
      const other = { id: idOf(51), name: "Bo", role: "practitioner", hasLeft: false } as const;
      const change = (what: "open with a reason" | "take over", reason: string) =>
        changeCare(store, PERSON, { what, practitioner: null, reason }, other, {
          now: NOW,
          actor: { id: idOf(51), name: "Bo" },
        });
      change("open with a reason", secrets[0]!);
      const again = { id: idOf(52), name: "Cy", role: "practitioner", hasLeft: false } as const;
      saveProfile(store, { id: idOf(52), name: "Cy", registration: "" }, { now: NOW });
      changeCare(store, PERSON, { what: "take over", practitioner: null, reason: secrets[1]! }, again, {
        now: NOW,
        actor: { id: idOf(52), name: "Cy" },
      });
      const reading = reader === "nobody" ? null : openToRead(store.path);
      reading?.sqlite.exec("BEGIN");
      reading?.sqlite.prepare("SELECT count(*) FROM people").get();
      erasePerson(store, { person: PERSON, ...WHY }, BY);
      expect([reader, isUncleared(store)]).toEqual([reader, reading !== null]);
      expect(keepingPage(store, "2026-05-04").isClearing).toBe(reading !== null);
      /** A program that is killed now finds the marker when it begins again. */
      expect(await clearSoon(store, 100)).toBe(reading === null);
      reading?.sqlite.exec("COMMIT");
      reading?.sqlite.close();
      expect(await clearSoon(store, 5000)).toBe(true);
      const folder = readdirSync(dirname(store.path)).filter((name) => !name.endsWith("-shm"));
      const left = folder.flatMap((name) => {
        const text = readFileSync(join(dirname(store.path), name), "latin1");
        return secrets.filter((secret) => text.includes(secret)).map((secret) => `${name}: ${secret}`);
      });
      expect([reader, left]).toEqual([reader, []]);
      expect(faults(store)).toEqual([]);
    }
  });

  it("is not undone by any way in: a late tap, a new exam, the roster, a file, a course", () => {
    const store = twoPeople();
    const file = examFileText(exportPerson(store, PERSON, NOW));
    const { events } = loadExam(store, idOf(500))!;
    erasePerson(store, { person: PERSON, ...WHY }, BY);
    const why = (exam: string, event: unknown) => appendEvents(store, exam, [event], LATER).receipts[0]!;
    expect(why(idOf(500), events[0])).toMatchObject({ result: "refused", refusal: "never" });
    const fresh = { ...events[0]!, id: idOf(77_002), exam: idOf(902) };
    expect(why(idOf(902), fresh).why).toContain("was erased here on 4 May 2026");
    expect(() =>
      addPerson(
        store,
        { id: PERSON, name: "R. Quill", birthDate: "1984-05-12", sex: "female", notes: "" },
        { now: LATER, confirmed: true },
      ),
    ).toThrow(/was erased here/);
    expect(() => importExam(store, file, LATER)).toThrow(/was erased here.*entered anew/s);
    const course = appendEpisodeEvents(store, COURSE, episodeEvents([RAISE_SIGN]), LATER).receipts;
    expect(course.every(({ result }) => result === "refused")).toBe(true);
    expect(course[0]!.why).toContain("was erased here");
    expect(() => erasePerson(store, { person: PERSON, ...WHY }, BY)).toThrow(/no person .* is on the roster/);
    expect(faults(store)).toEqual([]);
    /** The tables themselves refuse it. */
    expect(() =>
      store.sqlite
        .prepare(
          "INSERT INTO stream_events (kind, stream, seq, id, type, payload, previous, hash, received_at) VALUES ('exam', ?, 1, 'x', 'x', '{}', '', '', '')",
        )
        .run(idOf(500)),
    ).toThrow(/erased/);
  });

  it("lets nothing be deleted that was not erased, nor a tombstone be taken away", () => {
    const store = twoPeople();
    const remove = (sql: string) => () => store.sqlite.prepare(sql).run();
    expect(remove("DELETE FROM stream_events")).toThrow(/never deleted/);
    erasePerson(store, { person: PERSON, ...WHY }, BY);
    for (const sql of ["DELETE FROM tombstones", "UPDATE tombstones SET person = 'x'"])
      expect(remove(sql), sql).toThrow(/stays erased/);
    expect(remove("DELETE FROM stream_events")).toThrow(/never deleted/);
  });

  it("shows a tombstone that was put in to hide what was taken out", () => {
    const store = twoPeople();
    store.sqlite.prepare("INSERT INTO tombstones (kind, stream, person) VALUES ('exam', ?, ?)").run(idOf(500), PERSON);
    store.sqlite.prepare("DELETE FROM stream_events WHERE kind = 'exam' AND stream = ?").run(idOf(500));
    expect(faults(store)).toEqual(
      expect.arrayContaining([
        expect.stringContaining("nobody recorded it"),
        expect.stringContaining("something of it"),
      ]),
    );
  });

  it("asks for a reason, each of those there are, and in words where it is another", () => {
    const store = twoPeople();
    const erase = (over: object) => () => erasePerson(store, { person: PERSON, ...WHY, ...over }, BY);
    expect(erase({ because: "other", reason: " " })).toThrow(/Say in a few words/);
    expect(erase({ because: "because" })).toThrow(/because/);
    expect(erase({ person: idOf(4711) })).toThrow(/no person .* is on the roster/);
    expect(findPerson(store, PERSON)).not.toBeNull();
    for (const because of Object.keys(ERASE_REASONS)) {
      const one = twoPeople();
      expect(erasePerson(one, { person: PERSON, because, reason: "as was agreed" }, BY).because).toBe(because);
    }
  });
});

describe("an old copy of somebody who was erased", () => {
  const KEY = { passphrase: "five words that do not belong" };
  const MAKING = { now: NOW, workFactor: 10 };

  it("brings nobody back: restored beside the store, or elsewhere from the folder of the back-ups, or merged", async () => {
    const store = twoPeople();
    const folder = mkdtempSync(join(tmpdir(), "dust-lantern-erased-"));
    const { file } = await makeBackup(store.path, folder, KEY, MAKING);
    expect(existsSync(join(folder, "dust-lantern-erased.jsonl"))).toBe(false);
    erasePerson(store, { person: PERSON, ...WHY }, BY);
    await makeBackup(store.path, folder, KEY, { ...MAKING, now: LATER });
    expect(readErasures(readFileSync(join(folder, "dust-lantern-erased.jsonl"), "utf8"))).toHaveLength(1);

    expect(await mergeBackup(file, KEY, store.path, { dryRun: false, now: LATER })).toMatchObject({
      added: 0,
      erased: 4,
      refused: [],
    });
    store.sqlite.close();
    expect((await restoreBackup(file, KEY, store.path, { replace: true, now: LATER })).lost).toBeNull();
    const elsewhere = join(mkdtempSync(join(tmpdir(), "dust-lantern-")), "store.sqlite");
    await restoreBackup(file, KEY, elsewhere, { replace: false, now: LATER });
    for (const path of [store.path, elsewhere]) {
      const restored = openStore(path);
      expect(findPerson(restored, PERSON)).toBeNull();
      expect(clinicOf(restored).erased).toMatchObject([{ person: PERSON, by: PRACTITIONER.name, ...WHY }]);
      expect(faults(restored)).toEqual([]);
      restored.sqlite.close();
    }
  });

  it("is relieved of whoever was erased before it was laid ready, and after, until it takes the store's place", async () => {
    const store = twoPeople();
    const second = { id: idOf(4001), name: "Nell Ashdown", birthDate: "1971-06-05", sex: "female", notes: "" };
    addPerson(store, second, { now: NOW, confirmed: true });
    const { file } = await makeBackup(store.path, join(dirname(store.path), "one.age"), KEY, MAKING);
    erasePerson(store, { person: PERSON, ...WHY }, BY);
    await layReady(file, KEY, store.path, null);
    tellErasure(store, erasePerson(store, { person: second.id, ...WHY }, BY));
    store.sqlite.close();
    expect(takeReady(store.path, LATER)).not.toBeNull();
    const back = openStore(store.path);
    expect([findPerson(back, PERSON), findPerson(back, second.id)]).toEqual([null, null]);
    expect(faults(back)).toEqual([]);
  });

  it("is relieved of them once, whatever else stands in the file that tells of it", () => {
    const store = twoPeople();
    const there = twoPeople();
    const erased = erasePerson(store, { person: PERSON, ...WHY }, BY);
    const content = ["", "no line of ours", "{}", "[1]", "null", JSON.stringify(erased), JSON.stringify(erased)].join(
      "\n",
    );
    expect(readErasures(content)).toHaveLength(2);
    expect(eraseAgain(there, readErasures(content).slice(0, 1), LATER)).toBe(1);
    expect(eraseAgain(there, readErasures(content), LATER)).toBe(0);
    expect(faults(there)).toEqual([]);
  });
});

describe("how long records are kept", () => {
  it("every preset for retention names its source", () =>
    forEvery(Object.entries(RETENTION_PRESETS), (_id, { years, minorsUntil, source }) => {
      expect(source.length).toBeGreaterThan(20);
      expect(source).toContain(years === 8 || years === 7 ? String(years) : years === 20 ? "twenty" : "ten");
      if (minorsUntil !== null) expect(source).toContain(String(minorsUntil));
    }));

  it("counts from the last visit, for a child from an age, whichever is later", () => {
    const rule = { years: 8, minorsUntil: 25 };
    expect(keptUntil(rule, "1984-05-12", "2026-03-02")).toBe("2034-03-02");
    expect(keptUntil(rule, "2015-05-12", "2026-03-02")).toBe("2040-05-12");
    expect(keptUntil(rule, "2008-03-03", "2026-03-02")).toBe("2034-03-02");
    expect(keptUntil({ years: 1, minorsUntil: null }, "2015-05-12", "2024-02-29")).toBe("2025-03-01");
  });

  it("never lets go before the years are over, nor a minor before the age", () => {
    const day = fc
      .date({ min: new Date("1920-01-01"), max: new Date("2030-12-31"), noInvalidDate: true })
      .map((date) => date.toISOString().slice(0, 10));
    fc.assert(
      fc.property(day, day, fc.integer({ min: 1, max: 40 }), fc.integer({ min: 18, max: 30 }), (a, b, years, age) => {
        const [birth, visit] = a < b ? [a, b] : [b, a];
        const until = keptUntil({ years, minorsUntil: age }, birth, visit);
        expect(until.slice(0, 4) >= String(Number(visit.slice(0, 4)) + years)).toBe(true);
        expect(until >= keptUntil({ years, minorsUntil: null }, birth, visit)).toBe(true);
      }),
    );
  });

  it("lists who is due, longest first, and erases nobody by itself", () => {
    const store = twoPeople();
    storeExam(store, OTHER);
    expect(keepingPage(store, "2050-01-01")).toMatchObject({ retention: null, due: [], erased: [] });
    const rule = { preset: "germany", years: 10, minorsUntil: null };
    setRetention(store, rule, BY);
    expect(dueForErasure(store, rule, "2036-03-01")).toEqual([]);
    const due = keepingPage(store, "2050-01-01").due;
    expect(due.map(({ until }) => until)).toEqual(due.map(({ until }) => until).toSorted());
    expect(due.find(({ id }) => id === PERSON)).toMatchObject({ lastVisit: "2026-03-16", until: "2036-03-16" });
    expect(findPerson(store, PERSON)).not.toBeNull();
  });
});
