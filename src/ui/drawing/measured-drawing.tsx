"use client";

import { useEffect, useRef, useState } from "react";
import { bent, type Pose, type Standing } from "@/core/poses";
import { type Measure, nearest, startOfMeasure } from "@/core/measurement";
import type { Side } from "@/core/vocabulary";
import { numberAt, onCircle } from "./joint-angle";
import { FRAME, type Point, poseSkeleton, type Turn } from "./pose-geometry";
import { framedBy, PositionDrawing } from "./position-drawing";

type MeasuredDrawingProps = {
  pose: Pose;
  side: Side | null;
  standing: Standing;
  /** How the person was before this stage moved them. */
  from: Pose | null;
  settled: Pose;
  measure: Measure;
  value: number | null;
  onMeasure: (value: number) => void;
  /** A step up or down: keys and the wheel come faster than a number is kept. */
  onStep: (steps: number) => void;
  className?: string;
};

/** The expected range as an arc about the joint. */
function ExpectedArc({ turn, from, to }: { turn: Turn; from: number; to: number }) {
  const radius = turn.reach + 8;
  const steps = Array.from({ length: 13 }, (_, index) => onCircle(turn, from + ((to - from) * index) / 12, radius));
  return (
    <path
      d={`M${steps.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join("L")}`}
      fill="none"
      stroke="var(--lantern)"
      strokeWidth={5}
      strokeLinecap="round"
      opacity={0.75}
    />
  );
}

/**
 * The position figure as a goniometer: its joint moves with the number, and the
 * number with the joint: dragged, by the wheel, by two fingers, or by the arrow keys.
 */
export function MeasuredDrawing({
  pose,
  side,
  standing,
  from: start,
  settled,
  measure,
  value,
  onMeasure,
  onStep,
  className = "",
}: MeasuredDrawingProps) {
  const [dragged, setDragged] = useState<number | null>(null);
  const frame = useRef<HTMLDivElement>(null);
  const fingers = useRef(new Map<number, Point>());
  const spread = useRef<{ distance: number; value: number } | null>(null);
  const step = useRef(onStep);
  useEffect(() => {
    step.current = onStep;
  }, [onStep]);
  /** Not passive, so that the page stays where it is while the angle turns. */
  useEffect(() => {
    const figure = frame.current;
    const turnBy = (event: WheelEvent) => {
      event.preventDefault();
      step.current(-Math.sign(event.deltaY));
    };
    figure?.addEventListener("wheel", turnBy, { passive: false });
    return () => figure?.removeEventListener("wheel", turnBy);
  }, []);
  const joint = measure.joint!;
  const { from = 0, times = 1 } = joint;
  const shown = dragged ?? value;
  const posed = shown === null ? pose : bent(pose, joint, shown);
  const turn = poseSkeleton(posed, side ?? "right", framedBy(posed, start, settled)).turns[joint.part];
  const figure = { pose: posed, side, standing, from: start, settled };
  if (!turn) return <PositionDrawing {...figure} className={className} />;

  const toAngle = (number: number) => from + times * number;
  const current = shown ?? startOfMeasure(measure);
  const pointAt = (event: React.PointerEvent): Point => {
    const box = frame.current!.getBoundingClientRect();
    return {
      x: ((event.clientX - box.left) / box.width) * FRAME.width,
      y: ((event.clientY - box.top) / box.height) * FRAME.height,
    };
  };
  const valueAt = (point: Point) => nearest(measure, numberAt(turn, joint, point, measure.range));
  const distance = () => {
    const [a, b] = [...fingers.current.values()];
    return a && b ? Math.hypot(a.x - b.x, a.y - b.y) : null;
  };
  const release = (event: React.PointerEvent) => {
    fingers.current.delete(event.pointerId);
    spread.current = null;
    if (dragged !== null) onMeasure(dragged);
    setDragged(null);
  };
  const handle = onCircle(turn, toAngle(current), turn.reach);
  const expected = measure.expected;
  return (
    <div
      ref={frame}
      role="slider"
      tabIndex={0}
      aria-label={`${measure.label} on the figure`}
      aria-valuemin={measure.range[0]}
      aria-valuemax={measure.range[1]}
      aria-valuenow={current}
      aria-valuetext={shown === null ? "not measured" : `${shown} degrees`}
      className={`relative touch-none ${className}`}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        fingers.current.set(event.pointerId, pointAt(event));
        const apart = distance();
        if (apart !== null) spread.current = { distance: apart, value: current };
        else setDragged(valueAt(pointAt(event)));
      }}
      onPointerMove={(event) => {
        if (!fingers.current.has(event.pointerId)) return;
        fingers.current.set(event.pointerId, pointAt(event));
        const apart = distance();
        if (spread.current && apart !== null)
          setDragged(nearest(measure, spread.current.value + (apart - spread.current.distance) / 2));
        else setDragged(valueAt(pointAt(event)));
      }}
      onPointerUp={release}
      onPointerCancel={release}
      onKeyDown={(event) => {
        const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1, PageUp: 10, PageDown: -10 }[event.key];
        if (by === undefined) return;
        event.preventDefault();
        event.stopPropagation();
        onStep(by);
      }}
    >
      <PositionDrawing {...figure} className="w-full" />
      <svg viewBox={`0 0 ${FRAME.width} ${FRAME.height}`} className="absolute inset-0 w-full" aria-hidden>
        {expected && expected[0] !== expected[1] && (
          <ExpectedArc turn={turn} from={toAngle(expected[0])} to={toAngle(expected[1])} />
        )}
        <line
          x1={turn.pivot.x}
          y1={turn.pivot.y}
          x2={handle.x}
          y2={handle.y}
          stroke="var(--lantern)"
          strokeWidth={2}
          strokeDasharray="4 4"
        />
        <circle cx={handle.x} cy={handle.y} r={11} fill="var(--card)" stroke="var(--lantern)" strokeWidth={4} />
        <text x={FRAME.width - 10} y={22} textAnchor="end" fontSize={18} fontWeight={700} fill="var(--ink)">
          {shown === null ? "" : `${shown}°`}
        </text>
      </svg>
    </div>
  );
}
