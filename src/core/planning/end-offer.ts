import { protocolOf } from "../knowledge";
import { broughtOn, type ExamState, irritability } from "../record";

/** Minutes within which a highly irritable symptom should have settled after a test. */
const SETTLES_WITHIN = 3;
const MINUTE_MS = 60_000;
/** So many tests that have not settled are enough to ask whether to go on. */
const ENOUGH = 2;

/** Whether what a test brought on was still there minutes later, against the best it was at rest before, as far as anybody said. */
function hasNotSettled(state: ExamState, index: number, now: string): boolean {
  const run = state.runs[index]!;
  if (!broughtOn(run)) return false;
  if (run.soreness) return run.soreness.minutes === null || run.soreness.minutes > SETTLES_WITHIN;
  const next = state.runs[index + 1];
  const after = next ? next.rest : state.restRatedAfter > index ? state.rest : null;
  if (!after || after === run.rest) return false;
  const minutes = (Date.parse(next?.at ?? now) - Date.parse(run.at)) / MINUTE_MS;
  const atBest = Math.min(...state.runs.slice(0, index + 1).map(({ rest }) => rest?.intensity ?? Infinity));
  return minutes >= SETTLES_WITHIN && after.intensity > atBest;
}

/**
 * The tests that brought a highly irritable symptom on and had not settled three
 * minutes after, once there are two of them: time to offer the person an end.
 * Empty before, of a symptom that is less irritable, and where nobody asked how
 * it is at rest. It offers, it holds nothing back.
 *
 * @param now the instant it is asked
 * @returns their names with the side, in the order they were done
 * @example endOffer(openedState, "2026-03-02T10:00:00.000Z") // []
 */
export function endOffer(state: ExamState, now: string): readonly string[] {
  if (state.ended || irritability(state).level !== "high") return [];
  const names = state.runs.flatMap((run, index) =>
    hasNotSettled(state, index, now) ? [`${protocolOf(run.test).name}${run.side ? ` ${run.side}` : ""}`] : [],
  );
  return names.length >= ENOUGH ? names : [];
}
