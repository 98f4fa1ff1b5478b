import { remembered } from "@/core";
import type { Store } from "../store/store";
import { atOnce } from "./streams";

/** Something that writes, and waits to do so with whatever else came at the same moment. */
type Waiting = {
  readonly work: () => unknown;
  readonly done: (value: unknown) => void;
  readonly failed: (error: unknown) => void;
};

type Outcome = { readonly value: unknown } | { readonly error: unknown };

const queueOf = remembered((_store: Store): Waiting[] => []);

/**
 * Each work by itself, within the writer's transaction: what fails is taken back
 * alone. A disk that is full ends the whole of it, so nothing more is begun then.
 */
function outcomes(store: Store, waiting: readonly Waiting[]): Outcome[] {
  return waiting.map(({ work }): Outcome => {
    try {
      return { value: atOnce(store, work) };
    } catch (error) {
      if (!store.sqlite.inTransaction) throw error;
      return { error };
    }
  });
}

function writeAll(store: Store): void {
  const waiting = queueOf(store).splice(0);
  try {
    const came = atOnce(store, () => outcomes(store, waiting));
    came.forEach((outcome, index) =>
      "error" in outcome ? waiting[index]!.failed(outcome.error) : waiting[index]!.done(outcome.value),
    );
  } catch (error) {
    waiting.forEach(({ failed }) => failed(error));
  }
}

/**
 * Writes together with what else was sent at the same moment: the disk is waited
 * for once for all of them. Whoever asked is told when it is on the disk.
 *
 * @param work writes, all of it or nothing, in `atOnce`
 * @param undone told when what the work wrote was taken back after all: what it keeps in memory is wrong then
 * @throws what the work throws; StoreError for all of them when the store could not be written
 */
export function together<T>(store: Store, work: () => T, undone: () => void): Promise<T> {
  return new Promise<T>((done, fail) => {
    const queue = queueOf(store);
    const failed = (error: unknown) => {
      undone();
      fail(error as Error);
    };
    queue.push({ work, done: done as (value: unknown) => void, failed });
    if (queue.length === 1) setImmediate(() => writeAll(store));
  });
}
