import { remembered } from "../base";
import { optionIn, type Protocol, protocolOf, type Stage, stagesOf } from "../knowledge";
import { placeParts } from "../vocabulary";
import { type Facts, isMet } from "./condition";
import type { Run, StageRecord } from "./runs";

export type Rung = {
  readonly stage: Stage;
  readonly status: "done" | "here" | "to come" | "skipped" | "not reached";
  readonly record: StageRecord | null;
};

export type Ladder = {
  readonly rungs: readonly Rung[];
  /** The stage whose answer is asked now; null when the run is over. */
  readonly here: Stage | null;
  readonly ended: "familiar" | "answered" | "all done" | "stopped" | null;
  /** A stage was left out: recorded and read in words, moves no figure. */
  readonly modified: boolean;
  /** Their symptom came, and no differentiating step that was due was done. */
  readonly undifferentiated: boolean;
};

export const kindOf = (stage: Stage) => stage.kind ?? "provoke";

/** Whether a stage has its answer: a response, an effect or option, or all of its numbers. */
export function isAnswered(stage: Stage, run: Run): boolean {
  const record = run.stages[stage.id];
  switch (kindOf(stage)) {
    case "provoke":
      return Boolean(record?.response);
    case "measure":
      return (stage.measures ?? []).every((id) => run.measures[id] !== undefined);
    default:
      return Boolean(record?.answer);
  }
}

const familiarStage = (run: Run, stages: readonly Stage[]): Stage | undefined =>
  stages.find((stage) => run.stages[stage.id]?.response === "familiar");

/** What a stage's own condition can ask about while the run is under way. */
function factsOf(protocol: Protocol, run: Run, stage: Stage | undefined): Facts {
  const record = stage ? run.stages[stage.id] : undefined;
  return {
    protocol,
    run,
    heard: stage ? "reproduced" : null,
    at: stage?.id ?? null,
    places: record?.places ?? [],
    qualities: record?.qualities ?? [],
    side: run.side,
    school: (id) => optionIn(run.variant, id),
    otherRun: null,
    earlier: () => false,
  };
}

/** The steps that let go, furthest from the symptom first. */
function releasesInOrder(stages: readonly Stage[], facts: Facts): Stage[] {
  const releases = stages.filter((stage) => kindOf(stage) === "release");
  const comesFirst = ({ first }: Stage) =>
    first !== undefined &&
    facts.places.length > 0 &&
    facts.places.every((place) => first.includes(placeParts(place).site));
  return [...releases.filter(comesFirst), ...releases.filter((stage) => !comesFirst(stage))];
}

/**
 * Where a run stands on its ladder of stages. The first familiar symptom ends
 * the stages that provoke, as the stop rule says; then come the steps that tell
 * the tissues apart. A run never changes in place, so this is worked out once.
 *
 * @example ladderOf(run).here?.id // "push"
 */
export const ladderOf = remembered(climb);

/** The first version that offers to let go only of what was loaded. */
const ASKS_WHAT_WAS_LOADED = 3;

function climb(run: Run): Ladder {
  const protocol = protocolOf(run.test);
  const stages = stagesOf(protocol, run.variant, run.v);
  const provoking = stages.filter((stage) => kindOf(stage) !== "release");
  const facts = factsOf(protocol, run, familiarStage(run, provoking));
  let ended: Ladder["ended"] = run.stopped ? "stopped" : null;
  let here: Stage | null = null;
  let modified = false;

  const rungOf = (stage: Stage): Rung => {
    const record = run.stages[stage.id] ?? null;
    if (isAnswered(stage, run)) return { stage, status: "done", record };
    if (record?.skipped) return { stage, status: "skipped", record };
    if (ended) return { stage, status: "not reached", record };
    if (here) return { stage, status: "to come", record };
    here = stage;
    return { stage, status: "here", record };
  };
  const isAsked = ({ due, loaded }: Stage) =>
    (!due || isMet(due, facts)) && (!loaded || run.v < ASKS_WHAT_WAS_LOADED || isMet(loaded, facts));
  const isOnLadder = (stage: Stage) => isAnswered(stage, run) || isAsked(stage);

  const rungs: Rung[] = [];
  for (const stage of provoking) {
    if (!isOnLadder(stage)) continue;
    const rung = rungOf(stage);
    rungs.push(rung);
    if (rung.status === "skipped") modified = true;
    if (rung.status !== "done" || ended === "stopped") continue;
    if (rung.record?.response === "familiar" && !(stage.goesOn && run.v >= (stage.goesOnSince ?? 0)))
      ended = "familiar";
    else if (rung.record?.answer && stage.endsOn?.includes(rung.record.answer) && run.v < (stage.endsUntil ?? Infinity))
      ended = "answered";
  }
  if (!ended && !here) ended = "all done";

  const letGo = facts.at !== null ? releasesInOrder(stages, facts).filter(isOnLadder) : [];
  const wasEnded = ended;
  if (ended !== "stopped" && letGo.length) ended = null;
  const releaseRungs = letGo.map(rungOf);
  if (!here) ended ??= wasEnded;
  return {
    rungs: [...rungs, ...releaseRungs],
    here: ended ? null : here,
    ended,
    modified,
    undifferentiated: letGo.length > 0 && releaseRungs.every(({ status }) => status !== "done"),
  };
}
