"use client";

import { useEffect, useState } from "react";
import { NO_CHANGES } from "@/core/evidence";
import type { TestId } from "@/core/knowledge";
import { editsOf, planDraft } from "@/core/planning";
import { type EventDraft, type ExamState, sheetTests } from "@/core/record";
import { useExamCourse } from "../exam/exam-course";
import { useExam } from "../exam/exam-provider";
import { askWorker } from "../exam/reading-worker";

type PlanSet = EventDraft & { readonly type: "plan-set" };

/** Whether the plan is made by itself: nothing was chosen by hand, and nothing is begun. */
const isOpenToPlan = ({ sheet, plan, runs, areas }: ExamState): boolean =>
  sheet === null && plan === null && runs.length === 0 && areas.length > 0;

/** The plan as it would be drafted now; null: none is, or everything stays as it was chosen. */
function useDrafted(): () => Promise<PlanSet | null> {
  const { state, changes } = useExam();
  const { course, events } = useExamCourse();
  return async () => {
    if (!isOpenToPlan(state)) return null;
    if (course && course.visitsBefore > 0) {
      const { returningPlan } = await import("../course/returning-plan");
      const again = returningPlan(events, course.earlier);
      if (again?.type === "plan-set") return again;
    }
    const edits = editsOf(state);
    const plan = await askWorker((worker) => worker.plan(state, edits, changes ?? NO_CHANGES));
    return plan && plan.blocks.length > 0 ? planDraft(plan, edits) : null;
  };
}

/**
 * Drafts the plan unseen, so that the questions asked next are those its tests
 * need. Where a list was chosen, or tests are done, it leaves everything as it is.
 */
export function useDraftPlan(): () => Promise<void> {
  const { append } = useExam();
  const drafted = useDrafted();
  return async () => {
    const plan = await drafted();
    if (plan) await append(plan);
  };
}

/**
 * The tests that are planned, or would be: what the patient is told before
 * agreeing is about these. Until the draft is there, the list that stands.
 */
export function usePlannedTests(): readonly TestId[] {
  const { state } = useExam();
  const drafted = useDrafted();
  const [tests, setTests] = useState<readonly TestId[] | null>(null);
  /** What a draft depends on. */
  const asked = JSON.stringify([isOpenToPlan(state), state.areas, state.history, state.visit]);
  useEffect(() => {
    let isLatest = true;
    void drafted().then((plan) => {
      if (isLatest) setTests(plan ? plan.body.tests.map(({ test }) => test) : null);
    });
    return () => {
      isLatest = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- drafted anew when what it depends on changes
  }, [asked]);
  return tests ?? sheetTests(state);
}
