import clsx from "clsx";
import { memo } from "react";
import type { Spread } from "@/core/reading";

type BeamProps = {
  probability: number;
  start: number;
  spread: Spread | null;
  likelyFrom: number;
  unlikelyTo: number;
  label: string;
  /** Drawn the other way round, 0 at its right end: the right side's half of a mirrored row. */
  mirrored?: boolean;
  /** As low as a line of text. */
  slim?: boolean;
  /** Said elsewhere already. */
  silent?: boolean;
};

const GRAINS = 44;
/** Grains keep their places in the interval, so that the dust moves and never flickers. */
const grains = Array.from({ length: GRAINS }, (_, index) => ({
  share: ((index * 0.618034) % 1) * 0.96 + 0.02,
  height: 18 + ((index * 41) % 64),
  size: 1.5 + (index % 3) * 0.8,
}));

const percent = (probability: number) => `${Math.min(1, Math.max(0, probability)) * 100}%`;

/** Where a share of the draws lies, 0 to 1, straight between the five numbers that are known of them. */
function quantile({ p95, p50, median }: Spread, share: number): number {
  const known = [p95[0], p50[0], median, p50[1], p95[1]];
  const below = Math.min(known.length - 2, Math.floor(share * (known.length - 1)));
  const beyond = share * (known.length - 1) - below;
  return known[below]! + (known[below + 1]! - known[below]!) * beyond;
}

function DrawnBeam(props: BeamProps) {
  const { probability, start, spread, likelyFrom, unlikelyTo, label, mirrored, slim, silent } = props;
  const edge = mirrored ? "right" : "left";
  const edgeAt = (value: number) => ({ [edge]: percent(value) });
  const band = (low: number, high: number) => ({ [edge]: percent(low), width: percent(high - low) });
  const centred = mirrored ? "translate-x-1/2" : "-translate-x-1/2";
  const move = "transition-[left,right,width] duration-300 ease-out";
  return (
    <div
      {...(silent ? { "aria-hidden": true } : { role: "img", "aria-label": label })}
      className={clsx(
        "relative overflow-hidden rounded-md border border-edge bg-well print:[print-color-adjust:exact]",
        slim ? "h-7" : "h-10",
      )}
    >
      {[unlikelyTo, likelyFrom].map((threshold) => (
        <span key={threshold} className="absolute inset-y-0 w-px bg-edge" style={edgeAt(threshold)} />
      ))}
      {spread && <span className={`absolute inset-y-1 rounded-full bg-glow/25 ${move}`} style={band(...spread.p95)} />}
      {spread && <span className={`absolute inset-y-1 rounded-full bg-glow/45 ${move}`} style={band(...spread.p50)} />}
      {spread && (
        <svg aria-hidden data-dust className="absolute inset-0 size-full fill-ink/50">
          {grains.map(({ share, height, size }) => {
            const along = quantile(spread, share);
            return <circle key={share} cx={percent(mirrored ? 1 - along : along)} cy={`${height}%`} r={size / 2} />;
          })}
        </svg>
      )}
      <span className={`absolute bottom-0 h-2.5 w-0.5 ${centred} bg-ink`} style={edgeAt(start)} />
      <span className={`absolute bottom-2 size-1.5 ${centred} rounded-full bg-ink`} style={edgeAt(start)} />
      <span
        className={`absolute inset-y-0 w-1.5 ${centred} rounded-full border border-ink bg-glow ${move}`}
        style={edgeAt(probability)}
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
