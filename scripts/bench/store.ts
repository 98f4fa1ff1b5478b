import { mkdtempSync, rmSync } from "node:fs";
import { join } from "node:path";
import { idOf } from "@/fixtures/samples/build";
import { appendEvents, loadExam } from "@/server/repositories/exams";
import { addPerson, searchPeople } from "@/server/repositories/people";
import { openStore, type Store } from "@/server/store/store";
import { longExam } from "./core";
import { median, ms, type Row, timeOf } from "./measure";

const NOW = "2026-03-02T10:00:00.000Z";
/** Exams of 200 events: the first ones warm both paths up, as a server runs for days; the last ones are measured. */
const EXAMS_WARMING = 6;
const EXAMS_MEASURED = 2;
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

/** Appends and bare inserts turn and turn about, so that both meet the same disk. */
function appending(): Row {
  const { store, close } = emptyStore();
  withPerson(store);
  /** The same row in a table of the same shape: what is left out is the checking, the hash, the idempotency and the head. */
  store.sqlite.exec(
    "CREATE TABLE bare (exam_id TEXT, seq INTEGER, id TEXT UNIQUE, type TEXT, payload TEXT, previous TEXT, hash TEXT, received_at TEXT, PRIMARY KEY (exam_id, seq)) WITHOUT ROWID",
  );
  const insert = store.sqlite.prepare("INSERT INTO bare VALUES (?, ?, ?, ?, ?, ?, ?, ?)");
  const time = (work: () => unknown) => timeOf(work, { runs: 1, warmUp: 0 });
  const bare: number[] = [];
  const appended: number[] = [];
  for (let number = 1; number <= EXAMS_WARMING + EXAMS_MEASURED; number++) {
    const exam = idOf(number);
    longExam(EVENTS, { exam, idsFrom: number * 10_000 }).events.forEach((event, index) => {
      const payload = JSON.stringify(event);
      const hash = "ab".repeat(32);
      bare.push(time(() => insert.run(exam, index, event.id, event.type, payload, hash, hash, NOW)));
      appended.push(time(() => appendEvents(store, exam, [event], NOW)));
    });
  }
  const kept = store.sqlite.prepare("SELECT count(*) FROM exam_events").pluck().get();
  if (kept !== appended.length) throw new Error(`${String(kept)} of ${appended.length} events were stored.`);
  close();
  const last = (times: number[]) => median(times.slice(-EXAMS_MEASURED * EVENTS));
  const ratio = last(bare) / last(appended);
  return {
    what: "appending one event through the repository",
    value: `${ratio.toFixed(2)} × (${ms(last(appended))})`,
    baseline: `a bare prepared insert of the same row, same store, synchronous=FULL, ${ms(last(bare))}`,
    asked: "≥ 0.4 ×",
    ok: ratio >= 0.4,
  };
}

function opening(): Row {
  const { store, close } = emptyStore();
  withPerson(store);
  appendEvents(store, idOf(1), longExam(200).events, NOW);
  const select = store.sqlite.prepare("SELECT * FROM exam_events WHERE exam_id = ? ORDER BY seq");
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
  return {
    what: "roster search over 10,000 people, slowest of 6 queries",
    value: ms(worst),
    baseline: `one bare LIKE count ${ms(bare)}`,
    asked: "≤ 20 ms",
    ok: worst <= 20,
  };
}

export const storeRows = (): Row[] => [appending(), opening(), searching()];
