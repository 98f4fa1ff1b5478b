"use client";

import { line, scaleLinear } from "d3";
import { formatted, type KeptTrace, type Measure } from "@/core/measurement";
import { protocolOf } from "@/core/knowledge";
import type { Side } from "@/core/vocabulary";
import { useExam } from "../exam/exam-provider";
import { Card } from "../primitives/card";
import { SideBadge } from "../primitives/side-badge";

type Curve = {
  readonly key: string;
  readonly test: string;
  readonly side: Side | null;
  readonly measure: Measure;
  readonly value: number;
  readonly method: string;
  readonly trace: KeptTrace;
};

/** The movements that were kept beside their numbers, in the order in which they were measured. */
function useCurves(): Curve[] {
  const { state } = useExam();
  return state.runs.flatMap((run) => {
    const { name, measures } = protocolOf(run.test);
    return measures.flatMap((measure) => {
      const [value, how] = [run.measures[measure.id], run.measured[measure.id]];
      return value === undefined || !how?.trace
        ? []
        : [
            {
              key: `${run.id} ${measure.id}`,
              test: name,
              side: run.side,
              measure,
              value,
              method: how.method,
              trace: how.trace,
            },
          ];
    });
  });
}

const SIZE = { width: 300, height: 110, left: 34, right: 8, top: 8, bottom: 20 } as const;
const FLAT_DEG = 10;

/** Degrees over seconds; nothing is drawn over a gap. */
function Drawn({ measure, value, trace: { every, at, tenths } }: Curve) {
  const angles = tenths.flatMap((tenth) => (tenth == null ? [] : [tenth / 10]));
  const seconds = (place: number): number => ((place - at) * every) / 1000;
  const [low, high] = [Math.min(0, ...angles), Math.max(FLAT_DEG, ...angles)];
  const x = scaleLinear([seconds(0), seconds(tenths.length - 1)], [SIZE.left, SIZE.width - SIZE.right]);
  const y = scaleLinear([low, high], [SIZE.height - SIZE.bottom, SIZE.top]).nice(3);
  const path = line<number | null>(
    (_tenth, place) => x(seconds(place)),
    (tenth) => y((tenth ?? 0) / 10),
  ).defined((tenth) => tenth !== null)(tenths as (number | null)[]);
  return (
    <svg
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      className="w-full rounded-lg bg-well"
      role="img"
      aria-label={`The movement: from ${formatted(measure, Math.round(Math.min(...angles)))} to ${formatted(measure, Math.round(Math.max(...angles)))}; ${formatted(measure, value)} was meant`}
    >
      {y.ticks(3).map((tick) => (
        <g key={tick}>
          <line x1={SIZE.left} x2={SIZE.width - SIZE.right} y1={y(tick)} y2={y(tick)} stroke="var(--line)" />
          <text x={SIZE.left - 4} y={y(tick) + 4} textAnchor="end" fontSize={11} fill="var(--soft)">
            {tick}°
          </text>
        </g>
      ))}
      {x.ticks(4).map((tick) => (
        <text key={tick} x={x(tick)} y={SIZE.height - 5} textAnchor="middle" fontSize={11} fill="var(--soft)">
          {tick} s
        </text>
      ))}
      <path d={path ?? ""} fill="none" stroke="var(--ink)" strokeWidth={2} />
      <line x1={x(0)} x2={x(0)} y1={SIZE.top} y2={SIZE.height - SIZE.bottom} stroke="var(--lantern)" strokeWidth={3} />
    </svg>
  );
}

/** Movements as they were measured; nothing where none was asked to be kept. */
export function CurvesCard() {
  const curves = useCurves();
  if (curves.length === 0) return null;
  return (
    <Card heading="Movements that were kept">
      <ul className="grid gap-3 sm:grid-cols-2" data-curves={curves.length}>
        {curves.map((curve) => (
          <li key={curve.key}>
            <p className="mb-1 flex flex-wrap items-center gap-2 text-sm">
              {curve.side && <SideBadge side={curve.side} />}
              <span>
                {curve.test}: {curve.measure.label.toLowerCase()}{" "}
                <strong>{formatted(curve.measure, curve.value)}</strong>
                <span className="text-soft">, {curve.method}</span>
              </span>
            </p>
            <Drawn {...curve} />
          </li>
        ))}
      </ul>
    </Card>
  );
}
