"use client";

import { directionsFrom, rootLevels } from "@/core/reading";
import { limbsOf } from "@/core/record";
import { NeuroFigure } from "../drawing/neuro-figure";
import { SideBadge } from "../primitives/side-badge";
import { Card } from "../primitives/card";
import { useExam } from "../exam/exam-provider";
import { useReading } from "../exam/use-reading";

/** What the findings point to for treatment: findings, not prescriptions. */
export function Directions() {
  const reading = useReading();
  const directions = directionsFrom(reading);
  if (directions.length === 0) return null;
  return (
    <Card heading="Direction the findings give">
      <ul className="flex flex-col gap-1" data-directions>
        {directions.map(({ text, side, because }) => (
          <li key={`${text} ${side}`} className="flex items-start gap-2 leading-tight">
            {side && <SideBadge side={side} size="sm" />}
            <span>
              <strong>{text}</strong> <span className="text-sm text-soft">({because})</span>
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-xs text-soft">A finding, not a prescription.</p>
    </Card>
  );
}

/** The root level that explains most, drawn, with what it does and does not explain. */
export function RootLevel() {
  const { state } = useExam();
  const levels = rootLevels(state);
  if (state.neuro.length === 0 || levels.length === 0) return null;
  return (
    <Card heading="Root level">
      <div className="flex flex-col gap-2">
        {[...new Set(levels.map(({ level }) => level.region))].map((region) => (
          <div key={region} className="mx-auto w-full max-w-80">
            <NeuroFigure region={region} neuro={state.neuro} readings={levels} limbs={limbsOf(state)} />
          </div>
        ))}
        <ul className="flex flex-col gap-2 text-sm">
          {levels.map(({ side, level, explains, doesNotExplain, kinds, ruleMet }) => (
            <li key={side}>
              <strong className="flex items-center gap-1.5">
                <SideBadge side={side} size="sm" /> {level.label} explains most
              </strong>
              <span className="block">Explains: {explains.map(({ label }) => label).join(", ")}.</span>
              <span className="block">
                Does not explain:{" "}
                {doesNotExplain.map(({ label }) => label).join(", ") || "nothing recorded is left over"}.
              </span>
              <span className="block text-soft">
                {kinds} of 4 kinds of sign agree{ruleMet ? ": the rule for a root at this level is met" : ""}; rule
                only.
              </span>
            </li>
          ))}
        </ul>
      </div>
    </Card>
  );
}
