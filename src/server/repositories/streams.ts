import { v7 as newId } from "uuid";
import {
  type Actor,
  beforeJournal,
  chainEvent,
  type ChainHead,
  type ChainLink,
  type ClinicDraft,
  genesisOf,
  canonicalJson,
  type JournalEnd,
  nextLine,
  parseStreamEvent,
  RECEIVED_HERE,
  type PersonDraft,
  remembered,
  type StoredLink,
  type StoredStream,
  streamEvent,
  type StreamEnvelope,
  type StreamKind,
} from "@/core";
import { nativeSha256 } from "../store/native-hash";
import { asStoreError, type Store } from "../store/store";

/** Where a stream ends in this store, and the last event of it that was recorded here. */
export type StreamEnd = ChainHead & { readonly own: string | null };

/** Where a stream ends after an event, and the size of that event's text. */
type Stored = StreamEnd & { readonly bytes: number };

type StoredEvent = StreamEnvelope & { readonly type: string };

function prepare({ sqlite }: Store) {
  return {
    storeId: sqlite.prepare<[], string>("SELECT id FROM store").pluck(),
    /** The end is the last event itself: an append writes nothing beside it. */
    end: sqlite.prepare<[string, string], { head: string | null; length: number | null; own: string | null }>(
      `SELECT e.hash AS head, e.seq AS length, CASE WHEN e.seq > s.settled THEN e.hash ELSE s.own END AS own
       FROM streams s LEFT JOIN stream_events e ON e.kind = s.kind AND e.stream = s.stream
       WHERE s.kind = ? AND s.stream = ? ORDER BY e.seq DESC LIMIT 1`,
    ),
    head: sqlite
      .prepare<[string, string], string>(
        "SELECT hash FROM stream_events WHERE kind = ? AND stream = ? ORDER BY seq DESC LIMIT 1",
      )
      .pluck(),
    bytes: sqlite
      .prepare<[string, string], number>(
        "SELECT coalesce(sum(length(CAST(payload AS BLOB))), 0) FROM stream_events WHERE kind = ? AND stream = ?",
      )
      .pluck(),
    payloads: sqlite
      .prepare<[string, string, number], string>(
        "SELECT payload FROM stream_events WHERE kind = ? AND stream = ? AND seq > ? ORDER BY seq",
      )
      .pluck(),
    links: sqlite.prepare<[string, string], StoredLink>(
      "SELECT seq, payload, previous, hash, received_at AS receivedAt FROM stream_events WHERE kind = ? AND stream = ? ORDER BY seq",
    ),
    branchLinks: sqlite.prepare<[string, string], StoredLink>(
      "SELECT seq, payload, previous, hash, received_at AS receivedAt FROM branch_links WHERE kind = ? AND stream = ? ORDER BY seq, hash",
    ),
    byId: sqlite.prepare<[string], string>("SELECT payload FROM stream_events WHERE id = ?").pluck(),
    insert: sqlite.prepare(
      "INSERT INTO stream_events (kind, stream, seq, id, type, payload, previous, hash, received_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT (id) DO NOTHING",
    ),
    begin: sqlite.prepare("INSERT INTO streams (kind, stream) VALUES (?, ?) ON CONFLICT (kind, stream) DO NOTHING"),
    settle: sqlite.prepare("UPDATE streams SET settled = ?, own = ? WHERE kind = ? AND stream = ?"),
    hashAt: sqlite
      .prepare<[string, string, number], string>(
        "SELECT hash FROM stream_events WHERE kind = ? AND stream = ? AND seq = ?",
      )
      .pluck(),
    ids: sqlite.prepare<[string], string>("SELECT stream FROM streams WHERE kind = ? ORDER BY stream").pluck(),
    lastLine: sqlite.prepare<[], JournalEnd>("SELECT n, hash FROM journal ORDER BY n DESC LIMIT 1"),
    writeLine: sqlite.prepare(
      "INSERT INTO journal (n, at, kind, subject, head, length, beside, previous, hash) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)",
    ),
    keepBranchLink: sqlite.prepare(
      "INSERT INTO branch_links (kind, stream, hash, seq, payload, previous, received_at) VALUES (?, ?, ?, ?, ?, ?, ?) ON CONFLICT (kind, stream, hash) DO NOTHING",
    ),
    dropBranchLink: sqlite.prepare("DELETE FROM branch_links WHERE kind = ? AND stream = ? AND hash = ?"),
    dropFrom: sqlite.prepare("DELETE FROM stream_events WHERE kind = ? AND stream = ? AND seq > ?"),
    /** All of the work or none of it, begun as a writer so that nobody writes in between. */
    atOnce: sqlite.transaction((work: () => unknown) => work()).immediate as <T>(work: () => T) => T,
  };
}

/** A store's prepared statements, made once. */
const statements = remembered(prepare);

/** Does all of the work or none of it; nobody writes in between. */
export function atOnce<T>(store: Store, work: () => T): T {
  try {
    return statements(store).atOnce(work);
  } catch (error) {
    throw asStoreError(error, store.path);
  }
}

