"use client";

import { useExam } from "./exam-provider";

/** A sentence as this practitioner says it: in their own words where they have some. */
export function useSaid(): (shipped: string) => string {
  const { words } = useExam().profile.settings.work;
  return (shipped) => words?.[shipped] ?? shipped;
}
