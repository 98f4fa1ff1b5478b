"use client";

import { useState } from "react";
import { type Stage, stagesOf, type Variant } from "@/core/knowledge";
import type { Measure } from "@/core/measurement";
import { painfulSides, type SheetStep } from "@/core/planning";
import {
  DEFAULT_READING_SETTINGS,
  type EventBody,
  type ExamState,
  isAnswered,
  isLike,
  kindOf,
  type Ladder,
  ladderOf,
  type Run,
  type StageRecord,
  variantFor,
} from "@/core/record";
import { otherSide, type Place, placeParts, type Quality, type Reaction, type Response } from "@/core/vocabulary";
import type { Draft } from "@/sync/exam-client";
import { useExam } from "../exam/exam-provider";

export type TestActions = {
  readonly run: Run | null;
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
  readonly setVariant: (change: Variant) => void;
  readonly answer: (answer: string) => Promise<unknown>;
  readonly toggleFelt: (place: Place) => Promise<unknown>;
  readonly rate: (intensity: number) => Promise<unknown>;
  /** A step up or down from what is recorded, or from `from` when nothing is. */
  readonly rateBy: (steps: number, from: number) => Promise<unknown>;
  readonly toggleReaction: (reaction: Reaction) => Promise<unknown>;
  readonly toggleQuality: (quality: Quality) => Promise<unknown>;
  readonly measure: (id: string, value: number | null) => Promise<unknown>;
  /** A step up or down from what is recorded, or from the middle of what is expected; within its range. */
  readonly measureBy: (measure: Measure, steps: number) => Promise<unknown>;
  readonly note: (sign: string, option: string | null) => Promise<unknown>;
  readonly giveDose: (change: Partial<EventBody<"dose-recorded">>) => void;
  readonly leaveStageOut: (reason: string) => void;
  /** Every stage still open is answered with its ordinary answer, each recorded. */
  readonly allClear: () => Promise<unknown>;
  /** The other side's answers again, each recorded; null when there is no other side to take them from. */
  readonly sameAsOther: (() => Promise<unknown>) | null;
  readonly sore: (intensity: number, minutes: number | null) => void;
  readonly repeat: () => void;
  readonly retract: () => void;
};

const NO_DOSE = { force: null, seconds: null, thrusts: null };

/** The way this exam does the test unless they say otherwise here. */
function useVariant(step: SheetStep): [Variant, (change: Variant) => void] {
  const { state } = useExam();
  const [changes, setChanges] = useState<{ key: string; change: Variant }>({ key: step.key, change: {} });
  const own = changes.key === step.key ? changes.change : {};
  return [
    {
      ...variantFor(step.protocol, state.settings ?? DEFAULT_READING_SETTINGS),
      ...(step.protocol.position === "side-lying" && !step.side ? { sideUp: painfulSides(state)[0] ?? "right" } : {}),
      ...own,
    },
    (change) => setChanges({ key: step.key, change: { ...own, ...change } }),
  ];
}

const brought = (record: StageRecord | null | undefined): boolean =>
  record?.response === "familiar" || record?.response === "other";

/** The stages a run will have, the first of them here. */
const comingRungs = (protocol: SheetStep["protocol"], preset: Variant): Ladder["rungs"] =>
  stagesOf(protocol, preset)
    .filter((stage) => kindOf(stage) !== "release" && !stage.due)
    .map((stage, index) => ({ stage, status: index === 0 ? "here" : "to come", record: null }));

