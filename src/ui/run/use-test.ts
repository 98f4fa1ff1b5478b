"use client";

import { useState } from "react";
import type { EventBody } from "@/core/exam/events";
import { type Ladder, ladderOf } from "@/core/exam/ladder";
import type { Run, StageRecord } from "@/core/exam/state";
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
  readonly respond: (response: Response) => void;
  readonly toggleFelt: (place: Place) => void;
  readonly rate: (intensity: number) => void;
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

/** Everything that can be done at the table for one test on one side. */
export function useTest(step: SheetStep): TestActions {
  const { state, append, newId } = useExam();
  const [preset, setVariant] = useVariant(step);
  const { protocol, side } = step;
  const run = state.runs.findLast((candidate) => candidate.test === protocol.id && candidate.side === side) ?? null;
  const ladder = run && ladderOf(run);
  const variant = run?.variant ?? preset;
  const stages = protocol.stages[variant.dose];
  const answered = ladder?.rungs.findLast(({ record }) => record?.response);
  const stage = ladder?.here ?? answered?.stage ?? stages[0]!;
  const record = run?.stages[stage.id] ?? null;

  /** A run begins with the first thing that is recorded in it: one tap, both events. */
  const onRun = (drafts: (run: string) => Draft[]) => {
    if (run) return void append(...drafts(run.id));
    const id = newId();
    return void append({ type: "run-started", body: { run: id, test: protocol.id, side, variant } }, ...drafts(id));
  };
  const felt = (change: Partial<EventBody<"felt-recorded">>) =>
    onRun((id) => [
      {
        type: "felt-recorded",
        body: {
          places: [...(record?.places ?? [])],
          intensity: record?.intensity ?? null,
          reactions: [...(record?.reactions ?? [])],
          ...change,
          run: id,
          stage: stage.id,
        },
      },
    ]);
  const flip = <T>(list: readonly T[] | undefined, item: T): T[] =>
    list?.includes(item) ? list.filter((other) => other !== item) : [...(list ?? []), item];

  return {
    run,
    ladder,
    stage,
    record,
    variant,
    setVariant,
    respond: (response) => {
      if (record?.response !== response)
        onRun((id) => [{ type: "response-recorded", body: { run: id, stage: stage.id, response } }]);
    },
    toggleFelt: (place) => felt({ places: flip(record?.places, place) }),
    rate: (intensity) => felt({ intensity }),
    toggleReaction: (reaction) => felt({ reactions: flip(record?.reactions, reaction) }),
    giveDose: (change) =>
      onRun((id) => [
        { type: "dose-recorded", body: { ...NO_DOSE, ...record?.dose, ...change, run: id, stage: stage.id } },
      ]),
    leaveStageOut: (reason) => onRun((id) => [{ type: "stage-skipped", body: { run: id, stage: stage.id, reason } }]),
    repeat: () =>
      void append({ type: "run-started", body: { run: newId(), test: protocol.id, side, variant: preset } }),
    retract: () =>
      run && void append({ type: "event-retracted", body: { event: run.startedBy, reason: "test retracted" } }),
  };
}
