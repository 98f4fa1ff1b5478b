import { portableSha256, type Sha256 } from "../base";
import type { StreamKind } from "./envelope";

/** What a line of the journal says: at this moment this stream ended so. */
export type JournalEntry = {
  readonly n: number;
  readonly at: string;
  readonly kind: StreamKind;
  readonly subject: string;
  readonly head: string;
  readonly length: number;
  /**
   * What stands beside the chain of the stream: "here", where all that is new in it
   * was received when the line was written; else a hash over when each of its events
   * was received, and which of them came from elsewhere. Null in lines of earlier
   * programs.
   */
  readonly beside?: string | null;
};

/** All that is new in a stream was recorded here, and received when its line was written. */
export const RECEIVED_HERE = "here";

/** One line of a store's journal: one for each stream that a transaction moved, chained over the whole store. */
export type JournalLine = JournalEntry & { readonly previous: string; readonly hash: string };

/** The end of a journal: a witness to everything before it, short enough to be printed. */
export type JournalEnd = { readonly n: number; readonly hash: string };

/** Before the first line. */
export const beforeJournal = (store: string, hash: Sha256 = portableSha256): JournalEnd => ({
  n: 0,
  hash: hash(`dust-lantern journal ${store}`),
});

/** The fields stand in the order of canonical JSON, and are words and numbers: its text is the platform's own. */
const lineHash = (
  previous: string,
  { at, beside = null, head, kind, length, n, subject }: JournalEntry,
  hash: Sha256,
): string =>
  hash(
    `${previous}\n${JSON.stringify({ at, ...(beside === null ? {} : { beside }), head, kind, length, n, subject })}`,
  );

/**
 * The next line of a journal.
 *
 * @example nextLine(beforeJournal(store), { at: "2026-03-02T10:00:00Z", kind: "exam", subject: exam, head: head.head, length: 1 }).n // 1
 */
export function nextLine(
  end: JournalEnd,
  { at, kind, subject, head, length, beside = null }: Omit<JournalEntry, "n">,
  hash: Sha256 = portableSha256,
): JournalLine {
  const entry: JournalEntry = { n: end.n + 1, at, kind, subject, head, length, beside };
  return {
    n: entry.n,
    at,
    kind,
    subject,
    head,
    length,
    beside,
    previous: end.hash,
    hash: lineHash(end.hash, entry, hash),
  };
}

/** What is wrong with a journal, line by line. */
export type JournalFault = { readonly n: number; readonly message: string };

/**
 * Every fault of a journal's own chain. Whether it agrees with the streams is
 * for the store to say.
 *
 * @param lines in the order of their numbers
 * @example verifyJournal(store, []) // []
 */
export function verifyJournal(
  store: string,
  lines: readonly JournalLine[],
  hash: Sha256 = portableSha256,
): JournalFault[] {
  const faults: JournalFault[] = [];
  let end = beforeJournal(store, hash);
  for (const line of lines) {
    if (line.n !== end.n + 1)
      faults.push({ n: line.n, message: `Line ${line.n} of the journal follows line ${end.n}: lines are missing.` });
    if (line.previous !== end.hash)
      faults.push({ n: line.n, message: `Line ${line.n} of the journal does not follow the line before it.` });
    if (lineHash(line.previous, line, hash) !== line.hash)
      faults.push({ n: line.n, message: `Line ${line.n} of the journal was changed after it was written.` });
    end = { n: line.n, hash: line.hash };
  }
  return faults;
}

const ANCHOR_DIGITS = 16;
const ANCHOR = /^(\d{1,12})[·.:-]([0-9a-f]{16})$/;

/**
 * The end of a journal as it is printed: its number and the first 16 digits.
 *
 * @example anchorText({ n: 41, hash: "9f".repeat(32) }) // "41·9f9f9f9f9f9f9f9f"
 */
export const anchorText = ({ n, hash }: JournalEnd): string => `${n}·${hash.slice(0, ANCHOR_DIGITS)}`;

/**
 * An anchor as it was printed; a dot, colon or dash does for the middle dot. Null when it is none.
 *
 * @example readAnchor("41.9f9f9f9f9f9f9f9f") // { n: 41, digits: "9f9f9f9f9f9f9f9f" }
 */
export function readAnchor(text: string): { readonly n: number; readonly digits: string } | null {
  const parts = ANCHOR.exec(text.trim().toLowerCase());
  return parts ? { n: Number(parts[1]), digits: parts[2]! } : null;
}
