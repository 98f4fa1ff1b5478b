import { arc, line, scaleLinear } from "d3";
import type { Sample } from "@/core/measurement";

const WIDTH = 144;
const HEIGHT = 88;
const RADIUS = 66;

/** Zero lies flat to the left, the end of what can be to the right. */
const onDial = (angle: number, [low, high]: readonly [number, number]): number =>
  -Math.PI / 2 + (Math.PI * (Math.min(Math.max(angle, low), high) - low)) / (high - low);

const at = (radians: number, radius: number): readonly [number, number] => [
  Math.sin(radians) * radius,
  -Math.cos(radians) * radius,
];

/** The angle now, on half a circle of what can be; the mark of an onset stands on it. */
export function Dial({
  angle,
  mark,
  range,
  expected,
}: {
  angle: number | null;
  mark: number | null;
  range: readonly [number, number];
  expected: readonly [number, number] | undefined;
}) {
  const ring = arc();
  const band = ring({
    innerRadius: RADIUS - 10,
    outerRadius: RADIUS,
    startAngle: -Math.PI / 2,
    endAngle: Math.PI / 2,
  });
  const usual =
    expected &&
    ring({
      innerRadius: RADIUS - 10,
      outerRadius: RADIUS,
      startAngle: onDial(expected[0], range),
      endAngle: onDial(Math.max(expected[1], expected[0] + 1), range),
    });
  const needle = angle === null ? null : onDial(angle, range);
  const [x, y] = needle === null ? [0, 0] : at(needle, RADIUS - 4);
  const marked = mark === null ? null : onDial(mark, range);
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      viewBox={`${-WIDTH / 2} ${-HEIGHT + 10} ${WIDTH} ${HEIGHT}`}
      aria-hidden
      data-dial={angle === null ? "" : Math.round(angle)}
    >
      <path d={band ?? ""} fill="var(--line)" />
      {usual && <path d={usual} fill="var(--edge)" />}
      {needle !== null && (
        <line x1={0} y1={0} x2={x} y2={y} stroke="var(--ink)" strokeWidth={4} strokeLinecap="round" />
      )}
      <circle r={6} fill="var(--ink)" />
      {marked !== null && (
        <line
          x1={at(marked, RADIUS - 18)[0]}
          y1={at(marked, RADIUS - 18)[1]}
          x2={at(marked, RADIUS + 8)[0]}
          y2={at(marked, RADIUS + 8)[1]}
          stroke="var(--lantern)"
          strokeWidth={5}
        />
      )}
    </svg>
  );
}

const TRACE = { width: 200, height: 64, pad: 5 } as const;

/** The last seconds as they were measured, and the moment that is meant, which can be moved. */
export function Trace({ samples, t, onMove }: { samples: readonly Sample[]; t: number; onMove: (t: number) => void }) {
  const [first, last] = [samples[0]!.t, samples.at(-1)!.t];
  const angles = samples.map(({ angle }) => angle);
  const x = scaleLinear([first, last], [TRACE.pad, TRACE.width - TRACE.pad]);
  const y = scaleLinear([Math.min(0, ...angles), Math.max(10, ...angles)], [TRACE.height - TRACE.pad, TRACE.pad]);
  const path = line<Sample>(
    (sample) => x(sample.t),
    (sample) => y(sample.angle),
  )(samples as Sample[]);
  return (
    <span className="flex flex-col">
      <svg width={TRACE.width} height={TRACE.height} className="rounded-lg bg-well" aria-hidden>
        <path d={path ?? ""} fill="none" stroke="var(--ink)" strokeWidth={2} />
        <line x1={x(t)} x2={x(t)} y1={2} y2={TRACE.height - 2} stroke="var(--lantern)" strokeWidth={3} />
      </svg>
      <input
        type="range"
        aria-label="The moment it started"
        min={Math.round(first)}
        max={Math.round(last)}
        step={20}
        value={Math.round(t)}
        onChange={(event) => onMove(Number(event.target.value))}
        className="min-h-8 accent-lantern"
        style={{ width: TRACE.width }}
      />
    </span>
  );
}
