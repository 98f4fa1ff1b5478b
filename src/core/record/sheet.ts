import { protocolOf, type TestId, usualSheet } from "../knowledge";
import type { ExamRegion } from "../vocabulary";
import { schoolIn } from "./settings";
import type { ExamState } from "./state";

/** The tests chosen for an exam, in the order chosen; the region's usual ones until others are. */
export function sheetTests(state: Pick<ExamState, "sheet" | "opened" | "settings">): readonly TestId[] {
  if (state.sheet) return state.sheet.tests;
  const { tests } = usualSheet(state.opened?.body.region ?? "lumbopelvic");
  const everybody = state.settings && schoolIn(state.settings, "slump-baseline") === "everybody";
  return everybody && !tests.includes("slump") ? ["slump", ...tests] : tests;
}

export const sheetLabel = (state: Pick<ExamState, "sheet" | "opened">): string =>
  state.sheet?.label ?? usualSheet(state.opened?.body.region ?? "lumbopelvic").label;

const UPPER: ReadonlySet<string> = new Set(["neck", "arm"]);

/**
 * The regions an exam reaches into: where it began, and wherever a test on its
 * sheet belongs. A test that belongs to both brings neither in.
 */
export function examRegions(state: Pick<ExamState, "sheet" | "opened" | "settings">): ReadonlySet<ExamRegion> {
  const regions = new Set<ExamRegion>([state.opened?.body.region ?? "lumbopelvic"]);
  for (const test of sheetTests(state)) {
    const upper = protocolOf(test).regions.map((region) => UPPER.has(region));
    if (upper.every(Boolean)) regions.add("neck-arm");
    if (!upper.some(Boolean)) regions.add("lumbopelvic");
  }
  return regions;
}
