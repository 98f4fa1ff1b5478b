import { mkdtempSync, rmSync } from "node:fs";
import { join } from "node:path";
import { chainEvent, genesisOf, toExamFile } from "@/core";
import { idOf } from "@/fixtures/samples/build";
import { importExam } from "@/server/exchange/exchange";
import { appendEvents, loadExam } from "@/server/repositories/exams";
import { addPerson, searchPeople } from "@/server/repositories/people";
import { verifyStore } from "@/server/repositories/verify";
import { nativeSha256 } from "@/server/store/native-hash";
import { openStore } from "@/server/store/open";
import { type Store } from "@/server/store/store";
import { longExam } from "./core";
import { atMost, median, ms, type Row, timeOf } from "./measure";

const NOW = "2026-03-02T10:00:00.000Z";
/** Exams of 200 events: the first ones warm both paths up, as a server runs for days; the last ones are measured. */
const EXAMS_WARMING = 24;
const EXAMS_MEASURED = 10;
const EVENTS = 200;
const PEOPLE = 10_000;

function emptyStore(): { store: Store; close: () => void } {
  const folder = mkdtempSync(join(process.cwd(), ".tmp", "bench-"));
  const store = openStore(join(folder, "store.sqlite"));
  return {
    store,
    close: () => {
      store.sqlite.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

function withPerson(store: Store): void {
  addPerson(store, { id: idOf(2), name: "R. Quill", birthDate: "1984-05-12", sex: "female", notes: "" }, { now: NOW });
}

const BARE_EVENTS =
  "CREATE TABLE bare (kind TEXT, stream TEXT, seq INTEGER, id TEXT UNIQUE, type TEXT, payload TEXT, previous TEXT, hash TEXT, received_at TEXT, PRIMARY KEY (kind, stream, seq)) WITHOUT ROWID";

/** Writes the two rows of an append in tables of the same shape: what is left out is the checking, the hashes, the idempotency and the heads. */
function bareWriter({ sqlite }: Store) {
  sqlite.exec(
    `${BARE_EVENTS}; CREATE TABLE bare_journal (n INTEGER PRIMARY KEY, at TEXT, kind TEXT, subject TEXT, head TEXT, length INTEGER, previous TEXT, hash TEXT)`,
  );
  const insert = sqlite.prepare("INSERT INTO bare VALUES ('exam', ?, ?, ?, ?, ?, ?, ?, ?)");
  const line = sqlite.prepare(
    "INSERT INTO bare_journal (at, kind, subject, head, length, previous, hash) VALUES (?, 'exam', ?, ?, ?, ?, ?)",
  );
  const hash = "ab".repeat(32);
  return sqlite.transaction(
    (exam: string, seq: number, { id, type }: { id: string; type: string }, payload: string) => {
      insert.run(exam, seq, id, type, payload, hash, hash, NOW);
      line.run(NOW, exam, hash, seq, hash, hash);
    },
  ).immediate;
}

/** Appends and bare inserts turn and turn about, so that both meet the same disk. */
function appending(): Row {
  const { store, close } = emptyStore();
  withPerson(store);
  const bareWrite = bareWriter(store);
  const time = (work: () => unknown) => timeOf(work, { runs: 1, warmUp: 0 });
  const bare: number[] = [];
  const appended: number[] = [];
  for (let number = 1; number <= EXAMS_WARMING + EXAMS_MEASURED; number++) {
    const exam = idOf(number);
    longExam(EVENTS, { exam, idsFrom: number * 10_000 }).events.forEach((event, index) => {
      bare.push(time(() => bareWrite(exam, index, event, JSON.stringify(event))));
      appended.push(time(() => appendEvents(store, exam, [event], NOW)));
    });
  }
  const kept = store.sqlite.prepare("SELECT count(*) FROM stream_events WHERE kind = 'exam'").pluck().get();
  if (kept !== appended.length) throw new Error(`${String(kept)} of ${appended.length} events were stored.`);
  close();
  const last = (times: number[]) => median(times.slice(-EXAMS_MEASURED * EVENTS));
  const ratio = last(bare) / last(appended);
  return {
    what: "appending one event through the repository",
    value: `${ratio.toFixed(2)} × (${ms(last(appended))})`,
    baseline: `the same two rows, event and journal, in one bare transaction, synchronous=FULL, ${ms(last(bare))}`,
    asked: "≥ 0.45 ×",
    ok: ratio >= 0.45,
  };
}

function opening(): Row {
  const { store, close } = emptyStore();
  withPerson(store);
  appendEvents(store, idOf(1), longExam(200).events, NOW);
  const select = store.sqlite.prepare("SELECT * FROM stream_events WHERE kind = 'exam' AND stream = ? ORDER BY seq");
  const bare = timeOf(() => select.all(idOf(1)));
  const open = timeOf(() => loadExam(store, idOf(1)));
  close();
  return {
    what: "opening an exam of 200 events",
    value: `${(open / bare).toFixed(2)} × (${ms(open)})`,
    baseline: `reading its rows bare ${ms(bare)}`,
    asked: "≤ 3 ×",
    ok: open / bare <= 3,
  };
}

function searching(): Row {
  const { store, close } = emptyStore();
  const first = ["Ada", "Bo", "Cleo", "Dag", "Esme", "Finn", "Gwen", "Hal", "Ira", "Jun"];
  const last = ["Reed", "Marsh", "Tern", "Quay", "Holt", "Wick", "Lume", "Sallow"];
  store.sqlite.transaction(() => {
    for (let index = 0; index < PEOPLE; index++) {
      const birthDate = `${1930 + (index % 80)}-${String((index % 12) + 1).padStart(2, "0")}-${String((index % 28) + 1).padStart(2, "0")}`;
      addPerson(
        store,
        {
          id: idOf(10_000 + index),
          name: `${first[index % 10]} ${last[index % 8]} ${index}`,
          birthDate,
          sex: "female",
          notes: "",
        },
        { now: NOW, confirmed: true, number: `DL-${index + 1}` },
      );
    }
  })();
  const queries = ["", "gwen tern", "1984", "dl-9999", "nobody", "e"];
  const bare = timeOf(() => store.sqlite.prepare("SELECT count(*) FROM people WHERE searched LIKE '%gwen%'").get(), {
    runs: 20,
    warmUp: 3,
  });
  const worst = Math.max(...queries.map((query) => timeOf(() => searchPeople(store, query), { runs: 20, warmUp: 3 })));
  close();
  return atMost(
    "patient search over 10,000 patients, slowest of 6 queries",
    { value: worst },
    { is: "one bare LIKE count", value: bare },
    8,
    20,
  );
}

const LONG = 5000;

/** The file of an exam as long as one may be. */
export function longFile(options: Parameters<typeof longExam>[1] = {}): { content: string; payloads: string[] } {
  const { events } = longExam(LONG, options);
  const exam = events[0]!.exam;
  let head = { head: genesisOf(exam), length: 0 };
  const links = events.slice(0, LONG).map((event) => {
    const link = chainEvent(head, event, nativeSha256);
    head = { head: link.hash, length: link.seq };
    return { ...link, receivedAt: NOW };
  });
  const origin = { store: null, exportedAt: NOW, anchor: null };
  const content = JSON.stringify(toExamFile([{ kind: "exam", id: exam, ...head, links }], origin));
  return { content, payloads: links.map(({ payload }) => payload) };
}

/** The middle of three runs that time themselves, after one to warm up. */
function medianOf(work: () => number): number {
  work();
  return median([work(), work(), work()]);
}

/** Parses and hashes a file and puts its events into a bare table: how long all of it takes, and how long the writer is held. */
function bareImport({ content, payloads }: ReturnType<typeof longFile>): { took: number; held: number } {
  const { store, close } = emptyStore();
  const { sqlite } = store;
  sqlite.exec(BARE_EVENTS);
  const write = sqlite.prepare("INSERT INTO bare VALUES ('exam', ?, ?, ?, ?, ?, ?, ?, ?)");
  const began = performance.now();
  const { streams } = JSON.parse(content) as {
    streams: { id: string; links: { event: { id: string; type: string } }[] }[];
  };
  const [exam] = streams;
  const rows = exam!.links.map(({ event }, index) => ({
    event,
    payload: payloads[index]!,
    hash: nativeSha256(payloads[index]!),
  }));
  const begins = performance.now();
  sqlite
    .transaction(() =>
      rows.forEach(({ event, payload, hash }, index) =>
        write.run(exam!.id, index, event.id, event.type, payload, hash, hash, NOW),
      ),
    )
    .immediate();
  const ends = performance.now();
  close();
  return { took: ends - began, held: ends - begins };
}

/** How long bare inserts of a long file's events hold the writer, all in one transaction as an import is. */
export function heldByBareInserts(): number {
  const file = longFile();
  return medianOf(() => bareImport(file).held);
}

function importing(): Row {
  const file = longFile();
  const { content } = file;
  const bare = medianOf(() => bareImport(file).took);
  const taken = medianOf(() => {
    const { store, close } = emptyStore();
    const began = performance.now();
    importExam(store, content, NOW);
    const took = performance.now() - began;
    close();
    return took;
  });
  return {
    what: "importing an exam of 5,000 events",
    value: `${(taken / bare).toFixed(2)} × (${ms(taken)})`,
    baseline: `parsing, hashing and bare inserts of the same file ${ms(bare)}`,
    asked: "≤ 3 ×",
    ok: taken / bare <= 3,
  };
}

function verifying(): Row {
  const { store, close } = emptyStore();
  withPerson(store);
  for (let number = 1; number <= 20; number++)
    appendEvents(store, idOf(number), longExam(EVENTS, { exam: idOf(number), idsFrom: number * 10_000 }).events, NOW);
  const rows = store.sqlite.prepare<[], { previous: string; payload: string }>(
    "SELECT previous, payload FROM stream_events",
  );
  const bare = timeOf(() => rows.all().forEach(({ previous, payload }) => nativeSha256(`${previous}\n${payload}`)), {
    runs: 10,
    warmUp: 3,
  });
  const verified = timeOf(() => verifyStore(store), { runs: 10, warmUp: 3 });
  const { records } = verifyStore(store);
  if (records.some(({ faults }) => faults.length > 0)) throw new Error("The measured store is not whole.");
  close();
  return {
    what: "verifying 20 exams of 200 events",
    value: `${(bare / verified).toFixed(2)} × (${ms(verified)})`,
    baseline: `the bare walk of their hashes ${ms(bare)}`,
    asked: "≥ 0.25 ×",
    ok: bare / verified >= 0.25,
  };
}

export const storeRows = (): Row[] => [appending(), opening(), searching(), importing(), verifying()];
