import { hash } from "node:crypto";
import {
  admit,
  canonicalJson,
  chainEvent,
  type ChainFault,
  type ChainHead,
  type ChainLink,
  describeProblem,
  eventProblem,
  type ExamEvent,
  type ExamState,
  extend,
  fold,
  genesisOf,
  type Problem,
  refuse,
  type Sha256,
  verifyChain,
} from "@/core";
import type { Receipt } from "@/wire/exam-events";
import type { PreviousVisit } from "@/wire/previous-visit";
import { unheldVersion } from "./evidence";
import { findPerson } from "./people";
import { asStoreError, type Store } from "../store/store";

/** The same hash as the browser's, several times faster. */
const nativeSha256: Sha256 = (text) => hash("sha256", text, "hex");

export type StoredExam = { readonly id: string; readonly events: readonly ExamEvent[]; readonly head: ChainHead };

type EventRow = { seq: number; payload: string; previous: string; hash: string };
type Statements = ReturnType<typeof prepare>;

function prepare({ sqlite }: Store) {
  return {
    head: sqlite.prepare<[string], ChainHead>("SELECT head, length FROM exam_heads WHERE exam_id = ?"),
    payloads: sqlite
      .prepare<[string, number], string>("SELECT payload FROM exam_events WHERE exam_id = ? AND seq > ? ORDER BY seq")
      .pluck(),
    rows: sqlite.prepare<[string], EventRow>(
      "SELECT seq, payload, previous, hash FROM exam_events WHERE exam_id = ? ORDER BY seq",
    ),
    byId: sqlite.prepare<[string], string>("SELECT payload FROM exam_events WHERE id = ?").pluck(),
    insert: sqlite.prepare(
      "INSERT INTO exam_events (exam_id, seq, id, type, payload, previous, hash, received_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT (id) DO NOTHING",
    ),
    newHead: sqlite.prepare("INSERT INTO exam_heads (head, length, exam_id) VALUES (?, ?, ?)"),
    moveHead: sqlite.prepare("UPDATE exam_heads SET head = ?, length = ? WHERE exam_id = ?"),
    open: sqlite.prepare("INSERT INTO exams (id, person_id, opened_at) VALUES (?, ?, ?) ON CONFLICT (id) DO NOTHING"),
    touch: sqlite.prepare("UPDATE people SET recent_at = max(recent_at, ?) WHERE id = ?"),
    ids: sqlite.prepare<[], string>("SELECT id FROM exams ORDER BY opened_at").pluck(),
    /** All of the work or none of it, begun as a writer so that nobody writes in between. */
    atOnce: sqlite.transaction((work: () => unknown) => work()).immediate as <T>(work: () => T) => T,
  };
}

const statementsOf = new WeakMap<Store, Statements>();

/** A store's prepared statements, made once. */
function statements(store: Store): Statements {
  const kept = statementsOf.get(store) ?? prepare(store);
  statementsOf.set(store, kept);
  return kept;
}

/** One parse for a whole exam is several times faster than one for each event. */
const parsePayloads = (payloads: readonly string[]): ExamEvent[] =>
  JSON.parse(`[${payloads.join(",")}]`) as ExamEvent[];

export const examIds = (store: Store): string[] => statements(store).ids.all();

/** An exam's events and head, or null when there is no such exam. */
export function loadExam(store: Store, exam: string): StoredExam | null {
  try {
    const { head, payloads } = statements(store);
    const found = head.get(exam);
    return found ? { id: exam, events: parsePayloads(payloads.all(exam, 0)), head: found } : null;
  } catch (error) {
    throw asStoreError(error, store.path);
  }
}

/** The same person's last examination before this one, or null. */
export function previousVisit(store: Store, exam: string): PreviousVisit | null {
  const row = store.sqlite
    .prepare<[string], { id: string; openedAt: string }>(
      `SELECT before.id AS id, before.opened_at AS openedAt FROM exams AS before JOIN exams AS now ON now.id = ?
       WHERE before.person_id = now.person_id AND before.id <> now.id AND before.opened_at < now.opened_at
       ORDER BY before.opened_at DESC LIMIT 1`,
    )
    .get(exam);
  const stored = row && loadExam(store, row.id);
  if (!stored) return null;
  const { guardAnswers, neuro } = fold(stored.events);
  return { exam: row.id, openedAt: row.openedAt, guardAnswers, neuro };
}

/** Events after a position, with the head: what another device needs to catch up. */
export function eventsAfter(store: Store, exam: string, seq: number): { events: ExamEvent[]; head: ChainHead } | null {
  const { head, payloads } = statements(store);
  const found = head.get(exam);
  return found ? { events: found.length > seq ? parsePayloads(payloads.all(exam, seq)) : [], head: found } : null;
}

export function chainOf(store: Store, exam: string): { links: ChainLink[]; head: ChainHead } | null {
  const found = statements(store).head.get(exam);
  return found ? { links: statements(store).rows.all(exam), head: found } : null;
}

/** The one answer to an id that stands for no exam. */
export function noSuchExam(exam: string): never {
  refuse("exam", `no exam ${exam} is in the store`, "Check the id; the roster lists them.");
}

/** Every fault of one exam's record. */
export function verifyExam(store: Store, exam: string): ChainFault[] {
  const chain = chainOf(store, exam);
  if (!chain) noSuchExam(exam);
  return verifyChain(exam, chain.links, chain.head);
}

const EMPTY_HEAD = (exam: string): ChainHead => ({ head: genesisOf(exam), length: 0 });

