import Papa from "papaparse";
import {
  assertImportable,
  canonicalJson,
  type ExamEvent,
  type ExamFile,
  type FileStream,
  FINDING_COLUMNS,
  findingRows,
  fold,
  linksIn,
  parseExamFile,
  readEvent,
  readExam,
  type RecordedEvent,
  refuse,
  type StoredLink,
  type StoredStream,
  toExamFile,
  versionsNamed,
  phrase,
} from "@/core";
import { chainOf, loadExam, noSuchExam } from "../repositories/exams";
import { changesOf, evidenceFor, holdEvidence, namesEvidence, unheldVersion } from "../repositories/evidence";
import { clearReady, layReady, type Ready } from "../repositories/laid-ready";
import { branchesIn, mergeStream, type Merged } from "../repositories/merge";
import { episodesOf } from "../repositories/episodes";
import { addPerson, findPerson } from "../repositories/people";
import { atOnce, journalEnd, storeIdOf, wholeStream } from "../repositories/streams";
import { erasedPersonProblem, erasedProblem } from "../repositories/tombstones";
import type { SignedBy } from "@/wire/exchange";
import { nativeSha256 } from "../store/native-hash";
import { signed, signedBy } from "./signed-file";
import type { Store } from "../store/store";

const eventsIn = ({ links }: StoredStream): RecordedEvent[] =>
  links.map(({ payload }) => JSON.parse(payload) as RecordedEvent);

/** A signed file of some streams, with the continuations beside them and the evidence their exams name. */
function fileOf(store: Store, streams: readonly StoredStream[], now: string): ExamFile {
  const named = new Set(streams.flatMap((stream) => (stream.kind === "exam" ? versionsNamed(eventsIn(stream)) : [])));
  const { n, hash } = journalEnd(store);
  return signed(
    store,
    toExamFile(
      streams,
      { store: storeIdOf(store), exportedAt: now, anchor: n > 0 ? { n, hash } : null },
      [...named].flatMap((version) => changesOf(store, version) ?? []),
      streams.flatMap(({ kind, id }) => branchesIn(store, kind, id)),
    ),
  );
}

/** One exam as a file. */
export const exportExam = (store: Store, exam: string, now: string): ExamFile =>
  fileOf(store, [chainOf(store, exam) ?? noSuchExam(exam)], now);

/** Everything of one person as a file: what is said of them, all of their exams, and their courses. */
export function exportPerson(store: Store, person: string, now: string): ExamFile {
  const row = findPerson(store, person);
  const said = wholeStream(store, "person", person);
  if (!row || !said) refuse("person", phrase`no person ${person} is on the roster`, "Check the id.");
  return fileOf(
    store,
    [
      said,
      ...row.exams.flatMap(({ id }) => chainOf(store, id) ?? []),
      ...episodesOf(store, person).flatMap((id) => wholeStream(store, "episode", id) ?? []),
    ],
    now,
  );
}

/** The findings of one exam as CSV (RFC 4180); a cell that a spreadsheet would run is quoted as text. */
export function exportFindings(store: Store, exam: string): string {
  const stored = loadExam(store, exam) ?? noSuchExam(exam);
  const state = fold(stored.events);
  return (
    Papa.unparse(
      {
        fields: [...FINDING_COLUMNS],
        data: findingRows(state, readExam(state, evidenceFor(store, state.evidenceVersion))),
      },
      { newline: "\r\n", escapeFormulae: true },
    ) + "\r\n"
  );
}

/** What an import came to. */
export type ImportResult = {
  /** The exams of the file. */
  readonly exam: string;
  readonly exams: readonly string[];
  readonly added: number;
  readonly already: number;
  /** Continuations that are kept beside a record, since it was continued apart. */
  readonly branches: number;
  /** People of a bundle who came without an exam file: they are entered where people from elsewhere are. */
  readonly others: number;
  /** Which database signed the file. */
  readonly signedBy: SignedBy;
};

/** The person as an exam knew them, under their own number where it is free. */
function addPersonOf(store: Store, exam: FileStream, now: string): void {
  const opening = readEvent(exam.links[0]!.event);
  if (opening?.type !== "exam-opened")
    refuse("file › event 1", "is not the opening of an exam", "Export the exam again and choose that file.");
  const { id, name, birthDate, sex, number } = opening.body.person;
  if (findPerson(store, id)) return;
  const taken = store.sqlite.prepare("SELECT 1 FROM people WHERE number = ?").get(number) !== undefined;
  const said = { now, actor: opening.actor, confirmed: true, ...(taken ? {} : { number }) };
  addPerson(store, { id, name, birthDate, sex, notes: "" }, said);
}

/** A store that told nothing of receipt had received its events when it wrote them out. */
const storedLinks = (stream: FileStream, exportedAt: string): StoredLink[] =>
  linksIn(stream).map(({ seq, payload, previous, hash }, index) => {
    const { receivedAt, event } = stream.links[index]!;
    return { seq, payload, previous, hash, receivedAt: receivedAt ?? exportedAt, event };
  });

