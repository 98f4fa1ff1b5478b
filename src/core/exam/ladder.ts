import { protocolOf, type Stage, stagesOf } from "../knowledge/protocols";
import type { Run, StageRecord } from "./state";

export type Rung = {
  readonly stage: Stage;
  readonly status: "done" | "here" | "to come" | "skipped" | "not reached";
  readonly record: StageRecord | null;
};

export type Ladder = {
  readonly rungs: readonly Rung[];
  /** The stage whose answer is asked now; null when the run is over. */
  readonly here: Stage | null;
  readonly ended: "familiar" | "all done" | "stopped" | null;
  /** A stage was left out: recorded and read in words, moves no figure. */
  readonly modified: boolean;
};

/**
 * Where a run stands on its ladder of stages. The first familiar symptom ends
 * it, as the stop rule says.
 *
 * @example ladderOf(run).here?.id // "push"
 */
export function ladderOf(run: Run): Ladder {
  const stages = stagesOf(protocolOf(run.test), run.variant.dose);
  let ended: Ladder["ended"] = run.stopped ? "stopped" : null;
  let here: Stage | null = null;
  let modified = false;
  const rungs = stages.map((stage): Rung => {
    const record = run.stages[stage.id] ?? null;
    if (record?.response) {
      if (record.response === "familiar" && ended !== "stopped") ended = "familiar";
      return { stage, status: "done", record };
    }
    if (record?.skipped) {
      modified = true;
      return { stage, status: "skipped", record };
    }
    if (ended) return { stage, status: "not reached", record };
    if (here) return { stage, status: "to come", record };
    here = stage;
    return { stage, status: "here", record };
  });
  if (!ended && !here) ended = "all done";
  return { rungs, here: ended ? null : here, ended, modified };
}
