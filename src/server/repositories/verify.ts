import { eq } from "drizzle-orm";
import {
  canonicalJson,
  type ChainFault,
  type ChainHead,
  DEFAULT_SETTINGS,
  type Erased,
  type EvidenceChanges,
  foldClinic,
  foldEpisode,
  foldPerson,
  type JournalLine,
  worded,
  type Payload,
  readAnchor,
  readPayload,
  refuse,
  remembered,
  type StreamEvent,
  verifyChain,
  verifyJournal,
  versionOf,
  phrase,
} from "@/core";
export type { StreamName } from "./verify-beside";
import { nativeSha256 } from "../store/native-hash";
import { expectedSchema, schemaOfStore } from "../store/open";
import { episodes, evidenceVersions, people, practitioners, tombstones } from "../store/schema";
import type { Store } from "../store/store";
import { episodeRow } from "./episodes";
import { noSuchExam } from "./exams";
import { personRow, wasKnownAs } from "./people";
import { branchesIn } from "./merge";
import { awaitingFaults, besideFaults, fault, type StoredRow, type StreamName } from "./verify-beside";

import { storeIdOf } from "./streams";
import { erasedProblem, isTombstoned } from "./tombstones";

type ExamRow = {
  readonly personId: string;
  readonly openedAt: string;
  readonly visitDate: string | null;
  readonly visitBefore: string | null;
};

/** Prepared once for a store: every record asks the same. */
const statements = remembered(({ sqlite }: Store) => ({
  rows: sqlite.prepare<[string, string], StoredRow>(
    "SELECT seq, id, type, payload, previous, hash, received_at AS receivedAt FROM stream_events WHERE kind = ? AND stream = ? ORDER BY seq",
  ),
  listed: sqlite.prepare<[string, string]>("SELECT 1 FROM streams WHERE kind = ? AND stream = ?").pluck(),
  lastSeen: sqlite.prepare<[string, string], ChainHead>(
    "SELECT head, length FROM journal WHERE kind = ? AND subject = ? ORDER BY n DESC LIMIT 1",
  ),
  began: sqlite
    .prepare<[string], string>("SELECT at FROM journal WHERE kind = 'exam' AND subject = ? ORDER BY n LIMIT 1")
    .pluck(),
  exam: sqlite.prepare<[string], ExamRow>(
    "SELECT person_id AS personId, opened_at AS openedAt, visit_date AS visitDate, visit_before AS visitBefore FROM exams WHERE id = ?",
  ),
}));

/** Every stream that any table knows of: one that was taken out of one table still stands in the others. */
export const streamsToVerify = ({ sqlite }: Store): StreamName[] =>
  sqlite
    .prepare<[], StreamName>(
      `SELECT kind, stream AS id FROM streams UNION SELECT kind, stream FROM stream_events UNION SELECT kind, subject FROM journal
       UNION SELECT kind, stream FROM branch_links UNION SELECT kind, stream FROM tombstones UNION SELECT 'exam', id FROM exams UNION SELECT 'person', id FROM people UNION SELECT 'episode', id FROM episodes
       ORDER BY 1, 2`,
    )
    .all();

/** What SQLite itself finds wrong with the file; empty when it is whole. */
export function damageOf({ sqlite }: Store): string[] {
  try {
    return sqlite
      .prepare<[], string>("PRAGMA integrity_check")
      .pluck()
      .all()
      .filter((line) => line !== "ok");
  } catch (error) {
    return [error instanceof Error ? error.message : "it cannot be read"];
  }
}

/** What the store keeps beside an event, to find it by, has to be what the event says. */
const columnFaults = ({ kind, id: stream }: StreamName, rows: readonly StoredRow[], payloads: readonly Payload[]) =>
  rows.flatMap(({ seq, id, type, receivedAt }, index): ChainFault[] => {
    const event = payloads[index]! as Payload & Readonly<Record<string, unknown>>;
    if (event.id !== id || event.type !== type || event[kind] !== stream)
      return [fault("row", `Event ${seq} (${id}) is kept under another id, kind or record than its own.`, seq, id)];
    return Number.isNaN(Date.parse(receivedAt))
      ? [fault("row", `Event ${seq} (${id}) is kept with a time of receipt that is none.`, seq, id)]
      : [];
  });

