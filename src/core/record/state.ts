import type { Protocol } from "../knowledge";
import type { Irritability, Place, Quality, Reaction, Response, Side } from "../vocabulary";
import type { Actor, EventBody, EventOf, ExamEvent } from "./events";
import type { ReadingSettings } from "./settings";

export type Area = EventBody<"area-recorded">;
export type RestRating = EventBody<"rest-rated">;

/** What is known of one stage of a run. */
export type StageRecord = {
  response: Response | null;
  /** Of a release or relief step: its effect; of an observe stage: the option. */
  answer: string | null;
  places: readonly Place[];
  intensity: number | null;
  reactions: readonly Reaction[];
  qualities: readonly Quality[];
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
  readonly stages: Readonly<Record<string, StageRecord>>;
  /** Numbers read, by the measure's id. */
  readonly measures: Readonly<Record<string, number>>;
  /** What was seen or felt beside the answers, by the sign's id. */
  readonly signs: Readonly<Record<string, string>>;
  /** How sore it left them, and how many minutes that took to settle; minutes null: not settled yet. */
  readonly soreness: { readonly intensity: number; readonly minutes: number | null } | null;
  /** How many techniques had been logged when it began. */
  readonly techniquesBefore: number;
  readonly stopped: { readonly reason: string; readonly note: string } | null;
};

export type NeuroFinding = EventBody<"neuro-recorded">["findings"][number];

export type Amendment = { readonly event: ExamEvent; readonly reason: string };

/** Everything an exam's events add up to. Derived each time, never stored. */
export type ExamState = {
  readonly id: string;
  readonly opened: EventOf<"exam-opened"> | null;
  settings: ReadingSettings | null;
  settingsReason: string;
  /** The version of the evidence it is read under. */
  evidenceVersion: string;
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
  /** How many runs there were when the guard was last answered, and when the baseline was last recorded. */
  guardAnsweredAfter: number;
  neuroRecordedAfter: number;
  rest: RestRating | null;
  runs: readonly Run[];
  skips: readonly (EventBody<"test-skipped"> & { event: string })[];
  stops: readonly (EventBody<"run-stopped"> & { event: string })[];
  /** The tests chosen for this exam and their order; null: the region's usual sheet. */
  sheet: EventBody<"sheet-set"> | null;
  postponed: readonly EventBody<"test-postponed">[];
  neuro: readonly NeuroFinding[];
  techniques: readonly (EventBody<"technique-logged"> & { event: string; at: string; actor: Actor })[];
  notes: readonly { event: string; text: string; at: string; actor: Actor; run: string | null; stage: string | null }[];
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
