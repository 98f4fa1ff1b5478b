import { type Protocol, protocolOf, type Stage } from "../knowledge";
import type { Force } from "../measurement";
import type { Channel } from "./envelope";
import type { MeasuredHow } from "./measured-how";
import {
  currentId,
  type Effect,
  type LimbNoted,
  type Place,
  type Quality,
  type Reaction,
  type Response,
  type Side,
} from "../vocabulary";
import type { RestRating } from "./events/complaint";

/** What is known of one stage of a run. */
export type StageRecord = {
  response: Response | null;
  /** Of a release or relief step: its effect; of an observe stage: the option. */
  answer: string | null;
  places: readonly Place[];
  intensity: number | null;
  reactions: readonly Reaction[];
  qualities: readonly Quality[];
  /** Which of their symptoms came, by its area, where more than one is named. */
  symptom: string | null;
  dose: StageDose | null;
  skipped: string | null;
  /** Of a stage that holds a position and then presses in it: what the position alone brought on, before the press. */
  position: {
    readonly response: Response;
    readonly places: readonly Place[];
    readonly intensity: number | null;
  } | null;
};

/** What a stage was given; null where it was not measured. */
export type StageDose = {
  readonly force: Force | null;
  readonly seconds: number | null;
  readonly thrusts: number | null;
};

/** Why a test is done again before any treatment; the last of them counts for nothing. */
export const REPEAT_REASONS = [
  "pain under the hand",
  "the dose was wrong",
  "the hand moved",
  "with more force",
  "only because nothing came",
] as const;
export type RepeatReason = (typeof REPEAT_REASONS)[number];

/** What somebody said themselves of a stage, and by which channel it came. */
export type Reported = {
  readonly event: string;
  readonly channel: Channel | null;
  readonly stage: string;
  readonly says: Response | Effect;
  readonly places: readonly Place[];
  readonly intensity: number | null;
};

/** One time a test was done on one side. */
export type Run = {
  readonly id: string;
  readonly test: Protocol["id"];
  readonly side: Side | null;
  readonly variant: Readonly<Record<string, string>>;
  readonly startedBy: string;
  readonly at: string;
  /** The version it was recorded under: it has the stages that the test had then. */
  readonly v: number;
  /** Where each symptom of the complaint was when it began, by its area; the first one under "". */
  readonly drawn: Readonly<Record<string, readonly Place[]>>;
  /** The symptom at rest when it began; null when it was not rated. */
  readonly rest: RestRating | null;
  readonly stages: Readonly<Record<string, StageRecord>>;
  /** Numbers read, by the measure's id. */
  readonly measures: Readonly<Record<string, number>>;
  /** With what each of them was measured, where that was told. */
  readonly measured: Readonly<Record<string, MeasuredHow>>;
  /** What they said themselves, on a pad: kept beside the answers, whatever was recorded. */
  readonly reports: readonly Reported[];
  /** What was seen or felt beside the answers, by the sign's id. */
  readonly signs: Readonly<Record<string, string>>;
  /** How sore it left them, and how many minutes that took to settle; minutes null: not settled yet. */
  readonly soreness: { readonly intensity: number; readonly minutes: number | null } | null;
  /** How many techniques the course had had when it began. */
  readonly techniquesBefore: number;
  /** They could not say reliably what they felt when it began: no answer of theirs is read. */
  readonly isUnreliable: boolean;
  /** A limb it takes had no feeling when it began: what it brings on there cannot be felt. */
  readonly isUnfelt: boolean;
  /** What was not as usual of the limbs it takes, on either side, when it began: the other side is no measure for this one. */
  readonly limbs: readonly LimbNoted[];
  /** Done in their wheelchair. */
  readonly inChair: boolean;
  /** Both sides of the upper or lower body it tests were sore when it began: the other side is no measure for this one. */
  readonly bothSore: boolean;
  /** Why it was repeated; null when it was not, or nobody said. */
  readonly again: RepeatReason | null;
  /** First done after treatment began, and added to the reading by hand. */
  readonly isCounted: boolean;
  readonly stopped: { readonly reason: string; readonly note: string } | null;
};