type Opening = {
  readonly person?: {
    readonly id?: unknown;
    readonly name?: unknown;
    readonly birthDate?: unknown;
    readonly sex?: unknown;
  };
  readonly visit?: { readonly date?: unknown; readonly before?: unknown } | null;
};

/** The person of an exam that was opened here has to be who the roster knew. */
function personFaults(store: Store, exam: string, { person }: Opening, first: StoredRow): ChainFault[] {
  const began = statements(store).began.get(exam);
  if (began !== first.receivedAt || typeof person?.id !== "string") return [];
  return wasKnownAs(store, person.id, person)
    ? []
    : [
        fault(
          "row",
          "The exam was opened for somebody of another name, sex or birth date than the roster's.",
          1,
          first.id,
        ),
      ];
}

/** The exam's own row has to say whose it is and when it began, as its opening does. */
function examRowFaults(store: Store, exam: string, rows: readonly StoredRow[]): ChainFault[] {
  const row = statements(store).exam.get(exam);
  if (!row) return [fault("row", "The exam is missing from the list of exams, and its events are there.")];
  const first = rows[0];
  const opening = readPayload(first?.payload ?? "");
  if (!first || opening.type !== "exam-opened" || !opening.body) return [];
  const body = opening.body as Opening;
  const under = (what: string) => fault("row", `The exam stands under another ${what}.`, 1, first.id);
  return [
    ...(body.person?.id === row.personId ? [] : [under("person than the one it was opened for")]),
    ...(opening.at === row.openedAt ? [] : [under("time than the one it was opened at")]),
    ...((body.visit?.date ?? null) === row.visitDate && (body.visit?.before ?? null) === row.visitBefore
      ? []
      : [under("day, or after another visit, than it says")]),
    ...personFaults(store, exam, body, first),
  ];
}

/** A person's row has to be what was said of them. */
function personRowFaults({ db }: Store, id: string, events: readonly StreamEvent[]): ChainFault[] {
  const row = db.select().from(people).where(eq(people.id, id)).get();
  const { entry } = foldPerson(events);
  if (!row) return [fault("row", "The person is missing from the roster, and what was said of them is there.")];
  if (!entry) return [fault("row", "The person is on the roster, and nothing was said of them.")];
  const { recentAt: _order, ...said } = row;
  return canonicalJson(said) === canonicalJson(personRow(id, entry))
    ? []
    : [fault("row", "The roster says otherwise than what was recorded of this person.")];
}

/** A course's row has to be what was said of it. */
function episodeRowFaults({ db }: Store, id: string, events: readonly StreamEvent[]): ChainFault[] {
  const row = db.select().from(episodes).where(eq(episodes.id, id)).get();
  const state = foldEpisode(events);
  if (state.person === null) return row ? [fault("row", "The course is listed, and nothing was said of it.")] : [];
  if (!row) return [fault("row", "The course is missing from the list, and what was said of it is there.")];
  return canonicalJson(row) === canonicalJson(episodeRow(id, state))
    ? []
    : [fault("row", "The list says otherwise than what was recorded of this course.")];
}

/** Profiles and figures have to be what was said for the clinic. */
function clinicFaults(store: Store, events: readonly StreamEvent[]): ChainFault[] {
  const { practitioners: said, evidence, erased } = foldClinic(events);
  const profiles = store.db.select().from(practitioners).all();
  const known = new Map(profiles.map((profile) => [profile.id, profile]));
  const versions = store.db.select().from(evidenceVersions).orderBy(evidenceVersions.number).all();
  const settingsOf = (text: string): unknown => JSON.parse(text);
  return [
    ...Object.values(said).flatMap(({ id, name, registration, settings, role, hasLeft }): ChainFault[] => {
      const row = known.get(id);
      if (!row) return [fault("row", `The profile of ${name} is missing.`)];
      const same =
        row.name === name &&
        row.registration === registration &&
        row.role === role &&
        row.hasLeft === hasLeft &&
        canonicalJson(settingsOf(row.settings)) === canonicalJson(settings ?? DEFAULT_SETTINGS);
      return same ? [] : [fault("row", `The profile of ${name} says otherwise than what was recorded.`)];
    }),
    ...profiles
      .filter(({ id }) => !said[id])
      .map(({ name }) => fault("row", `The profile of ${name} was put in beside the record.`)),
    ...versions.flatMap((row): ChainFault[] =>
      versionOf(JSON.parse(row.changes) as EvidenceChanges) === row.version
        ? []
        : [fault("row", `Evidence ${row.version} does not hold the figures it is named after.`)],
    ),
    ...(canonicalJson(
      versions.map(({ number: _number, changes, ...row }) => ({ ...row, changes: JSON.parse(changes) as object })),
    ) === canonicalJson(evidence)
      ? []
      : [fault("row", "The versions of the evidence are not those that were recorded.")]),
    ...tombstoneFaults(store, erased),
  ];
}

