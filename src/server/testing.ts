import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ExamBuilder } from "@/core/samples/build";
import { appendEvents } from "./exams";
import { addPerson } from "./people";
import { saveProfile } from "./practitioners";
import { openStore, type Store } from "./store";

export const NOW = "2026-03-02T10:00:00.000Z";

export const temporaryPath = (): string => join(mkdtempSync(join(tmpdir(), "dust-lantern-")), "store.sqlite");

/** A store with the person and the practitioner the sample exams name. */
export function sampleStore(path = temporaryPath()): Store {
  const store = openStore(path);
  saveProfile(store, { id: "00000000-0000-4000-8000-0000000dbba1", name: "Ines Calder", registration: "" });
  addPerson(
    store,
    { id: "00000000-0000-4000-8000-000000000002", name: "R. Quill", birthDate: "1984-05-12", sex: "female", notes: "" },
    { now: NOW },
  );
  return store;
}

/** Stores a built exam; throws when anything of it is refused. */
export function storeExam(store: Store, { events }: ExamBuilder): string {
  const exam = events[0]!.exam;
  const refused = appendEvents(store, exam, events, NOW).receipts.find(({ result }) => result !== "stored");
  if (refused) throw new Error(refused.why ?? refused.result);
  return exam;
}
