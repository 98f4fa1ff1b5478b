import {
  type ChainFault,
  type Payload,
  RECEIVED_HERE,
  remembered,
  SIGNATURES,
  type StoredLink,
  type StreamEvent,
  type StreamKind,
} from "@/core";
import type { Store } from "../store/store";
import { besideHash, eventsOf, storeIdOf } from "./streams";

/** What stands beside the chains and is bound to them: times of receipt, what came from elsewhere, what waits. */

/** A stream of the store, by kind and id. */
export type StreamName = { readonly kind: StreamKind; readonly id: string };

export type StoredRow = StoredLink & { readonly id: string; readonly type: string };

export const fault = (kind: ChainFault["kind"], message: string, seq = 0, event: string | null = null): ChainFault => ({
  kind,
  seq,
  event,
  message,
});

type SeenLine = { readonly at: string; readonly length: number; readonly beside: string | null };
type Settled = { readonly settled: number; readonly own: string | null };

const statements = remembered(({ sqlite }: Store) => ({
  seen: sqlite.prepare<[string, string], SeenLine>(
    "SELECT at, length, beside FROM journal WHERE kind = ? AND subject = ? ORDER BY n",
  ),
  settled: sqlite.prepare<[string, string], Settled>("SELECT settled, own FROM streams WHERE kind = ? AND stream = ?"),
  awaiting: sqlite.prepare<[string], { readonly by: string; readonly head: string }>(
    "SELECT by, head FROM awaiting WHERE exam = ?",
  ),
}));

/**
 * When events were received, and which came from elsewhere, has to be what the
 * journal saw. What was there before the journal said so cannot be checked.
 */
export function besideFaults(store: Store, { kind, id }: StreamName, rows: readonly StoredRow[]): ChainFault[] {
  const ask = statements(store);
  const lines = ask.seen.all(kind, id);
  const marks = ask.settled.get(kind, id);
  if (!marks || lines.some(({ length }) => length > rows.length)) return [];
  const from = lines.findLastIndex(({ beside }) => beside !== RECEIVED_HERE);
  const last = lines[from];
  const late = (line: SeenLine, index: number): readonly StoredRow[] =>
    rows.slice(lines[index - 1]?.length ?? 0, line.length).filter(({ receivedAt }) => receivedAt !== line.at);
  const moved = lines.flatMap((line, index) => (index > from ? late(line, index) : []));
  const isOther =
    last === undefined
      ? marks.settled !== 0 || marks.own !== null
      : last.beside !== null && besideHash(rows.slice(0, last.length), marks) !== last.beside;
  return [
    ...moved.map(({ seq, id: event }) =>
      fault("row", `Event ${seq} (${event}) is kept with another time of receipt than the journal saw.`, seq, event),
    ),
    ...(isOther
      ? [
          fault(
            "row",
            "When its events were received, or which of them came from elsewhere, is not what the journal saw.",
          ),
        ]
      : []),
  ];
}

/** Who was a trainee at a moment, as the clinic's record says. */
function wasTrainee(events: readonly StreamEvent[], practitioner: string, at: string): boolean {
  const set = events.findLast(
    ({ type, at: said, body }) =>
      type === "member-set" && said <= at && (body as { practitioner?: unknown }).practitioner === practitioner,
  );
  return (set?.body as { role?: unknown } | undefined)?.role === "trainee";
}

/** A record that a trainee signed here waits for its countersignature, until it has it; no other does. */
export function awaitingFaults(
  store: Store,
  exam: string,
  rows: readonly StoredRow[],
  payloads: readonly Payload[],
): ChainFault[] {
  const row = statements(store).awaiting.get(exam);
  const clinic = eventsOf<StreamEvent>(store, "clinic", storeIdOf(store));
  const settled = statements(store).settled.get("exam", exam)?.settled ?? 0;
  const last = payloads.findLastIndex(({ type }) => SIGNATURES.has(type as never));
  const signature = rows[last];
  const actor = (payloads[last] as { actor?: { id?: string } } | undefined)?.actor?.id ?? "";
  const isTrainees =
    signature !== undefined && signature.seq > settled && wasTrainee(clinic, actor, signature.receivedAt);
  const isLookedAt = clinic.some(
    ({ type, at, body }) =>
      (type === "record-countersigned" || type === "record-returned") &&
      (body as { exam?: unknown }).exam === exam &&
      at >= (signature?.receivedAt ?? ""),
  );
  const shouldWait = isTrainees && !isLookedAt;
  if (shouldWait && !row)
    return [fault("row", "A trainee signed it, and it is missing from the list of what is to be countersigned.")];
  if (!shouldWait && row)
    return [fault("row", "It stands on the list of what is to be countersigned, and no trainee's signature waits.")];
  return row && (row.by !== actor || row.head !== signature!.hash)
    ? [fault("row", "The list of what is to be countersigned names another signature than its own.")]
    : [];
}
