/** How back-ups make themselves. */
export type BackupPlan = { readonly folder: string; readonly recipient: string; readonly since: string };

/** One back-up that was made, or failed. */
export type BackupRun = {
  readonly at: string;
  readonly file: string;
  readonly bytes: number;
  readonly exams: number;
  /** The end of the journal in it; empty where it failed. */
  readonly anchor: string;
  readonly problem: string | null;
};

export type Backups = {
  readonly plan: BackupPlan | null;
  /** The newest first. */
  readonly runs: readonly BackupRun[];
  /** Why somebody has to look, in a sentence; null when all is well or nothing is set up. */
  readonly missed: string | null;
};

/** What a back-up holds. */
export type BackupHolding = {
  readonly people: number;
  readonly exams: number;
  readonly courses: number;
  readonly events: number;
  /** The end of its journal: a store that is rolled back shows against it. */
  readonly anchor: string;
  /** What is wrong in it, a line each. */
  readonly faults: readonly string[];
  /** Whose key is in it: this database's, another's, or none, as earlier programs put none in. */
  readonly key: "own" | "other" | "none";
  /** What is in the store and not in it, in words; null when nothing is. */
  readonly lost: string | null;
};

/** What came of taking a back-up in, or would come of it. */
export type BackupMerge = {
  /** Records that are here now and were not. */
  readonly added: number;
  /** Records that go on further now. */
  readonly forwarded: number;
  /** Records that were continued apart: both ways are kept, one of them beside the record. */
  readonly forked: number;
  /** Records that were erased here and stay so. */
  readonly erased: number;
  readonly refused: readonly { readonly person: string; readonly why: string }[];
};
