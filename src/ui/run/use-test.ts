"use client";

import { useState } from "react";
import type { EventBody } from "@/core/exam/events";
import { type Ladder, ladderOf } from "@/core/exam/ladder";
import type { ExamState, Run, StageRecord } from "@/core/exam/state";
import { painfulSides, type SheetStep } from "@/core/planning/run-sheet";
import type { Stage } from "@/core/knowledge/protocols";
import type { Reaction, Response } from "@/core/vocabulary/examination";
import type { Place } from "@/core/vocabulary/sites";
import type { Draft } from "../exam/exam-client";
import { useExam } from "../exam/exam-provider";

export type Variant = EventBody<"run-started">["variant"];

export type TestActions = {
  readonly run: Run | null;
  readonly ladder: Ladder | null;
  /** The stage that is asked about, or the one whose answer can be added to. */
  readonly stage: Stage;
  readonly record: StageRecord | null;
  readonly variant: Variant;
  readonly setVariant: (change: Partial<Variant>) => void;
  readonly respond: (response: Response) => Promise<unknown>;
  readonly toggleFelt: (place: Place) => void;
  readonly rate: (intensity: number) => void;
  /** A step up or down from what is recorded, or from `from` when nothing is. */
  readonly rateBy: (steps: number, from: number) => void;
  readonly toggleReaction: (reaction: Reaction) => void;
  readonly giveDose: (change: Partial<EventBody<"dose-recorded">>) => void;
  readonly leaveStageOut: (reason: string) => void;
  readonly repeat: () => void;
  readonly retract: () => void;
};

const NO_DOSE = { force: null, seconds: null, thrusts: null };

/** The way this practitioner does the test unless they say otherwise here. */
function useVariant(step: SheetStep): [Variant, (change: Partial<Variant>) => void] {
  const { state, profile } = useExam();
  const [changes, setChanges] = useState<{ key: string; change: Partial<Variant> }>({ key: step.key, change: {} });
  const { work } = profile.settings;
  const options = (school: string) =>
    step.protocol.schools.find(({ id }) => id === school)?.options.map(({ id }) => id) ?? [];
  const preferred = (school: string, wanted: string) =>
    options(school).includes(wanted) ? wanted : options(school)[0];
  const [contact, hand] = [preferred("contact", work.contact), preferred("hand", work.hands)];
  const variant: Variant = {
    dose: state.settings?.dose ?? "steady",
    ...(contact ? { contact } : {}),
    ...(hand ? { hand } : {}),
    ...(step.protocol.position === "side-lying" ? { sideUp: painfulSides(state)[0] ?? "right" } : {}),
    ...(changes.key === step.key ? changes.change : {}),
  };
  return [
    variant,
    (change) =>
      setChanges({ key: step.key, change: { ...(changes.key === step.key ? changes.change : {}), ...change } }),
  ];
}

/** Where the test stands in a state: its last run, its ladder, and the stage that is asked about. */
function standing(state: ExamState, { protocol, side }: SheetStep, preset: Variant) {
  const run = state.runs.findLast((candidate) => candidate.test === protocol.id && candidate.side === side) ?? null;
  const ladder = run && ladderOf(run);
  const answered = ladder?.rungs.findLast(({ record }) => record?.response);
  const stage = ladder?.here ?? answered?.stage ?? protocol.stages[(run?.variant ?? preset).dose][0]!;
  return { run, ladder, stage, record: run?.stages[stage.id] ?? null };
}
type Standing = ReturnType<typeof standing>;

const flip = <T>(list: readonly T[] | undefined, item: T): T[] =>
  list?.includes(item) ? list.filter((other) => other !== item) : [...(list ?? []), item];

/** Everything that can be done at the table for one test on one side. */
export function useTest(step: SheetStep): TestActions {
  const { state, append, appendFrom, newId } = useExam();
  const [preset, setVariant] = useVariant(step);
  const { protocol, side } = step;
  const shown = standing(state, step, preset);

  /** A run begins with the first thing that is recorded in it: one tap, both events. */
  const onRun = (make: (at: Standing, run: string) => Draft[]) =>
    appendFrom((latest) => {
      const at = standing(latest, step, preset);
      if (at.run) return make(at, at.run.id);
      const run = newId();
      return [{ type: "run-started", body: { run, test: protocol.id, side, variant: preset } }, ...make(at, run)];
    });
  const felt = (change: (record: StageRecord | null) => Partial<EventBody<"felt-recorded">>) =>
    onRun(({ stage, record }, run) => [
      {
        type: "felt-recorded",
        body: {
          places: [...(record?.places ?? [])],
          intensity: record?.intensity ?? null,
          reactions: [...(record?.reactions ?? [])],
          ...change(record),
          run,
          stage: stage.id,
        },
      },
    ]);

  return {
    ...shown,
    variant: shown.run?.variant ?? preset,
    setVariant,
    /** Names the stage that was on the screen, so that a second quick tap never answers the next one. */
    respond: (response) => {
      const stage = shown.stage.id;
      return onRun(({ run: there }, run) =>
        there?.stages[stage]?.response === response
          ? []
          : [{ type: "response-recorded", body: { run, stage, response } }],
      );
    },
    toggleFelt: (place) => void felt((record) => ({ places: flip(record?.places, place) })),
    rate: (intensity) => void felt(() => ({ intensity })),
    rateBy: (steps, from) =>
      void felt((record) => ({ intensity: Math.min(10, Math.max(0, (record?.intensity ?? from) + steps)) })),
    toggleReaction: (reaction) => void felt((record) => ({ reactions: flip(record?.reactions, reaction) })),
    giveDose: (change) =>
      void onRun(({ stage, record }, run) => [
        { type: "dose-recorded", body: { ...NO_DOSE, ...record?.dose, ...change, run, stage: stage.id } },
      ]),
    leaveStageOut: (reason) =>
      void onRun(({ stage }, run) => [{ type: "stage-skipped", body: { run, stage: stage.id, reason } }]),
    repeat: () =>
      void append({ type: "run-started", body: { run: newId(), test: protocol.id, side, variant: preset } }),
    retract: () =>
      void appendFrom((latest) => {
        const { run } = standing(latest, step, preset);
        return run ? [{ type: "event-retracted", body: { event: run.startedBy, reason: "test retracted" } }] : [];
      }),
  };
}
