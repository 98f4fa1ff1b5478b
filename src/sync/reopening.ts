import type { DBSchema, IDBPDatabase } from "idb";

/**
 * A connection to a browser's database that is opened when it is first needed, and
 * anew after it failed, was closed, or what it held was cleared.
 */
export function reopening<S extends DBSchema>(open: (onEnd: () => void) => Promise<IDBPDatabase<S>>) {
  let opened: Promise<IDBPDatabase<S>> | null = null;
  const forget = () => void (opened = null);
  const database = (): Promise<IDBPDatabase<S>> => {
    opened ??= open(forget).catch((error: unknown) => {
      forget();
      throw error;
    });
    return opened;
  };
  return async <T>(work: (db: IDBPDatabase<S>) => Promise<T>): Promise<T> => {
    const db = await database();
    try {
      return await work(db);
    } catch (error) {
      if (!isGone(error)) throw error;
      forget();
      return work(await database());
    }
  };
}

/** The connection is closed, or what it was opened to has been taken away. */
const isGone = (error: unknown): boolean =>
  error instanceof DOMException && (error.name === "InvalidStateError" || error.name === "NotFoundError");