/** A signature names the head it was made from; a record that has moved on is looked at again first. */
function signatureProblem(event: ExamEvent, head: ChainHead): Problem | null {
  if (event.type !== "exam-signed" || (event.body.head === head.head && event.body.length === head.length)) return null;
  return {
    where: "body › head",
    what: "is not the record's end: something was added since it was read",
    todo: "Look at the record again, then sign.",
  };
}

/** An exam as far as it is appended to: where its chain ends, and what it adds up to. */
type Progress = { head: ChainHead; state: ExamState };

const EXAMS_KEPT = 40;
const progressOf = new WeakMap<Store, Map<string, Progress>>();

function keptProgress(store: Store): Map<string, Progress> {
  const kept = progressOf.get(store) ?? new Map<string, Progress>();
  progressOf.set(store, kept);
  return kept;
}

/** What is kept of an exam between appends, as long as the store's head says that nobody else has written. */
function progressIn(store: Store, exam: string): Progress {
  const kept = keptProgress(store);
  const head = statements(store).head.get(exam);
  const found = kept.get(exam);
  if (found && head && found.head.head === head.head && found.head.length === head.length) return found;
  const made: Progress = { head: head ?? EMPTY_HEAD(exam), state: fold(head ? loadExam(store, exam)!.events : []) };
  if (kept.size >= EXAMS_KEPT) kept.delete(kept.keys().next().value!);
  kept.set(exam, made);
  return made;
}

/** What stands against storing an event here and now; null when nothing does. */
function refusal(store: Store, exam: string, event: ExamEvent, { head, state }: Progress): Problem | null {
  if (event.exam !== exam)
    return { where: "exam", what: "belongs to another exam", todo: `Send it to exam ${event.exam}.` };
  if (event.type === "exam-opened" && !findPerson(store, event.body.person.id))
    return { where: "body › person", what: "is not on the roster", todo: "Add the person first." };
  return admit(state, event) ?? signatureProblem(event, head) ?? unheldVersion(store, event);
}

/** Writes one event and its chain's new end; null, and nothing written, when its id stands for another event already. */
function storeEvent(store: Store, exam: string, event: ExamEvent, head: ChainHead, now: string): ChainHead | null {
  const sql = statements(store);
  const link = chainEvent(head, event, nativeSha256);
  if (event.type === "exam-opened") {
    sql.open.run(exam, event.body.person.id, event.at);
    sql.touch.run(now, event.body.person.id);
  }
  const { changes } = sql.insert.run(exam, link.seq, event.id, event.type, link.payload, link.previous, link.hash, now);
  if (changes === 0) return null;
  (link.seq === 1 ? sql.newHead : sql.moveHead).run(link.hash, link.seq, exam);
  return { head: link.hash, length: link.seq };
}

const ID_IN_USE = "was used before for other content. Make a new id for a new event.";

const receipt = (id: string, result: Receipt["result"], why: string | null = null): Receipt => ({ id, result, why });

function takeOne(store: Store, exam: string, input: unknown, index: number, progress: Progress, now: string): Receipt {
  const malformed = eventProblem(input, `event ${index + 1}`);
  const id = String((input as { id?: unknown } | null)?.id ?? "");
  if (malformed) return receipt(id, "refused", malformed.message);
  const event = input as ExamEvent;
  if (progress.state.known.has(event.id)) {
    const same = statements(store).byId.get(event.id) === canonicalJson(event);
    return same ? receipt(id, "already stored") : receipt(id, "refused", `event ${index + 1} › id: ${ID_IN_USE}`);
  }
  const problem = refusal(store, exam, event, progress);
  if (problem)
    return receipt(id, "refused", describeProblem({ ...problem, where: `event ${index + 1} › ${problem.where}` }));
  const head = storeEvent(store, exam, event, progress.head, now);
  if (!head) return receipt(id, "refused", `event ${index + 1} › id: ${ID_IN_USE}`);
  progress.head = head;
  if (!extend(progress.state, event)) progress.state = fold(loadExam(store, exam)!.events);
  return receipt(id, "stored");
}

/**
 * Appends events in the order sent. Each is checked, stored once (by id) and
 * chained; a refused one does not hold up the rest. All that is stored is on
 * disk when this returns, or none of it.
 *
 * @param inputs anything; every event is checked against its schema
 * @param now when the server received them, as an instant; kept beside the events, outside the chain
 * @throws StoreError when the store cannot be written
 */
export function appendEvents(
  store: Store,
  exam: string,
  inputs: readonly unknown[],
  now: string,
): { receipts: Receipt[]; head: ChainHead } {
  try {
    return statements(store).atOnce(() => {
      const progress = progressIn(store, exam);
      const receipts = inputs.map((input, index) => takeOne(store, exam, input, index, progress, now));
      return { receipts, head: progress.head };
    });
  } catch (error) {
    keptProgress(store).delete(exam);
    throw asStoreError(error, store.path);
  }
}

/** Stores links as they are, after they were verified: the importer's way in. */
export function appendVerified(store: Store, exam: string, events: readonly ExamEvent[], now: string): ChainHead {
  let head = statements(store).head.get(exam) ?? EMPTY_HEAD(exam);
  for (const event of events) {
    head =
      storeEvent(store, exam, event, head, now) ??
      refuse(
        `event ${event.id}`,
        "has the id of another event in the store",
        "Export the exam again and choose that file.",
      );
  }
  return head;
}
