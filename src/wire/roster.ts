import type { Person } from "@/core/record";

export type RosterRow = Person & { readonly recentAt: string; readonly exams: readonly ExamSummary[] };

export type ExamSummary = {
  readonly id: string;
  readonly openedAt: string;
  readonly signedAt: string | null;
  readonly events: number;
};