/** Refuses a file of somebody who was erased here: they do not come back by it. */
function assertNotErased(store: Store, stream: FileStream): void {
  const opening = stream.kind === "exam" ? readEvent(stream.links[0]!.event) : null;
  const problem =
    erasedProblem(store, stream.kind, stream.id) ??
    (opening?.type === "exam-opened" ? erasedPersonProblem(store, opening.body.person.id) : null);
  if (problem) refuse(`file › ${stream.kind} ${stream.id}`, problem.what, problem.todo);
}

/** Refuses an exam that is read under figures that neither came with it nor are here. */
function assertEvidenceHeld(store: Store, naming: readonly ExamEvent[]): void {
  for (const event of naming) {
    const unheld = unheldVersion(store, event);
    if (unheld) refuse("file › evidence", unheld.what, unheld.todo);
  }
}

/** Streams of the clinic are not merged: its people and settings are its own. */
const isMerged = ({ kind }: FileStream): boolean => kind !== "clinic";

/** A file that was read, checked and laid ready: what is left to do is to write it. */
type ReadyFile = {
  readonly evidence: ExamFile["evidence"];
  readonly signedBy: SignedBy;
  readonly streams: readonly { readonly stream: FileStream; readonly ready: Ready; readonly naming: ExamEvent[] }[];
};

/** The events of an exam that name the figures it is read under. */
const namingEvidence = ({ kind, links }: FileStream): ExamEvent[] =>
  kind === "exam" ? links.flatMap(({ event }) => (namesEvidence(event) ? (readEvent(event) ?? []) : [])) : [];

/**
 * Reads a file, checks it, and lays it ready to be written. Nobody waits for
 * the writer meanwhile; `clearReady` takes it away again.
 *
 * @throws InputError saying what is wrong with the file, where, and what to do
 */
function readyFile(store: Store, content: string): ReadyFile {
  const file = parseExamFile(content);
  assertImportable(file, nativeSha256);
  const by = signedBy(store, file);
  /** What is said of a person comes before their exams. */
  const order = (kind: string) => (kind === "person" ? 0 : 1);
  const streams = file.streams.filter(isMerged).toSorted((a, b) => order(a.kind) - order(b.kind));
  const ready = layReady(
    store,
    streams.map(({ kind, id }, index) => ({
      kind,
      id,
      trunk: storedLinks(streams[index]!, file.exportedAt),
      beside: file.branches
        .filter((one) => one.kind === kind && one.id === id)
        .flatMap((part) => storedLinks(part, file.exportedAt)),
    })),
  );
  return {
    evidence: file.evidence,
    signedBy: by,
    streams: streams.map((stream, index) => ({ stream, ready: ready[index]!, naming: namingEvidence(stream) })),
  };
}

/** Writes a file that was laid ready, all of it or nothing. Within the writer's transaction. */
function write(
  store: Store,
  { evidence, streams, signedBy: by }: ReadyFile,
  now: string,
  sender: Importing,
): ImportResult {
  const exams = streams.filter(({ stream }) => stream.kind === "exam");
  for (const { stream } of streams) assertNotErased(store, stream);
  const isOurs = by.is === "this database";
  sender.assertMay?.(personsIn(store, streams));
  for (const changes of evidence) holdEvidence(store, changes, now);
  const merged = streams.map(({ stream, ready, naming }): Merged => {
    if (stream.kind === "exam") {
      assertEvidenceHeld(store, naming);
      addPersonOf(store, stream, now);
    }
    return mergeStream(store, ready, now, isOurs);
  });
  const total = (count: (one: Merged) => number) => merged.reduce((sum, one) => sum + count(one), 0);
  return {
    exam: exams[0]?.stream.id ?? "",
    exams: exams.map(({ stream }) => stream.id),
    added: total(({ added }) => added),
    already: total(({ already }) => already),
    branches: total(({ branches }) => branches),
    others: 0,
    signedBy: by,
  };
}

/** Whom the records of a file are of, where they are here already. */
function personsIn(store: Store, streams: ReadyFile["streams"]): string[] {
  const named = streams.flatMap(({ stream }) => {
    if (stream.kind === "person") return [stream.id];
    const first = stream.kind === "exam" ? readEvent(stream.links[0]!.event) : null;
    return first?.type === "exam-opened" ? [first.body.person.id] : [];
  });
  return [...new Set(named)].filter((id) => findPerson(store, id) !== null);
}

/** Who imports, as far as it decides whose records they may add to; left out: the clinic itself, at its machine. */
export type Importing = { readonly assertMay?: (persons: readonly string[]) => void };

/**
 * Takes files into the store: all of them or nothing. What is there already is
 * left as it is, so importing twice changes nothing; a record that was continued
 * apart is kept whole, both ways.
 *
 * @throws InputError saying what is wrong with a file, where, and what to do
 */
export function importFiles(
  store: Store,
  contents: readonly string[],
  now: string,
  sender: Importing = {},
): ImportResult[] {
  try {
    const ready = contents.map((content) => readyFile(store, content));
    return atOnce(store, () => ready.map((file) => write(store, file, now, sender)));
  } finally {
    clearReady(store);
  }
}

/** The same of one file. */
export const importExam = (store: Store, content: string, now: string, sender: Importing = {}): ImportResult =>
  importFiles(store, [content], now, sender)[0]!;

/** The file as text, keys in a fixed order. */
export const examFileText = (file: ExamFile): string => `${JSON.stringify(JSON.parse(canonicalJson(file)), null, 2)}\n`;