/** What may be gone is what was recorded as erased, and nothing else. */
function tombstoneFaults({ db }: Store, erased: readonly Erased[]): ChainFault[] {
  const nameOf = (kind: string, id: string, person: string) => `${kind} ${id} ${person}`;
  const there = new Set(
    db
      .select()
      .from(tombstones)
      .all()
      .map(({ kind, stream, person }) => nameOf(kind, stream, person)),
  );
  const said = new Set(
    erased.flatMap(({ person, streams }) => streams.map(({ kind, id }) => nameOf(kind, id, person))),
  );
  return [
    ...[...there]
      .filter((name) => !said.has(name))
      .map((name) => fault("row", `The store says that ${name} was erased, and nobody recorded it.`)),
    ...[...said]
      .filter((name) => !there.has(name))
      .map((name) => fault("row", `It is recorded that ${name} was erased, and the store does not say so.`)),
  ];
}

/** What the journal says of a stream: it ended where it ends now. */
function journalFaults(last: ChainHead | undefined, end: ChainHead): ChainFault[] {
  if (!last) return [fault("journal", "The journal does not know this record.")];
  if (last.length > end.length)
    return [
      fault("journal", `The journal saw ${last.length} events, and ${end.length} are there: the last were cut off.`),
    ];
  return last.head === end.head && last.length === end.length
    ? []
    : [fault("journal", "The record does not end where the journal saw it end.")];
}

function faultsOf(store: Store, name: StreamName): ChainFault[] {
  const { kind, id } = name;
  const ask = statements(store);
  const rows = ask.rows.all(kind, id);
  if (isTombstoned(store, kind, id))
    return rows.length > 0 || ask.listed.get(kind, id) !== undefined
      ? [fault("row", "The record was erased, and something of it is there.")]
      : [];
  const isListed = ask.listed.get(kind, id) !== undefined;
  const seen = ask.lastSeen.get(kind, id);
  const last = rows.at(-1);
  const end = { head: last?.hash ?? "", length: last?.seq ?? 0 };
  const payloads = rows.map(({ payload }) => readPayload(payload));
  const events = () => payloads as unknown as StreamEvent[];
  return [
    ...(isListed ? [] : [fault("row", "The record is missing from the list of records.", end.length)]),
    ...(rows.length === 0 && !isListed ? [fault("dropped", "All of its events are gone.")] : []),
    ...verifyChain(id, rows, seen ?? end, { kind, hash: nativeSha256 }),
    ...columnFaults(name, rows, payloads),
    ...branchFaults(store, name, rows),
    ...journalFaults(seen, end),
    ...besideFaults(store, name, rows),
    ...(kind === "exam" ? awaitingFaults(store, id, rows, payloads) : []),
    ...(kind === "exam" ? examRowFaults(store, id, rows) : []),
    ...(kind === "person" ? personRowFaults(store, id, events()) : []),
    ...(kind === "episode" ? episodeRowFaults(store, id, events()) : []),
    ...(kind === "clinic" ? clinicFaults(store, events()) : []),
  ];
}

/** The other continuations of a stream, each with the record up to where it leaves. */
function branchFaults(store: Store, { kind, id }: StreamName, rows: readonly StoredRow[]): ChainFault[] {
  return branchesIn(store, kind, id).flatMap((branch) => {
    const leaves = rows.findIndex(({ hash }) => hash === branch.links[0]!.previous);
    return verifyChain(id, [...rows.slice(0, leaves + 1), ...branch.links], branch, { kind, hash: nativeSha256 });
  });
}

/**
 * Every fault of one exam's record: its chain, its signature, what the store's
 * tables and the journal say beside it. All is read at one moment, so that a tap
 * that arrives meanwhile is no fault.
 */
