"use client";

import { useState } from "react";
import { answerDraft, clearDrafts, copyDrafts, runPosition, type RunPosition } from "@/core/admission";
import {
  type EventBody,
  type EventDraft,
  ageAtExam,
  type Ladder,
  type MeasuredHow,
  type RepeatReason,
  type Run,
  settingsOf,
  type StageRecord,
  variantFor,
} from "@/core/record";
import { type Stage, type Variant } from "@/core/knowledge";
import { expecting, type Measure, nearest, startOfMeasure } from "@/core/measurement";
import { painfulSides, type SheetStep } from "@/core/planning";
import { type Place, type Quality, type Reaction } from "@/core/vocabulary";
import { useExam } from "../exam/exam-provider";

export type TestActions = {
  readonly run: Run | null;
  /** The run of before the last technique; what is answered now belongs to a new one. */
  readonly before: Run | null;
  readonly ladder: Ladder | null;
  /** The ladder's rungs; before the run begins, those it will have. */
  readonly rungs: Ladder["rungs"];
  /** The stage that is asked about, or the one whose answer can be added to. */
  readonly stage: Stage;
  readonly record: StageRecord | null;
  /** The stage that brought something on, whose place and strength are asked; null when none did. */
  readonly feltStage: Stage | null;
  readonly feltRecord: StageRecord | null;
  /** The other side's run of the same test. */
  readonly otherRun: Run | null;
  /** The same, when it was done the same way: only then are numbers compared. */
  readonly likeRun: Run | null;
  readonly variant: Variant;
  /** The numbers the test reads, each with what is expected of this person and this way of doing it. */
  readonly measures: readonly Measure[];
  readonly setVariant: (change: Variant) => void;
  readonly answer: (answer: string) => Promise<unknown>;
  /** Theirs, and where: one press. */
  readonly theirsAt: (place: Place) => Promise<unknown>;
  readonly toggleFelt: (place: Place) => Promise<unknown>;
  readonly rate: (intensity: number) => Promise<unknown>;
  /** A step up or down from what is recorded, or from `from` when nothing is. */
  readonly rateBy: (steps: number, from: number) => Promise<unknown>;
  readonly toggleReaction: (reaction: Reaction) => Promise<unknown>;
  /** Which of several symptoms of theirs it was. */
  readonly sayWhich: (symptom: string) => Promise<unknown>;
  readonly toggleQuality: (quality: Quality) => Promise<unknown>;
  /** How: with what it was measured; left out, it was read and typed. */
  readonly measure: (id: string, value: number | null, how?: MeasuredHow) => Promise<unknown>;
  /** A step up or down from what is recorded, or from the middle of what is expected; within its range. */
  readonly measureBy: (measure: Measure, steps: number) => Promise<unknown>;
  readonly note: (sign: string, option: string | null) => Promise<unknown>;
  readonly giveDose: (change: Partial<EventBody<"dose-recorded">>) => void;
  readonly leaveStageOut: (reason: string) => void;
  /** Every stage still open is answered with its ordinary answer, each recorded. */
  readonly nothingCame: () => Promise<unknown>;
  /** The other side's answers again, each recorded; null when there is no other side to take them from. */
  readonly sameAsOther: (() => Promise<unknown>) | null;
  readonly sore: (intensity: number, minutes: number | null) => void;
  /** Done again; the reason where a run with an answer stands and no technique is between. */
  readonly repeat: (again?: RepeatReason) => void;
  readonly retract: () => void;
  readonly writeNote: (text: string) => Promise<unknown>;
};

const NO_DOSE = { force: null, seconds: null, thrusts: null };

/** The way this exam does the test unless they say otherwise here. */
function useVariant(step: SheetStep): [Variant, (change: Variant) => void] {
  const { state } = useExam();
  const [changes, setChanges] = useState<{ key: string; change: Variant }>({ key: step.key, change: {} });
  const own = changes.key === step.key ? changes.change : {};
  return [
    {
      ...variantFor(step.protocol, settingsOf(state)),
      ...(step.protocol.position === "side-lying" && !step.side ? { sideUp: painfulSides(state)[0] ?? "right" } : {}),
      ...own,
    },
    (change) => setChanges({ key: step.key, change: { ...own, ...change } }),
  ];
}

/** The score a step up or down gives, within the scale. */
export const stepped = (record: StageRecord | null, steps: number, from: number): number =>
  Math.min(10, Math.max(0, (record?.intensity ?? from) + steps));

const flip = <T>(list: readonly T[] | undefined, item: T): T[] =>
  list?.includes(item) ? list.filter((other) => other !== item) : [...(list ?? []), item];

type FeltChange = (record: StageRecord | null) => Partial<EventBody<"felt-recorded">>;

/** Where, how bad and what it was like, at the stage that brought it on: what is known with one thing changed. */
function feltDraft({ stage, record, feltStage, feltRecord }: RunPosition, run: string, change: FeltChange): EventDraft {
  const from = feltStage ? feltRecord : record;
  return {
    type: "felt-recorded",
    body: {
      places: [...(from?.places ?? [])],
      intensity: from?.intensity ?? null,
      reactions: [...(from?.reactions ?? [])],
      qualities: [...(from?.qualities ?? [])],
      ...change(from),
      run,
      stage: (feltStage ?? stage).id,
    },
  };
}

