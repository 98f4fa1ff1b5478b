import { mkdtempSync } from "node:fs"; import { join } from "node:path";
import { idOf } from "@/fixtures/samples/build"; import { appendEvents } from "@/server/repositories/exams"; import { addPerson } from "@/server/repositories/people"; import { openStore } from "@/server/store/open"; import { longExam } from "./core";
const NOW = "2026-03-02T10:00:00.000Z";
const store = openStore(join(mkdtempSync(join(process.cwd(), ".tmp", "bench-")), "s.sqlite"));
addPerson(store, { id: idOf(2), name: "R. Quill", birthDate: "1984-05-12", sex: "female", notes: "" }, { now: NOW });
store.sqlite.pragma("synchronous=OFF");
for (let n = 1; n <= 20; n++) { const exam = idOf(n); const t=performance.now(); longExam(200, { exam, idsFrom: n * 10_000 }).events.forEach((e) => appendEvents(store, exam, [e], NOW)); if(n>16)console.log((performance.now()-t)/200); }
