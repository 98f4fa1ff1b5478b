import {
  anchorText,
  append,
  asNew,
  canonicalJson,
  type ChainHead,
  describeProblem,
  eventProblem,
  type ExamEvent,
  fold,
  gate,
  type History,
  historyOf,
  permissionProblem,
  type Problem,
  RECORD_MAX_BYTES,
  type RecordedEvent,
  type Refusal,
  type RefusalClass,
  refuse,
  remembered,
  signedReadingProblem,
  SIGNATURES,
  type StoredStream,
  unreadable,
  phrase,
} from "@/core";
import type { Receipt } from "@/wire/exam-events";
import { sentProblem } from "@/wire/problems";
import type { PreviousVisit } from "@/wire/previous-visit";
import { changesOf, evidenceFor, unheldVersion } from "./evidence";
import { noteSignature } from "./countersigning";
import { findPerson, wasKnownAs } from "./people";
import {
  atOnce,
  bytesOf,
  endOf,
  endOrGenesis,
  eventsOf,
  hashAt,
  headIn,
  journalEnd,
  moveEnd,
  payloadById,
  storeOwnEvent,
  type StreamEnd,
  wholeStream,
} from "./streams";
import { together } from "./together";
import { erasedPersonProblem, erasedProblem } from "./tombstones";
import { asStoreError, type Store } from "../store/store";

export type StoredExam = { readonly id: string; readonly events: readonly RecordedEvent[]; readonly head: ChainHead };

function prepare({ sqlite }: Store) {
  return {
    open: sqlite.prepare(
      "INSERT INTO exams (id, person_id, opened_at, visit_date, visit_before) VALUES (?, ?, ?, ?, ?) ON CONFLICT (id) DO NOTHING",
    ),
    touch: sqlite.prepare("UPDATE people SET recent_at = max(recent_at, ?) WHERE id = ?"),
    firstSeen: sqlite.prepare<[string], { at: string; length: number; receivedAt: string; madeAt: string }>(
      `SELECT j.at, j.length, e.received_at AS receivedAt, (SELECT made_at FROM store) AS madeAt
       FROM journal j JOIN stream_events e ON e.kind = j.kind AND e.stream = j.subject AND e.seq = 1
       WHERE j.kind = 'exam' AND j.subject = ? ORDER BY j.n LIMIT 1`,
    ),
    ids: sqlite.prepare<[], string>("SELECT id FROM exams ORDER BY opened_at, id").pluck(),
    visit: sqlite.prepare<[string], Visit>(
      `SELECT id, person_id AS personId, opened_at AS openedAt, visit_before AS before, coalesce(visit_date, substr(opened_at, 1, 10)) AS date,
       (SELECT received_at FROM stream_events e WHERE e.kind = 'exam' AND e.stream = exams.id AND e.seq = 1) AS receivedAt FROM exams WHERE id = ?`,
    ),
    visitsOf: sqlite.prepare<[string], Visit>(
      `SELECT id, person_id AS personId, opened_at AS openedAt, visit_before AS before, coalesce(visit_date, substr(opened_at, 1, 10)) AS date,
       (SELECT received_at FROM stream_events e WHERE e.kind = 'exam' AND e.stream = exams.id AND e.seq = 1) AS receivedAt FROM exams WHERE person_id = ?`,
    ),
  };
}

/** One of a person's exams, as far as the order of visits asks. */
type Visit = {
  readonly id: string;
  readonly personId: string;
  readonly openedAt: string;
  readonly before: string | null;
  readonly date: string;
  readonly receivedAt: string;
};

/** A store's prepared statements, made once. */
const statements = remembered(prepare);

export const examIds = (store: Store): string[] => statements(store).ids.all();

/** An exam's events and head, or null when there is no such exam. */
export function loadExam(store: Store, exam: string): StoredExam | null {
  try {
    const end = endOf(store, "exam", exam);
    return end ? { id: exam, events: eventsOf<RecordedEvent>(store, "exam", exam), head: headOf(end) } : null;
  } catch (error) {
    throw asStoreError(error, store.path);
  }
}

