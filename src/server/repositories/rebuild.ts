import { DEFAULT_SETTINGS, foldClinic, foldPerson, readEvent, type RecordedEvent, type StreamEvent } from "@/core";
import { exams, practitioners, tombstones } from "../store/schema";
import type { Store } from "../store/store";
import { projectEpisode } from "./episodes";
import { examRow } from "./exams";
import { putPerson } from "./people";
import { atOnce, eventsOf, storeIdOf, streamIds } from "./streams";

/** How many rows were written anew. */
export type Rebuilt = {
  readonly courses: number;
  readonly people: number;
  readonly practitioners: number;
  readonly exams: number;
};

/** Puts a person's row as it follows from their stream, with the place in the roster that it has. */
function rebuildPerson(store: Store, id: string, events: readonly StreamEvent[], now: string): number {
  const { entry, enteredAt } = foldPerson(events);
  if (!entry) return 0;
  putPerson(store, id, entry, enteredAt ?? now);
  return 1;
}

function rebuildProfiles(store: Store): number {
  const { practitioners: said } = foldClinic(eventsOf<StreamEvent>(store, "clinic", storeIdOf(store)));
  const rows = Object.values(said).map(({ id, name, registration, settings, role, hasLeft }) => ({
    id,
    name,
    registration,
    role,
    hasLeft,
    settings: JSON.stringify(settings ?? DEFAULT_SETTINGS),
  }));
  for (const row of rows)
    store.db.insert(practitioners).values(row).onConflictDoUpdate({ target: practitioners.id, set: row }).run();
  return rows.length;
}

function rebuildExam({ db }: Store, first: RecordedEvent | undefined): number {
  const event = first && readEvent(first);
  if (event?.type !== "exam-opened") return 0;
  const row = examRow(event);
  db.insert(exams).values(row).onConflictDoUpdate({ target: exams.id, set: row }).run();
  return 1;
}

/** Tombstones are never taken away; those that were recorded and are missing are put back. */
function rebuildTombstones(store: Store): void {
  for (const { person, streams } of foldClinic(eventsOf<StreamEvent>(store, "clinic", storeIdOf(store))).erased)
    for (const { kind, id } of streams)
      store.db.insert(tombstones).values({ kind, stream: id, person }).onConflictDoNothing().run();
}

/**
 * Writes what the store keeps beside its events, to find them by, anew from the
 * events: roster, profiles, courses, list of exams. The versions of the evidence are
 * never changed; where they differ, `lantern verify` says so.
 */
export function rebuildRows(store: Store, now: string): Rebuilt {
  const sum = (counts: readonly number[]) => counts.reduce((total, count) => total + count, 0);
  return atOnce(store, () => {
    rebuildTombstones(store);
    return {
      people: sum(
        streamIds(store, "person").map((id) =>
          rebuildPerson(store, id, eventsOf<StreamEvent>(store, "person", id), now),
        ),
      ),
      practitioners: rebuildProfiles(store),
      courses: sum(
        streamIds(store, "episode").map((id) => {
          projectEpisode(store, id);
          return 1;
        }),
      ),
      exams: sum(
        streamIds(store, "exam").map((id) => rebuildExam(store, eventsOf<RecordedEvent>(store, "exam", id)[0])),
      ),
    };
  });
}
