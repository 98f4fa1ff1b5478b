import { and, desc, eq, inArray, like, sql } from "drizzle-orm";
import {
  type Actor,
  type CareReason,
  check,
  foldPerson,
  InputError,
  type PersonDraft,
  type Person,
  type PersonEntry,
  type PersonInput,
  personSchema,
  searchable,
  type StreamEvent,
  type ToldBody,
  type ToldOnce,
} from "@/core";
import type { ExamSummary, RosterRow } from "@/wire/roster";
import { exams, people } from "../store/schema";
import type { Store } from "../store/store";
import {
  atOnce,
  type Beginning,
  beginningOf,
  eventsOf,
  journalEnd,
  say,
  type Sayer,
  storeBeginning,
  storeIdOf,
} from "./streams";
import { erasedPersonProblem } from "./tombstones";

const ROSTER_LIMIT = 60;

/** A person's row as it follows from what was said of them. */
export const personRow = (id: string, entry: PersonEntry) => ({
  id,
  ...entry,
  contact: entry.contact ?? "",
  searched: searchedText(entry),
});

const searchedText = (person: Pick<Person, "name" | "number" | "birthDate">): string =>
  searchable(`${person.name} ${person.number} ${person.birthDate}`);

const escapeLike = (word: string): string => word.replace(/[\\%_]/g, (mark) => `\\${mark}`);

/** An exam whose last event ends it as opened by mistake: nothing follows that end but its taking back. */
export const openedByMistake = (exams: string): string => `EXISTS (SELECT 1 FROM stream_events e
  WHERE e.kind = 'exam' AND e.stream = ${exams}.id AND e.type = 'exam-ended'
  AND e.seq = (SELECT max(seq) FROM stream_events l WHERE l.kind = 'exam' AND l.stream = ${exams}.id)
  AND json_extract(e.payload, '$.body.reason') = 'mistake')`;

/** Exams of several people, latest first; whether one is signed is asked of its events. */
function examsByPerson(store: Store, personIds: readonly string[]): Map<string, ExamSummary[]> {
  const rows = store.db
    .select({
      id: exams.id,
      personId: exams.personId,
      openedAt: exams.openedAt,
      signedAt: sql<
        string | null
      >`(SELECT json_extract(payload, '$.at') FROM stream_events e WHERE e.stream = exams.id AND e.type = 'exam-signed' LIMIT 1)`,
      events: sql<number>`coalesce((SELECT max(seq) FROM stream_events l WHERE l.kind = 'exam' AND l.stream = exams.id), 0)`,
    })
    .from(exams)
    .where(and(inArray(exams.personId, [...personIds]), sql.raw(`NOT ${openedByMistake("exams")}`)))
    .orderBy(desc(exams.openedAt))
    .all();
  const byPerson = new Map<string, ExamSummary[]>();
  for (const { personId, ...exam } of rows) byPerson.set(personId, [...(byPerson.get(personId) ?? []), exam]);
  return byPerson;
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
  const byPerson = examsByPerson(
    store,
    rows.map(({ id }) => id),
  );
  return rows.map(({ searched: _searched, ...row }) => ({
    ...(row as Person),
    recentAt: row.recentAt,
    exams: byPerson.get(row.id) ?? [],
    isHidden: false,
  }));
}

export function findPerson(store: Store, id: string): RosterRow | null {
  const row = store.db.select().from(people).where(eq(people.id, id)).get();
  return row
    ? {
        ...(row as unknown as Person),
        recentAt: row.recentAt,
        exams: examsByPerson(store, [id]).get(id) ?? [],
        isHidden: false,
      }
    : null;
}

/**
 * Whether the roster ever had a person under this name, sex and birth date. An
 * exam may be opened under an older entry: a device offline had not seen the
 * correction yet.
 */