const headOf = ({ head, length }: ChainHead): ChainHead => ({ head, length });

/** Of two visits of one person the one that came later: by their day, then by when this store received them. */
const laterVisit = (a: Visit, b: Visit): number =>
  a.date === b.date ? (a.receivedAt < b.receivedAt ? -1 : 1) : a.date < b.date ? -1 : 1;

/**
 * The same person's last examination before this one, or null: the one its
 * opening names, else the latest by day and receipt. A device's clock alone
 * decides nothing.
 */
export function previousVisit(store: Store, exam: string): PreviousVisit | null {
  const sql = statements(store);
  const visit = sql.visit.get(exam);
  if (!visit) return null;
  const others = sql.visitsOf.all(visit.personId).filter(({ id }) => id !== exam);
  const before =
    others.find(({ id }) => id === visit.before) ??
    others
      .filter((other) => laterVisit(other, visit) < 0)
      .toSorted(laterVisit)
      .at(-1);
  const stored = before && loadExam(store, before.id);
  if (!stored) return null;
  const { guardAnswers, neuro } = fold(stored.events);
  return { exam: before.id, openedAt: before.openedAt, guardAnswers, neuro };
}

/** Events after a position, with the head: what another device needs to catch up. */
export function eventsAfter(
  store: Store,
  exam: string,
  seq: number,
): { events: RecordedEvent[]; head: ChainHead; anchor: string } | null {
  const end = endOf(store, "exam", exam);
  if (!end) return null;
  return {
    events: end.length > seq ? eventsOf<RecordedEvent>(store, "exam", exam, seq) : [],
    head: headOf(end),
    anchor: anchorText(journalEnd(store)),
  };
}

/**
 * How many of an exam's first events came from another store: the journal saw
 * them all at once, at another time than they were received. 0 for an exam that
 * was begun here, and for one that was here before there was a journal.
 */
export function importedUpTo(store: Store, exam: string): number {
  const row = statements(store).firstSeen.get(exam);
  return row && row.at !== row.receivedAt && row.at !== row.madeAt ? row.length : 0;
}

/** An exam's whole chain, or null when there is no such exam. */
export const chainOf = (store: Store, exam: string): StoredStream | null => wholeStream(store, "exam", exam);

/** The one answer to an id that stands for no exam. */
export function noSuchExam(exam: string): never {
  refuse("exam", phrase`no exam ${exam} is in the store`, "Check the id.");
}

/** A signature names the head it was made from; a record that has moved on is looked at again first. */
function endProblem({ type, body }: ExamEvent, { head, length }: ChainHead): Refusal | null {
  const named = body as { readonly head?: string; readonly length?: number };
  if (!SIGNATURES.has(type) || (named.head === head && named.length === length)) return null;
  return {
    where: "body › head",
    what: "is not the record's end: something was added since it was read",
    todo: "Look at the record again, then sign.",
    refusal: "depends",
  };
}

/** What is signed has to be what is read here: words, outcomes, rules, and chances within 0.002. */
function readingProblem(store: Store, event: ExamEvent, { end, history }: Progress): Refusal | null {
  if (event.type !== "exam-signed" && event.type !== "amendment-signed") return null;
  const { reading } = event.body;
  const version = history.state.evidenceVersion;
  if (reading === null || !changesOf(store, version)) return null;
  const problem = signedReadingProblem(history.state, evidenceFor(store, version), end, reading);
  return problem && { ...problem, refusal: "update" };
}

/** An exam as far as it is appended to: where its chain ends, and what it holds. */
type Progress = { end: StreamEnd; bytes: number; history: History };

const EXAMS_KEPT = 40;
const keptProgress = remembered((_store: Store) => new Map<string, Progress>());

