import { assertRecorded, EXAM_FILE_MAX_BYTES } from "../../admission";
import { canonicalJson, check, named, portableSha256, refuse, remembered, type Sha256, phrase } from "../../base";
import { type EvidenceChanges, type EvidenceSet, resolveEvidence, shippedEvidence, versionOf } from "../../evidence";
import {
  type ChainFault,
  type ChainHead,
  type ChainLink,
  genesisOf,
  parseStreamEvent,
  readEvents,
  type RecordedEvent,
  type StreamKind,
  streamOf,
  verifyChain,
} from "../../record";
import { isShippedVersion, RECORD_VERSION } from "../../vocabulary";
import {
  EXAM_FILE_FORMAT,
  EXAM_FILE_VERSION,
  type ExamFile,
  fileFrame,
  type FileLink,
  type FileStream,
  firstFrame,
} from "./frame";

/** A chain as it is stored: the links' payloads are the very texts that were hashed. */
export type StoredLink = ChainLink & {
  readonly receivedAt: string;
  /** The event, where it is at hand; its text is in the payload. */
  readonly event?: RecordedEvent;
};
export type StoredStream = ChainHead & {
  readonly kind: StreamKind;
  readonly id: string;
  readonly links: readonly StoredLink[];
};

/** Where a file comes from: the store, and the end of its journal. */
export type FileOrigin = Pick<ExamFile, "store" | "exportedAt" | "anchor">;

const fileStream = ({ kind, id, head, length, links }: StoredStream): FileStream => ({
  kind,
  id,
  head,
  length,
  links: links.map(({ seq, previous, hash, receivedAt, payload }) => ({
    seq,
    previous,
    hash,
    receivedAt,
    event: JSON.parse(payload) as RecordedEvent,
  })),
});

/** Builds the file of some streams from their stored chains. */
export function toExamFile(
  streams: readonly StoredStream[],
  { store, exportedAt, anchor }: FileOrigin,
  evidence: readonly EvidenceChanges[] = [],
  branches: readonly StoredStream[] = [],
): ExamFile {
  return {
    format: EXAM_FILE_FORMAT,
    version: EXAM_FILE_VERSION,
    madeBy: { program: "dust-lantern", v: RECORD_VERSION },
    store,
    exportedAt,
    anchor,
    streams: streams.map(fileStream),
    branches: branches.map(fileStream),
    evidence,
    attachments: [],
  };
}

function parseJson(content: string): unknown {
  if (content.length > EXAM_FILE_MAX_BYTES)
    refuse(
      "file",
      phrase`is larger than ${EXAM_FILE_MAX_BYTES / 1024 / 1024} MB`,
      "Choose an exam file; a whole exam is far smaller.",
    );
  try {
    return JSON.parse(content);
  } catch {
    refuse(
      "file",
      "is not whole JSON: it is damaged, cut short, or another kind of file",
      "Export the exam again and choose that file.",
    );
  }
}

/** A file of the first version: one exam, and nothing of where it came from. */
type FirstFile = {
  readonly exam: string;
  readonly exportedAt: string;
  readonly head: string;
  readonly length: number;
  readonly links: readonly Omit<FileLink, "receivedAt">[];
  readonly evidence?: readonly EvidenceChanges[];
};

const fromFirst = ({ exam, exportedAt, head, length, links, evidence = [] }: FirstFile): ExamFile => ({
  format: EXAM_FILE_FORMAT,
  version: EXAM_FILE_VERSION,
  madeBy: null,
  store: null,
  exportedAt,
  anchor: null,
  streams: [{ kind: "exam", id: exam, head, length, links: links.map((link) => ({ ...link, receivedAt: null })) }],
  branches: [],
  evidence,
  attachments: [],
});

function fromFrame(input: unknown): ExamFile {
  if (typeof input !== "object" || input === null || (input as { format?: unknown }).format !== EXAM_FILE_FORMAT)
    refuse(
      "file › format",
      "is not an exam file of this program",
      phrase`Choose a file whose format is "${EXAM_FILE_FORMAT}".`,
    );
  const { version } = input as { version?: unknown };
  if (version !== 1 && version !== EXAM_FILE_VERSION)
    refuse(
      "file › version",
      phrase`is ${named(version)}, and this program reads versions 1 and ${EXAM_FILE_VERSION}`,
      "Update this program, or export the exam again from this version.",
    );
  if (version === 1) return fromFirst(check(firstFrame, input, "file") as unknown as FirstFile);
  return check(fileFrame, input, "file") as unknown as ExamFile;
}

const SEVERAL = (file: ExamFile): boolean => file.streams.length > 1;

/** How a stream of a file is called in a refusal. */
const nameOf = (file: ExamFile, stream: FileStream): string =>
  SEVERAL(file) ? `file › ${stream.kind} ${stream.id}` : "file";

