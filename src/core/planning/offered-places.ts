import type { ExamState } from "../exam/state";
import { otherSide, type Side } from "../vocabulary/sides";
import type { Place } from "../vocabulary/sites";

/** How many places fit on the run screen without scrolling. */
const OFFERED = 8;

/**
 * Places to choose from when a familiar symptom came: the person's own first,
 * then those that decide a sacroiliac test, the tested side before the other.
 *
 * @example offeredPlaces(state, "right")[0] // "si-area.right"
 */
export function offeredPlaces(state: Pick<ExamState, "areas" | "familiar">, side: Side | null): Place[] {
  const familiarFirst = state.areas.toSorted(
    (a, b) => Number(b.area === state.familiar?.area) - Number(a.area === state.familiar?.area),
  );
  const near = side ?? "right";
  const far = otherSide(near);
  const usual: Place[] = [
    `si-area.${near}`,
    `si-area.${far}`,
    `groin.${near}`,
    "low-back.central",
    `central-buttock.${near}`,
    `low-back.${near}`,
    `posterior-thigh.${near}`,
    `lateral-hip.${near}`,
  ];
  return [...new Set([...familiarFirst.flatMap(({ places }) => places), ...usual])].slice(0, OFFERED);
}