/** Where the test stands in a state: its last run, its ladder, and the stage that is asked about. */
function runPosition(state: ExamState, { protocol, side }: SheetStep, preset: Variant) {
  const of = (at: typeof side) => state.runs.findLast((one) => one.test === protocol.id && one.side === at) ?? null;
  const run = of(side);
  const ladder = run && ladderOf(run);
  const rungs = ladder?.rungs ?? [];
  const feltStage = rungs.findLast(({ record }) => brought(record))?.stage ?? null;
  const feltRecord = feltStage ? (run?.stages[feltStage.id] ?? null) : null;
  const needsPlace = feltRecord?.response === "familiar" && feltRecord.places.length === 0;
  const answered = run && rungs.findLast(({ stage }) => isAnswered(stage, run));
  const stage =
    (needsPlace ? feltStage : null) ??
    ladder?.here ??
    answered?.stage ??
    stagesOf(protocol, run?.variant ?? preset)[0]!;
  const otherRun = side ? of(otherSide(side)) : null;
  return {
    run,
    ladder,
    rungs: ladder ? rungs : comingRungs(protocol, preset),
    stage,
    record: run?.stages[stage.id] ?? null,
    feltStage,
    feltRecord,
    otherRun,
    likeRun: otherRun && run && !isLike(run, otherRun) ? null : otherRun,
  };
}
type RunPosition = ReturnType<typeof runPosition>;

/** The score a step up or down gives, within the scale. */
export const stepped = (record: StageRecord | null, steps: number, from: number): number =>
  Math.min(10, Math.max(0, (record?.intensity ?? from) + steps));

const flip = <T>(list: readonly T[] | undefined, item: T): T[] =>
  list?.includes(item) ? list.filter((other) => other !== item) : [...(list ?? []), item];

const mirrored = (place: Place): Place => {
  const { site, side } = placeParts(place);
  return side === "central" ? place : (`${site}.${otherSide(side)}` as Place);
};

/** One answer to a stage, in the form its kind takes. */
function answerDraft(stage: Stage, run: string, answer: string): Draft {
  return kindOf(stage) === "provoke"
    ? { type: "response-recorded", body: { run, stage: stage.id, response: answer as Response } }
    : { type: "answer-recorded", body: { run, stage: stage.id, answer } };
}

/** The ordinary answer of each stage that still waits for one; numbers are left to be read. */
function clearDrafts({ run, ladder }: RunPosition, variant: Variant, step: SheetStep, id: string): Draft[] {
  const open = run
    ? ladder!.rungs.filter(({ status }) => status === "here" || status === "to come").map(({ stage }) => stage)
    : comingRungs(step.protocol, variant).map(({ stage }) => stage);
  return open.flatMap((stage) => {
    switch (kindOf(stage)) {
      case "provoke":
        return [answerDraft(stage, id, "nothing")];
      case "observe":
        return [answerDraft(stage, id, stage.options![0]!.id)];
      case "relief":
      case "release":
        return [answerDraft(stage, id, "unchanged")];
      default:
        return [];
    }
  });
}

/** What was recorded on the other side, as it would be recorded here. */
function copyDrafts(from: Run, id: string): Draft[] {
  const answers = ladderOf(from).rungs.flatMap(({ stage, record }): Draft[] => {
    const answer = record?.response ?? record?.answer;
    if (!answer || !record) return [];
    return [
      answerDraft(stage, id, answer),
      ...(record.places.length || record.intensity !== null
        ? [
            {
              type: "felt-recorded" as const,
              body: {
                run: id,
                stage: stage.id,
                places: record.places.map(mirrored),
                intensity: record.intensity,
                reactions: [],
                qualities: [...record.qualities],
              },
            },
          ]
        : []),
    ];
  });
  const signs = Object.entries(from.signs).map(([sign, option]): Draft => ({
    type: "sign-recorded",
    body: { run: id, sign, option },
  }));
  const measures = Object.entries(from.measures).map(([measure, value]): Draft => ({
    type: "measure-recorded",
    body: { run: id, measure, value },
  }));
  return [...answers, ...signs, ...measures];
}

