import { spawn } from "node:child_process";
import { writeFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { runs } from "@/fixtures/property-runs";
import { forEvery } from "@/fixtures/for-every";
import { anchorText, chainEvent, genesisOf, type StreamKind } from "@/core";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { NOW, sampleStore, storeExam, temporaryPath } from "@/fixtures/store";
import { openStore, openToRead } from "../store/open";
import { nativeSha256 } from "../store/native-hash";
import type { Store } from "../store/store";
import { saveEvidence } from "./evidence";
import { addPerson, updatePerson } from "./people";
import { journalEnd, storeIdOf } from "./streams";
import { rebuildRows } from "./rebuild";
import { saveProfile } from "./practitioners";
import { verifyStore } from "./verify";

const EXAM = idOf(1);
const OTHER = idOf(5000);
const CHANGES = {
  records: [],
  rules: [],
  switches: [],
  starts: [{ id: "sacroiliac.below-l5", mean: 0.3, equivalentPeople: 20, reason: "our own counts" }],
};

/** A store as a clinic's is: two people, two exams, one signed, figures of its own, a corrected person. */
function clinic(): Store {
  const store = sampleStore();
  const ready = (exam: ReturnType<typeof buildExam>) => exam.complaint("si-area.right").consent().guard().rest(1);
  const signed = ready(buildExam()).run({ test: "thigh-thrust", side: "right", response: "nothing" }).sign();
  storeExam(store, signed);
  const person = { id: idOf(3), name: "Bo Tarn", birthDate: "1990-02-03", sex: "male", notes: "" };
  addPerson(store, person, { now: NOW });
  updatePerson(store, { ...person, notes: "left-handed" }, { now: NOW });
  const named = { id: idOf(3), number: "DL-0002", name: "Bo Tarn" };
  storeExam(
    store,
    ready(buildExam({ exam: OTHER, idsFrom: 60_000, person: named, birthDate: "1990-02-03", sex: "male" })),
  );
  saveProfile(store, { id: idOf(41), name: "Jonah", registration: "x" }, { now: NOW });
  saveEvidence(store, { changes: CHANGES, by: "Ines Calder", reason: "our audit" }, NOW);
  return store;
}
/** What somebody with the file and a program could do: past the triggers, and putting them back. */
function tampered(...work: (string | ((store: Store) => void))[]): Store {
  const store = clinic();
  const { sqlite } = store;
  const triggers = sqlite
    .prepare<[], { name: string; sql: string }>("SELECT name, sql FROM sqlite_master WHERE type = 'trigger'")
    .all();
  sqlite.pragma("foreign_keys = OFF");
  triggers.forEach(({ name }) => sqlite.exec(`DROP TRIGGER ${name}`));
  work.forEach((step) => (typeof step === "string" ? sqlite.exec(step) : step(store)));
  triggers.forEach(({ sql }) => sqlite.exec(sql));
  return store;
}

type Row = { seq: number; payload: string };

/** Rewrites an exam from one event on and chains it anew, its head with it: what a chain alone cannot show. */
const rechained =
  (seq: number, change: (event: { body: object; at: string }) => object | null, kind: StreamKind = "exam") =>
  ({ sqlite }: Store): void => {
    const rows = sqlite
      .prepare<[string, string], Row>(
        "SELECT seq, payload FROM stream_events WHERE kind = ? AND stream = ? ORDER BY seq",
      )
      .all(kind, EXAM);
    let head = { head: genesisOf(EXAM, kind), length: 0 };
    sqlite.prepare("DELETE FROM stream_events WHERE kind = ? AND stream = ?").run(kind, EXAM);
    for (const row of rows) {
      const event = JSON.parse(row.payload) as { id: string; type: string; body: object; at: string };
      const made = row.seq === seq ? change(event) : event;
      if (made === null) continue;
      const link = chainEvent(head, made as never, nativeSha256);
      const { id, type } = made as { id: string; type: string };
      sqlite
        .prepare("INSERT INTO stream_events VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)")
        .run(kind, EXAM, link.seq, id, type, link.payload, link.previous, link.hash, NOW);
      head = { head: link.hash, length: link.seq };
    }
  };

const found = (store: Store, anchor?: string): string[] => {
  const { store: whole, records } = verifyStore(store, anchor);
  return [...whole, ...records.flatMap(({ faults, unchecked }) => [...faults, ...(unchecked ? [unchecked] : [])])];
};

const E = "kind = 'exam' AND stream = '" + EXAM + "'";
const LAST = `(SELECT max(seq) FROM stream_events WHERE ${E})`;

const TAMPERINGS: Readonly<Record<string, (string | ((store: Store) => void))[]>> = {
  "an event changed": [`UPDATE stream_events SET payload = replace(payload, 'nothing', 'familiar') WHERE ${E}`],
  "an event dropped in the middle": [`DELETE FROM stream_events WHERE ${E} AND seq = 4`],
  "the last event dropped": [`DELETE FROM stream_events WHERE ${E} AND seq = ${LAST}`],
  "the last event and its line of the journal cut together": [
    `DELETE FROM stream_events WHERE ${E} AND seq = ${LAST}`,
    `DELETE FROM journal WHERE n = (SELECT max(n) FROM journal WHERE kind = 'exam' AND subject = '${EXAM}')`,
  ],
  "two events swapped": [
    `UPDATE stream_events SET seq = 999 WHERE ${E} AND seq = 3`,
    `UPDATE stream_events SET seq = 3 WHERE ${E} AND seq = 4`,
    `UPDATE stream_events SET seq = 4 WHERE ${E} AND seq = 999`,
  ],
  "a signed past changed and chained anew": [
    rechained(3, (event) => ({ ...event, body: { ...event.body, words: "another story" } })),
  ],
  "an event before the signature taken out, chained anew": [rechained(4, () => null)],
  "an event of an open record changed, chained anew": [
    (store) => {
      store.sqlite.exec(`DELETE FROM stream_events WHERE ${E} AND seq = ${LAST}`);
      rechained(2, (event) => ({ ...event, body: { ...event.body, now: 9 } }))(store);
    },
  ],
  "a device's time changed, chained anew": [rechained(2, (event) => ({ ...event, at: "2020-01-01T00:00:00.000Z" }))],
  "an exam handed to another person": [`UPDATE exams SET person_id = '${idOf(3)}' WHERE id = '${EXAM}'`],
  "an exam opened under another name, chained anew": [
    rechained(1, (event) => {
      const body = event.body as { person: object };
      return { ...event, body: { ...body, person: { ...body.person, birthDate: "2015-01-01" } } };
    }),
  ],
  "an exam's day of opening changed": [`UPDATE exams SET opened_at = '1970-01-01T00:00:00.000Z'`],
  "an exam's visit changed": [`UPDATE exams SET visit_before = '${OTHER}' WHERE id = '${EXAM}'`],
  "an exam taken off the list": [`DELETE FROM exams WHERE id = '${EXAM}'`],
  "a record taken off the list of records": [`DELETE FROM streams WHERE ${E}`],
  "an exam deleted whole": [
    `DELETE FROM stream_events WHERE ${E}`,
    `DELETE FROM streams WHERE ${E}`,
    `DELETE FROM exams WHERE id = '${EXAM}'`,
  ],
  "an event's kind beside it": [`UPDATE stream_events SET type = 'note-written' WHERE ${E} AND seq = 3`],
  "an event's id beside it": [`UPDATE stream_events SET id = 'x' WHERE ${E} AND seq = 3`],
  "an event's time of receipt made none": [`UPDATE stream_events SET received_at = 'once' WHERE ${E} AND seq = 3`],
  "an event's time of receipt put earlier": [
    `UPDATE stream_events SET received_at = '2026-01-01T00:00:00.000Z' WHERE ${E} AND seq = 3`,
  ],
  "a record said to come from elsewhere": [`UPDATE streams SET settled = 3 WHERE ${E}`],
  "another last event said to be recorded here": [`UPDATE streams SET own = '${"0".repeat(64)}' WHERE ${E}`],
  "a record put on the list of what is to be countersigned": [
    `INSERT INTO awaiting VALUES ('${EXAM}', '${OTHER}', '${NOW}', 'x')`,
  ],
  "an event replaced": [`UPDATE stream_events SET payload = replace(payload, 'nothing', 'stretch') WHERE ${E}`],
  "an event under another record": [`UPDATE stream_events SET stream = '${OTHER}', seq = 99 WHERE ${E} AND seq = 3`],
  "a version of the evidence edited under its name": [
    `UPDATE evidence_versions SET changes = replace(changes, '20', '90')`,
  ],
  "a version of the evidence deleted": ["DELETE FROM evidence_versions"],
  "a version of the evidence put out of force": ["UPDATE evidence_versions SET in_force = 0"],
  "a person renamed": ["UPDATE people SET name = 'Somebody Else' WHERE number = 'DL-0002'"],
  "a person's birth date changed": ["UPDATE people SET birth_date = '2015-01-01' WHERE number = 'DL-0001'"],
  "a person deleted": [`DELETE FROM people WHERE id = '${idOf(3)}'`],
  "a person put in beside the record": [
    "INSERT INTO people VALUES ('00000000-0000-4000-8000-00000000beef', 'DL-9', 'X', '1990-01-01', 'male', '', 'x', '', '')",
  ],
  "a practitioner renamed": ["UPDATE practitioners SET name = 'Somebody Else' WHERE name = 'Jonah'"],
  "a practitioner deleted": ["DELETE FROM practitioners WHERE name = 'Jonah'"],
  "a practitioner's settings changed": [
    `UPDATE practitioners SET settings = replace(settings, '"likelyFrom":', '"likelyFrom":0.5,"x":') WHERE name = 'Jonah'`,
  ],
  "a line of the journal changed": ["UPDATE journal SET head = '0000' || substr(head, 5) WHERE n = 2"],
  "a line of the journal taken out": ["DELETE FROM journal WHERE n = 3"],
  "the end of the journal cut": ["DELETE FROM journal WHERE n = (SELECT max(n) FROM journal)"],
  "the journal emptied": ["DELETE FROM journal"],
};

describe("a store that was tampered with", () => {
  it("is whole when nobody touched it, and after it was opened again", () => {
    const store = clinic();
    expect(found(store)).toEqual([]);
    expect(found(tampered())).toEqual([]);
    store.sqlite.close();
    expect(found(openToRead(store.path))).toEqual([]);
  });

  it("every way of tampering shows", () =>
    forEvery(Object.entries(TAMPERINGS), (_name, work) => {
      const said = found(tampered(...work));
      expect(said.length).toBeGreaterThan(0);
      said.forEach((line) => expect(line).toMatch(/^[A-Z].*\.$/s));
    }));

  it("shows a trigger that is gone, a changed index and a table put in", () => {
    const without = clinic();
    without.sqlite.exec("DROP TRIGGER stream_events_no_update");
    expect(found(without)).toEqual(["trigger stream_events_no_update is missing from the store."]);
    const changed = clinic();
    changed.sqlite.exec("DROP INDEX people_number; CREATE INDEX people_number ON people (number)");
    expect(found(changed)).toEqual(["index people_number is not as this program made it."]);
    const added = clinic();
    added.sqlite.exec("CREATE TABLE notes (text TEXT)");
    expect(found(added)).toEqual(["table notes was added to the store."]);
  });

  it("goes on with the other records when one cannot be read", () => {
    const { records } = verifyStore(tampered(`UPDATE stream_events SET payload = 'no JSON' WHERE ${E} AND seq = 2`));
    expect(records.find(({ id }) => id === EXAM)?.faults.length).toBeGreaterThan(0);
    expect(records.find(({ id }) => id === OTHER)?.faults).toEqual([]);
  });
});

describe("an anchor kept outside", () => {
  it("is found again later, and shows a store that was rewritten or put back", () => {
    const store = clinic();
    const anchor = anchorText(journalEnd(store));
    expect(anchor).toMatch(/^\d+·[0-9a-f]{16}$/);
    addPerson(store, { id: idOf(7), name: "Late", birthDate: "1990-01-01", sex: "male", notes: "" }, { now: NOW });
    expect(found(store, anchor)).toEqual([]);
    expect(found(store, anchor.replace("·", "."))).toEqual([]);
    const older = sampleStore();
    expect(found(older, anchor)[0]).toMatch(/older than the anchor, or was cut/);
    const rewritten = `${journalEnd(store).n}·${"0".repeat(16)}`;
    expect(found(store, rewritten)[0]).toMatch(/what came before was rewritten/);
    expect(() => found(store, "anchor")).toThrow(/is not an anchor/);
  });
});

describe("rows beside the events", () => {
  it("are written anew from the events, and verify finds nothing then", () => {
    const store = tampered(
      "UPDATE people SET name = 'Somebody Else', birth_date = '2015-01-01'",
      `DELETE FROM people WHERE id = '${idOf(3)}'`,
      "UPDATE practitioners SET name = 'X'",
      "DELETE FROM exams",
    );
    expect(found(store).length).toBeGreaterThan(3);
    rebuildRows(store, NOW);
    expect(found(store)).toEqual([]);
  });
});

describe("verifying beside writers", () => {
  /** Another program that appends to the store while it is verified, a transaction each: a note, its end, the journal's line. */
  const WRITER = `
    import { createRequire } from "node:module";
    import { hash } from "node:crypto";
    const Database = createRequire(process.cwd() + "/")("better-sqlite3");
    const [path, exam, store] = process.argv.slice(2);
    const db = new Database(path, { timeout: 5000 });
    db.pragma("synchronous = NORMAL");
    const sha = (text) => hash("sha256", text, "hex");
    const sorted = (value) => Array.isArray(value) ? value.map(sorted) : value && typeof value === "object"
      ? Object.fromEntries(Object.keys(value).sort().map((key) => [key, sorted(value[key])])) : value;
    const at = "2026-03-02T10:00:00.000Z";
    let count = 0;
    const write = db.transaction(() => {
      const end = db.prepare("SELECT hash AS head, seq AS length FROM stream_events WHERE kind = 'exam' AND stream = ? ORDER BY seq DESC LIMIT 1").get(exam);
      const id = "10000000-0000-4000-8000-" + (++count).toString(16).padStart(12, "0");
      const payload = JSON.stringify(sorted({ id, exam, at, actor: { id, name: "W" }, device: "w", v: 2,
        type: "note-written", body: { text: "line " + count } }));
      const head = sha(end.head + "\\n" + payload);
      db.prepare("INSERT INTO stream_events VALUES ('exam', ?, ?, ?, 'note-written', ?, ?, ?, ?)")
        .run(exam, end.length + 1, id, payload, end.head, head, at);
      const last = db.prepare("SELECT n, hash FROM journal ORDER BY n DESC LIMIT 1").get();
      const line = { n: last.n + 1, at, kind: "exam", subject: exam, head, length: end.length + 1 };
      db.prepare("INSERT INTO journal (n, at, kind, subject, head, length, previous, hash) VALUES (?, ?, 'exam', ?, ?, ?, ?, ?)")
        .run(line.n, at, exam, head, line.length, last.hash, sha(last.hash + "\\n" + JSON.stringify(sorted(line))));
    });
    process.stdout.write("writing");
    process.stdin.on("data", (asked) => asked.forEach(() => write.immediate()));
  `;

  it("gives no false alarm, however often it verifies", async () => {
    const store = clinic();
    const script = temporaryPath().replace(".sqlite", ".mjs");
    writeFileSync(script, WRITER);
    const writer = spawn(process.execPath, [script, store.path, OTHER, storeIdOf(store)], {
      stdio: ["pipe", "pipe", "inherit"],
    });
    await new Promise((resolve) => writer.stdout.once("data", resolve));
    const reader = openToRead(store.path);
    const before = journalEnd(store).n;
    for (let turn = 0; turn < runs(1000); turn++) {
      if (turn % 5 === 0) writer.stdin.write("x");
      expect(found(reader)).toEqual([]);
      if (turn % 50 === 0) await new Promise((resolve) => setTimeout(resolve, 5));
    }
    writer.kill("SIGKILL");
    expect(journalEnd(openStore(store.path)).n).toBeGreaterThan(before + runs(1000) / 50);
  });
});
