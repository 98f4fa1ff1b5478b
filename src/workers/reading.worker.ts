import { expose } from "comlink";
import { type EvidenceChanges, resolveEvidence } from "@/core/evidence";
import { type NextTests, nextTests } from "@/core/planning";
import { createDrawBook, type DrawBook, type Interval, type Recipe, type Spread, spreadOf } from "@/core/reading";
import type { ExamState } from "@/core/record";

export type SpreadRequest = { readonly recipe: Recipe; readonly band: Interval };

/** One version's draws at a time: an exam is read under one, and another is drawn the same when it comes back. */
let kept: { readonly version: string; readonly book: DrawBook } | null = null;

function bookOf(changes: EvidenceChanges): DrawBook {
  const evidence = resolveEvidence(changes);
  if (kept?.version !== evidence.version)
    kept = { version: evidence.version, book: createDrawBook(undefined, evidence) };
  return kept.book;
}

const api = {
  spreads: (
    requests: Readonly<Record<string, SpreadRequest>>,
    ratioLimit: number,
    changes: EvidenceChanges,
  ): Record<string, Spread> => {
    const book = bookOf(changes);
    return Object.fromEntries(
      Object.entries(requests).map(([key, { recipe, band }]) => [key, spreadOf(recipe, ratioLimit, band, book)]),
    );
  },
  next: (state: ExamState, changes: EvidenceChanges): NextTests => nextTests(state, resolveEvidence(changes)),
};

export type SpreadWorker = typeof api;

expose(api);
