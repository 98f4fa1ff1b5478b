import { assertAdmitted } from "@/core/admission";
import {
  type Actor,
  type ChainHead,
  type EventDraft,
  type ExamEvent,
  type ExamState,
  fold,
  lastTap,
  parseEvent,
} from "@/core/record";
import type { Outbox, OutboxEntry } from "./outbox";
import type { Transport } from "./transport";

/** Events to take, or how to make them of the state as it is when their turn comes: taps may follow faster than screens. */
export type Drafts = readonly EventDraft[] | ((state: ExamState) => readonly EventDraft[]);

/** Where this device's taps are: all with the server, on their way, waiting, or some refused. */
export type Sync = {
  readonly state: "saved" | "sending" | "waiting" | "refused";
  readonly waiting: number;
  readonly refused: readonly OutboxEntry[];
  readonly why: string | null;
};

export type Snapshot = {
  /** The server's events in its order, then this device's in theirs. */
  readonly events: readonly ExamEvent[];
  readonly head: ChainHead;
  readonly sync: Sync;
};

export type ExamClient = {
  subscribe: (listener: () => void) => () => void;
  snapshot: () => Snapshot;
  /** Takes one tap: checked, durable in the outbox, then shown. Throws `InputError` or `OutboxError`. */
  append: (drafts: Drafts, amendment?: string) => Promise<ExamEvent[]>;
  undo: (amendment?: string) => Promise<boolean>;
  /** Reads the outbox and asks the server for news; called at start, by timers and by other tabs. */
  refresh: () => Promise<void>;
  /** Gives up a refused event on this device. */
  discard: (order: number) => Promise<void>;
  close: () => void;
};

export type ExamClientOptions = {
  readonly exam: string;
  readonly initial: { readonly events: readonly ExamEvent[]; readonly head: ChainHead };
  readonly actor: () => Actor;
  readonly device: string;
  readonly outbox: Outbox;
  readonly transport: Transport;
  readonly newId: () => string;
  readonly now: () => Date;
  /** Tells other tabs of this browser that something changed. */
  readonly announce?: () => void;
  readonly setTimer?: (work: () => void, ms: number) => () => void;
};

const BATCH = 100;
const FIRST_RETRY_MS = 400;
const LAST_RETRY_MS = 6000;

const realTimer = (work: () => void, ms: number) => {
  const timer = setTimeout(work, ms);
  return () => clearTimeout(timer);
};

/** Sending changes where an event is kept, not the record: what shows the record need not draw again. */
const isSameRecord = (events: readonly ExamEvent[], shown: readonly ExamEvent[]): boolean =>
  events.length === shown.length && events.every(({ id }, index) => id === shown[index]!.id);

