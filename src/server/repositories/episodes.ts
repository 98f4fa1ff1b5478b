import {
  anchorText,
  canonicalJson,
  check,
  courseFrom,
  courseOf,
  type CourseVisit,
  dayOfVisit,
  type Problem,
  episodeProblem,
  type EpisodeState,
  fold,
  foldEpisode,
  forCourse,
  inOrder,
  InputError,
  oddOrder,
  parseStreamEvent,
  type Person,
  RECORD_VERSION,
  type RecordedEvent,
  type RefusalClass,
  refuse,
  remembered,
  type SendOnSettings,
  type StreamEvent,
  toldRows,
  USUAL_SEND_ON,
  uuid,
  visitOf,
  phrase,
} from "@/core";
import type { DueCourse, ExamCourse, NamedCourse, PersonCourses } from "@/wire/course";
import type { Receipt, RecordEnd } from "@/wire/exam-events";
import { clinicErrors } from "./clinic";
import { idInUse, loadExam, receipt, type Sender } from "./exams";
import { findPerson, toldOf } from "./people";
import { atOnce, endOrGenesis, eventsOf, journalEnd, moveEnd, payloadById, storeOwnEvent } from "./streams";
import { erasedPersonProblem, erasedProblem } from "./tombstones";
import { episodes } from "../store/schema";
import type { Store } from "../store/store";

/** Courses: what is said of them, and what their visits add up to. */

function prepare({ sqlite }: Store) {
  return {
    personOf: sqlite.prepare<[string], string>("SELECT person_id FROM exams WHERE id = ?").pluck(),
    openings: sqlite.prepare<[string], { id: string; payload: string; receivedAt: string }>(
      `SELECT x.id, e.payload, e.received_at AS receivedAt FROM exams x
       JOIN stream_events e ON e.kind = 'exam' AND e.stream = x.id AND e.seq = 1
       WHERE x.person_id = ? ORDER BY x.opened_at, x.id`,
    ),
    ofPerson: sqlite.prepare<[string], string>("SELECT id FROM episodes WHERE person_id = ? ORDER BY id").pluck(),
    due: sqlite.prepare<
      [string, number],
      {
        id: string;
        personId: string;
        name: string;
        reviewOn: string | null;
        letterWaits: string | null;
        endedOn: string | null;
        outcomeOpen: number;
      }
    >(
      `SELECT c.id, c.person_id AS personId, p.name, c.review_on AS reviewOn, c.letter_waits AS letterWaits,
       c.ended_on AS endedOn, c.outcome_open AS outcomeOpen
       FROM episodes c JOIN people p ON p.id = c.person_id
       WHERE c.review_on <= ? OR c.letter_waits IS NOT NULL OR c.outcome_open = 1
       ORDER BY coalesce(c.review_on, c.ended_on), c.id LIMIT ?`,
    ),
  };
}

const statements = remembered(prepare);

/** What is kept of a course beside its stream, to find it by. */
export const episodeRow = (id: string, state: EpisodeState) => ({
  id,
  personId: state.person ?? "",
  reviewOn: state.reviewOn,
  letterWaits: state.letterWaits,
  endedOn: state.ended?.on ?? null,
  outcomeOpen: state.ended !== null && !state.outcomes.some(({ found }) => found !== "still open"),
});

/** Puts a course's row as it follows from its stream. */
export function putEpisode(store: Store, id: string, state: EpisodeState): void {
  if (state.person === null) return;
  const row = episodeRow(id, state);
  store.db.insert(episodes).values(row).onConflictDoUpdate({ target: episodes.id, set: row }).run();
}

/** The same, of what the store has of its stream. */
export const projectEpisode = (store: Store, id: string): void =>
  putEpisode(store, id, foldEpisode(eventsOf<StreamEvent>(store, "episode", id)));

/** The ids of a person's courses that somebody said something of. */
export const episodesOf = (store: Store, person: string): string[] => statements(store).ofPerson.all(person);

const LATER = (input: unknown): boolean => {
  const { v } = (input ?? {}) as { v?: unknown };
  return typeof v === "number" && v > RECORD_VERSION;
};

type Taking = { readonly episode: string; readonly now: string; readonly sender: Sender };

/**
 * Appends what is said of a course, in the order sent; each once, by its id. A
 * refused one does not hold up the rest.
 *
 * @param inputs anything; every event is checked against its schema
 */
