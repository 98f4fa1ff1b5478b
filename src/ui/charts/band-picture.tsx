import { DEPENDENCE_RANGE, percentText, sensitivityBand, type SourceReading } from "@/core/reading";

const ROWS = [
  ["dependence", `tests more or less alike (ρ ${DEPENDENCE_RANGE.join(" to ")})`],
  ["start", "starting odds halved and doubled"],
] as const;

/** How far the answer would move if what was assumed were assumed otherwise. */
export function BandPicture({ source }: { source: SourceReading }) {
  const band = sensitivityBand(source.recipe);
  return (
    <figure data-band>
      <figcaption className="font-semibold">How much rests on what is assumed</figcaption>
      {ROWS.map(([key, label]) => {
        const [low, high] = band[key];
        return (
          <div key={key} className="grid items-center gap-x-3 py-1 sm:grid-cols-[15rem_1fr_8rem]">
            <span className="text-sm">{label}</span>
            <svg viewBox="0 0 200 16" preserveAspectRatio="none" aria-hidden className="h-4 w-full">
              <rect x={0} y={7} width={200} height={2} fill="var(--line)" />
              <rect
                x={low * 200}
                y={3}
                width={Math.max((high - low) * 200, 1.5)}
                height={10}
                fill="var(--edge)"
                rx={2}
              />
              <rect x={source.probability * 200 - 1} y={0} width={2} height={16} fill="var(--ink)" />
            </svg>
            <span className="text-sm">
              {percentText(low)} to {percentText(high)}
            </span>
          </div>
        );
      })}
    </figure>
  );
}