/** One exam as this device sees it: the server's events, its own outbox, and the traffic between them. */
export function createExamClient(options: ExamClientOptions): ExamClient {
  const { exam, outbox, transport, device, newId, now, actor, announce = () => {}, setTimer = realTimer } = options;
  const listeners = new Set<() => void>();
  let stored = [...options.initial.events];
  let storedIds = new Set(stored.map(({ id }) => id));
  let head = options.initial.head;
  let entries: OutboxEntry[] = [];
  let why: string | null = null;
  let isSending = false;
  let retryMs = FIRST_RETRY_MS;
  let cancelRetry = () => {};
  let isClosed = false;
  let lastInstant = 0;
  let isOutboxRead = false;
  let queue: Promise<unknown> = Promise.resolve();

  const pending = () => entries.filter((entry) => entry.refused === null && !storedIds.has(entry.event.id));
  let shown = options.initial.events;
  const build = (): Snapshot => {
    const waiting = pending();
    const refused = entries.filter((entry) => entry.refused !== null);
    const state = refused.length
      ? "refused"
      : waiting.length === 0 && isOutboxRead
        ? "saved"
        : why === null
          ? "sending"
          : "waiting";
    const events = [...stored, ...waiting.map(({ event }) => event)];
    return {
      events: isSameRecord(events, shown) ? shown : events,
      head,
      sync: { state, waiting: waiting.length, refused, why },
    };
  };
  let current = build();
  const publish = () => {
    current = build();
    shown = current.events;
    listeners.forEach((listener) => listener());
  };

  /** Appends run one after another, so that what is checked is what is there. */
  const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
    const turn = queue.then(work, work);
    queue = turn.catch(() => {});
    return turn;
  };

  const takeFromServer = (events: readonly ExamEvent[], newHead: ChainHead) => {
    const fresh = events.filter(({ id }) => !storedIds.has(id));
    stored = [...stored, ...fresh];
    storedIds = new Set([...storedIds, ...fresh.map(({ id }) => id)]);
    head = newHead;
  };

  /** Removes what the server has from the outbox; its own copy is the record now. */
  const clearStored = async () => {
    const done = entries.filter((entry) => storedIds.has(entry.event.id));
    entries = entries.filter((entry) => !storedIds.has(entry.event.id));
    if (done.length) await outbox.remove(done.map(({ order }) => order)).catch(() => {});
  };

  const catchUp = async () => {
    const news = await transport.fetchAfter(exam, stored.length);
    if (news) takeFromServer(news.events, news.head);
    return news !== null;
  };

  const refuseAll = async (refusals: ReadonlyMap<number, string>) => {
    entries = entries.map((entry) => ({ ...entry, refused: refusals.get(entry.order) ?? entry.refused }));
    await outbox.refuse(refusals).catch(() => {});
  };

  const retryLater = (reason: string) => {
    why = reason;
    cancelRetry();
    cancelRetry = setTimer(() => void send(), retryMs);
    retryMs = Math.min(retryMs * 2, LAST_RETRY_MS);
  };

  /** True when everything sent was answered and more can be sent. */
  const sendBatch = async (batch: readonly OutboxEntry[]): Promise<boolean> => {
    const sent = await transport.send(
      exam,
      batch.map(({ event }) => event),
    );
    if (sent.kind === "try again") {
      retryLater(sent.why);
      return false;
    }
    const whyOf = new Map(
      sent.kind === "answered"
        ? sent.receipts
            .filter(({ result }) => result === "refused")
            .map((receipt) => [receipt.id, receipt.why ?? "refused"])
        : batch.map(({ event }) => [event.id, sent.why]),
    );
    await refuseAll(
      new Map(
        batch.flatMap(({ order, event }) => (whyOf.has(event.id) ? [[order, whyOf.get(event.id)!] as const] : [])),
      ),
    );
    if (sent.kind === "answered") {
      const accepted = batch.filter(({ event }) => !whyOf.has(event.id)).map(({ event }) => event);
      const fresh = accepted.filter(({ id }) => !storedIds.has(id));
      if (sent.head.length === stored.length + fresh.length) takeFromServer(fresh, sent.head);
      else if (!(await catchUp())) {
        retryLater("The server cannot be reached.");
        return false;
      }
    }
    await clearStored();
    why = null;
    retryMs = FIRST_RETRY_MS;
    return true;
  };

  const send = async (): Promise<void> => {
    if (isSending || isClosed) return;
    isSending = true;
    cancelRetry();
    try {
      let batch = pending().slice(0, BATCH);
      while (batch.length && !isClosed && (await sendBatch(batch))) {
        publish();
        batch = pending().slice(0, BATCH);
      }
    } finally {
      isSending = false;
      publish();
      announce();
    }
  };

  /** Instants never repeat between taps on one device, since a tap's events are known by theirs. */
  const nextInstant = (): string => {
    lastInstant = Math.max(now().getTime(), lastInstant + 1);
    return new Date(lastInstant).toISOString();
  };

  const take = async (wanted: Drafts, amendment?: string): Promise<ExamEvent[]> => {
    const at = nextInstant();
    const before = [...current.events];
    const drafts = typeof wanted === "function" ? wanted(fold(before)) : wanted;
    if (drafts.length === 0) return [];
    const events = drafts.map((draft): ExamEvent => {
      const event = parseEvent(
        { id: newId(), exam, at, actor: actor(), device, ...draft, ...(amendment ? { amendment } : {}) },
        "this entry",
      );
      assertAdmitted(fold(before), event, "this entry");
      before.push(event);
      return event;
    });
    entries = [...entries, ...(await outbox.add(events))];
    publish();
    void send();
    return events;
  };

  const undo = async (amendment?: string): Promise<boolean> => {
    const { retracted } = fold(current.events);
    const taps = lastTap(current.events, retracted, device);
    if (taps.length === 0) return false;
    await take(
      taps.map(({ id }) => ({ type: "event-retracted", body: { event: id, reason: "undo" } })),
      amendment,
    );
    return true;
  };

  const refresh = async () => {
    const kept = await outbox.forExam(exam).catch(() => null);
    if (kept) entries = kept;
    isOutboxRead = true;
    await catchUp();
    await clearStored();
    publish();
    if (pending().length) await send();
  };

  return {
    subscribe: (listener) => {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    snapshot: () => current,
    append: (drafts, amendment) => inTurn(() => take(drafts, amendment)),
    undo: (amendment) => inTurn(() => undo(amendment)),
    refresh: () => inTurn(refresh),
    discard: (order) =>
      inTurn(async () => {
        await outbox.remove([order]);
        entries = entries.filter((entry) => entry.order !== order);
        publish();
      }),
    close: () => {
      isClosed = true;
      cancelRetry();
    },
  };
}