export const wasKnownAs = (
  store: Store,
  id: string,
  said: { readonly name?: unknown; readonly birthDate?: unknown; readonly sex?: unknown },
): boolean =>
  eventsOf<StreamEvent>(store, "person", id).some(({ body }) => {
    const entry = body as Partial<PersonEntry>;
    return entry.name === said.name && entry.birthDate === said.birthDate && entry.sex === said.sex;
  });

const initials = (name: string): string =>
  searchable(name)
    .split(/[ .-]+/)
    .filter(Boolean)
    .map((part) => part[0])
    .join("");

/** Whether two names, of people born the same day, may be one person's. */
const isAlike = (a: string, b: string): boolean => initials(a) === initials(b) || searchable(a) === searchable(b);

/** Who is perhaps meant: what tells people apart, and nothing else of them. */
export type Duplicate = Pick<Person, "id" | "name" | "number" | "birthDate">;

/** People born the same day whose name begins alike: perhaps the same person. */
export function likelyDuplicates(store: Store, person: Pick<PersonInput, "name" | "birthDate">): Duplicate[] {
  const { id, name, number, birthDate } = people;
  const born = store.db.select({ id, name, number, birthDate }).from(people).where(eq(birthDate, person.birthDate));
  return born.all().filter((one) => isAlike(one.name, person.name));
}

/** The same for many at once: the roster is read once, by birth date. */
export function duplicateFinder({
  sqlite,
}: Store): (person: Pick<PersonInput, "name" | "birthDate">) => readonly Pick<Person, "id" | "name" | "number">[] {
  const rows = sqlite
    .prepare<[], { id: string; name: string; number: string; born: string }>(
      "SELECT id, name, number, birth_date AS born FROM people",
    )
    .all();
  const byDay = new Map<string, typeof rows>();
  for (const row of rows) {
    const there = byDay.get(row.born);
    if (there) there.push(row);
    else byDay.set(row.born, [row]);
  }
  return ({ name, birthDate }) => (byDay.get(birthDate) ?? []).filter((one) => isAlike(one.name, name));
}

/** Possible duplicates that the practitioner has to look at before the person is added. */
export class DuplicateWarning extends Error {
  constructor(readonly duplicates: readonly Duplicate[]) {
    super("Somebody with this birth date and these initials is on the roster already.");
  }
}

const NUMBER_PREFIX = "DL-";
const numberText = (count: number): string => `${NUMBER_PREFIX}${String(count).padStart(4, "0")}`;

/** The next number of the roster that nobody has. */
export function nextNumber(store: Store): string {
  const { last } = store.sqlite
    .prepare("SELECT max(CAST(substr(number, 4) AS INTEGER)) AS last FROM people WHERE number GLOB 'DL-[0-9]*'")
    .get() as { last: number | null };
  return numberText((last ?? 0) + 1);
}

/** Puts a person's row; one who is there keeps their place in the roster. */
export function putPerson(store: Store, id: string, entry: PersonEntry, recentAt: string): void {
  const row = personRow(id, entry);
  store.db
    .insert(people)
    .values({ ...row, recentAt })
    .onConflictDoUpdate({ target: people.id, set: row })
    .run();
}

type AddOptions = Sayer & { readonly confirmed?: boolean; readonly number?: string };

/** What is kept of a person, as an event says it. */
const entryOf = (person: PersonInput, number: string): PersonEntry => ({
  number,
  name: person.name.trim(),
  birthDate: person.birthDate,
  sex: person.sex,
  notes: person.notes,
  ...(person.contact?.trim() ? { contact: person.contact.trim() } : {}),
});

/**
 * Adds a person; adding the same id again gives back what is there.
 *
 * @throws InputError for a field that cannot be taken
 * @throws DuplicateWarning unless `confirmed`
 */