export function appendEpisodeEvents(
  store: Store,
  episode: string,
  inputs: readonly unknown[],
  now: string,
  sender: Sender = () => null,
): RecordEnd & { readonly receipts: Receipt[] } {
  check(uuid(), episode, "episode");
  return atOnce(store, () => {
    let end = endOrGenesis(store, "episode", episode);
    const before = end.length;
    const events = eventsOf<StreamEvent>(store, "episode", episode);
    const receipts = inputs.map((input, index): Receipt => {
      const taken = takeOne(store, input, index, events, { episode, now, sender });
      if (!("event" in taken)) return taken;
      const next = storeOwnEvent(store, "episode", episode, end, taken.event, now);
      if (!next) return refusedAs(taken.event.id, [idInUse(`event ${index + 1}`)]);
      end = next;
      events.push(taken.event);
      return receipt(taken.event.id, "stored");
    });
    const line = end.length > before ? moveEnd(store, "episode", episode, end, now) : journalEnd(store);
    if (end.length > before) putEpisode(store, episode, foldEpisode(events));
    return { receipts, head: { head: end.head, length: end.length }, anchor: anchorText(line) };
  });
}

const refusedAs = (id: string, problems: readonly Problem[], refusal: RefusalClass = "never"): Receipt =>
  receipt(id, "refused", { problems, refusal });

function takeOne(
  store: Store,
  input: unknown,
  index: number,
  events: readonly StreamEvent[],
  { episode, sender }: Taking,
): Receipt | { readonly event: StreamEvent } {
  const where = `event ${index + 1}`;
  const named = (input as { id?: unknown } | null)?.id;
  const id = typeof named === "string" ? named : "";
  if (LATER(input))
    return refusedAs(id, [{ where, what: "is of a later version of this program", todo: "Update it here." }], "update");
  let event: StreamEvent;
  try {
    event = parseStreamEvent("episode", input, where, "refuse");
  } catch (error) {
    if (error instanceof InputError) return refusedAs(id, error.problems);
    throw error;
  }
  if ((event as { episode?: unknown }).episode !== episode)
    return refusedAs(id, [{ where: `${where} › episode`, what: "belongs to another course", todo: "Send it there." }]);
  const erased =
    events.length > 0
      ? null
      : (erasedProblem(store, "episode", episode) ??
        (event.type === "episode-opened"
          ? erasedPersonProblem(store, (event.body as { person: string }).person)
          : null));
  if (erased) return refusedAs(id, [{ where, ...erased }]);
  const there = payloadById(store, event.id);
  if (there !== null)
    return there === canonicalJson(event) ? receipt(id, "already stored") : refusedAs(id, [idInUse(where)]);
  const problem =
    sender(store, event as unknown as RecordedEvent) ??
    episodeProblem(foldEpisode(events), event, events.length, (exam) => statements(store).personOf.get(exam) ?? null) ??
    unknownPerson(store, event);
  return problem ? refusedAs(id, [{ ...problem, where: `${where} › ${problem.where}` }], problem.refusal) : { event };
}

function unknownPerson(store: Store, { type, body }: StreamEvent) {
  if (type !== "episode-opened") return null;
  return findPerson(store, (body as { person: string }).person)
    ? null
    : {
        where: "body › person",
        what: "is not on the roster",
        todo: "Add the person first.",
        refusal: "never" as const,
      };
}

type Opening = { readonly exam: string; readonly episode: string; readonly receivedAt: string; readonly date: string };

/** The visits of a person, by the course that each says it belongs to. */
function openingsOf(
  store: Store,
  person: string,
): readonly (Opening & { readonly before: string | null; readonly openedAt: string })[] {
  return statements(store)
    .openings.all(person)
    .map(({ id, payload, receivedAt }) => {
      const { opened } = fold([JSON.parse(payload) as RecordedEvent]);
      return {
        exam: id,
        episode: courseOf({ id, opened }),
        receivedAt,
        date: dayOfVisit({ opened }),
        before: opened?.body.visit?.before ?? null,
        openedAt: opened?.at ?? "",
      };
    });
}

const isOf = (state: EpisodeState, episode: string, visit: Opening): boolean =>
  state.joined.includes(visit.exam) || (visit.episode === episode && !state.left.includes(visit.exam));

const MISTAKE = "mistake";

/** One visit, whole; null where it was opened by mistake. */
function visitIn(store: Store, exam: string): CourseVisit | null {
  const stored = loadExam(store, exam);
  const state = stored && fold(stored.events);
  return state?.opened && state.ended?.reason !== MISTAKE ? visitOf(state) : null;
}

