import { memo } from "react";
import { scaleLinear } from "d3";
import type { Spread } from "@/core/reading/draws";

type BeamProps = {
  probability: number;
  start: number;
  spread: Spread | null;
  likelyFrom: number;
  unlikelyTo: number;
  /** Under 18: shown greyed. */
  greyed: boolean;
  label: string;
};

const GRAINS = 44;
/** Grain positions are fixed, so that the dust moves and never flickers. */
const grains = Array.from({ length: GRAINS }, (_, index) => ({
  share: ((index * 0.618034) % 1) * 0.96 + 0.02,
  height: 18 + ((index * 41) % 64),
  size: 1.5 + (index % 3) * 0.8,
}));

const position = scaleLinear([0, 1], [0, 100]).clamp(true);
const percent = (probability: number) => `${position(probability)}%`;

/** Where a share of the draws lies, from the five numbers that are known of them. */
const quantileScale = ({ p95, p50, median }: Spread) =>
  scaleLinear([0, 0.25, 0.5, 0.75, 1], [p95[0], p50[0], median, p50[1], p95[1]]);

function DrawnBeam({ probability, start, spread, likelyFrom, unlikelyTo, greyed, label }: BeamProps) {
  const dust = spread && quantileScale(spread);
  const band = (low: number, high: number) => ({ left: percent(low), width: `${position(high) - position(low)}%` });
  const move = "transition-[left,width] duration-300 ease-out";
  return (
    <div
      role="img"
      aria-label={label}
      className={`relative h-10 overflow-hidden rounded-md border border-edge bg-well ${greyed ? "opacity-60 grayscale" : ""}`}
    >
      {[unlikelyTo, likelyFrom].map((threshold) => (
        <span key={threshold} className="absolute inset-y-0 w-px bg-edge" style={{ left: percent(threshold) }} />
      ))}
      {spread && <span className={`absolute inset-y-1 rounded-full bg-glow/25 ${move}`} style={band(...spread.p95)} />}
      {spread && <span className={`absolute inset-y-1 rounded-full bg-glow/45 ${move}`} style={band(...spread.p50)} />}
      {dust &&
        grains.map(({ share, height, size }) => (
          <span
            key={share}
            className={`absolute rounded-full bg-ink/50 ${move}`}
            style={{ left: percent(dust(share)), top: `${height}%`, width: size, height: size }}
          />
        ))}
      <span className="absolute bottom-0 h-2.5 w-0.5 -translate-x-1/2 bg-ink" style={{ left: percent(start) }} />
      <span
        className="absolute bottom-2 size-1.5 -translate-x-1/2 rounded-full bg-ink"
        style={{ left: percent(start) }}
      />
      <span
        className={`absolute inset-y-0 w-1.5 -translate-x-1/2 rounded-full border border-ink bg-glow ${move}`}
        style={{ left: percent(probability) }}
      />
    </div>
  );
}

/**
 * The beam: dust over the interval, a bright line at the point value, a notch
 * where it started, two thin lines for the thresholds. The wider the dust, the
 * less is known.
 */
export const Beam = memo(DrawnBeam);