/** The id of this store. */
export const storeIdOf = (store: Store): string => statements(store).storeId.get()!;

/** A store of made-up people opens at once on its machine, without accounts, until somebody makes one. */
export const openAtOnce = ({ sqlite }: Store): void => void sqlite.prepare("UPDATE store SET is_demo = 1").run();

/** Where a stream ends, or null when there is none. */
export function endOf(store: Store, kind: StreamKind, stream: string): StreamEnd | null {
  const end = endOrGenesis(store, kind, stream);
  return end.length > 0 ? end : null;
}

/** Where a stream ends, also before its first event. */
export function endOrGenesis(store: Store, kind: StreamKind, stream: string): StreamEnd {
  const { head, length, own = null } = statements(store).end.get(kind, stream) ?? {};
  return { head: head ?? genesisOf(stream, kind, nativeSha256), length: length ?? 0, own };
}

/** The hash a stream ends with; what stands before its first event where there is none. */
export const headIn = (store: Store, kind: StreamKind, stream: string): string =>
  statements(store).head.get(kind, stream) ?? genesisOf(stream, kind, nativeSha256);

/** The size of the texts of a stream's events, in bytes. */
export const bytesOf = (store: Store, kind: StreamKind, stream: string): number =>
  statements(store).bytes.get(kind, stream)!;

/** The hash at a place of a stream; what stands before its first event at 0; null beyond its end. */
export const hashAt = (store: Store, kind: StreamKind, stream: string, seq: number): string | null =>
  seq === 0 ? genesisOf(stream, kind, nativeSha256) : (statements(store).hashAt.get(kind, stream, seq) ?? null);

/** The ids of the streams of a kind. */
export const streamIds = (store: Store, kind: StreamKind): string[] => statements(store).ids.all(kind);

/** One parse for a whole stream is several times faster than one for each event. */
export const eventsOf = <E>(store: Store, kind: StreamKind, stream: string, after = 0): E[] =>
  JSON.parse(`[${statements(store).payloads.all(kind, stream, after).join(",")}]`) as E[];

/** A stream's links as they are stored. */
export const linksOfStream = (store: Store, kind: StreamKind, stream: string): StoredLink[] =>
  statements(store).links.all(kind, stream);

/** A stream with where it ends and all of its links; null when there is none. */
export function wholeStream(store: Store, kind: StreamKind, id: string): StoredStream | null {
  const end = endOf(store, kind, id);
  return end && { kind, id, head: end.head, length: end.length, links: linksOfStream(store, kind, id) };
}

/** The links of a stream's other continuations. */
export const branchLinksOf = (store: Store, kind: StreamKind, stream: string): StoredLink[] =>
  statements(store).branchLinks.all(kind, stream);

/** The stored text of an event, whichever stream it is of. */
export const payloadById = (store: Store, id: string): string | null => statements(store).byId.get(id) ?? null;

/** Enters a stream that is about to get its first link. */
export const beginStream = (store: Store, kind: StreamKind, stream: string): void =>
  void statements(store).begin.run(kind, stream);

/** Writes one link after a stream's end; null, and nothing written, when its id stands for another event already. */
export function storeLink(
  store: Store,
  kind: StreamKind,
  stream: string,
  end: StreamEnd,
  { link, event, receivedAt, isOwn }: { link: ChainLink; event: StoredEvent; receivedAt: string; isOwn: boolean },
): Stored | null {
  const { insert } = statements(store);
  if (link.seq === 1) beginStream(store, kind, stream);
  const { changes } = insert.run(
    kind,
    stream,
    link.seq,
    event.id,
    event.type,
    link.payload,
    link.previous,
    link.hash,
    receivedAt,
  );
  if (changes === 0) return null;
  return {
    head: link.hash,
    length: link.seq,
    own: isOwn ? link.hash : end.own,
    bytes: Buffer.byteLength(link.payload),
  };
}

/** Says which of a stream's events so far was the last one of this store's own: after what came from elsewhere was put in or moved out. */
export const settle = (store: Store, kind: StreamKind, stream: string, { length, own }: StreamEnd): void =>
  void statements(store).settle.run(length, own, kind, stream);

/** Chains one event that is recorded here and writes it. */
export const storeOwnEvent = (
  store: Store,
  kind: StreamKind,
  stream: string,
  end: StreamEnd,
  event: StoredEvent,
  receivedAt: string,
): Stored | null =>
  storeLink(store, kind, stream, end, { link: chainEvent(end, event, nativeSha256), event, receivedAt, isOwn: true });

/**
 * Writes the journal's line that says where a stream ends now. Within the writer's transaction.
 *
 * @param last the journal's end, where it is known
 * @param beside what stands beside the chain; left out: all that is new was received at this moment
 */