/**
 * Reads an exam file without judging its chains: frame and every event are
 * checked against the schemas of the version that wrote them.
 *
 * @throws InputError saying what is wrong, where, and what to do
 */
export function parseExamFile(content: string): ExamFile {
  const file = fromFrame(parseJson(content));
  for (const stream of [...file.streams, ...file.branches])
    stream.links.forEach(({ event, seq }) => {
      const where = `${nameOf(file, stream)} › event ${seq}`;
      parseStreamEvent(stream.kind, event, where);
      if (streamOf(stream.kind, event) !== stream.id)
        refuse(where, phrase`belongs to another ${stream.kind}`, "Export the exam again and choose that file.");
    });
  return file;
}

/**
 * The exam a file is of: the only one in it.
 *
 * @throws InputError when the file holds none, or several
 * @example examIn(file).length === events.length // true
 */
export function examIn({ streams }: ExamFile): FileStream {
  const exams = streams.filter(({ kind }) => kind === "exam");
  return exams.length === 1
    ? exams[0]!
    : refuse(
        "file › streams",
        phrase`hold ${exams.length} exams, and one is asked for`,
        "Export that one exam, and choose its file.",
      );
}

/** The events of a stream as they were recorded. */
export const eventsIn = (stream: FileStream): RecordedEvent[] => stream.links.map(({ event }) => event);

/** A stream's events as chain links. */
export const linksIn: (stream: FileStream) => readonly ChainLink[] = remembered((stream: FileStream) =>
  stream.links.map(({ seq, previous, hash, event }) => ({ seq, previous, hash, payload: canonicalJson(event) })),
);

/** The versions of the evidence that an exam's events name, without those that shipped. */
export const versionsNamed = (events: readonly RecordedEvent[]): string[] =>
  [
    ...new Set(
      readEvents(events).flatMap((event) =>
        event.type === "exam-opened" || event.type === "evidence-chosen" ? (event.body.evidence ?? []) : [],
      ),
    ),
  ].filter((version) => !isShippedVersion(version));

/**
 * The figures a file's exam is read under: those that ship, or those that came with it.
 *
 * @throws InputError when the file does not hold that version
 * @example evidenceInFile(file, "shipped").version // "shipped"
 */
export function evidenceInFile(file: ExamFile, version: string): EvidenceSet {
  if (isShippedVersion(version)) return shippedEvidence(version);
  const changes = file.evidence.find((candidate) => versionOf(candidate) === version);
  return changes
    ? resolveEvidence(changes)
    : refuse(
        "file › evidence",
        phrase`does not hold version ${version}, under which the exam is read`,
        "Export the exam again from the store that holds it.",
      );
}

/** A branch's links after the trunk's up to where it leaves; null when it leaves nowhere. */
function wholeBranch(file: ExamFile, branch: FileStream): FileLink[] | null {
  const trunk = file.streams.find(({ kind, id }) => kind === branch.kind && id === branch.id);
  const first = branch.links[0]!;
  if (first.previous === genesisOf(branch.id, branch.kind)) return [...branch.links];
  const leaves = trunk?.links.findIndex(({ hash }) => hash === first.previous) ?? -1;
  return leaves < 0 ? null : [...trunk!.links.slice(0, leaves + 1), ...branch.links];
}

/** Every fault of a file's chains, branches included. */
export function verifyExamFile(file: ExamFile, hash: Sha256 = portableSha256): ChainFault[] {
  const faultsOf = (stream: FileStream): ChainFault[] =>
    verifyChain(stream.id, linksIn(stream), stream, { kind: stream.kind, hash });
  return [
    ...file.streams.flatMap(faultsOf),
    ...file.branches.flatMap((branch): ChainFault[] => {
      const links = wholeBranch(file, branch);
      if (links) return faultsOf({ ...branch, links });
      const { seq } = branch.links[0]!;
      return [
        { kind: "dropped", seq, event: null, message: `Event ${seq} of a branch follows no event of its record.` },
      ];
    }),
  ];
}

/**
 * Refuses a file whose chains are broken or whose events could not have followed
 * one another; a file that passes can be stored as it is. Permission is not
 * asked of what was done: `irregularities` lists what would not have been
 * admitted.
 *
 * @param hash a faster hash than the portable one, where there is one
 * @throws InputError saying what is wrong, where, and what to do
 */
export function assertImportable(file: ExamFile, hash: Sha256 = portableSha256): void {
  const [fault] = verifyExamFile(file, hash);
  if (fault)
    refuse(
      "file › chain",
      phrase`was changed after it was recorded. ${fault.message}`,
      "Ask for an unchanged export; this one is not taken.",
    );
  for (const stream of file.streams)
    if (stream.kind === "exam") assertRecorded(stream.id, eventsIn(stream), nameOf(file, stream));
}
