import { deliver, firstBatch, refusedOf, takenOf } from "./deliver";
import { isOfCourse, type Outbox, type OutboxEntry } from "./outbox";
import type { Transport } from "./transport";

/** What of one exam is still in this browser. */
export type Waiting = {
  readonly exam: string;
  readonly isCourse: boolean;
  readonly waiting: number;
  readonly refused: number;
  /** Why those that the server would not take were refused, each reason once. */
  readonly refusedFor: readonly string[];
  /** Why it has to wait for somebody; null where it is sent by itself as soon as it can be. */
  readonly why: string | null;
};

export type Courier = {
  subscribe: (listener: () => void) => () => void;
  snapshot: () => readonly Waiting[];
  /** Looks what waits, and sends what no open screen sends. */
  round: () => Promise<void>;
  /** A screen that is open sends its own exam's; called again when it closes. */
  leave: (exam: string) => () => void;
  /** What was refused of a record is sent again, as if it had not been. */
  offerAgain: (exam: string) => Promise<void>;
  /** What was refused of a record is given up: it is gone from this browser, and nowhere else. */
  discard: (exam: string) => Promise<void>;
};

const NOTHING: readonly Waiting[] = [];

const isSame = (one: readonly Waiting[], other: readonly Waiting[]): boolean =>
  JSON.stringify(one) === JSON.stringify(other);

/** What waits, by examination or course. */
function waitingIn(entries: readonly OutboxEntry[], reasons: ReadonlyMap<string, string>): readonly Waiting[] {
  const exams = [...new Set(entries.map(({ exam }) => exam))];
  return exams.map((exam): Waiting => {
    const own = entries.filter((entry) => entry.exam === exam);
    const reasonsOf = own.flatMap((entry) => (entry.refused === null ? [] : [entry.refused]));
    const refused = reasonsOf.length;
    return {
      exam,
      isCourse: own.some(({ event }) => isOfCourse(event)),
      waiting: own.length - refused,
      refused,
      refusedFor: [...new Set(reasonsOf)],
      why: reasons.get(exam) ?? null,
    };
  });
}

/**
 * Sends what waits in this browser, whatever screen is open: an examination that
 * was left, or tapped offline before the tab was closed, needs nobody to open it
 * again.
 */
export function createCourier(
  outbox: Outbox,
  transport: Transport,
  /** Why an event waits for somebody, whoever is here; null: it may go. */
  waitsFor: (event: OutboxEntry["event"]) => string | null = () => null,
): Courier {
  const listeners = new Set<() => void>();
  const openHere = new Map<string, number>();
  const reasons = new Map<string, string>();
  let current = NOTHING;
  let going: Promise<void> | null = null;

  const show = (entries: readonly OutboxEntry[]): void => {
    const next = waitingIn(entries, reasons);
    if (isSame(next, current)) return;
    current = next;
    listeners.forEach((listener) => listener());
  };

  /** Sends one exam's, batch by batch, until none is left or the rest has to wait. */
  const send = async (exam: string): Promise<void> => {
    for (;;) {
      const own = (await outbox.forExam(exam)).filter(({ refused }) => refused === null);
      const batch = firstBatch(own.filter(({ event }) => waitsFor(event) === null));
      if (batch.length === 0 || openHere.has(exam)) {
        const why = own[0] ? waitsFor(own[0].event) : null;
        if (why) reasons.set(exam, why);
        return;
      }
      const { receipts, stopped } = await deliver(
        transport,
        exam,
        batch.map(({ event }) => event),
      );
      const taken = takenOf(receipts);
      await outbox.refuse(refusedOf(batch, receipts));
      await outbox.remove(batch.filter(({ event }) => taken.has(event.id)).map(({ order }) => order));
      reasons.delete(exam);
      if (stopped && stopped.refusal !== "again") reasons.set(exam, stopped.why);
      if (stopped) return;
    }
  };

  const once = async (): Promise<void> => {
    const entries = await outbox.all();
    show(entries);
    const exams = new Set(entries.filter(({ refused }) => refused === null).map(({ exam }) => exam));
    for (const exam of exams) if (!openHere.has(exam)) await send(exam);
    if (exams.size > 0) show(await outbox.all());
  };

  const round = (): Promise<void> =>
    (going ??= once()
      .catch(() => {})
      .finally(() => (going = null)));
  const refusedOrders = async (exam: string): Promise<number[]> =>
    (await outbox.forExam(exam)).flatMap(({ order, refused }) => (refused === null ? [] : [order]));

  return {
    subscribe: (listener) => {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    snapshot: () => current,
    /** A browser that keeps nothing has nothing to send. */
    round,
    offerAgain: async (exam) => {
      await outbox.offerAgain(await refusedOrders(exam));
      await round();
    },
    discard: async (exam) => {
      await outbox.remove(await refusedOrders(exam));
      await round();
    },
    leave: (exam) => {
      openHere.set(exam, (openHere.get(exam) ?? 0) + 1);
      return () => {
        const left = (openHere.get(exam) ?? 1) - 1;
        if (left > 0) openHere.set(exam, left);
        else openHere.delete(exam);
      };
    },
  };
}
