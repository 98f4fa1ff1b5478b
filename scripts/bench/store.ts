import { mkdtempSync, rmSync } from "node:fs";
import { join } from "node:path";
import type { ExamEvent } from "@/core/exam/events";
import { idOf } from "@/core/samples/build";
import { appendEvents, loadExam } from "@/server/exams";
import { addPerson, searchPeople } from "@/server/people";
import { openStore, type Store } from "@/server/store";
import { longExam } from "./core";
import { median, ms, type Row, timeOf } from "./measure";

const NOW = "2026-03-02T10:00:00.000Z";
const APPENDS = 300;
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
  const { events } = longExam(1350);
  appendEvents(store, idOf(1), events.slice(0, 50), NOW);
  /** The same row in a table of the same shape: what is left out is the checking, the hash, the idempotency and the head. */
  store.sqlite.exec(
    "CREATE TABLE bare (exam_id TEXT, seq INTEGER, id TEXT UNIQUE, type TEXT, payload TEXT, previous TEXT, hash TEXT, received_at TEXT, PRIMARY KEY (exam_id, seq)) WITHOUT ROWID",
  );
  const insert = store.sqlite.prepare("INSERT INTO bare VALUES (?, ?, ?, ?, ?, ?, ?, ?)");
  const time = (work: () => unknown) => timeOf(work, { runs: 1, warmUp: 0 });
  const bare: number[] = [];
  const appended: number[] = [];
  /** A server runs for days: both paths are warmed up first, and only the last appends are measured. */
  const measured = events.length - 50 - APPENDS;
  events.slice(50).forEach((event: ExamEvent) => {
    const payload = JSON.stringify(event);
    const hash = "ab".repeat(32);
    bare.push(time(() => insert.run(event.exam, bare.length, event.id, event.type, payload, hash, hash, NOW)));
    appended.push(time(() => appendEvents(store, idOf(1), [event], NOW)));
  });
  close();
  const ratio = median(bare.slice(measured)) / median(appended.slice(measured));
  return {
    what: "appending one event through the repository",
    value: `${ratio.toFixed(2)} × (${ms(median(appended.slice(measured)))})`,
    baseline: `a bare prepared insert of the same row, same store, synchronous=FULL, ${ms(median(bare.slice(measured)))}`,
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