export function addPerson(store: Store, input: unknown, { now, actor, confirmed = false, number }: AddOptions): Person {
  const person = check(personSchema(now.slice(0, 10)), input, "person") as PersonInput;
  const there = findPerson(store, person.id);
  if (there) return there;
  const erased = erasedPersonProblem(store, person.id);
  if (erased) throw new InputError([{ where: "person", ...erased }]);
  const duplicates = confirmed ? [] : likelyDuplicates(store, person);
  if (duplicates.length) throw new DuplicateWarning(duplicates);
  return atOnce(store, () => {
    const entry = entryOf(person, number ?? nextNumber(store));
    putPerson(store, person.id, entry, now);
    say(store, "person", person.id, [{ type: "person-entered", body: entry }], { now, actor });
    return { id: person.id, ...entry };
  });
}

/** Somebody who is taken in: a new person, or one who is here, with what another system told of them. */
export type TakenPerson = {
  readonly id: string;
  /** What they are entered as; null: they are here, and stay as they are. */
  readonly person: PersonInput | null;
  readonly told: readonly ToldBody[];
};

type Laid = { readonly row: ReturnType<typeof personRow>; readonly begun: Beginning };

const saidOf = ({ told }: TakenPerson): PersonDraft[] => told.map((body) => ({ type: "numbers-told", body }));

/** The rows and first links of those who are new, numbered from there on. */
function lay(taken: readonly TakenPerson[], first: number, sayer: Sayer & { readonly actor: Actor }): readonly Laid[] {
  let next = first;
  return taken.flatMap((one): Laid[] => {
    if (!one.person) return [];
    const entry = entryOf(one.person, numberText(next++));
    const drafts: PersonDraft[] = [{ type: "person-entered", body: entry }, ...saidOf(one)];
    return [{ row: personRow(one.id, entry), begun: beginningOf("person", one.id, drafts, sayer) }];
  });
}

/**
 * Adds many in one go, with what was told of them: all of it or nothing. Each has
 * been checked before.
 */
export function addPeople(store: Store, taken: readonly TakenPerson[], { now, actor }: Sayer): void {
  const sayer = { now, actor: actor ?? { id: storeIdOf(store), name: "this store" } };
  const next = () => Number(nextNumber(store).slice(NUMBER_PREFIX.length));
  /** Whoever was entered meanwhile has taken a number: then once more. */
  let first = next();
  let laid = lay(taken, first, sayer);
  atOnce(store, () => {
    if (next() !== first) laid = lay(taken, (first = next()), sayer);
    const insert = store.sqlite.prepare(
      "INSERT INTO people (id, number, name, birth_date, sex, notes, contact, searched, recent_at) VALUES (@id, @number, @name, @birthDate, @sex, @notes, @contact, @searched, @recentAt)",
    );
    let last = journalEnd(store);
    for (const { row, begun } of laid) {
      insert.run({ ...row, recentAt: now });
      last = storeBeginning(store, begun, now, last);
    }
    for (const one of taken) if (!one.person && one.told.length) say(store, "person", one.id, saidOf(one), sayer);
  });
}

/** What other systems told of a person. */
export const toldOf = (store: Store, id: string): readonly ToldOnce[] =>
  foldPerson(eventsOf<StreamEvent>(store, "person", id)).told;

/** Why they were taken over, or their record was opened, by somebody outside their care. */
export const careReasonsOf = (store: Store, id: string): readonly CareReason[] =>
  foldPerson(eventsOf<StreamEvent>(store, "person", id)).careReasons;

/** Corrects a person's entry. Exams keep the person as known when they were opened. */
export function updatePerson(store: Store, input: unknown, { now, actor }: Sayer): Person {
  const person = check(personSchema(now.slice(0, 10)), input, "person") as PersonInput;
  return atOnce(store, () => {
    const there = findPerson(store, person.id);
    if (!there)
      throw new InputError([{ where: "person › id", what: "is not on the roster", todo: "Add the person first." }]);
    const entry = entryOf(person, there.number);
    putPerson(store, person.id, entry, now);
    say(store, "person", person.id, [{ type: "person-corrected", body: entry }], { now, actor });
    return { id: person.id, ...entry };
  });
}
