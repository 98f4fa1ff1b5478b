import { dirname } from "node:path";
import { desc, ne } from "drizzle-orm";
import type { BackupPlan, BackupRun } from "@/wire/backups";
import { backupPlan, backupRuns } from "../store/schema";
import { asStoreError, type Store } from "../store/store";

/** As many as anybody looks through. */
const MOST_RUNS = 200;

function tried<T>(store: Store, work: () => T): T {
  try {
    return work();
  } catch (error) {
    throw asStoreError(error, store.path);
  }
}

/** How back-ups make themselves; null where nobody set that up. */
export const planOf = (store: Store): BackupPlan | null =>
  tried(store, () => {
    const row = store.db.select().from(backupPlan).get();
    return row ? { folder: row.folder, recipient: row.recipient, since: row.since } : null;
  });

export const savePlan = (store: Store, plan: BackupPlan): void =>
  tried(store, () => {
    store.db
      .insert(backupPlan)
      .values({ one: 1, ...plan })
      .onConflictDoUpdate({ target: backupPlan.one, set: plan })
      .run();
  });

export const dropPlan = (store: Store): void => tried(store, () => void store.db.delete(backupPlan).run());

/** The newest first. */
export const runsOf = (store: Store): BackupRun[] =>
  tried(store, () =>
    store.db
      .select()
      .from(backupRuns)
      .orderBy(desc(backupRuns.number))
      .limit(MOST_RUNS)
      .all()
      .map(({ number: _number, ...run }) => run),
  );

export const addRun = (store: Store, run: BackupRun): void =>
  tried(store, () => void store.db.insert(backupRuns).values(run).run());

/** Every back-up that this store made in a folder, whether its file is still there or not. */
export const madeIn = (store: Store, folder: string): Pick<BackupRun, "at" | "file">[] =>
  tried(store, () =>
    store.db
      .select({ at: backupRuns.at, file: backupRuns.file })
      .from(backupRuns)
      .where(ne(backupRuns.anchor, ""))
      .all()
      .filter(({ file }) => dirname(file) === folder),
  );
