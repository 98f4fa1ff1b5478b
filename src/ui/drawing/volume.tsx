import type { Point } from "./pose-geometry";

/** A part of a body with volume: from one joint to the next, each with its own thickness. */
export type Part = { readonly from: Point; readonly to: Point; readonly radius: readonly [number, number] };

const to = ({ x, y }: Point): string => `${x.toFixed(1)} ${y.toFixed(1)}`;

/** The outline of a part: two circles and what lies between them. */
export function partPath({ from, to: end, radius: [a, b] }: Part): string {
  const length = Math.hypot(end.x - from.x, end.y - from.y);
  if (length < 0.5)
    return `M${to({ x: from.x - a, y: from.y })}a${a} ${a} 0 1 0 ${2 * a} 0a${a} ${a} 0 1 0 ${-2 * a} 0Z`;
  const [nx, ny] = [-(end.y - from.y) / length, (end.x - from.x) / length];
  const at = (point: Point, radius: number, sign: 1 | -1): Point => ({
    x: point.x + nx * radius * sign,
    y: point.y + ny * radius * sign,
  });
  return [
    `M${to(at(from, a, 1))}`,
    `L${to(at(end, b, 1))}`,
    `A${b.toFixed(1)} ${b.toFixed(1)} 0 0 0 ${to(at(end, b, -1))}`,
    `L${to(at(from, a, -1))}`,
    `A${a.toFixed(1)} ${a.toFixed(1)} 0 0 0 ${to(at(from, a, 1))}`,
    "Z",
  ].join("");
}

/** The light on a part: the same shape, narrower, a little to the upper side. */
function lightOf({ from, to: end, radius: [a, b] }: Part): Part {
  const up = ({ x, y }: Point, radius: number): Point => ({ x: x - radius * 0.12, y: y - radius * 0.34 });
  return { from: up(from, a), to: up(end, b), radius: [a * 0.42, b * 0.42] };
}

/** The line around a part of a tone. */
export const edgeOf = (tone: string) => `color-mix(in srgb, ${tone} 62%, var(--ink))`;
const light = (tone: string) => `color-mix(in srgb, ${tone} 55%, white)`;

type BodyProps = { parts: readonly Part[]; tone: string; scale: number };

/** Parts that belong together: one outline around all of them, then their fill and the light on them. */
export function Volume({ parts, tone, scale }: BodyProps) {
  const paths = parts.map(partPath);
  return (
    <g strokeLinejoin="round">
      {paths.map((path, index) => (
        <path key={`o${index}`} d={path} fill={edgeOf(tone)} stroke={edgeOf(tone)} strokeWidth={2.4 * scale} />
      ))}
      {paths.map((path, index) => (
        <path key={`f${index}`} d={path} fill={tone} />
      ))}
      {parts.map((part, index) => (
        <path key={`l${index}`} d={partPath(lightOf(part))} fill={light(tone)} opacity={0.32} />
      ))}
    </g>
  );
}

/** Where the moving part was before: its outline only. */
export function Ghost({ parts, scale }: Omit<BodyProps, "tone">) {
  return (
    <g data-ghost>
      {parts.map((part, index) => (
        <path
          key={index}
          d={partPath(part)}
          fill="var(--well)"
          fillOpacity={0.5}
          stroke="var(--soft)"
          strokeWidth={1.2}
          strokeDasharray={`${4 * scale} ${3 * scale}`}
        />
      ))}
    </g>
  );
}