/** What is kept of an exam between appends, as long as its last event says that nobody else has written. */
function progressIn(store: Store, exam: string): Progress {
  const progress = keptProgress(store);
  const known = progress.get(exam);
  progress.delete(exam);
  const made = known && known.end.head === headIn(store, "exam", exam) ? known : readProgress(store, exam);
  progress.set(exam, made);
  for (const oldest of progress.keys()) {
    if (progress.size <= EXAMS_KEPT) break;
    progress.delete(oldest);
  }
  return made;
}

const readProgress = (store: Store, exam: string): Progress => ({
  end: endOrGenesis(store, "exam", exam),
  bytes: bytesOf(store, "exam", exam),
  history: historyOf(exam, eventsOf<RecordedEvent>(store, "exam", exam)),
});

/** What came of the gate: an event that another device's answer would stop is taken when it was made before that was known. */
function gateProblem(store: Store, event: ExamEvent, { history }: Progress): Refusal | null {
  const said = gate(history, event);
  if (said !== "irregular") return said;
  const knewThis = event.base && hashAt(store, "exam", event.exam, event.base.seq) === event.base.head;
  return knewThis ? null : permissionProblem(history.state, event);
}

const never = (problem: Problem | null): Refusal | null => problem && { ...problem, refusal: "never" };

/** Who may not send an event, whatever it says; null when this one may. */
export type Sender = (store: Store, event: RecordedEvent) => Refusal | null;
const ANYBODY: Sender = () => null;

/** An exam as it stands now, kept from append to append; to be read, and appended to by `appendEvents` alone. */
export const historyNow = (store: Store, exam: string): History => progressIn(store, exam).history;

/** What stands against storing an event here and now; null when nothing does. */
function refusal(store: Store, exam: string, event: ExamEvent, progress: Progress): Refusal | null {
  if (event.exam !== exam)
    return never({ where: "exam", what: "belongs to another exam", todo: phrase`Send it to exam ${event.exam}.` });
  const erased =
    progress.end.length > 0
      ? null
      : (erasedProblem(store, "exam", exam) ??
        (event.type === "exam-opened" ? erasedPersonProblem(store, event.body.person.id) : null));
  if (erased) return never({ where: "exam", ...erased });
  if (event.type === "exam-opened" && !findPerson(store, event.body.person.id))
    return never({ where: "body › person", what: "is not on the roster", todo: "Add the person first." });
  if (event.type === "exam-opened" && !wasKnownAs(store, event.body.person.id, event.body.person))
    return never({
      where: "body › person",
      what: "has another name, sex or birth date than the roster ever had",
      todo: "Open the exam from the roster, or correct the person first.",
    });
  if (progress.bytes > RECORD_MAX_BYTES)
    return never({
      where: "event",
      what: phrase`the record is full: its texts hold more than ${RECORD_MAX_BYTES / 1024 / 1024} MB`,
      todo: "Go on in a new examination of the same person.",
    });
  return (
    gateProblem(store, event, progress) ??
    endProblem(event, progress.end) ??
    never(unheldVersion(store, event)) ??
    readingProblem(store, event, progress)
  );
}

type Opening = Extract<ExamEvent, { type: "exam-opened" }>;

/** What the list of exams holds of one, as its opening says. */
export const examRow = ({ exam, at, body: { person, visit } }: Opening) => ({
  id: exam,
  personId: person.id,
  openedAt: at,
  visitDate: visit?.date ?? null,
  visitBefore: visit?.before ?? null,
});

/** Puts an exam on the list of exams. */
export function listExam(store: Store, opening: Opening, now: string): void {
  const sql = statements(store);
  const row = examRow(opening);
  sql.open.run(row.id, row.personId, row.openedAt, row.visitDate, row.visitBefore);
  sql.touch.run(now, row.personId);
}

/** What stands against an id that another event has. */
export const idInUse = (where: string): Problem => ({
  where: `${where} › id`,
  what: "was used before for other content",
  todo: "Make a new id for a new event.",
});

