"use client";

import { remembered } from "@/core/base";
import type { EvidenceSet } from "@/core/evidence";
import { readExam, type Reading } from "@/core/reading";
import type { ExamState } from "@/core/record";
import { useExam } from "./exam-provider";

const readings = remembered((state: ExamState) => remembered((figures: EvidenceSet) => readExam(state, figures)));

/**
 * The reading of the exam as it is now, worked out once for all that show it. The taps do without: it is asked for
 * where it is looked at, apart from what they need.
 */
export function useReading(): Reading {
  const { state, figures } = useExam();
  return readings(state)(figures);
}
