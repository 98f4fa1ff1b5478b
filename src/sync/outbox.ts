import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { RefusalClass } from "@/core/admission";
import type { RecordedEvent } from "@/core/record";
import { reopening } from "./reopening";
import { sealHere } from "./seal";
import { type Sealed, sealed, unsealed } from "./sealing";

/** An event on this device that the server has not confirmed yet. */
export type OutboxEntry = {
  readonly order: number;
  /** The id of the examination, or of the course, that it is of. */
  readonly exam: string;
  readonly event: RecordedEvent;
  /** Why the server would not take it; null while it may still be sent. */
  readonly refused: string | null;
  /** What may become of it when it was refused; left out by earlier versions. */
  readonly refusal?: RefusalClass | null;
};

/** Why the server would not take an event, and what may become of it. */
export type Refused = { readonly why: string; readonly refusal: RefusalClass | null };

/** Where taps wait, durably, until the server has them. */
export type Outbox = {
  add: (events: readonly RecordedEvent[]) => Promise<OutboxEntry[]>;
  forExam: (exam: string) => Promise<OutboxEntry[]>;
  /** What waits of every exam, in the order it was tapped. */
  all: () => Promise<OutboxEntry[]>;
  remove: (orders: readonly number[]) => Promise<void>;
  refuse: (refusals: ReadonlyMap<number, Refused>) => Promise<void>;
  /** What was refused is offered again, as if it had not been. */
  offerAgain: (orders: readonly number[]) => Promise<void>;
};

/** An entry as it stands in the browser: what was tapped, as it is or sealed for whoever tapped it. */
type Stored = Omit<OutboxEntry, "order" | "event"> & {
  order?: number;
  readonly event?: RecordedEvent;
  readonly whose?: RecordedEvent["actor"];
  readonly sealed?: Sealed;
};

type Schema = DBSchema & { outbox: { key: number; value: Stored; indexes: { exam: string } } };

/** What stands for a tap of somebody who is not here: that it waits, and for whom. */
const waitingFor = (whose: RecordedEvent["actor"], exam: string, order: number): RecordedEvent =>
  ({ id: `sealed-${order}`, exam, at: "", actor: whose, device: "", type: "sealed", body: {} }) as RecordedEvent;

async function entryOf({ event, whose, sealed: closed, ...entry }: Stored): Promise<OutboxEntry[]> {
  const order = entry.order!;
  if (event) return [{ ...entry, order, event }];
  if (!whose || !closed) return [];
  const mine = sealHere();
  if (mine?.whose !== whose.id) return [{ ...entry, order, event: waitingFor(whose, entry.exam, order) }];
  const opened = (await unsealed(mine.key, closed).catch(() => null)) as RecordedEvent | null;
  /** It stays on every list, and says why it cannot be sent. */
  return opened
    ? [{ ...entry, order, event: opened }]
    : [{ ...entry, order, event: waitingFor(whose, entry.exam, order), refused: UNOPENED, refusal: "forbidden" }];
}

const UNOPENED =
  "It was sealed under a key that this sign-in no longer has, so it cannot be read here. If the database was restored from an older back-up, record it again, then discard this.";

const entriesOf = async (all: readonly Stored[]): Promise<OutboxEntry[]> =>
  (await Promise.all(all.map(entryOf))).flat();

/** As it is put away: sealed where whoever tapped it has a key here. */
async function storedOf(event: RecordedEvent): Promise<Stored> {
  const exam = recordOf(event);
  const seal = sealHere();
  return seal?.whose === event.actor.id
    ? { exam, refused: null, whose: event.actor, sealed: await sealed(seal.key, event) }
    : { exam, refused: null, event };
}

const DATABASE = "dust-lantern";
const VERSION = 1;

/** The browser would not keep the tap: what that means and what to do. */
export class OutboxError extends Error {
  constructor(cause: unknown) {
    super(
      "This browser did not keep the entry: there is no room left, its storage was cleared, or this is a private window. Enter it again; if it happens again, free some space or use another window. Nothing is shown as saved until it is kept.",
      { cause },
    );
  }
}

/** What is said of a course waits like what is said in an examination. */
export const isOfCourse = (event: object): event is { readonly episode: string } => "episode" in event;
const recordOf = (event: RecordedEvent): string => (isOfCourse(event) ? event.episode : event.exam);

/**
 * An outbox as far as it holds what one person tapped: what somebody else left
 * waits until they are here again.
 *
 * @param whose the id of that person; null: everybody's, where there are no accounts
 */
export function ofOne(outbox: Outbox, whose: () => string | null): Outbox {
  const theirs = (entries: readonly OutboxEntry[]) => {
    const id = whose();
    return entries.filter(({ event }) => id === null || event.actor.id === id);
  };
  return {
    ...outbox,
    forExam: async (exam) => theirs(await outbox.forExam(exam)),
    all: async () => theirs(await outbox.all()),
  };
}

/** Every write reaches the disk before it is answered, so that a power cut loses no tap. */
const STRICT = { durability: "strict" } as const;

/** Opens the outbox in IndexedDB. */
export function openOutbox(): Outbox {
  const withDatabase = reopening<Schema>((onEnd) =>
    openDB<Schema>(DATABASE, VERSION, {
      upgrade(db) {
        db.createObjectStore("outbox", { keyPath: "order", autoIncrement: true }).createIndex("exam", "exam");
      },
      terminated: onEnd,
    }),
  );

  const write = async <T>(work: (store: ReturnType<typeof writing>["store"]) => Promise<T>): Promise<T> => {
    try {
      return await withDatabase(async (db) => {
        const { store, done } = writing(db);
        const result = await work(store);
        await done;
        return result;
      });
    } catch (error) {
      throw new OutboxError(error);
    }
  };

  return {
    add: async (events) => {
      const stored = await Promise.all(events.map(storedOf));
      return write((store) =>
        Promise.all(
          events.map(async (event, at) => ({
            exam: recordOf(event),
            event,
            refused: null,
            order: await store.add(stored[at]!),
          })),
        ),
      );
    },
    forExam: async (exam) => entriesOf(await withDatabase((db) => db.getAllFromIndex("outbox", "exam", exam))),
    all: async () => entriesOf(await withDatabase((db) => db.getAll("outbox"))),
    offerAgain: (orders) =>
      write(async (store) => {
        for (const order of orders) {
          const entry = await store.get(order);
          if (entry) await store.put({ ...entry, refused: null, refusal: null });
        }
      }),
    remove: (orders) => write(async (store) => void (await Promise.all(orders.map((order) => store.delete(order))))),
    refuse: (refusals) =>
      write(async (store) => {
        for (const [order, { why, refusal }] of refusals) {
          const entry = await store.get(order);
          if (entry) await store.put({ ...entry, refused: why, refusal });
        }
      }),
  };
}

function writing(db: IDBPDatabase<Schema>) {
  const transaction = db.transaction("outbox", "readwrite", STRICT);
  return { store: transaction.store, done: transaction.done };
}