/** Theirs at a stage, and where; a place more when theirs is there already. */
function theirsDrafts(position: RunPosition, stage: Stage, run: string, place: Place): EventDraft[] {
  const record = position.run?.stages[stage.id] ?? null;
  const isTheirs = record?.response === "familiar";
  if (isTheirs && record.places.includes(place)) return [];
  return [
    ...(isTheirs ? [] : [answerDraft(stage, run, "familiar")]),
    feltDraft({ ...position, feltStage: stage, feltRecord: isTheirs ? record : null }, run, (known) => ({
      places: [...(known?.places ?? []), place],
    })),
  ];
}

export const startDraft = (
  { protocol, side }: SheetStep,
  variant: Variant,
  run: string,
  again?: RepeatReason,
): EventDraft => ({
  type: "run-started",
  body: { run, test: protocol.id, side, variant: { ...variant }, ...(again ? { again } : {}) },
});

/** Everything that can be done at the table for one test on one side. */
export function useTest(step: SheetStep): TestActions {
  const { state, append, appendFrom, newId } = useExam();
  const [preset, setVariant] = useVariant(step);
  const shown = runPosition(state, step, preset);

  /** A run begins with the first thing that is recorded in it: one tap, both events. */
  const onRun = (make: (position: RunPosition, run: string) => EventDraft[]) =>
    appendFrom((latest) => {
      const position = runPosition(latest, step, preset);
      if (position.run) return make(position, position.run.id);
      const run = newId();
      const made = make(position, run);
      return made.length ? [startDraft(step, preset, run), ...made] : [];
    });
  const felt = (change: FeltChange) => onRun((position, run) => [feltDraft(position, run, change)]);

  const variant = shown.run?.variant ?? preset;
  return {
    ...shown,
    variant,
    measures: step.protocol.measures.map((measure) => expecting(measure, { variant, age: ageAtExam(state) })),
    setVariant,
    /** Names the stage that was on the screen, so that a second quick tap never answers the next one. */
    answer: (answer) => {
      const { stage } = shown;
      return onRun(({ run: there }, run) => {
        const record = there?.stages[stage.id];
        return (record?.response ?? record?.answer) === answer ? [] : [answerDraft(stage, run, answer)];
      });
    },
    theirsAt: (place) => onRun((position, run) => theirsDrafts(position, shown.stage, run, place)),
    toggleFelt: (place) => felt((record) => ({ places: flip(record?.places, place) })),
    rate: (intensity) => felt(() => ({ intensity })),
    rateBy: (steps, from) => felt((record) => ({ intensity: stepped(record, steps, from) })),
    toggleReaction: (reaction) => felt((record) => ({ reactions: flip(record?.reactions, reaction) })),
    sayWhich: (symptom) => felt(() => ({ symptom })),
    toggleQuality: (quality) => felt((record) => ({ qualities: flip(record?.qualities, quality) })),
    measure: (id, value, how) =>
      onRun(({ run: there }, run) =>
        (there?.measures[id] ?? null) === value && !how
          ? []
          : [{ type: "measure-recorded", body: { run, measure: id, value, ...(how ? { how } : {}) } }],
      ),
    measureBy: (measure, steps) =>
      onRun(({ run: there }, run) => {
        const { id, step: size = 1 } = measure;
        const value = nearest(measure, (there?.measures[id] ?? startOfMeasure(measure)) + steps * size);
        return [{ type: "measure-recorded", body: { run, measure: id, value } }];
      }),
    note: (sign, option) => onRun((_at, run) => [{ type: "sign-recorded", body: { run, sign, option } }]),
    giveDose: (change) =>
      void onRun(({ stage, record }, run) => [
        { type: "dose-recorded", body: { ...NO_DOSE, ...record?.dose, ...change, run, stage: stage.id } },
      ]),
    leaveStageOut: (reason) =>
      void onRun(({ stage }, run) => [{ type: "stage-skipped", body: { run, stage: stage.id, reason } }]),
    nothingCame: () => onRun((position, run) => clearDrafts(position, preset, step, run)),
    sameAsOther:
      shown.otherRun && !shown.run
        ? () => onRun(({ otherRun }, run) => (otherRun ? copyDrafts(otherRun, run) : []))
        : null,
    sore: (intensity, minutes) =>
      void onRun((_at, run) => [{ type: "soreness-recorded", body: { run, intensity, minutes } }]),
    repeat: (again) => void append(startDraft(step, preset, newId(), again)),
    retract: () =>
      void appendFrom((latest) => {
        const { run } = runPosition(latest, step, preset);
        return run ? [{ type: "event-retracted", body: { event: run.startedBy, reason: "test retracted" } }] : [];
      }),
    writeNote: (text) => {
      const { stage } = shown;
      return appendFrom((latest) => {
        const { run } = runPosition(latest, step, preset);
        return [{ type: "note-written", body: { text, ...(run ? { run: run.id } : {}), stage: stage.id } }];
      });
    },
  };
}
