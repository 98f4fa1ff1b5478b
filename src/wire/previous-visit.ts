import type { ExamState } from "@/core/record";

/** What an earlier visit of the same person leaves to compare with. */
export type PreviousVisit = {
  readonly exam: string;
  readonly openedAt: string;
  readonly guardAnswers: ExamState["guardAnswers"];
  readonly neuro: ExamState["neuro"];
};
