import { type ClinicDraft, type EvidenceChanges, type PersonEntry, type StreamKind } from "@/core";
import { evidenceVersions, people, practitioners } from "../store/schema";
import type { Store } from "../store/store";
import { settingsFrom } from "./practitioners";
import { endOf, moveEnd, say, storeIdOf } from "./streams";
import { eq } from "drizzle-orm";

/** What was kept in rows alone becomes what was said, once: a store of before keeps every person, profile and figure. */

/** The clinic's events that say what its rows hold, in the order they were made. */
function clinicDrafts({ db }: Store): ClinicDraft[] {
  const profiles = db.select().from(practitioners).orderBy(practitioners.id).all();
  const versions = db.select().from(evidenceVersions).orderBy(evidenceVersions.number).all();
  return [
    ...profiles.flatMap(({ id: practitioner, name, registration, settings }): ClinicDraft[] => [
      { type: "practitioner-entered", body: { practitioner, name, registration } },
      { type: "settings-chosen", body: { practitioner, settings: settingsFrom(settings) } },
    ]),
    ...versions.map(({ version, at, by, reason, changes, inForce }): ClinicDraft => ({
      type: "evidence-saved",
      body: { version, at, by, reason, changes: JSON.parse(changes) as EvidenceChanges, inForce },
    })),
  ];
}

/** Whether the rows have been said already: the journal has a line for all that was there. */
const isDone = ({ sqlite }: Store): boolean =>
  sqlite.prepare("SELECT 1 FROM journal LIMIT 1").get() !== undefined ||
  sqlite.prepare("SELECT 1 FROM people UNION SELECT 1 FROM practitioners UNION SELECT 1 FROM exams").get() ===
    undefined;

/**
 * Says in events what the rows of an earlier version hold, and opens the journal
 * with a line for every stream. All of it or nothing; a second time it does nothing.
 */
export function upgradeRows(store: Store, now: string): void {
  if (isDone(store)) return;
  const { db, sqlite } = store;
  sqlite
    .transaction(() => {
      if (isDone(store)) return;
      const exams = sqlite
        .prepare<[], string>("SELECT stream FROM streams WHERE kind = 'exam' ORDER BY stream")
        .pluck();
      for (const exam of exams.all())
        moveEnd(store, "exam" satisfies StreamKind, exam, endOf(store, "exam", exam)!, now, { beside: null });
      for (const row of db.select().from(people).orderBy(people.id).all()) {
        const { id, number, name, birthDate, sex, notes } = row;
        const entry = { number, name, birthDate, sex, notes } as PersonEntry;
        say(store, "person", id, [{ type: "person-entered", body: entry }], { now });
      }
      const drafts = clinicDrafts(store);
      if (drafts.length) say(store, "clinic", storeIdOf(store), drafts, { now });
      for (const row of db.select().from(practitioners).all())
        db.update(practitioners)
          .set({ settings: JSON.stringify(settingsFrom(row.settings)) })
          .where(eq(practitioners.id, row.id))
          .run();
    })
    .immediate();
}
