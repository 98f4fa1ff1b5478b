import type { RecordedEvent } from "@/core/record";
import type { Receipt, RecordEnd } from "@/wire/exam-events";
import type { Answering } from "@/wire/refusals";
import { MOST_EVENTS_AT_ONCE } from "@/wire/exam-routes";
import { BODY_LIMIT } from "@/wire/route";
import type { OutboxEntry, Refused } from "./outbox";
import type { Transport } from "./transport";

/** What is sent at once stays well under what a route reads. */
const MOST_BYTES = Math.round(BODY_LIMIT * 0.75);
const MOST_EVENTS = MOST_EVENTS_AT_ONCE / 2;

/** What came of a batch: a receipt for each event up to where it stopped, and why it stopped there. */
export type Delivered = {
  readonly receipts: readonly Receipt[];
  /** The record's end after the last that was taken; null when nothing was answered. */
  readonly end: RecordEnd | null;
  readonly stopped: { readonly refusal: Answering; readonly why: string } | null;
};

const bytesOf = (event: RecordedEvent): number => new TextEncoder().encode(JSON.stringify(event)).byteLength;

/**
 * The first of what waits that go together: so many, and so much, as a route
 * reads at once. One that is larger by itself goes alone.
 */
export function firstBatch(entries: readonly OutboxEntry[]): readonly OutboxEntry[] {
  let bytes = 0;
  const end = entries.findIndex((entry, index) => {
    bytes += bytesOf(entry.event);
    return index > 0 && (index >= MOST_EVENTS || bytes > MOST_BYTES);
  });
  return end < 0 ? entries : entries.slice(0, end);
}

const refusedReceipt = ({ id }: RecordedEvent, why: string): Receipt => ({
  id,
  result: "refused",
  why,
  refusal: "never",
  problems: [],
});

/** Refusals that are about what was sent, not about who sends or when: a part of it may still be taken. */
const ABOUT_THE_CONTENT: ReadonlySet<Answering> = new Set(["split", "never"]);

/**
 * Sends a batch. One that is refused as a whole is sent in halves, down to the
 * event that is at fault: it never holds up the rest.
 */
export async function deliver(
  transport: Transport,
  exam: string,
  events: readonly RecordedEvent[],
): Promise<Delivered> {
  const sent = await transport.send(exam, events);
  if (sent.kind === "answered")
    return { receipts: sent.receipts, end: { head: sent.head, anchor: sent.anchor }, stopped: null };
  const { refusal, why } = sent;
  if (!ABOUT_THE_CONTENT.has(refusal)) return { receipts: [], end: null, stopped: { refusal, why } };
  if (events.length === 1) return { receipts: [refusedReceipt(events[0]!, why)], end: null, stopped: null };
  const half = Math.ceil(events.length / 2);
  const first = await deliver(transport, exam, events.slice(0, half));
  if (first.stopped) return first;
  const second = await deliver(transport, exam, events.slice(half));
  return {
    receipts: [...first.receipts, ...second.receipts],
    end: second.end ?? first.end,
    stopped: second.stopped,
  };
}

/** The ids of what the server has by now. */
export const takenOf = (receipts: readonly Receipt[]): ReadonlySet<string> =>
  new Set(receipts.filter(({ result }) => result !== "refused").map(({ id }) => id));

/** What is refused of a batch, by its place in the outbox. */
export function refusedOf(batch: readonly OutboxEntry[], receipts: readonly Receipt[]): Map<number, Refused> {
  const why = new Map(
    receipts
      .filter(({ result }) => result === "refused")
      .map((receipt) => [receipt.id, { why: receipt.why ?? "refused", refusal: receipt.refusal }] as const),
  );
  return new Map(
    batch.flatMap(({ order, event }) => {
      const refused = why.get(event.id);
      return refused ? [[order, refused] as const] : [];
    }),
  );
}
