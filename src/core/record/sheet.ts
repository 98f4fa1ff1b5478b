import { protocolOf, type TestId, usualSheet } from "../knowledge";
import { type ExamRegion, isUpperRegion } from "../vocabulary";
import { irritability } from "./irritability";
import { schoolIn } from "./settings";
import type { ExamState } from "./state";

type SheetState = Pick<ExamState, "sheet" | "plan" | "opened" | "settings" | "history" | "areas" | "familiar">;

/**
 * The tests chosen for an exam, in the order chosen; the region's usual ones
 * until others are. Where everybody gets a baseline, it is a slump and a raise,
 * of the highly irritable the raise alone.
 */
export function sheetTests(state: SheetState): readonly TestId[] {
  if (state.plan) return [...new Set(state.plan.tests.map(({ test }) => test))];
  if (state.sheet) return state.sheet.tests;
  const { tests } = usualSheet(state.opened?.body.region ?? "lumbopelvic");
  const everybody = state.settings && schoolIn(state.settings, "slump-baseline") === "everybody";
  if (!everybody) return tests;
  const baseline: readonly TestId[] =
    irritability(state).level === "high" ? ["straight-leg-raise"] : ["slump", "straight-leg-raise"];
  return [...baseline.filter((test) => !tests.includes(test)), ...tests];
}

export const sheetLabel = (state: Pick<ExamState, "sheet" | "plan" | "opened">): string =>
  state.plan ? "Plan" : (state.sheet?.label ?? usualSheet(state.opened?.body.region ?? "lumbopelvic").label);

/**
 * The regions an exam reaches into: where it began, and wherever a test on its
 * sheet belongs. A test that belongs to both brings neither in.
 */
export function examRegions(state: SheetState): ReadonlySet<ExamRegion> {
  const regions = new Set<ExamRegion>([state.opened?.body.region ?? "lumbopelvic"]);
  for (const test of sheetTests(state)) {
    const upper = protocolOf(test).regions.map(isUpperRegion);
    if (upper.every(Boolean)) regions.add("neck-arm");
    if (!upper.some(Boolean)) regions.add("lumbopelvic");
  }
  return regions;
}
