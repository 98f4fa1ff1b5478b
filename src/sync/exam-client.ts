import { appendTap } from "@/core/admission";
import { InputError } from "@/core/base";
import {
  type Channel,
  type Actor,
  append,
  type ChainHead,
  type EventDraft,
  type ExamEvent,
  type ExamState,
  type History,
  lastTap,
  type RecordedEvent,
  type TakenFrom,
} from "@/core/record";
import type { Outbox, OutboxEntry } from "./outbox";
import { deliver, firstBatch, refusedOf, takenOf } from "./deliver";
import type { Answering } from "@/wire/refusals";
import type { Transport } from "./transport";

/** Events to take, or how to make them of the state as it is when their turn comes: taps may follow faster than screens. */
export type Drafts = readonly EventDraft[] | ((state: ExamState) => readonly EventDraft[]);

/** What a tap says besides: why it changes a signed record, where it was taken over from, by which channel it came. */
export type TapOptions = {
  readonly amendment?: string | undefined;
  readonly origin?: TakenFrom | undefined;
  readonly channel?: Channel | undefined;
};

/** Where this device's taps are: all with the server, on their way, waiting, or some refused. */
export type Sync = {
  readonly state: "saved" | "sending" | "waiting" | "refused";
  readonly waiting: number;
  readonly refused: readonly OutboxEntry[];
  readonly why: string | null;
};

export type Snapshot = {
  /** The server's events in its order, then this device's in theirs, and what they add up to. */
  readonly history: History;
  readonly head: ChainHead;
  /** The end of the store's journal, as it is printed. */
  readonly anchor: string;
  readonly sync: Sync;
};

export type ExamClient = {
  subscribe: (listener: () => void) => () => void;
  snapshot: () => Snapshot;
  /** Takes one tap: checked, durable in the outbox, then shown. Throws `InputError` or `OutboxError`. */
  append: (drafts: Drafts, options?: TapOptions) => Promise<ExamEvent[]>;
  undo: (amendment?: string) => Promise<boolean>;
  /** Reads the outbox and asks the server for news; called at start, by timers and by other tabs. */
  refresh: () => Promise<void>;
  /** Makes an amendment of what was refused because the record was signed meanwhile. */
  keepAsAmendment: (order: number, reason: string) => Promise<void>;
  /** Offers what was refused again: what it needed may be there by now. */
  offerAgain: () => Promise<void>;
  /** Gives up a refused event on this device. */
  discard: (order: number) => Promise<void>;
  close: () => void;
};

