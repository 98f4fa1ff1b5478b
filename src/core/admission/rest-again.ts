import { broughtOn, type ExamState, runsNow, type Treatments } from "../record";
import type { TestOnSide } from "./entry";

/**
 * Why the symptom at rest is asked anew before a test begins, or null: the last
 * test brought it on and nobody has asked since, or it was rated in other
 * postures only. It asks; it holds nothing back.
 *
 * @example restAgain(openedState, { protocol: protocolOf("thigh-thrust"), side: "right" }) // null
 */
export function restAgain(
  state: Pick<ExamState, "rest" | "restIn" | "restRatedAfter" | "runs"> & Treatments,
  { protocol, side }: TestOnSide,
): "brought on" | "other posture" | null {
  const { rest, restIn, restRatedAfter, runs } = state;
  const isBegun = runsNow(state, { test: protocol.id, side }).length > 0;
  if (!rest || isBegun) return null;
  const last = runs.at(-1);
  if (last && restRatedAfter < runs.length && broughtOn(last)) return "brought on";
  return rest.position !== undefined && !restIn[protocol.position] ? "other posture" : null;
}
