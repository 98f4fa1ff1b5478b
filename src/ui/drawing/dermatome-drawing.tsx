import { ROOT_LEVELS } from "@/core/knowledge";
import type { RootLevelReading } from "@/core/reading";
import { placeParts } from "@/core/vocabulary";
import type { View } from "./body-outline";
import { directionOf, OUTLINE_PATH, type Region, regionsOf } from "./body-regions";

const MIDDLES: Record<View, number> = { front: 110, back: 330 };
const VIEWS: readonly View[] = ["front", "back"];

/** Regions with room for a letter; the level that explains most is named beside the figure too. */
const ROOMY: ReadonlySet<string> = new Set(["anterior-thigh", "posterior-thigh", "posterior-calf"]);

type Marked = { readonly region: Region; readonly levels: readonly string[]; readonly best: RootLevelReading | null };

/** Regions of the chart that a root level is usually felt in. */
function markedRegions(view: View, readings: readonly RootLevelReading[]): Marked[] {
  return regionsOf(view).flatMap((region) => {
    const { site, side } = placeParts(region.place);
    const levels = ROOT_LEVELS.filter((level) => level.sites.includes(site));
    if (levels.length === 0) return [];
    const best = readings.find((reading) => reading.side === side && reading.level.sites.includes(site)) ?? null;
    return [{ region, levels: levels.map(({ label }) => label), best }];
  });
}

/** The usual dermatome key on the body; the level that explains most is filled and named. */
export function DermatomeDrawing({ readings }: { readings: readonly RootLevelReading[] }) {
  const said = readings.map(({ side, level }) => `${level.label} on the ${side}`).join(" and ");
  return (
    <svg
      viewBox="0 0 440 510"
      role="img"
      aria-label={said ? `Dermatomes, front and back: ${said} explains most.` : "Dermatomes, front and back."}
      className="w-full"
    >
      {VIEWS.map((view) => (
        <g key={view} transform={`translate(${MIDDLES[view]} 0)`}>
          <path d={OUTLINE_PATH} fill="var(--well)" stroke="var(--edge)" strokeWidth={1.5} />
          {markedRegions(view, readings).map(({ region, levels, best }) => (
            <g key={region.place}>
              <path
                d={region.path}
                fill={best ? "var(--lantern)" : "var(--card)"}
                stroke="var(--edge)"
                strokeWidth={best ? 2.5 : 1}
              />
              {ROOMY.has(placeParts(region.place).site) && (
                <text
                  x={region.centre[0]}
                  y={region.centre[1] + 4}
                  textAnchor="middle"
                  fontSize={levels.length > 1 ? 10 : 13}
                  fontWeight={best ? 800 : 500}
                  fill={best ? "var(--on-lantern)" : "var(--ink)"}
                >
                  {best ? best.level.label : levels.join("-")}
                </text>
              )}
            </g>
          ))}
          {(["right", "left"] as const).map((side) => (
            <text
              key={side}
              x={directionOf(view, side) * 84}
              y={34}
              textAnchor="middle"
              fontSize={20}
              fontWeight={700}
              fill={`var(--${side})`}
            >
              {side === "right" ? "R" : "L"}
            </text>
          ))}
        </g>
      ))}
    </svg>
  );
}