type Refused = { readonly problems: readonly Problem[]; readonly refusal: RefusalClass };

/** What became of one event, as its sender is told. */
export const receipt = (id: string, result: Receipt["result"], refused: Refused | null = null): Receipt => ({
  id,
  result,
  why: refused?.problems.map(describeProblem).join(" ") ?? null,
  problems: (refused?.problems ?? []).map(sentProblem),
  refusal: refused?.refusal ?? null,
});

type Taking = { readonly exam: string; readonly now: string; readonly sender: Sender; readonly progress: Progress };

function takeOne(store: Store, input: unknown, index: number, { exam, now, sender, progress }: Taking): Receipt {
  const where = `event ${index + 1}`;
  const named = (input as { id?: unknown } | null)?.id;
  const id = typeof named === "string" ? named : "";
  const refused = (problems: readonly Problem[], refusal: RefusalClass = "never") =>
    receipt(id, "refused", { problems, refusal });
  const malformed = eventProblem(input, where);
  if (malformed) return refused(malformed.problems, isLater(input) ? "update" : "never");
  const recorded = input as RecordedEvent;
  if (progress.history.state.known.has(recorded.id)) {
    const same = payloadById(store, recorded.id) === canonicalJson(recorded);
    return same ? receipt(id, "already stored") : refused([idInUse(where)]);
  }
  const event = asNew(recorded)!;
  const problem = sender(store, recorded) ?? refusal(store, exam, event, progress);
  if (problem) return refused([{ ...problem, where: `${where} › ${problem.where}` }], problem.refusal);
  if (event.type === "exam-opened") listExam(store, event, now);
  const end = storeOwnEvent(store, "exam", exam, progress.end, recorded, now);
  if (!end) return refused([idInUse(where)]);
  noteSignature(store, recorded, end.head);
  progress.end = end;
  progress.bytes += end.bytes;
  progress.history = append(progress.history, [recorded]);
  return receipt(id, "stored");
}

/** Whether what was sent is of a later program: its kind or its version is not known here. */
function isLater(input: unknown): boolean {
  const { type, v } = (input ?? {}) as { type?: unknown; v?: unknown };
  return typeof type === "string" && typeof v === "number" && unreadable({ type, v }) !== null;
}

/**
 * Appends events in the order sent. Each is checked, stored once (by id) and
 * chained; a refused one does not hold up the rest. All that is stored is on
 * disk when this returns, or none of it.
 *
 * @param inputs anything; every event is checked against its schema
 * @param now when the server received them, as an instant; kept beside the events, outside the chain
 * @param sender who may send; left out: anybody may, as for what was recorded elsewhere
 * @throws StoreError when the store cannot be written
 */
export function appendEvents(
  store: Store,
  exam: string,
  inputs: readonly unknown[],
  now: string,
  sender: Sender = ANYBODY,
): { receipts: Receipt[]; head: ChainHead; anchor: string } {
  try {
    return atOnce(store, () => {
      const progress = progressIn(store, exam);
      const before = progress.end.length;
      const receipts = inputs.map((input, index) => takeOne(store, input, index, { exam, now, sender, progress }));
      const moved = progress.end.length > before;
      const line = moved ? moveEnd(store, "exam", exam, progress.end, now) : journalEnd(store);
      return { receipts, head: headOf(progress.end), anchor: anchorText(line) };
    });
  } catch (error) {
    keptProgress(store).delete(exam);
    throw error;
  }
}

/** The same, written together with what else comes at the same moment; told when it is on the disk. */
export const appendTogether = (
  store: Store,
  exam: string,
  inputs: readonly unknown[],
  now: string,
  sender: Sender,
): Promise<ReturnType<typeof appendEvents>> =>
  together(
    store,
    () => appendEvents(store, exam, inputs, now, sender),
    () => keptProgress(store).delete(exam),
  );