export type ExamClientOptions = {
  readonly exam: string;
  readonly initial: { readonly history: History; readonly head: ChainHead; readonly anchor: string };
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

const FIRST_RETRY_MS = 400;
const LAST_RETRY_MS = 6000;

const realTimer = (work: () => void, ms: number) => {
  const timer = setTimeout(work, ms);
  return () => clearTimeout(timer);
};

const beginsWith = (events: readonly RecordedEvent[], first: readonly RecordedEvent[]): boolean =>
  first.length <= events.length && first.every(({ id }, index) => id === events[index]!.id);

/**
 * The history of the server's events and then of those that wait here. Where it
 * goes on from what is shown, it is made of that: sending changes where an event
 * is kept, not the record, and what shows the record need not draw again.
 */
function historyFrom(shown: History, stored: History, waiting: readonly RecordedEvent[]): History {
  const events = [...stored.events, ...waiting];
  return beginsWith(events, shown.events) ? append(shown, events.slice(shown.events.length)) : append(stored, waiting);
}

/** One exam as this device sees it: the server's events, its own outbox, and the traffic between them. */
export const createExamClient = (options: ExamClientOptions): ExamClient => new OneExam(options);

class OneExam implements ExamClient {
  private readonly listeners = new Set<() => void>();
  /** What the server has. */
  private stored: History;
  /** The same, with what waits here. */
  private shown: History;
  private head: ChainHead;
  private anchor: string;
  private entries: OutboxEntry[] = [];
  private why: string | null = null;
  private isSending = false;
  private retryMs = FIRST_RETRY_MS;
  private cancelRetry = () => {};
  private isClosed = false;
  private lastInstant = 0;
  private isOutboxRead = false;
  /** Taps that are being checked or written, and are shown by nothing yet. */
  private taking = 0;
  private queue: Promise<unknown> = Promise.resolve();
  private current: Snapshot;

  constructor(private readonly options: ExamClientOptions) {
    this.stored = options.initial.history;
    this.shown = this.stored;
    this.head = options.initial.head;
    this.anchor = options.initial.anchor;
    this.current = this.build();
  }

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };

  snapshot = (): Snapshot => this.current;

  append = (drafts: Drafts, { amendment, origin, channel }: TapOptions = {}): Promise<ExamEvent[]> =>
    this.asTap(() => this.take(drafts, { amendment, origin, channel }));

  undo = (amendment?: string): Promise<boolean> =>
    this.asTap(async () => {
      const { events, state } = this.current.history;
      const taps = lastTap(events, state.retracted, this.options.device);
      if (taps.length === 0) return false;
      await this.take(
        taps.map(({ id }) => ({ type: "event-retracted", body: { event: id, reason: "undo" } })),
        { amendment },
      );
      return true;
    });

  refresh = (): Promise<void> =>
    this.inTurn(async () => {
      const waiting = await this.options.outbox.forExam(this.options.exam).catch(() => null);
      if (waiting) this.entries = waiting;
      this.isOutboxRead = true;
      await this.catchUp();
      await this.clearStored();
      this.publish();
      if (this.pending().length) await this.send();
    });

  keepAsAmendment = (order: number, reason: string): Promise<void> =>
    this.inTurn(async () => {
      const entry = this.entries.find((candidate) => candidate.order === order);
      if (!entry) return;
      await this.take([{ type: entry.event.type, body: entry.event.body } as EventDraft], { amendment: reason });
      await this.giveUp(order);
    });

  offerAgain = (): Promise<void> =>
    this.inTurn(async () => {
      const orders = this.entries.filter(({ refused }) => refused !== null).map(({ order }) => order);
      await this.options.outbox.offerAgain(orders);
      this.entries = this.entries.map((entry) => ({ ...entry, refused: null, refusal: null }));
      this.publish();
      void this.send();
    });

  discard = (order: number): Promise<void> => this.inTurn(() => this.giveUp(order));

  private async giveUp(order: number): Promise<void> {
    await this.options.outbox.remove([order]);
    this.entries = this.entries.filter((entry) => entry.order !== order);
    this.publish();
  }

  close = (): void => {
    this.isClosed = true;
    this.cancelRetry();
  };

  private isStored({ id }: RecordedEvent): boolean {
    return this.stored.state.known.has(id);
  }

  private pending(): OutboxEntry[] {
    return this.entries.filter((entry) => entry.refused === null && !this.isStored(entry.event));
  }

  private syncState(waiting: number, refused: number): Sync["state"] {
    if (refused) return "refused";
    if (waiting === 0 && this.taking === 0 && this.isOutboxRead) return "saved";
    return this.why === null ? "sending" : "waiting";
  }

  private build(): Snapshot {
    const waiting = this.pending();
    const refused = this.entries.filter((entry) => entry.refused !== null);
    this.shown = historyFrom(
      this.shown,
      this.stored,
      waiting.map(({ event }) => event),
    );
    return {
      history: this.shown,
      head: this.head,
      anchor: this.anchor,
      sync: {
        state: this.syncState(waiting.length, refused.length),
        waiting: waiting.length,
        refused,
        why: this.why,
      },
    };
  }

  private publish(): void {
    this.current = this.build();
    this.listeners.forEach((listener) => listener());
  }

  /** Appends run one after another, so that what is checked is what is there. */
  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const turn = this.queue.then(work, work);
    this.queue = turn.catch(() => {});
    return turn;
  }

  /** From the press on, nothing calls itself saved until the tap is kept and shown. */
  private asTap<T>(work: () => Promise<T>): Promise<T> {
    this.countTaking(1);
    return this.inTurn(() => work().finally(() => this.countTaking(-1)));
  }

  /** Tells of nothing else: what is being put away meanwhile is shown when it is. */
  private countTaking(change: 1 | -1): void {
    this.taking += change;
    const { sync } = this.current;
    const state = this.syncState(sync.waiting, sync.refused.length);
    if (state === sync.state) return;
    this.current = { ...this.current, sync: { ...sync, state } };
    this.listeners.forEach((listener) => listener());
  }

  private takeFromServer(events: readonly RecordedEvent[], head: ChainHead, anchor: string): void {
    this.stored = historyFrom(
      this.shown,
      this.stored,
      events.filter((event) => !this.isStored(event)),
    );
    this.head = head;
    this.anchor = anchor;
  }

  /** Removes what the server has from the outbox; its own copy is the record now. */
  private async clearStored(): Promise<void> {
    const done = this.entries.filter(({ event }) => this.isStored(event));
    this.entries = this.entries.filter(({ event }) => !this.isStored(event));
    if (done.length) await this.options.outbox.remove(done.map(({ order }) => order)).catch(() => {});
  }

  private async catchUp(): Promise<boolean> {
    const news = await this.options.transport.fetchAfter(this.options.exam, this.stored.events.length);
    if (news) this.takeFromServer(news.events, news.head, news.anchor);
    return news !== null;
  }

  private async refuseAll(refusals: ReturnType<typeof refusedOf>): Promise<void> {
    if (refusals.size === 0) return;
    this.entries = this.entries.map((entry) => {
      const refused = refusals.get(entry.order);
      return refused ? { ...entry, refused: refused.why, refusal: refused.refusal } : entry;
    });
    await this.options.outbox.refuse(refusals).catch(() => {});
  }

  private retryLater(reason: string): void {
    const { setTimer = realTimer } = this.options;
    this.why = reason;
    this.cancelRetry();
    this.cancelRetry = setTimer(() => void this.send(), this.retryMs);
    this.retryMs = Math.min(this.retryMs * 2, LAST_RETRY_MS);
  }

  /** Only what could not be looked at is tried again by itself; the rest waits for somebody to do something. */
  private stopAt({ refusal, why }: { readonly refusal: Answering; readonly why: string }): void {
    if (refusal === "again") return this.retryLater(why);
    this.why = why;
    this.cancelRetry();
  }

  /** True when everything sent was answered and more can be sent. */
  private async sendBatch(batch: readonly OutboxEntry[]): Promise<boolean> {
    const events = batch.map(({ event }) => event);
    const { receipts, end, stopped } = await deliver(this.options.transport, this.options.exam, events);
    await this.refuseAll(refusedOf(batch, receipts));
    const taken = takenOf(receipts);
    const accepted = events.filter(({ id }) => taken.has(id));
    if (end && !(await this.isUpTo(end, accepted))) {
      this.retryLater("The server cannot be reached.");
      return false;
    }
    await this.clearStored();
    if (stopped) {
      this.stopAt(stopped);
      return false;
    }
    this.why = null;
    this.retryMs = FIRST_RETRY_MS;
    return true;
  }

  /** Takes over what the server accepted; where it holds more than that, the rest is fetched. */
  private async isUpTo(
    { head, anchor }: { readonly head: ChainHead; readonly anchor: string },
    accepted: readonly RecordedEvent[],
  ): Promise<boolean> {
    const fresh = accepted.filter((event) => !this.isStored(event));
    if (head.length !== this.stored.events.length + fresh.length) return this.catchUp();
    this.takeFromServer(fresh, head, anchor);
    return true;
  }

  private async send(): Promise<void> {
    if (this.isSending || this.isClosed) return;
    this.isSending = true;
    this.cancelRetry();
    try {
      let batch = firstBatch(this.pending());
      while (batch.length && !this.isClosed && (await this.sendBatch(batch))) {
        this.publish();
        batch = firstBatch(this.pending());
      }
    } finally {
      this.isSending = false;
      this.publish();
      this.options.announce?.();
    }
  }

  /** Instants never repeat between taps on one device, since a tap's events are known by theirs. */
  private nextInstant(): string {
    this.lastInstant = Math.max(this.options.now().getTime(), this.lastInstant + 1);
    return new Date(this.lastInstant).toISOString();
  }

  private async take(wanted: Drafts, { amendment, origin, channel }: TapOptions): Promise<ExamEvent[]> {
    const { history, head } = this.current;
    const { actor, device, newId, outbox } = this.options;
    const drafts = typeof wanted === "function" ? wanted(history.state) : wanted;
    if (drafts.length === 0) return [];
    /** The end of what is shown: news may have come that nobody has seen yet. */
    const base = { seq: head.length, head: head.head };
    const taken = appendTap(history, drafts, {
      at: this.nextInstant(),
      actor: actor(),
      device,
      newId,
      base,
      channel,
      origin,
      amendment,
    });
    if (taken instanceof InputError) throw taken;
    const events = [...taken.events];
    this.entries = [...this.entries, ...(await outbox.add(events))];
    this.publish();
    void this.send();
    return events;
  }
}
