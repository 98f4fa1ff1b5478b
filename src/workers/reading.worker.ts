import { expose } from "comlink";
import { irregularities, type Irregularity } from "@/core/admission";
import { type EvidenceChanges, resolveEvidence } from "@/core/evidence";
import { type ExamPlan, type NextTests, nextTests, type PlanEdits, planExam } from "@/core/planning";
import { createDrawBook, type DrawBook, type Interval, type Recipe, type Spread, spreadOf } from "@/core/reading";
import type { ExamState, RecordedEvent } from "@/core/record";

export type SpreadRequest = { readonly recipe: Recipe; readonly band: Interval };

/** One version's draws at a time: an exam is read under one, and another is drawn the same when it comes back. */
let held: { readonly version: string; readonly book: DrawBook } | null = null;

function bookOf(changes: EvidenceChanges): DrawBook {
  const evidence = resolveEvidence(changes);
  if (held?.version !== evidence.version)
    held = { version: evidence.version, book: createDrawBook(undefined, evidence) };
  return held.book;
}

const api = {
  spreads: (requests: Readonly<Record<string, SpreadRequest>>, changes: EvidenceChanges): Record<string, Spread> => {
    const book = bookOf(changes);
    return Object.fromEntries(
      Object.entries(requests).map(([key, { recipe, band }]) => [key, spreadOf(recipe, band, book)]),
    );
  },
  /** What stands in a record that was imported and would not have been admitted here. */
  irregular: (exam: string, events: readonly RecordedEvent[]): Irregularity[] => irregularities({ exam, events }, true),
  next: (state: ExamState, changes: EvidenceChanges): NextTests => nextTests(state, resolveEvidence(changes)),
  plan: (state: ExamState, edits: PlanEdits, changes: EvidenceChanges): ExamPlan =>
    planExam(state, edits, resolveEvidence(changes)),
};

export type SpreadWorker = typeof api;

expose(api);
