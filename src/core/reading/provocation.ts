import type { Provoked } from "../knowledge";
import { isAnswered, kindOf, ladderOf, restOf, type Run, type StageRecord } from "../record";
import type { Outcome, Place, Quality } from "../vocabulary";

export type Verdict = { readonly outcome: Outcome; readonly reason: string };

/** What the provoking stages as a whole brought on. */
export type ProvocationResult = {
  readonly heard: Provoked;
  readonly at: string | null;
  readonly places: readonly Place[];
  readonly qualities: readonly Quality[];
};

/** At rest this bad, there is no room left to rise. */
const NO_ROOM_TO_RISE = 9;

const verdict = (outcome: Outcome, reason: string): Verdict => ({ outcome, reason });

/** Whether the familiar symptom rose over rest or spread; only then was it reproduced. */
function reproduction(
  stage: string,
  record: StageRecord,
  { rest, drawn }: Pick<Run, "rest" | "drawn">,
  restRise: number,
): ProvocationResult | Verdict {
  const hearing = (heard: Provoked): ProvocationResult => ({
    heard,
    at: stage,
    places: record.places,
    qualities: record.qualities,
  });
  if (record.places.length === 0)
    return verdict("equivocal", "their symptom, but where it was felt is not recorded yet");
  const { intensity: before, places } = restOf(rest, record.symptom, drawn);
  if (before === 0) return hearing("reproduced");
  /** Neither placed at rest nor drawn: whether it spread cannot be told, so the rise decides. */
  const spread = places.length > 0 && record.places.some((place) => !places.includes(place));
  if (spread) return hearing("reproduced");
  if (before >= NO_ROOM_TO_RISE)
    return verdict("not interpretable", `${before} of 10 at rest leaves no room to rise, and it did not spread`);
  if (record.intensity === null)
    return verdict("equivocal", `it was there at rest (${before} of 10); say how bad it became`);
  return hearing(record.intensity - before >= restRise ? "reproduced" : "not reproduced");
}

/**
 * What a run as a whole brought on, or why that cannot be said.
 *
 * @param restRise points over rest that count as a rise
 * @example provocationResult(thighThrustRight, 2) // { heard: "reproduced", at: "push", places: ["si-area.right"], qualities: [] }
 */
export function provocationResult(run: Run, restRise: number): ProvocationResult | Verdict {
  const ladder = ladderOf(run);
  const main = ladder.rungs.filter(({ stage }) => kindOf(stage) !== "release");
  if (run.isUnreliable && main.some(({ stage, record }) => kindOf(stage) === "provoke" && record?.response))
    return verdict(
      "not interpretable",
      "they cannot say reliably what they feel today; only what is seen and measured is read",
    );
  if (run.isUnfelt && main.some(({ stage, record }) => kindOf(stage) === "provoke" && record?.response))
    return verdict("not interpretable", "there is no feeling in that limb: what it brings on cannot be felt");
  const familiar = main.filter(({ record }) => record?.response === "familiar");
  if (familiar.length) {
    const hearings = familiar.map(({ stage, record }) => reproduction(stage.id, record!, run, restRise));
    return hearings.find((hearing) => "heard" in hearing && hearing.heard === "reproduced") ?? hearings[0]!;
  }
  const answered = main.filter(({ stage }) => isAnswered(stage, run));
  if (ladder.ended === "stopped" && answered.length < main.length)
    return verdict("not interpretable", `stopped before it was finished: ${run.stopped?.reason}`);
  if (answered.length === 0)
    return verdict("not tested", ladder.modified ? "every stage was left out" : "not answered yet");
  if (ladder.here)
    return verdict("not tested", `${answered.length} of ${main.length} stages done: clear only after every one`);
  const worst = (["other", "stretch", "nothing"] as const).find((response) =>
    answered.some(({ record }) => record?.response === response),
  );
  return { heard: worst ?? "done", at: null, places: [], qualities: [] };
}

export const isVerdict = (judged: ProvocationResult | Verdict): judged is Verdict => "outcome" in judged;
