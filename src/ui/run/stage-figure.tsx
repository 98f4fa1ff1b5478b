"use client";

import { useMemo, useState } from "react";
import { poseOf, poseStart, STANDS } from "@/core/poses";
import type { SheetStep } from "@/core/planning";
import { MeasuredDrawing } from "../drawing/measured-drawing";
import { PositionDrawing } from "../drawing/position-drawing";
import { useLiveAngle } from "../hands/live-angle";
import { FIGURE_FRAME } from "./figure-frame";
import { useLoop } from "./use-loop";
import type { TestActions } from "./use-test";

/** The figure as this stage poses it; a goniometer where the stage reads an angle. It keeps to one number per stage. */
export function StageFigure({ step, test }: { step: SheetStep; test: TestActions }) {
  const still = useMemo(
    () => poseOf(step.protocol.id, test.stage.id, test.variant),
    [step.protocol.id, test.stage.id, test.variant],
  );
  const from = useMemo(
    () => poseStart(step.protocol.id, test.stage.id, test.variant),
    [step.protocol.id, test.stage.id, test.variant],
  );
  const pose = useLoop(from, still);
  const standing = STANDS[step.protocol.id];
  const measures = test.measures.filter(({ id, joint }) => joint && test.stage.measures?.includes(id));
  const [id] = useState(
    (measures.find((candidate) => test.run?.measures[candidate.id] === undefined) ?? measures[0])?.id,
  );
  const measure = measures.find((candidate) => candidate.id === id);
  const live = useLiveAngle(id);
  const figure = { pose, side: step.side, standing, from, settled: still, className: FIGURE_FRAME };
  if (!measure || step.status === "not earned") return <PositionDrawing {...figure} />;
  return (
    <MeasuredDrawing
      {...figure}
      measure={measure}
      value={test.run?.measures[measure.id] ?? live}
      onMeasure={(value) => void test.measure(measure.id, value)}
      onStep={(steps) => void test.measureBy(measure, steps)}
    />
  );
}
