import { and, desc, eq, inArray, like, sql } from "drizzle-orm";
import { check, InputError, type Person, type PersonInput, personSchema, searchable } from "@/core";
import type { ExamSummary, RosterRow } from "@/wire/roster";
import { exams, people } from "../store/schema";
import type { Store } from "../store/store";

const ROSTER_LIMIT = 60;

const searchedText = (person: Pick<Person, "name" | "number" | "birthDate">): string =>
  searchable(`${person.name} ${person.number} ${person.birthDate}`);

const escapeLike = (word: string): string => word.replace(/[\\%_]/g, (mark) => `\\${mark}`);

/** Exams of several people, latest first; whether one is signed is asked of its events. */
function examsByPerson(store: Store, personIds: readonly string[]): Map<string, ExamSummary[]> {
  const rows = store.db
    .select({
      id: exams.id,
      personId: exams.personId,
      openedAt: exams.openedAt,
      signedAt: sql<
        string | null
      >`(SELECT json_extract(payload, '$.at') FROM exam_events e WHERE e.exam_id = exams.id AND e.type = 'exam-signed' LIMIT 1)`,
      events: sql<number>`coalesce((SELECT length FROM exam_heads h WHERE h.exam_id = exams.id), 0)`,
    })
    .from(exams)
    .where(inArray(exams.personId, [...personIds]))
    .orderBy(desc(exams.openedAt))
    .all();
  const found = new Map<string, ExamSummary[]>();
  for (const { personId, ...exam } of rows) found.set(personId, [...(found.get(personId) ?? []), exam]);
  return found;
}

/**
 * People whose name, number or birth date holds every word, recent first.
 *
 * @example searchPeople(store, "quill 1984")
 */
export function searchPeople(store: Store, query: string): RosterRow[] {
  const words = searchable(query.slice(0, 200)).split(" ").filter(Boolean);
  const rows = store.db
    .select()
    .from(people)
    .where(and(...words.map((word) => like(people.searched, sql`${`%${escapeLike(word)}%`} ESCAPE '\\'`))))
    .orderBy(desc(people.recentAt), people.name)
    .limit(ROSTER_LIMIT)
    .all();
  const found = examsByPerson(
    store,
    rows.map(({ id }) => id),
  );
  return rows.map(({ searched: _searched, ...row }) => ({
    ...(row as Person),
    recentAt: row.recentAt,
    exams: found.get(row.id) ?? [],
  }));
}

export function findPerson(store: Store, id: string): RosterRow | null {
  const row = store.db.select().from(people).where(eq(people.id, id)).get();
  return row
    ? { ...(row as unknown as Person), recentAt: row.recentAt, exams: examsByPerson(store, [id]).get(id) ?? [] }
    : null;
}

/** People born the same day whose name begins alike: perhaps the same person. */
export function likelyDuplicates(store: Store, person: Pick<PersonInput, "name" | "birthDate">): Person[] {
  const initials = (name: string) =>
    searchable(name)
      .split(/[ .-]+/)
      .filter(Boolean)
      .map((part) => part[0])
      .join("");
  const born = store.db.select().from(people).where(eq(people.birthDate, person.birthDate)).all();
  const own = initials(person.name);
  return born.filter(
    ({ name }) => initials(name) === own || searchable(name) === searchable(person.name),
  ) as unknown as Person[];
}

/** Possible duplicates that the practitioner has to look at before the person is added. */
export class DuplicateWarning extends Error {
  constructor(readonly duplicates: readonly Person[]) {
    super("Somebody with this birth date and these initials is on the roster already.");
  }
}

function nextNumber(store: Store): string {
  const { last } = store.sqlite
    .prepare("SELECT max(CAST(substr(number, 4) AS INTEGER)) AS last FROM people WHERE number GLOB 'DL-[0-9]*'")
    .get() as { last: number | null };
  return `DL-${String((last ?? 0) + 1).padStart(4, "0")}`;
}

type AddOptions = { readonly now: string; readonly confirmed?: boolean; readonly number?: string };

/**
 * Adds a person; adding the same id again gives back what is there.
 *
 * @throws InputError for a field that cannot be taken
 * @throws DuplicateWarning unless `confirmed`
 */
export function addPerson(store: Store, input: unknown, { now, confirmed = false, number }: AddOptions): Person {
  const person = check(personSchema(now.slice(0, 10)), input, "person") as PersonInput;
  const there = findPerson(store, person.id);
  if (there) return there;
  const duplicates = confirmed ? [] : likelyDuplicates(store, person);
  if (duplicates.length) throw new DuplicateWarning(duplicates);
  return store.sqlite
    .transaction(() => {
      const row = { ...person, name: person.name.trim(), number: number ?? nextNumber(store) };
      store.db
        .insert(people)
        .values({ ...row, searched: searchedText(row), recentAt: now })
        .run();
      return row;
    })
    .immediate();
}

/** Corrects a person's entry. Exams keep the person as known when they were opened. */
export function updatePerson(store: Store, input: unknown, now: string): Person {
  const person = check(personSchema(now.slice(0, 10)), input, "person") as PersonInput;
  const there = findPerson(store, person.id);
  if (!there)
    throw new InputError([{ where: "person › id", what: "is not on the roster", todo: "Add the person first." }]);
  const row = { ...person, name: person.name.trim(), number: there.number };
  store.db
    .update(people)
    .set({ ...row, searched: searchedText(row) })
    .where(eq(people.id, person.id))
    .run();
  return row;
}
