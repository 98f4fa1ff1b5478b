import { type CareReason, refuse, remembered, phrase } from "@/core";
import type { CarePage } from "@/wire/keeping";
import { clinicOf } from "../repositories/clinic";
import { careReasonsOf } from "../repositories/people";
import { atOnce, say, type Sayer, storeIdOf } from "../repositories/streams";
import type { Store } from "../store/store";
import { type Member, memberById } from "./who";

/**
 * Whose care somebody is in, where a clinic goes by it: of those who entered or
 * examined them, countersigned a record of theirs, took them over, or were given
 * them. A record is opened outside of it for a stated reason, and for a while.
 */

const HOUR = 3_600_000;
const SHORTEST_REASON = 10;
/** So long a record that was opened for a stated reason stays open. */
export const GLASS_MS = 12 * HOUR;

const statements = remembered(({ sqlite }: Store) => ({
  ofExam: sqlite.prepare<[string], string>("SELECT person_id FROM exams WHERE id = ?").pluck(),
  ofEpisode: sqlite.prepare<[string], string>("SELECT person_id FROM episodes WHERE id = ?").pluck(),
  isKnown: sqlite.prepare<[string], number>("SELECT 1 FROM people WHERE id = ?").pluck(),
  examsOf: sqlite.prepare<[string], string>("SELECT id FROM exams WHERE person_id = ?").pluck(),
  began: sqlite
    .prepare<[string, string, string, string], number>(
      `SELECT 1 FROM stream_events e WHERE e.kind = 'person' AND e.stream = ? AND e.seq = 1 AND json_extract(e.payload, '$.actor.id') = ?
       UNION ALL
       SELECT 1 FROM exams x JOIN stream_events e ON e.kind = 'exam' AND e.stream = x.id AND e.seq = 1
       WHERE x.person_id = ? AND json_extract(e.payload, '$.actor.id') = ? LIMIT 1`,
    )
    .pluck(),
}));

/** The person a route's address is about; null where it is about none that is here. */
export function personIn(store: Store, ids: Readonly<Record<string, string>>): string | null {
  const sql = statements(store);
  if (ids.person) return sql.isKnown.get(ids.person) === undefined ? null : ids.person;
  if (ids.exam) return sql.ofExam.get(ids.exam) ?? null;
  return ids.episode ? (sql.ofEpisode.get(ids.episode) ?? null) : null;
}

/** Whether somebody was ever examined here. */
export const hasExams = (store: Store, person: string): boolean => statements(store).examsOf.get(person) !== undefined;

function isInCare(store: Store, person: string, member: string, now: number): boolean {
  const { care, brokenGlass, countersigned } = clinicOf(store);
  const sql = statements(store);
  return (
    (care[person] ?? []).includes(member) ||
    brokenGlass.some((one) => one.person === person && one.by === member && now - Date.parse(one.at) < GLASS_MS) ||
    sql.began.get(person, member, person, member) !== undefined ||
    sql.examsOf.all(person).some((exam) => countersigned[exam]?.by === member)
  );
}

/** Whether the clinic goes by care; where it is one team, nobody has to look whose person it is. */
export const goesByCare = (store: Store): boolean => clinicOf(store).team === "by care";

/** Whether a person is outside somebody's care: never where the whole clinic is one team. */
export const isOutsideCare = (store: Store, person: string | null, member: string, now: number): boolean =>
  person !== null && goesByCare(store) && !isInCare(store, person, member, now);

/**
 * Refuses whoever adds to the records of people outside their care.
 *
 * @throws InputError naming how many they are
 */
export function assertInCare(store: Store, member: string, persons: readonly string[]): void {
  const outside = persons.filter((person) => isOutsideCare(store, person, member, Date.now()));
  if (outside.length > 0)
    refuse(
      "file",
      outside.length === 1
        ? "adds to the record of somebody who is not in your care"
        : phrase`adds to the records of ${outside.length} people who are not in your care`,
      "Take them over first, or ask who looks after them.",
    );
}

/** Who looks after a person, and who opened their record from outside: told to those who look after them. */
export function carePage(store: Store, person: string, member: Member, now: number): CarePage {
  const { team, care, brokenGlass } = clinicOf(store);
  const isMine = !isOutsideCare(store, person, member.id, now);
  if (!isMine) return { team, isMine, given: [], opened: [] };
  const reasons = careReasonsOf(store, person);
  return {
    team,
    isMine,
    given: (care[person] ?? []).map((id) => ({ id, name: memberById(store, id)?.name ?? "" })),
    opened: brokenGlass
      .filter((one) => one.person === person)
      .map(({ name, at, by, reason }) => ({ name, at, reason: reason ?? reasonOf(reasons, by, at) })),
  };
}

const reasonOf = (reasons: readonly CareReason[], by: string, at: string): string =>
  reasons.find((one) => one.by === by && one.at === at)?.reason ?? "";

/** A change in who looks after somebody. */
export type CareChange = {
  readonly what: "take over" | "open with a reason" | "give" | "end";
  readonly practitioner: string | null;
  readonly reason: string | null;
};

/** Takes somebody over, gives them to a colleague, ends that, or opens their record for a stated reason. */
export function changeCare(store: Store, person: string, change: CareChange, member: Member, sayer: Sayer): void {
  const { what, practitioner, reason } = change;
  if (statements(store).isKnown.get(person) === undefined)
    refuse("person", phrase`no person ${person} is on the roster`, "Check the id.");
  const whom = what === "take over" ? member.id : (practitioner ?? "");
  if ((what === "give" || what === "end") && memberById(store, whom) === null)
    refuse("practitioner", "does not work here", "Choose somebody who does.");
  const isTheirs = member.role === "owner" || !isOutsideCare(store, person, member.id, Date.parse(sayer.now));
  if ((what === "give" || what === "end") && !isTheirs)
    refuse("person", "is not in your care", "Take them over first, or ask who looks after them.");
  const why = (reason ?? "").trim();
  if ((what === "open with a reason" || (what === "take over" && !isTheirs)) && why.length < SHORTEST_REASON)
    refuse("reason", "is too short", "Say in a sentence why you do it.");
  const isOpening = what === "open with a reason";
  atOnce(store, () => {
    say(
      store,
      "clinic",
      storeIdOf(store),
      [
        isOpening
          ? { type: "glass-broken", body: { person } }
          : { type: what === "end" ? "care-ended" : "care-given", body: { person, practitioner: whom } },
      ],
      sayer,
    );
    if (why && (isOpening || what === "take over"))
      say(
        store,
        "person",
        person,
        [{ type: "care-reasoned", body: { what: isOpening ? "record opened" : "taken over", reason: why } }],
        sayer,
      );
  });
}

/** Whether everybody sees all records, or those in their care. */
export const setTeam = (store: Store, team: CarePage["team"], sayer: Sayer): void =>
  atOnce(store, () => say(store, "clinic", storeIdOf(store), [{ type: "team-set", body: { team } }], sayer));