/** What other systems told of them, beside what was measured here: looked up only where something was told. */
function toldBeside(store: Store, person: string, visits: ReadonlyMap<string, CourseVisit>): PersonCourses["told"] {
  const told = toldOf(store, person);
  if (told.length === 0) return { rows: [], kept: [] };
  const exams = [...visits].map(([exam, { date }]) => ({ day: date, state: fold(loadExam(store, exam)!.events) }));
  return { rows: toldRows(told, exams), kept: told.flatMap(({ kept }) => kept) };
}

/**
 * All courses of a person, each with its visits in order, the latest first.
 *
 * @throws InputError for a person who is not on the roster
 */
export function coursesOf(
  store: Store,
  person: string,
  today: string,
  settings: SendOnSettings = USUAL_SEND_ON,
): Omit<PersonCourses, "continued"> {
  const row = findPerson(store, person);
  if (!row) refuse("person", phrase`no person ${person} is on the roster`, "Check the id.");
  const openings = openingsOf(store, person);
  const told = new Map(episodesOf(store, person).map((id) => [id, eventsOf<StreamEvent>(store, "episode", id)]));
  const ids = [...new Set([...openings.map(({ episode }) => episode), ...told.keys()])];
  const whole = new Map(
    openings.flatMap(({ exam, receivedAt }) => {
      const visit = visitIn(store, exam);
      return visit ? [[exam, { ...visit, receivedAt }] as const] : [];
    }),
  );
  const clinic = clinicErrors(store);
  const courses = ids.flatMap((episode) => {
    const events = told.get(episode) ?? [];
    const state = foldEpisode(events);
    const visits = inOrder(
      openings.filter((visit) => isOf(state, episode, visit)).flatMap(({ exam }) => whole.get(exam) ?? []),
    );
    return visits.length > 0 || state.person !== null
      ? [courseFrom({ episode, events, visits, today, settings, clinic })]
      : [];
  });
  const { exams: _exams, recentAt: _recentAt, ...entry } = row;
  return {
    person: entry as Person,
    told: toldBeside(store, person, whole),
    courses: courses.toSorted((a, b) => ((a.visits.at(-1)?.date ?? "") < (b.visits.at(-1)?.date ?? "") ? 1 : -1)),
    odd: oddOrder([...whole.values()], today, row.birthDate),
  };
}

/** Of the earlier visits these are enough to compare with: the first, and the last two. */
const enough = <T>(visits: readonly T[]): readonly T[] =>
  visits.length <= 3 ? visits : [visits[0]!, ...visits.slice(-2)];

/** What an examination's screens know of its course. */
export function courseBehind(store: Store, exam: string): ExamCourse | null {
  const person = statements(store).personOf.get(exam);
  if (person === undefined) return null;
  const openings = openingsOf(store, person);
  const own = openings.find((visit) => visit.exam === exam);
  if (!own) return null;
  const events = eventsOf<StreamEvent>(store, "episode", own.episode);
  const state = foldEpisode(events);
  const ordered = inOrder(
    openings.filter((visit) => visit.exam === exam || isOf(state, own.episode, visit)).map((visit) => ({ ...visit })),
  );
  const before = ordered.slice(
    0,
    ordered.findIndex((visit) => visit.exam === exam),
  );
  const earlier = enough(before).flatMap((visit) => visitIn(store, visit.exam) ?? []);
  return {
    episode: own.episode,
    events,
    earlier: forCourse(earlier, state, own.episode).ours,
    visitsBefore: before.length,
    others: episodesOf(store, person).flatMap((other): readonly NamedCourse[] => {
      if (other === own.episode) return [];
      const told = foldEpisode(eventsOf<StreamEvent>(store, "episode", other));
      return told.joined.includes(exam) ? [{ episode: other, name: told.name }] : [];
    }),
  };
}

const MOST_DUE = 60;

/** Courses that are due for something today, as many as are asked for. */
export function dueCourses(store: Store, today: string, most = MOST_DUE): DueCourse[] {
  return statements(store)
    .due.all(today, most)
    .flatMap(({ id, personId, name, reviewOn, letterWaits, endedOn, outcomeOpen }): DueCourse[] => {
      const of = { episode: id, person: personId, name };
      return [
        ...(reviewOn !== null && reviewOn <= today ? [{ ...of, why: "retest" as const, since: reviewOn }] : []),
        ...(letterWaits !== null ? [{ ...of, why: "letter" as const, since: null }] : []),
        ...(outcomeOpen === 1 ? [{ ...of, why: "outcome" as const, since: endedOn }] : []),
      ];
    });
}
