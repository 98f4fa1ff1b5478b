import type { EvidenceSet } from "../evidence";
import type { Protocol } from "../knowledge";
import { type ReadingContext, type Word, wordFor } from "../reading";
import type { ExamState, ReadingSettings, Run } from "../record";
import type { Guard } from "../safety";
import { type Position, type Side, type SourceId, SOURCES } from "../vocabulary";

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
