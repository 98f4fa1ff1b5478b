import {
  check,
  closed,
  type Erased,
  ERASE_REASONS,
  type EraseReason,
  InputError,
  keptUntil,
  oneOf,
  refuse,
  remembered,
  type Retention,
  text,
  uuid,
  phrase,
} from "@/core";
import type { ErasedEntry, KeepingPage, PersonDue } from "@/wire/keeping";
import { KEEP } from "../backup/keep";
import { backupPlan, tombstones } from "../store/schema";
import type { Store } from "../store/store";
import { clinicOf } from "./clinic";
import { episodesOf } from "./episodes";
import { findPerson } from "./people";
import { atOnce, endOf, say, type Sayer, storeIdOf } from "./streams";
import { clearChanges, isUncleared, markUncleared } from "./scrub";
import { isErased } from "./tombstones";

/** Records whose time is over, and their erasure: a person at a time, all of it, and for good. */

const statements = remembered(({ sqlite }: Store) => ({
  examsOf: sqlite.prepare<[string], string>("SELECT id FROM exams WHERE person_id = ? ORDER BY id").pluck(),
  dropEvents: sqlite.prepare("DELETE FROM stream_events WHERE kind = ? AND stream = ?"),
  dropBranches: sqlite.prepare("DELETE FROM branch_links WHERE kind = ? AND stream = ?"),
  dropStream: sqlite.prepare("DELETE FROM streams WHERE kind = ? AND stream = ?"),
  dropAwaiting: sqlite.prepare("DELETE FROM awaiting WHERE exam = ?"),
  dropExam: sqlite.prepare("DELETE FROM exams WHERE id = ?"),
  dropEpisode: sqlite.prepare("DELETE FROM episodes WHERE id = ?"),
  dropFhirIds: sqlite.prepare("DELETE FROM fhir_ids WHERE person = ?"),
  dropPerson: sqlite.prepare("DELETE FROM people WHERE id = ?"),
  last: sqlite.prepare<
    [number],
    { id: string; name: string; number: string; birthDate: string; lastVisit: string; exams: number }
  >(
    `SELECT p.id, p.name, p.number, p.birth_date AS birthDate, count(x.id) AS exams,
     coalesce(max(coalesce(x.visit_date, substr(x.opened_at, 1, 10))), substr(p.recent_at, 1, 10)) AS lastVisit
     FROM people p LEFT JOIN exams x ON x.person_id = p.id GROUP BY p.id ORDER BY lastVisit, p.id LIMIT ?`,
  ),
}));

/** What a person's erasure says beside who and when. */
const asked = () =>
  closed({
    person: uuid(),
    because: oneOf(Object.keys(ERASE_REASONS) as EraseReason[]),
    reason: text(400),
  });

/** Every record of a person, with where it ends. */
function streamsOf(store: Store, person: string): Erased["streams"] {
  const named = [
    { kind: "person" as const, id: person },
    ...statements(store)
      .examsOf.all(person)
      .map((id) => ({ kind: "exam" as const, id })),
    ...episodesOf(store, person).map((id) => ({ kind: "episode" as const, id })),
  ];
  return named.flatMap(({ kind, id }) => {
    const end = endOf(store, kind, id);
    return end ? [{ kind, id, head: end.head, length: end.length }] : [];
  });
}

/** Takes records out of every table; what may be deleted is what has a tombstone. */
function remove(store: Store, person: string, streams: Erased["streams"]): void {
  const sql = statements(store);
  for (const { kind, id } of streams)
    store.db.insert(tombstones).values({ kind, stream: id, person }).onConflictDoNothing().run();
  for (const { kind, id } of streams) {
    sql.dropBranches.run(kind, id);
    sql.dropEvents.run(kind, id);
    sql.dropStream.run(kind, id);
    sql.dropAwaiting.run(id);
    sql.dropExam.run(id);
    sql.dropEpisode.run(id);
  }
  sql.dropFhirIds.run(person);
  sql.dropPerson.run(person);
}

/**
 * Erases a person: what is said of them, their examinations and courses. What
 * stays is that it was done, by whom, when and why.
 *
 * @throws InputError for a person who is not on the roster, or without a reason where one is asked
 */