/** A state whose runs are being added to. */
export type RunsDraft = { readonly runs: Run[] };

const emptyStage = (): StageRecord => ({
  response: null,
  answer: null,
  places: [],
  intensity: null,
  reactions: [],
  qualities: [],
  symptom: null,
  dose: null,
  skipped: null,
  position: null,
});

/** Puts a changed copy in a run's place, if it is (still) there: what was read of a run stays true of that object. */
export function changeRun({ runs }: RunsDraft, id: string, change: (run: Run) => Partial<Run>): void {
  const index = runs.findLastIndex((run) => run.id === id);
  const run = runs[index];
  if (run) runs[index] = { ...run, ...change(run) };
}

/** The id a stage of a run's test goes by today. */
export const stageToday = (run: Pick<Run, "test">, stage: string): string =>
  currentId(protocolOf(run.test).stages, stage);

/** The id an answer to a stage goes by today: its options may have been renamed. */
export const answerToday = (run: Pick<Run, "test">, stage: string, answer: string): string =>
  currentId(protocolOf(run.test).stages.find(({ id }) => id === stageToday(run, stage))?.options ?? [], answer);

/** The id a number goes by today. */
export const measureToday = (run: Pick<Run, "test">, measure: string): string =>
  currentId(protocolOf(run.test).measures, measure);

/** The ids a sign and what was seen of it go by today. */
export function signToday(
  run: Pick<Run, "test">,
  sign: string,
  option: string | null,
): readonly [sign: string, option: string | null] {
  const { signs } = protocolOf(run.test);
  const id = currentId(signs, sign);
  const options = signs.find((known) => known.id === id)?.options ?? [];
  return [id, option === null ? null : currentId(options, option)];
}

/** The same for one stage of it, under the id that it goes by today. */
export const changeStage = (draft: RunsDraft, run: string, stage: string, change: Partial<StageRecord>): void =>
  changeRun(draft, run, (changed) => {
    const id = stageToday(changed, stage);
    return { stages: { ...changed.stages, [id]: { ...(changed.stages[id] ?? emptyStage()), ...change } } };
  });

/** A run with nothing in it yet. */
export const newRun = (
  begun: Pick<Run, "id" | "test" | "side" | "variant" | "startedBy" | "at" | "v"> &
    Partial<
      Pick<
        Run,
        "rest" | "drawn" | "techniquesBefore" | "bothSore" | "isUnreliable" | "isUnfelt" | "limbs" | "inChair" | "again"
      >
    >,
): Run => ({
  rest: null,
  drawn: {},
  techniquesBefore: 0,
  bothSore: false,
  isUnreliable: false,
  isUnfelt: false,
  limbs: [],
  inChair: false,
  again: null,
  ...begun,
  stages: {},
  measures: {},
  measured: {},
  reports: [],
  signs: {},
  soreness: null,
  isCounted: false,
  stopped: null,
});

/**
 * The run as it would be with one more stage answered, in the form its kind takes.
 *
 * @example ladderOf(withAnswer(run, stage, "nothing")).here
 */
export function withAnswer(run: Run, { id, kind = "provoke" }: Pick<Stage, "id" | "kind">, answer: string): Run {
  const draft: RunsDraft = { runs: [run] };
  changeStage(draft, run.id, id, kind === "provoke" ? { response: answer as Response } : { answer });
  return draft.runs[0]!;
}

/** The same values without one of them, or with it at a new value. */
export function withValue<T>(values: Readonly<Record<string, T>>, id: string, value: T | null): Record<string, T> {
  const { [id]: _left, ...rest } = values;
  return value === null ? rest : { ...rest, [id]: value };
}
