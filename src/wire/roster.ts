import type { Listed } from "@/core/planning";
import type { Person } from "@/core/record";
import type { DueCourse } from "./course";

export type RosterRow = Person & {
  readonly recentAt: string;
  readonly exams: readonly ExamSummary[];
  /** Notes and examinations are not shown to whoever asked: by their role, or as the person is not in their care. */
  readonly isHidden: boolean;
};

/** A person in a list of all. */
export type ListRow = Omit<Listed, "waits"> & {
  readonly id: string;
  /** What their courses wait for. */
  readonly waits: readonly DueCourse["why"][];
};

export type ExamSummary = {
  readonly id: string;
  readonly openedAt: string;
  readonly signedAt: string | null;
  readonly events: number;
};