export function erasePerson(store: Store, input: unknown, sayer: Sayer): Erased {
  const { person, because, reason } = check(asked(), input, "erasure") as {
    person: string;
    because: EraseReason;
    reason: string;
  };
  if (because === "other" && reason.trim().length < 3)
    refuse("erasure › reason", "is missing", "Say in a few words why it is erased.");
  markUncleared(store);
  const erased = atOnce(store, () => {
    if (!findPerson(store, person))
      refuse("person", phrase`no person ${person} is on the roster`, "Check whether they were erased already.");
    const streams = streamsOf(store, person);
    say(
      store,
      "clinic",
      storeIdOf(store),
      [{ type: "person-erased", body: { person, streams, because, reason } }],
      sayer,
    );
    remove(store, person, streams);
    return clinicOf(store).erased.at(-1)!;
  });
  clearChanges(store);
  return erased;
}

/**
 * Erases again what was erased where a store came from: an old copy holds it
 * still. What is erased here already is left out.
 *
 * @returns how many people
 */
export function eraseAgain(store: Store, list: readonly Erased[], now: string): number {
  const once = [...new Map(list.map((one) => [one.person, one])).values()];
  const fresh = once.filter(({ person }) => !isErased(store, person));
  if (fresh.length === 0) return 0;
  markUncleared(store);
  atOnce(store, () => {
    for (const { person, streams, because, reason, by } of fresh) {
      const known = new Map(streams.map((one) => [`${one.kind} ${one.id}`, one]));
      const all = [...streams, ...streamsOf(store, person).filter(({ kind, id }) => !known.has(`${kind} ${id}`))];
      const actor = { id: storeIdOf(store), name: by };
      say(
        store,
        "clinic",
        storeIdOf(store),
        [{ type: "person-erased", body: { person, streams: all, because, reason } }],
        { now, actor },
      );
      remove(store, person, all);
    }
  });
  clearChanges(store);
  return fresh.length;
}

/** Says how long records are kept here. */
export function setRetention(store: Store, retention: Retention, sayer: Sayer): void {
  atOnce(store, () => say(store, "clinic", storeIdOf(store), [{ type: "retention-set", body: retention }], sayer));
}

const MOST_DUE = 200;
const MOST_LOOKED_AT = 100_000;

/** People whose records need no longer be kept on a day, longest first. */
export function dueForErasure(store: Store, retention: Retention, today: string): PersonDue[] {
  return statements(store)
    .last.all(MOST_LOOKED_AT)
    .flatMap(({ id, name, number, birthDate, lastVisit, exams }) => {
      const until = keptUntil(retention, birthDate, lastVisit);
      return until <= today ? [{ id, name, number, lastVisit, until, exams }] : [];
    })
    .toSorted((a, b) => (a.until < b.until ? -1 : 1))
    .slice(0, MOST_DUE);
}

const entryOf = ({ person, streams, because, reason, by, at }: Erased): ErasedEntry => ({
  person,
  records: streams.length,
  because,
  reason,
  by,
  at,
});

/** A month longer than any back-up of a month is kept. */
const monthsLater = (at: string, months: number): string => {
  const day = new Date(at);
  day.setUTCMonth(day.getUTCMonth() + months);
  return day.toISOString().slice(0, 10);
};

/** What the page about keeping and erasing shows. */
export function keepingPage(store: Store, today: string): KeepingPage {
  const { retention, erased } = clinicOf(store);
  const hasBackups = store.db.select().from(backupPlan).get() !== undefined;
  return {
    retention,
    due: retention ? dueForErasure(store, retention, today) : [],
    erased: erased.map(entryOf).toReversed(),
    isClearing: isUncleared(store),
    inBackupsUntil: hasBackups ? monthsLater(`${today}T00:00:00Z`, KEEP.months) : null,
  };
}

/** One erasure as a line of the file that stands beside a store and its back-ups. */
export const erasureLine = (erased: Erased): string => `${JSON.stringify(erased)}\n`;

/** The erasures such a file tells of; a line that is none is passed over, as another program may write there. */
export function readErasures(content: string): Erased[] {
  return content.split("\n").flatMap((line) => {
    try {
      const told = JSON.parse(line) as Erased;
      const { person, because, reason } = told;
      check(asked(), { person, because, reason }, "erasure");
      return Array.isArray(told.streams) ? [told] : [];
    } catch (error) {
      if (error instanceof SyntaxError || error instanceof InputError || error instanceof TypeError) return [];
      throw error;
    }
  });
}
