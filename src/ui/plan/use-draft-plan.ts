"use client";

import { NO_CHANGES } from "@/core/evidence";
import { editsOf, planDraft } from "@/core/planning";
import type { ExamState } from "@/core/record";
import { useExamCourse } from "../exam/exam-course";
import { useExam } from "../exam/exam-provider";
import { askWorker } from "../exam/reading-worker";

/** Whether the plan is made by itself: nothing was chosen by hand, and nothing is begun. */
const isOpenToPlan = ({ sheet, plan, runs, areas }: ExamState): boolean =>
  sheet === null && plan === null && runs.length === 0 && areas.length > 0;

/**
 * Drafts the plan unseen, so that the questions asked next are those its tests
 * need. Where a sheet was chosen, or tests are done, it leaves everything as it is.
 */
export function useDraftPlan(): () => Promise<void> {
  const { state, changes, append } = useExam();
  const { course, events } = useExamCourse();
  return async () => {
    if (!isOpenToPlan(state)) return;
    if (course && course.visitsBefore > 0) {
      const { returningPlan } = await import("../course/returning-plan");
      const again = returningPlan(events, course.earlier);
      if (again) return void (await append(again));
    }
    const edits = editsOf(state);
    const plan = await askWorker((worker) => worker.plan(state, edits, changes ?? NO_CHANGES));
    if (plan && plan.blocks.length > 0) await append(planDraft(plan, edits));
  };
}
