import { array, object, string } from "yup";
import { assertAdmitted } from "../../admission";
import { canonicalJson, check, closed, instant, refuse, text, uuid, wholeIn } from "../../base";
import { changesSchema, type EvidenceChanges } from "../../evidence";
import {
  type ChainFault,
  type ChainHead,
  type ChainLink,
  type ExamEvent,
  fold,
  parseEvent,
  verifyChain,
} from "../../record";
import { SHIPPED_VERSION } from "../../vocabulary";

export const EXAM_FILE_FORMAT = "dust-lantern-exam";
export const EXAM_FILE_VERSION = 1;
/** The largest exam file that is read, in bytes. */
export const EXAM_FILE_MAX_BYTES = 8 * 1024 * 1024;

export type FileLink = {
  readonly seq: number;
  readonly previous: string;
  readonly hash: string;
  readonly event: ExamEvent;
};

/** One exam as it travels between stores: every event, in order, with its chain. */
export type ExamFile = {
  readonly format: typeof EXAM_FILE_FORMAT;
  readonly version: typeof EXAM_FILE_VERSION;
  readonly exam: string;
  readonly exportedAt: string;
  readonly head: string;
  readonly length: number;
  readonly links: readonly FileLink[];
  /** The clinic's versions of the evidence it is read under; left out when only the shipped figures are. */
  readonly evidence?: readonly EvidenceChanges[];
};

/** More events than any examination has. */
export const EXAM_MAX_EVENTS = 5000;

const hash = () =>
  string()
    .typeError("is not a hash; send 64 hexadecimal digits")
    .required("is missing; send 64 hexadecimal digits")
    .matches(/^[0-9a-f]{64}$/, "is not a hash; send 64 hexadecimal digits");

export const fileSchema = closed({
  format: text(40, 1),
  version: wholeIn(1, 1000).required("is missing; export the exam again"),
  exam: uuid(),
  exportedAt: instant(),
  head: hash(),
  length: wholeIn(1, 100000).required("is missing; export the exam again"),
  links: array()
    .of(
      object({ seq: wholeIn(1, 100000).required("is missing; export the exam again"), previous: hash(), hash: hash() }),
    )
    .typeError("is not a list of events; export the exam again")
    .required("is missing; export the exam again")
    .min(1, "holds no events; export the exam again")
    .max(EXAM_MAX_EVENTS, `holds more than ${EXAM_MAX_EVENTS} events; that is no examination`),
  evidence: array().of(changesSchema).typeError("is not a list; export the exam again").optional(),
});

/** Builds the file of an exam from its stored chain. */
export function toExamFile(
  exam: string,
  links: readonly ChainLink[],
  head: ChainHead,
  exportedAt: string,
  evidence: readonly EvidenceChanges[] = [],
): ExamFile {
  return {
    ...(evidence.length ? { evidence } : {}),
    format: EXAM_FILE_FORMAT,
    version: EXAM_FILE_VERSION,
    exam,
    exportedAt,
    head: head.head,
    length: head.length,
    links: links.map(({ seq, previous, hash, payload }) => ({
      seq,
      previous,
      hash,
      event: JSON.parse(payload) as ExamEvent,
    })),
  };
}

function parseJson(content: string): unknown {
  if (content.length > EXAM_FILE_MAX_BYTES)
    refuse(
      "file",
      `is larger than ${EXAM_FILE_MAX_BYTES / 1024 / 1024} MB`,
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

function checkFrame(input: unknown): asserts input is ExamFile {
  if (typeof input !== "object" || input === null || (input as { format?: unknown }).format !== EXAM_FILE_FORMAT) {
    refuse(
      "file › format",
      "is not an exam file of this program",
      `Choose a file whose format is "${EXAM_FILE_FORMAT}".`,
    );
  }
  const { version } = input as { version?: unknown };
  if (version !== EXAM_FILE_VERSION) {
    refuse(
      "file › version",
      `is ${String(version)}, and this program reads version ${EXAM_FILE_VERSION}`,
      "Update this program, or export the exam again from this version.",
    );
  }
  check(fileSchema, input, "file");
}

/**
 * Reads an exam file without judging its chain: frame and every event are
 * checked against their schemas.
 *
 * @throws InputError saying what is wrong, where, and what to do
 */
export function parseExamFile(content: string): ExamFile {
  const input = parseJson(content);
  checkFrame(input);
  input.links.forEach((link, index) => parseEvent(link.event, `file › event ${index + 1}`));
  return input;
}

/** The file's events as chain links. */
export const linksOf = (file: ExamFile): ChainLink[] =>
  file.links.map(({ seq, previous, hash, event }) => ({ seq, previous, hash, payload: canonicalJson(event) }));

/** The versions of the evidence that an exam's events name, without the shipped one. */
export const versionsNamed = (events: readonly ExamEvent[]): string[] =>
  [
    ...new Set(
      events.flatMap((event) =>
        event.type === "exam-opened" || event.type === "evidence-chosen" ? (event.body.evidence ?? []) : [],
      ),
    ),
  ].filter((version) => version !== SHIPPED_VERSION);

/** Every fault of a file's chain. */
export const verifyExamFile = (file: ExamFile): ChainFault[] =>
  verifyChain(file.exam, linksOf(file), { head: file.head, length: file.length });

/**
 * Refuses a file whose chain is broken or whose events could not have followed
 * one another; a file that passes can be stored as it is.
 */
export function assertImportable(file: ExamFile): void {
  const [fault] = verifyExamFile(file);
  if (fault)
    refuse(
      "file › chain",
      `was changed after it was recorded. ${fault.message}`,
      "Ask for an unchanged export; this one is not taken.",
    );
  const events = file.links.map(({ event }) => event);
  const foreign = events.findIndex((event) => event.exam !== file.exam);
  if (foreign >= 0)
    refuse(`file › event ${foreign + 1}`, "belongs to another exam", "Export the exam again and choose that file.");
  events.forEach((event, index) => assertAdmitted(fold(events.slice(0, index)), event, `file › event ${index + 1}`));
}
