import {
  besideRecord,
  branchesOf,
  foldPerson,
  type PersonEntry,
  readEvent,
  type RecordedEvent,
  sharedLength,
  type StoredLink,
  type StoredStream,
  type StreamEvent,
  type StreamKind,
} from "@/core";
import type { ExamBranch } from "@/wire/branches";
import type { CourseBranch } from "@/wire/course";
import type { Store } from "../store/store";
import { projectEpisode } from "./episodes";
import { listExam } from "./exams";
import { eventOf, moveReady, type Ready, refuseId } from "./laid-ready";
import { nextNumber, putPerson } from "./people";
import {
  besideOf,
  branchLinksOf,
  dropAfter,
  dropBranchLink,
  endOf,
  endOrGenesis,
  eventsOf,
  keepBranchLinks,
  linksOfStream,
  moveEnd,
  say,
  settle,
  storeLink,
} from "./streams";

/** What a merge of one stream came to. */
export type Merged = {
  /** Events that are part of the record now and were not here before. */
  readonly added: number;
  /** Events that were here already. */
  readonly already: number;
  /** Continuations that are kept beside the record. */
  readonly branches: number;
};

/** The other continuations of a stream, each from where it leaves; its head is its name. */
export function branchesIn(store: Store, kind: StreamKind, stream: string): StoredStream[] {
  const beside = branchLinksOf(store, kind, stream);
  if (beside.length === 0) return [];
  return besideRecord(kind, stream, linksOfStream(store, kind, stream), beside).map((branch) => ({
    kind,
    id: stream,
    head: branch.at(-1)!.hash,
    length: branch.at(-1)!.seq,
    links: branch,
  }));
}

/** The other continuations of a stream with their events, as screens show them. */
const continuations = <E>(store: Store, kind: StreamKind, stream: string): { head: string; events: E[] }[] =>
  branchesIn(store, kind, stream).map(({ head, links }) => ({
    head,
    events: links.map(({ payload }) => JSON.parse(payload) as E),
  }));

/** The other continuations of an exam. */
export const examBranches = (store: Store, exam: string): ExamBranch[] =>
  continuations<RecordedEvent>(store, "exam", exam);

/** The other continuations of courses. */
export const courseBranches = (store: Store, episodes: readonly string[]): CourseBranch[] =>
  episodes.flatMap((episode) =>
    continuations<StreamEvent>(store, "episode", episode).map((one) => ({ episode, ...one })),
  );

/** The row of a person whose stream has moved; a number that somebody else has is given anew, and said so. */
function projectPerson(store: Store, id: string, now: string): void {
  const { entry } = foldPerson(eventsOf<StreamEvent>(store, "person", id));
  if (!entry) return;
  const other = store.sqlite.prepare("SELECT 1 FROM people WHERE number = ? AND id <> ?").get(entry.number, id);
  const kept: PersonEntry = other ? { ...entry, number: nextNumber(store) } : entry;
  putPerson(store, id, kept, now);
  if (other) say(store, "person", id, [{ type: "person-corrected", body: kept }], { now });
}

/** Puts an exam on the list when these are its first links. */
function listOpened(store: Store, kind: StreamKind, [first]: readonly StoredLink[], now: string): void {
  const event = kind === "exam" && first?.seq === 1 ? readEvent(eventOf(first)) : null;
  if (event?.type === "exam-opened") listExam(store, event, now);
}

/** Puts links after the end of a stream as they are. */
function extend(store: Store, kind: StreamKind, stream: string, links: readonly StoredLink[], now: string): void {
  let end = endOrGenesis(store, kind, stream);
  listOpened(store, kind, links, now);
  for (const link of links) {
    const event = eventOf(link);
    end =
      storeLink(store, kind, stream, end, { link, event, receivedAt: link.receivedAt, isOwn: false }) ??
      refuseId(event.id);
  }
  settle(store, kind, stream, end);
  moveEnd(store, kind, stream, end, now, { beside: besideOf(store, kind, stream, end) });
}

/** Puts a stream that is not here yet into the store: what was laid ready of it is moved at once. */
function begin(store: Store, ready: Ready, now: string): void {
  const { kind, id, branched } = ready;
  const last = branched.trunk.at(-1);
  if (!last) return;
  listOpened(store, kind, branched.trunk, now);
  moveReady(store, ready);
  const end = { head: last.hash, length: last.seq, own: null };
  settle(store, kind, id, end);
  moveEnd(store, kind, id, end, now, { beside: ready.beside });
}

/** The end of a stream after its last events were moved beside it. */
function cutTo(store: Store, kind: StreamKind, stream: string, stored: readonly StoredLink[], length: number): void {
  const moved = stored.slice(length);
  if (moved.length === 0) return;
  const { own } = endOf(store, kind, stream)!;
  keepBranchLinks(store, kind, stream, moved);
  dropAfter(store, kind, stream, length);
  settle(store, kind, stream, { head: moved[0]!.previous, length, own });
}

/**
 * Takes links of a stream into the store, within the writer's transaction. What
 * is here is left as it is; a stream that was continued apart keeps both ways:
 * one is the record, the other stands beside it, whole. Which is which hangs on
 * the links alone, so that any order and any repetition comes to the same. A
 * record that something was recorded of here is made no longer by what comes from
 * elsewhere: that stands beside it, until somebody takes it over by hand.
 *
 * @param isOurs it comes from this very database, as its signature shows
 */
export function mergeStream(store: Store, ready: Ready, now: string, isOurs: boolean): Merged {
  const { kind, id, links: incoming } = ready;
  const stored = linksOfStream(store, kind, id);
  const beside = branchLinksOf(store, kind, id);
  const known = new Set([...stored, ...beside].map(({ hash }) => hash));
  const fresh = incoming.filter(({ hash }) => !known.has(hash));
  const already = incoming.length - fresh.length;
  if (fresh.length === 0) {
    return { added: 0, already, branches: besideRecord(kind, id, stored, beside).length };
  }
  const isNew = known.size === 0;
  const own = endOf(store, kind, id)?.own ?? null;
  if (own !== null && !isOurs) {
    keepBranchLinks(store, kind, id, fresh);
    return { added: 0, already, branches: besideRecord(kind, id, stored, [...beside, ...fresh]).length };
  }
  const { trunk, branches } = isNew ? ready.branched : branchesOf(kind, id, [...stored, ...beside, ...fresh], own);
  const shared = sharedLength(stored, trunk);
  const tail = trunk.slice(shared);
  if (isNew) begin(store, ready, now);
  else {
    cutTo(store, kind, id, stored, shared);
    if (tail.length) extend(store, kind, id, tail, now);
    for (const { hash } of beside.length ? tail : []) dropBranchLink(store, kind, id, hash);
  }
  keepBranchLinks(store, kind, id, branches.flat());
  if (kind === "person") projectPerson(store, id, now);
  if (kind === "episode") projectEpisode(store, id);
  const inRecord = new Set(tail.map(({ hash }) => hash));
  return { added: fresh.filter(({ hash }) => inRecord.has(hash)).length, already, branches: branches.length };
}
