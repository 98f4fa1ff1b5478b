import type { EraseReason, Retention, TEAMS } from "@/core/record";

/** Somebody whose records need no longer be kept. */
export type PersonDue = {
  readonly id: string;
  readonly name: string;
  readonly number: string;
  /** YYYY-MM-DD */
  readonly lastVisit: string;
  /** The day from which they need no longer be kept. */
  readonly until: string;
  readonly exams: number;
};

/** That somebody was erased; of whom it was nothing is kept but an id. */
export type ErasedEntry = {
  readonly person: string;
  readonly records: number;
  readonly because: EraseReason;
  readonly reason: string;
  readonly by: string;
  readonly at: string;
};

export type KeepingPage = {
  /** Null: nobody has said how long records are kept. */
  readonly retention: Retention | null;
  readonly due: readonly PersonDue[];
  readonly erased: readonly ErasedEntry[];
  /** What was erased last still stands in a working file, as a back-up or a check reads the database. */
  readonly isClearing: boolean;
  /** Until when the back-ups of today may still hold somebody who is erased now; null: none are made by themselves. */
  readonly inBackupsUntil: string | null;
};

/** Who looks after somebody, and who opened their record from outside that. */
export type CarePage = {
  readonly team: (typeof TEAMS)[number];
  /** They are in the care of whoever asks, or the whole clinic is one team. */
  readonly isMine: boolean;
  /** Whom they were given to, or who took them over, beside those who entered or examined them. */
  readonly given: readonly { readonly id: string; readonly name: string }[];
  readonly opened: readonly { readonly name: string; readonly at: string; readonly reason: string }[];
};