export function moveEnd(
  store: Store,
  kind: StreamKind,
  stream: string,
  end: ChainHead,
  at: string,
  { last = journalEnd(store), beside = RECEIVED_HERE }: { last?: JournalEnd; beside?: string | null } = {},
): JournalEnd {
  const { head, length } = end;
  const line = nextLine(last, { at, kind, subject: stream, head, length, beside }, nativeSha256);
  statements(store).writeLine.run(
    line.n,
    line.at,
    line.kind,
    line.subject,
    line.head,
    line.length,
    line.beside,
    line.previous,
    line.hash,
  );
  return line;
}

type Received = { readonly seq: number; readonly receivedAt: string };

/**
 * A hash over what a chain says nothing of: when each event was received, how many
 * came from elsewhere, and which was the last one recorded here.
 */
export const besideHash = (
  rows: readonly Received[],
  { settled, own }: { readonly settled: number; readonly own: string | null },
): string =>
  nativeSha256(canonicalJson({ own, received: rows.map(({ seq, receivedAt }) => [seq, receivedAt]), settled }));

/** The same of a stream as it stands now. Within the writer's transaction. */
export function besideOf(store: Store, kind: StreamKind, stream: string, { length, own }: StreamEnd): string {
  return besideHash(linksOfStream(store, kind, stream), { settled: length, own });
}

/** The end of the store's journal. */
export const journalEnd = (store: Store): JournalEnd =>
  statements(store).lastLine.get() ?? beforeJournal(storeIdOf(store), nativeSha256);

/** Who says something that stands in no exam, and when. */
export type Sayer = {
  readonly now: string;
  /** Left out: the store itself, where nobody was asked. */
  readonly actor?: Actor | undefined;
};

/** An event of the server's own: held to the same schema as one that is sent, so that it goes out and comes back. */
function said(
  kind: "person" | "clinic",
  stream: string,
  draft: PersonDraft | ClinicDraft,
  { now, actor }: { readonly now: string; readonly actor: Actor },
): StoredEvent {
  const { id, name } = actor;
  const event = streamEvent(kind, stream, draft, { id: newId(), at: now, actor: { id, name }, device: "server" });
  parseStreamEvent(kind, event, `${kind} event`);
  return event;
}

/** Records what is said of a person or of the clinic. Within the writer's transaction. */
export function say(
  store: Store,
  kind: "person" | "clinic",
  stream: string,
  drafts: readonly (PersonDraft | ClinicDraft)[],
  { now, actor }: Sayer,
): void {
  const who = actor ?? { id: storeIdOf(store), name: "this store" };
  let end = endOrGenesis(store, kind, stream);
  for (const draft of drafts) {
    const event = said(kind, stream, draft, { now, actor: who });
    end = storeOwnEvent(store, kind, stream, end, event, now) ?? end;
  }
  moveEnd(store, kind, stream, end, now);
}

/** The first links of a stream that is not there yet: made before the writer's turn comes, since that is the longer part. */
export type Beginning = {
  readonly kind: StreamKind;
  readonly stream: string;
  readonly links: readonly { readonly link: ChainLink; readonly event: StoredEvent }[];
};

/** What is said of somebody new, chained; nothing is written. */
export function beginningOf(
  kind: "person",
  stream: string,
  drafts: readonly PersonDraft[],
  { now, actor }: Sayer & { readonly actor: Actor },
): Beginning {
  let end: ChainHead = { head: genesisOf(stream, kind, nativeSha256), length: 0 };
  const links = drafts.map((draft) => {
    const event = said(kind, stream, draft, { now, actor });
    const link = chainEvent(end, event, nativeSha256);
    end = { head: link.hash, length: link.seq };
    return { link, event };
  });
  return { kind, stream, links };
}

/** Writes a beginning, and gives back the journal's end. Within the writer's transaction. */
export function storeBeginning(
  store: Store,
  { kind, stream, links }: Beginning,
  receivedAt: string,
  last: JournalEnd,
): JournalEnd {
  let end: StreamEnd = { head: links[0]!.link.previous, length: 0, own: null };
  for (const { link, event } of links)
    end = storeLink(store, kind, stream, end, { link, event, receivedAt, isOwn: true }) ?? end;
  return moveEnd(store, kind, stream, end, receivedAt, { last });
}

/** Keeps links that are not the record beside it. */
export function keepBranchLinks(store: Store, kind: StreamKind, stream: string, links: readonly StoredLink[]): void {
  for (const { hash, seq, payload, previous, receivedAt } of links)
    statements(store).keepBranchLink.run(kind, stream, hash, seq, payload, previous, receivedAt);
}

/** Takes a stream's links from after a place out of the record; each has to be kept as a branch before. */
export const dropAfter = (store: Store, kind: StreamKind, stream: string, seq: number): void =>
  void statements(store).dropFrom.run(kind, stream, seq);

/** Takes a link that is part of the record again from those beside it. */
export const dropBranchLink = (store: Store, kind: StreamKind, stream: string, hash: string): void =>
  void statements(store).dropBranchLink.run(kind, stream, hash);
