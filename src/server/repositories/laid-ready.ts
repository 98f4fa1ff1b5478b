import {
  besideRecord,
  type Branched,
  refuse,
  type RecordedEvent,
  remembered,
  type StoredLink,
  type StreamKind,
} from "@/core";
import { beginStream, besideHash } from "./streams";
import type { Store } from "../store/store";

/**
 * Links that are about to become the record, laid ready where nobody else
 * waits for the writer: in a table of this connection alone, in memory. From
 * there they are moved in one statement, in a third of the time.
 */

/** A stream's links as they are taken in, and what of them is the record where the stream is not here yet. */
export type Ready = {
  readonly kind: StreamKind;
  readonly id: string;
  readonly links: readonly StoredLink[];
  /** Its own among what is laid ready: two files may hold the same stream. */
  readonly lot: number;
  readonly branched: Branched<StoredLink>;
  /** What stands beside its chain where the stream is not here yet. */
  readonly beside: string;
};

const COLUMNS = "kind, stream, seq, id, type, payload, previous, hash, received_at";

const statements = remembered(({ sqlite }: Store) => {
  sqlite.pragma("temp_store = MEMORY");
  sqlite.exec(`CREATE TEMP TABLE laid_ready (lot, ${COLUMNS})`);
  return {
    lay: sqlite.prepare("INSERT INTO temp.laid_ready VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)"),
    lastLot: sqlite.prepare<[], number>("SELECT coalesce(max(lot), 0) FROM temp.laid_ready").pluck(),
    move: sqlite.prepare<[number]>(
      `INSERT INTO main.stream_events (${COLUMNS})
       SELECT ${COLUMNS} FROM temp.laid_ready WHERE lot = ? ORDER BY rowid ON CONFLICT (id) DO NOTHING`,
    ),
    inUse: sqlite
      .prepare<[number], string>(
        `SELECT l.id FROM temp.laid_ready l JOIN main.stream_events e ON e.id = l.id AND e.hash <> l.hash
         WHERE l.lot = ? LIMIT 1`,
      )
      .pluck(),
    clear: sqlite.prepare("DELETE FROM temp.laid_ready"),
    together: sqlite.transaction((work: () => void) => work()),
  };
});

/** The event of a link, as it was stored. */
export const eventOf = (link: StoredLink): RecordedEvent => link.event ?? (JSON.parse(link.payload) as RecordedEvent);

/** Refuses an id that stands for another event already. */
export const refuseId = (id: string): never =>
  refuse(`event ${id}`, "has the id of another event in the store", "Export the exam again and choose that file.");

/** A stream as a file has it: the record, and what stands beside it there. */
type Laid = Pick<Ready, "kind" | "id"> & {
  readonly trunk: readonly StoredLink[];
  readonly beside: readonly StoredLink[];
};

/** Lays streams ready. Before the writer's transaction, and away again after it, whatever came of it. */
export function layReady(store: Store, streams: readonly Laid[]): Ready[] {
  const { lay, lastLot, together } = statements(store);
  const before = lastLot.get()!;
  const ready = streams.map((one, index) => ({
    ...one,
    lot: before + index + 1,
    links: [...one.trunk, ...one.beside],
    branched: { trunk: one.trunk, branches: besideRecord(one.kind, one.id, one.trunk, one.beside) },
    beside: besideHash(one.trunk, { settled: one.trunk.length, own: null }),
  }));
  together(() => {
    for (const { kind, id, lot, branched } of ready)
      for (const link of branched.trunk) {
        const event = eventOf(link);
        lay.run(lot, kind, id, link.seq, event.id, event.type, link.payload, link.previous, link.hash, link.receivedAt);
      }
  });
  return ready;
}

/** Takes away what was laid ready. */
export const clearReady = (store: Store): void => void statements(store).clear.run();

/** Moves a stream's links into the record, as its first. Within the writer's transaction. */
export function moveReady(store: Store, { kind, id, lot, branched }: Ready): void {
  const { move, inUse } = statements(store);
  beginStream(store, kind, id);
  const { changes } = move.run(lot);
  if (changes < branched.trunk.length) refuseId(inUse.get(lot) ?? id);
}
