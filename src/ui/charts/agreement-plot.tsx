import { extent, scaleLinear } from "d3";
import type { AngleAgreement } from "@/core/measurement";

const WIDTH = 420;
const HEIGHT = 230;
const EDGE = { left: 40, right: 64, top: 12, bottom: 34 } as const;

type Props = { pairs: readonly (readonly [number, number])[]; agreement: AngleAgreement; unit: string };

/** How the two of each pair differ, over how large they are: the bias, and the limits between which 95 % lie. */
export function AgreementPlot({ pairs, agreement: { bias, limits, limits95 }, unit }: Props) {
  const points = pairs.map(([first, second]) => ({ mean: (first + second) / 2, difference: first - second }));
  const [low = 0, high = 1] = extent(points, ({ mean }) => mean);
  const margin = (high - low) * 0.06 || 1;
  const x = scaleLinear([low - margin, high + margin], [EDGE.left, WIDTH - EDGE.right]).nice();
  const all = [...points.map(({ difference }) => difference), limits95[0][0], limits95[1][1], 0];
  const y = scaleLinear([Math.min(...all), Math.max(...all)], [HEIGHT - EDGE.bottom, EDGE.top]).nice();
  const lines = [
    { at: limits[1], words: "upper", band: limits95[1] },
    { at: bias, words: "bias", band: null },
    { at: limits[0], words: "lower", band: limits95[0] },
  ];
  const tens = (value: number) => Math.round(value * 10) / 10;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="w-full max-w-xl"
      role="img"
      aria-label={`Difference of the two over their mean: bias ${tens(bias)}, limits ${tens(limits[0])} to ${tens(limits[1])} ${unit}`}
    >
      {lines.map(({ words, band }) =>
        band ? (
          <rect
            key={words}
            x={EDGE.left}
            width={WIDTH - EDGE.left - EDGE.right}
            y={y(band[1])}
            height={Math.max(0, y(band[0]) - y(band[1]))}
            fill="var(--well)"
          />
        ) : null,
      )}
      <line x1={EDGE.left} x2={WIDTH - EDGE.right} y1={y(0)} y2={y(0)} stroke="var(--line)" />
      {lines.map(({ at, words, band }) => (
        <g key={words}>
          <line
            x1={EDGE.left}
            x2={WIDTH - EDGE.right}
            y1={y(at)}
            y2={y(at)}
            stroke="var(--ink)"
            strokeDasharray={band ? "5 4" : undefined}
          />
          <text x={WIDTH - EDGE.right + 6} y={y(at) + 4} fontSize={12} fill="currentColor">
            {words} {tens(at)}
          </text>
        </g>
      ))}
      {points.map(({ mean, difference }, index) => (
        <circle key={index} cx={x(mean)} cy={y(difference)} r={4} fill="var(--lantern)" fillOpacity={0.75} />
      ))}
      {y.ticks(5).map((tick) => (
        <text key={tick} x={EDGE.left - 6} y={y(tick) + 4} fontSize={12} textAnchor="end" fill="currentColor">
          {tick}
        </text>
      ))}
      {x.ticks(6).map((tick) => (
        <text
          key={tick}
          x={x(tick)}
          y={HEIGHT - EDGE.bottom + 16}
          fontSize={12}
          textAnchor="middle"
          fill="currentColor"
        >
          {tick}
        </text>
      ))}
      <text
        x={(WIDTH - EDGE.right + EDGE.left) / 2}
        y={HEIGHT - 4}
        fontSize={12}
        textAnchor="middle"
        fill="currentColor"
      >
        mean of the two, {unit}
      </text>
    </svg>
  );
}
