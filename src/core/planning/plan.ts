import type { EvidenceSet } from "../evidence";
import { type Protocol, protocolOf, stagesOf, type Variant } from "../knowledge";
import { contextOf, hasSymptom, isEarned, type ReadingContext, type Word, wordFor } from "../reading";
import {
  effectiveRuns,
  type ExamState,
  irritability,
  kindOf,
  type ReadingSettings,
  type Run,
  settingsOf,
  variantFor,
} from "../record";
import { assessGuard, blocksOnTest, type Guard } from "../safety";
import { barredBy } from "./barred";
import { type Irritability, type Position, runKey, type Side, type SourceId, SOURCES } from "../vocabulary";

/** What every weighing of a test rests on. */
export type Planning = {
  readonly state: ExamState;
  readonly settings: ReadingSettings;
  readonly evidence: EvidenceSet;
  readonly guard: Guard;
  readonly context: ReadingContext;
  readonly runs: readonly Run[];
  readonly position: Position | null;
  readonly factor: number;
  readonly canRun: (protocol: Protocol, side: Side | null) => boolean;
  /** Whether the complaint gives a reason to ask about it. */
  readonly asksAbout: (source: SourceId, side: Side | null) => boolean;
};

const IRRITABILITY_COST: Record<Irritability, number> = { low: 1, moderate: 1.5, high: 2.5 };

/** Whether a test can be done as it is meant: none of its stages but those that let go is blocked. */
function isWhole(guard: Guard, protocol: Protocol, variant: Variant, side: Side | null): boolean {
  const { stages } = blocksOnTest(guard, protocol, variant, side);
  return stagesOf(protocol, variant).every((stage) => kindOf(stage) === "release" || !stages.has(stage.id));
}

/** Everything a weighing rests on, worked out once for all of it. */
export function planningOf(state: ExamState, evidence: EvidenceSet): Planning {
  const settings = settingsOf(state);
  const guard = assessGuard(state);
  const runs = effectiveRuns(state.runs);
  const done = new Set(runs.map(({ test, side }) => runKey(test, side)));
  const left = new Set(state.skips.map(({ test, side }) => runKey(test, side)));
  const last = state.runs.at(-1);
  return {
    state,
    settings,
    evidence,
    guard,
    context: contextOf(state, evidence),
    runs,
    position: last ? protocolOf(last.test).position : null,
    factor: IRRITABILITY_COST[irritability(state).level ?? "low"],
    canRun: (protocol, side) =>
      !done.has(runKey(protocol.id, side)) &&
      !left.has(runKey(protocol.id, side)) &&
      barredBy(state, protocol, side) === null &&
      isEarned(protocol, side, runs, settings) &&
      isWhole(guard, protocol, variantFor(protocol, settings), side),
    asksAbout: (source, side) => state.areas.length === 0 || hasSymptom(state, source, side),
  };
}

export const costOf = ({ burden }: Protocol, { factor }: Planning): number => burden * factor;

/** A source that would change what is done today counts twice. */
export const weightOf = (source: SourceId): number => ("changesManagement" in SOURCES[source] ? 2 : 1);

/** The headline word of a source at a probability. */
export const wordOf =
  (source: SourceId, start: number, { settings }: Planning) =>
  (probability: number): Word =>
    wordFor(
      { probability, start, evidence: probability - start, neverUnlikely: "neverUnlikely" in SOURCES[source] },
      settings,
    ).word;