export const verifyExam = (store: Store, exam: string): ChainFault[] =>
  store.sqlite.transaction((): ChainFault[] => {
    if (!streamsToVerify(store).some(({ kind, id }) => kind === "exam" && id === exam)) noSuchExam(exam);
    return faultsOf(store, { kind: "exam", id: exam });
  })();

/** A tables', index's or trigger's text that is not what this program made. */
function schemaFaults(store: Store): string[] {
  const expected = expectedSchema();
  const found = schemaOfStore(store);
  return [
    ...[...expected].flatMap(([name, sql]) =>
      found.get(name) === sql
        ? []
        : [found.has(name) ? `${name} is not as this program made it.` : `${name} is missing from the store.`],
    ),
    ...[...found.keys()].flatMap((name) => (expected.has(name) ? [] : [`${name} was added to the store.`])),
  ];
}

/** Lines of the journal whose end stands nowhere: neither in the record nor beside it. */
const linesWithoutEvent = ({ sqlite }: Store): string[] =>
  sqlite
    .prepare<[], { n: number; kind: string; subject: string }>(
      `SELECT j.n, j.kind, j.subject FROM journal j
       LEFT JOIN stream_events e ON e.kind = j.kind AND e.stream = j.subject AND e.seq = j.length AND e.hash = j.head
       LEFT JOIN branch_links b ON b.kind = j.kind AND b.stream = j.subject AND b.hash = j.head
       LEFT JOIN tombstones t ON t.kind = j.kind AND t.stream = j.subject
       WHERE e.hash IS NULL AND b.hash IS NULL AND t.stream IS NULL`,
    )
    .all()
    .map(({ n, kind, subject }) => `Line ${n} of the journal saw an end of ${kind} ${subject} that is not there.`);

const journalLines = ({ sqlite }: Store): JournalLine[] =>
  sqlite
    .prepare<[], JournalLine>(
      "SELECT n, at, kind, subject, head, length, beside, previous, hash FROM journal ORDER BY n",
    )
    .all();

/** What an anchor from outside the store says of it; empty when it agrees. */
function anchorFaults(lines: readonly JournalLine[], text: string): string[] {
  const anchor =
    readAnchor(text) ??
    refuse("--anchor", phrase`"${text}" is not an anchor`, "Write it as printed: a number, a dot, and 16 digits.");
  const line = lines.find(({ n }) => n === anchor.n);
  if (!line)
    return [
      `The anchor is of line ${anchor.n}, and the journal ends at ${lines.at(-1)?.n ?? 0}: this store is older than the anchor, or was cut.`,
    ];
  return line.hash.startsWith(anchor.digits)
    ? []
    : [`Line ${anchor.n} of the journal is not the one the anchor was taken from: what came before was rewritten.`];
}

/** What is wrong with the store as a whole: its journal, its tables, an anchor that does not fit. */
export const storeFaults = (store: Store, anchor?: string): string[] => {
  const lines = journalLines(store);
  return [
    ...schemaFaults(store),
    ...verifyJournal(storeIdOf(store), lines, nativeSha256).map(({ message }) => message),
    ...linesWithoutEvent(store),
    ...(anchor === undefined ? [] : anchorFaults(lines, anchor)),
  ];
};

/** What became of one record: its faults, or why it could not be checked. */
export type Checked = StreamName & {
  readonly faults: readonly string[];
  readonly unchecked: string | null;
  /** When and by whom it was erased; null: it was not. */
  readonly erased: string | null;
};

/**
 * Verifies a whole store, each record on its own, all of it at one moment.
 *
 * @param anchor the end of the journal as it was printed somewhere outside
 * @returns what is wrong with the store as a whole, and what became of each record
 */
export const verifyStore = (store: Store, anchor?: string): { store: string[]; records: Checked[] } =>
  store.sqlite.transaction(() => ({
    store: storeFaults(store, anchor),
    records: streamsToVerify(store).map((name): Checked => {
      try {
        const erased = erasedProblem(store, name.kind, name.id);
        return {
          ...name,
          faults: faultsOf(store, name).map(({ message }) => message),
          unchecked: null,
          erased: erased && worded(erased.what),
        };
      } catch (error) {
        const unchecked = error instanceof Error ? error.message : "it cannot be read";
        return { ...name, faults: [], unchecked, erased: null };
      }
    }),
  }))();
