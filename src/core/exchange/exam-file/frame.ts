import { array, mixed, object, string } from "yup";
import { MOST_EVENTS } from "../../admission";
import { closed, instant, oneOf, orNone, text, uuid, wholeIn, withFastPath, phrase } from "../../base";
import { changesSchema, type EvidenceChanges } from "../../evidence";
import { type ChainHead, type RecordedEvent, STREAM_KINDS, type StreamKind } from "../../record";

export const EXAM_FILE_FORMAT = "dust-lantern-exam";
/** The version of the file that is written; the first is read for ever. */
export const EXAM_FILE_VERSION = 2;

export type FileLink = {
  readonly seq: number;
  readonly previous: string;
  readonly hash: string;
  /** When the store that wrote the file had received it; null in files of the first version. */
  readonly receivedAt: string | null;
  readonly event: RecordedEvent;
};

/** One stream as it travels: every event in order, with its chain. */
export type FileStream = ChainHead & {
  readonly kind: StreamKind;
  readonly id: string;
  readonly links: readonly FileLink[];
};

/** Records as they travel between stores; a file of one exam has one stream. */
export type ExamFile = {
  readonly format: typeof EXAM_FILE_FORMAT;
  readonly version: typeof EXAM_FILE_VERSION;
  /** The program that wrote it, and the version its events are of; null in files of the first version. */
  readonly madeBy: { readonly program: string; readonly v: number } | null;
  /** The store it came from, and the end of its journal then; null in files of the first version. */
  readonly store: string | null;
  readonly exportedAt: string;
  readonly anchor: { readonly n: number; readonly hash: string } | null;
  readonly streams: readonly FileStream[];
  /** Other continuations of these streams, each from the link where it leaves; its head is its name. */
  readonly branches: readonly FileStream[];
  /** The clinic's versions of the evidence its exams are read under. */
  readonly evidence: readonly EvidenceChanges[];
  readonly attachments: readonly [];
  /** By the database it comes from; left out in files of programs that signed none. */
  readonly signature?: FileSignature | undefined;
};

/** An Ed25519 signature over the file without it, keys in order; key and value in base64. */
export type FileSignature = { readonly key: string; readonly value: string };

const AGAIN = "export the exam again";

const HASH = /^[0-9a-f]{64}$/;

const hash = () =>
  withFastPath(
    string()
      .typeError("is not a hash; send 64 hexadecimal digits")
      .required("is missing; send 64 hexadecimal digits")
      .matches(HASH, "is not a hash; send 64 hexadecimal digits"),
    (value) => typeof value === "string" && HASH.test(value),
  );

const BASE64 = /^[A-Za-z0-9+/]+={0,2}$/;
const base64 = (letters: number) =>
  string()
    .typeError(`is not base64; ${AGAIN}`)
    .required(`is missing; ${AGAIN}`)
    .length(letters, phrase`is not ${letters} letters of base64; export the exam again`)
    .matches(BASE64, `is not base64; ${AGAIN}`);

const ANY = () => true;

const position = () => wholeIn(1, 1_000_000).required(`is missing; ${AGAIN}`);
/** What an event holds is asked of each by itself. */
const linkFields = () => ({
  seq: position(),
  previous: hash(),
  hash: hash(),
  event: withFastPath(mixed<object>().optional(), ANY),
});

const linksOf = <F extends ReturnType<typeof linkFields>>(fields: F) =>
  withFastPath(
    array()
      .of(withFastPath(object(fields), ANY))
      .typeError(`is not a list of events; ${AGAIN}`)
      .required(`is missing; ${AGAIN}`)
      .min(1, `holds no events; ${AGAIN}`)
      .max(MOST_EVENTS, phrase`holds more than ${MOST_EVENTS} events; that is no examination`),
    (value) => Array.isArray(value) && value.length > 0 && value.length <= MOST_EVENTS,
  );

/** The frame of the first version, as it was. */
export const firstFrame = closed({
  format: text(40, 1),
  version: wholeIn(1, 1000).required(`is missing; ${AGAIN}`),
  exam: uuid(),
  exportedAt: instant(),
  head: hash(),
  length: wholeIn(1, 100000).required(`is missing; ${AGAIN}`),
  links: linksOf(linkFields()),
  evidence: withFastPath(array().of(changesSchema).typeError(`is not a list; ${AGAIN}`).optional(), Array.isArray),
});

const MOST_STREAMS = 500;

const streams = (least: number) =>
  withFastPath(
    array()
      .of(
        closed({
          kind: oneOf(STREAM_KINDS),
          id: uuid(),
          head: hash(),
          length: position(),
          links: linksOf({
            ...linkFields(),
            receivedAt: orNone(instant().nullable(), "when it was received"),
          } as never),
        }),
      )
      .typeError(`is not a list of streams; ${AGAIN}`)
      .required(`is missing; ${AGAIN}`)
      .min(least, `holds no stream; ${AGAIN}`)
      .max(MOST_STREAMS, phrase`holds more than ${MOST_STREAMS} streams; export fewer at once`),
    (value) => Array.isArray(value) && value.length >= least && value.length <= MOST_STREAMS,
  );

export const fileFrame = closed({
  format: text(40, 1),
  version: wholeIn(2, 1000).required(`is missing; ${AGAIN}`),
  madeBy: closed({ program: text(60, 1), v: position() }).nullable(),
  store: uuid().nullable(),
  exportedAt: instant(),
  anchor: closed({ n: position(), hash: hash() }).nullable(),
  streams: streams(1),
  branches: streams(0),
  evidence: withFastPath(
    array().of(changesSchema).typeError(`is not a list; ${AGAIN}`).required(`is missing; ${AGAIN}`),
    Array.isArray,
  ),
  attachments: withFastPath(
    array()
      .max(0, "holds attachments, which this version does not read; update this program")
      .required(`is missing; ${AGAIN}`),
    (value) => Array.isArray(value) && value.length === 0,
  ),
  signature: closed({ key: base64(44), value: base64(88) })
    .optional()
    .default(undefined),
});
