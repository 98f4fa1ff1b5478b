import type { Person } from "@/core/record";
import type { DueCourse } from "./course";

export type RosterRow = Person & { readonly recentAt: string; readonly exams: readonly ExamSummary[] };

/** A person in a list of all. */
export type ListRow = {
  readonly id: string;
  readonly name: string;
  readonly number: string;
  readonly birthDate: string;
  readonly recentAt: string;
  readonly lastVisit: string | null;
  /** The examination that is not signed; null: none. */
  readonly open: string | null;
  /** What their courses wait for. */
  readonly waits: readonly DueCourse["why"][];
  /** A signature that waits for whoever asks. */
  readonly countersign: string | null;
};

export type ExamSummary = {
  readonly id: string;
  readonly openedAt: string;
  readonly signedAt: string | null;
  readonly events: number;
};