/** Everything that can be done at the table for one test on one side. */
export function useTest(step: SheetStep): TestActions {
  const { state, append, appendFrom, newId } = useExam();
  const [preset, setVariant] = useVariant(step);
  const { protocol, side } = step;
  const shown = runPosition(state, step, preset);

  /** A run begins with the first thing that is recorded in it: one tap, both events. */
  const onRun = (make: (at: RunPosition, run: string) => Draft[]) =>
    appendFrom((latest) => {
      const at = runPosition(latest, step, preset);
      if (at.run) return make(at, at.run.id);
      const run = newId();
      const made = make(at, run);
      return made.length
        ? [{ type: "run-started", body: { run, test: protocol.id, side, variant: { ...preset } } }, ...made]
        : [];
    });
  const felt = (change: (record: StageRecord | null) => Partial<EventBody<"felt-recorded">>) =>
    onRun(({ stage, record, feltStage, feltRecord }, run) => {
      const at = feltStage ?? stage;
      const from = feltStage ? feltRecord : record;
      return [
        {
          type: "felt-recorded",
          body: {
            places: [...(from?.places ?? [])],
            intensity: from?.intensity ?? null,
            reactions: [...(from?.reactions ?? [])],
            qualities: [...(from?.qualities ?? [])],
            ...change(from),
            run,
            stage: at.id,
          },
        },
      ];
    });

  return {
    ...shown,
    variant: shown.run?.variant ?? preset,
    setVariant,
    /** Names the stage that was on the screen, so that a second quick tap never answers the next one. */
    answer: (answer) => {
      const { stage } = shown;
      return onRun(({ run: there }, run) => {
        const record = there?.stages[stage.id];
        return (record?.response ?? record?.answer) === answer ? [] : [answerDraft(stage, run, answer)];
      });
    },
    toggleFelt: (place) => felt((record) => ({ places: flip(record?.places, place) })),
    rate: (intensity) => felt(() => ({ intensity })),
    rateBy: (steps, from) => felt((record) => ({ intensity: stepped(record, steps, from) })),
    toggleReaction: (reaction) => felt((record) => ({ reactions: flip(record?.reactions, reaction) })),
    toggleQuality: (quality) => felt((record) => ({ qualities: flip(record?.qualities, quality) })),
    measure: (id, value) =>
      onRun(({ run: there }, run) =>
        (there?.measures[id] ?? null) === value
          ? []
          : [{ type: "measure-recorded", body: { run, measure: id, value } }],
      ),
    measureBy: ({ id, range, expected, step: size = 1 }, steps) =>
      onRun(({ run: there }, run) => {
        const from = there?.measures[id] ?? expected?.[0] ?? range[0];
        const value = Math.min(range[1], Math.max(range[0], from + steps * size));
        return [{ type: "measure-recorded", body: { run, measure: id, value } }];
      }),
    note: (sign, option) => onRun((_at, run) => [{ type: "sign-recorded", body: { run, sign, option } }]),
    giveDose: (change) =>
      void onRun(({ stage, record }, run) => [
        { type: "dose-recorded", body: { ...NO_DOSE, ...record?.dose, ...change, run, stage: stage.id } },
      ]),
    leaveStageOut: (reason) =>
      void onRun(({ stage }, run) => [{ type: "stage-skipped", body: { run, stage: stage.id, reason } }]),
    allClear: () => onRun((at, run) => clearDrafts(at, preset, step, run)),
    sameAsOther:
      shown.otherRun && !shown.run
        ? () => onRun(({ otherRun }, run) => (otherRun ? copyDrafts(otherRun, run) : []))
        : null,
    sore: (intensity, minutes) =>
      void onRun((_at, run) => [{ type: "soreness-recorded", body: { run, intensity, minutes } }]),
    repeat: () =>
      void append({ type: "run-started", body: { run: newId(), test: protocol.id, side, variant: { ...preset } } }),
    retract: () =>
      void appendFrom((latest) => {
        const { run } = runPosition(latest, step, preset);
        return run ? [{ type: "event-retracted", body: { event: run.startedBy, reason: "test retracted" } }] : [];
      }),
  };
}
