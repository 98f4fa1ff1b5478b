import type { Protocol } from "../knowledge/protocols";
import type { Irritability, Reaction, Response } from "../vocabulary/examination";
import type { Place } from "../vocabulary/sites";
import type { Side } from "../vocabulary/sides";
import type { Actor, EventBody, EventOf, ExamEvent } from "./events";
import type { ReadingSettings } from "./settings";

export type Area = EventBody<"area-recorded">;
export type RestRating = EventBody<"rest-rated">;

/** What is known of one stage of a run. */
export type StageRecord = {
  response: Response | null;
  places: readonly Place[];
  intensity: number | null;
  reactions: readonly Reaction[];
  dose: Pick<EventBody<"dose-recorded">, "force" | "seconds" | "thrusts"> | null;
  skipped: string | null;
};

/** One time a test was done on one side. */
export type Run = {
  readonly id: string;
  readonly test: Protocol["id"];
  readonly side: Side | null;
  readonly variant: EventBody<"run-started">["variant"];
  readonly startedBy: string;
  readonly at: string;
  /** The symptom at rest when it began; null when it was not rated. */
  readonly rest: RestRating | null;
  readonly stages: Record<string, StageRecord>;
  stopped: { reason: string; note: string } | null;
};

export type Amendment = { readonly event: ExamEvent; readonly reason: string };

/** Everything an exam's events add up to. Derived each time, never stored. */
export type ExamState = {
  readonly id: string;
  readonly opened: EventOf<"exam-opened"> | null;
  settings: ReadingSettings | null;
  settingsReason: string;
  areas: readonly Area[];
  familiar: EventBody<"familiar-chosen"> | null;
  history: EventBody<"history-recorded"> | null;
  centralisation: EventBody<"centralisation-recorded">["answer"] | null;
  consent: EventBody<"consent-recorded"> | null;
  guardAnswers: Readonly<Record<string, string>>;
  overrides: Readonly<Record<string, { reason: string; actor: Actor; at: string }>>;
  acknowledged: Readonly<Record<string, { action: string; actor: Actor; at: string }>>;
  /** A run was stopped for a reason that asks the guard again, and it was not answered since. */
  guardAskedAgain: boolean;
  rest: RestRating | null;
  runs: readonly Run[];
  skips: readonly (EventBody<"test-skipped"> & { event: string })[];
  stops: readonly (EventBody<"run-stopped"> & { event: string })[];
  notes: readonly { event: string; text: string; at: string; actor: Actor }[];
  starts: readonly EventBody<"start-set">[];
  signed: EventOf<"exam-signed"> | null;
  amendments: readonly Amendment[];
  /** Ids of every event of the exam. */
  known: ReadonlySet<string>;
  /** Ids of the events that were taken back. */
  retracted: ReadonlySet<string>;
};

/** How irritable the symptom is, and why it is called so. */
export type IrritabilityReading = { readonly level: Irritability | null; readonly reason: string };
