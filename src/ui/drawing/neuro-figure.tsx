import { isNeuroGone, NEURO_SCALES, ROOT_LEVELS, type RootLevel } from "@/core/knowledge";
import type { BaselineCell, RootLevelReading } from "@/core/reading";
import type { NeuroFinding } from "@/core/record";
import { isPlaceGone, type LimbNoted, placeParts, type Side } from "@/core/vocabulary";
import { directionOf, type View } from "@/core/poses";
import { OUTLINE_PATH, type Region, regionsOf } from "./body-regions";
import { LABEL_SHIFT, NEURO_POINTS } from "./neuro-points";
import { NotThere } from "./not-there";

const NO_LIMBS: readonly LimbNoted[] = [];

type Panel = { readonly view: View; readonly left: number; readonly width: number; readonly sides: readonly Side[] };

/** What of the body a region's levels lie on: both legs in one picture, each arm in one of its own. */
const PANELS = {
  "neck-arm": {
    top: 70,
    height: 246,
    panels: [
      { view: "front", left: -114, width: 92, sides: ["right"] },
      { view: "front", left: 22, width: 92, sides: ["left"] },
      { view: "back", left: -114, width: 92, sides: ["left"] },
      { view: "back", left: 22, width: 92, sides: ["right"] },
    ],
  },
  lumbopelvic: {
    top: 196,
    height: 308,
    panels: [
      { view: "front", left: -70, width: 140, sides: ["right", "left"] },
      { view: "back", left: -70, width: 140, sides: ["left", "right"] },
    ],
  },
} as const satisfies Record<RootLevel["region"], { top: number; height: number; panels: readonly Panel[] }>;

export type NeuroTarget = Pick<BaselineCell, "kind" | "level"> & { readonly side: Side };

type FigureProps = {
  region: RootLevel["region"];
  neuro: readonly NeuroFinding[];
  readings: readonly RootLevelReading[];
  selected?: Pick<BaselineCell, "kind" | "level" | "side"> | null;
  /** Parts of limbs that are not as usual: what is not there is hatched, and nothing on it is pressed. */
  limbs?: readonly LimbNoted[];
  /** Left out: it only shows. */
  onSelect?: (target: NeuroTarget) => void;
};

type Area = { readonly region: Region; readonly side: Side; readonly levels: readonly RootLevel[] };

/** The skin areas of one view that a level of this region is felt in; the saddle belongs to both sides. */
const areasOf = (view: View, of: RootLevel["region"]): readonly Area[] =>
  regionsOf(view).flatMap((region) => {
    const { site, side } = placeParts(region.place);
    const levels = ROOT_LEVELS.filter((level) => level.region === of && level.sites.includes(site));
    if (levels.length === 0) return [];
    return [{ region, side: side === "central" ? "right" : side, levels }];
  });

const isAt = (finding: NeuroFinding, { kind, level, side }: NeuroTarget): boolean =>
  finding.kind === kind && finding.level === level && finding.side === side;

const toneOf = (finding: NeuroFinding | undefined): "open" | "ordinary" | "odd" =>
  finding === undefined ? "open" : finding.value === NEURO_SCALES[finding.kind].normal ? "ordinary" : "odd";

const FILLS = { open: "var(--card)", ordinary: "var(--well)", odd: "var(--stop-well)" } as const;

/** Touch is what a press on the skin records; a second press goes on to the next level felt there. */
function SkinArea({ area, view, props }: { area: Area; view: View; props: FigureProps }) {
  const { neuro, selected = null, readings, onSelect } = props;
  const { region, side, levels } = area;
  const { site, side: drawn } = placeParts(region.place);
  const shift = LABEL_SHIFT[site] ?? [0, 0];
  /** Says the same as the front of the thigh beside it. */
  const isNamed = site !== "inner-thigh";
  const out = drawn === "central" ? 1 : directionOf(view, drawn);
  const targets = levels.map(({ id }) => ({ kind: "touch" as const, level: id, side }));
  const tones = targets.map((target) => toneOf(neuro.find((finding) => isAt(finding, target))));
  const isSelected = (target: NeuroTarget) =>
    selected?.level === target.level &&
    selected.side === side &&
    (selected.kind === "touch" || selected.kind === "pin");
  const here = targets.findIndex(isSelected);
  const best = readings.some((reading) => reading.side === side && levels.includes(reading.level));
  const tone = tones.includes("odd") ? "odd" : tones.every((each) => each === "ordinary") ? "ordinary" : "open";
  return (
    <g
      data-area={`${levels[0]!.id} ${side}`}
      className={onSelect ? "cursor-pointer" : ""}
      onClick={() => onSelect?.(targets[(here + 1) % targets.length]!)}
    >
      <path
        d={region.path}
        fill={FILLS[tone]}
        stroke={here >= 0 ? "var(--lantern)" : tone === "odd" ? "var(--stop)" : "var(--edge)"}
        strokeWidth={here >= 0 ? 3 : tone === "odd" || best ? 2.2 : 0.8}
        strokeDasharray={tone === "open" ? "3 2.5" : undefined}
      />
      <text
        x={region.centre[0] + shift[0] * out}
        y={region.centre[1] + 3 + shift[1]}
        textAnchor="middle"
        fontSize={8.5}
        fontWeight={tone === "odd" || best ? 800 : 500}
        fill={tone === "odd" ? "var(--stop)" : "var(--ink)"}
        stroke="var(--card)"
        strokeWidth={2.5}
        paintOrder="stroke"
        className="pointer-events-none"
      >
        {isNamed && levels.map(({ label }) => label).join("/")}
      </text>
    </g>
  );
}

/** A key muscle as a disc, a reflex as a diamond; filled once it is recorded, with its value when it is not ordinary. */
function PointMark({ target, x, y, props }: { target: NeuroTarget; x: number; y: number; props: FigureProps }) {
  const { neuro, selected = null, onSelect } = props;
  const finding = neuro.find((candidate) => isAt(candidate, target));
  const tone = toneOf(finding);
  const isSelected = selected?.kind === target.kind && selected.level === target.level && selected.side === target.side;
  const look = {
    fill: tone === "odd" ? "var(--stop)" : tone === "ordinary" ? "var(--ink)" : "var(--card)",
    stroke: isSelected ? "var(--lantern)" : tone === "odd" ? "var(--stop)" : "var(--ink)",
    strokeWidth: isSelected ? 3.5 : 1.5,
  };
  return (
    <g
      data-point={`${target.kind} ${target.level} ${target.side}`}
      className={onSelect ? "cursor-pointer" : ""}
      onClick={() => onSelect?.(target)}
    >
      <circle cx={x} cy={y} r={14} fill="transparent" />
      {target.kind === "power" ? (
        <circle cx={x} cy={y} r={6.5} {...look} />
      ) : (
        <path d={`M${x} ${y - 8}l7 8-7 8-7-8z`} {...look} />
      )}
      {tone === "odd" && (
        <text x={x} y={y + 3} textAnchor="middle" fontSize={8.5} fontWeight={800} fill="var(--on-stop)">
          {finding!.value}
        </text>
      )}
    </g>
  );
}

/**
 * The levels of a region on the body, front and back: skin areas, key muscles
 * and reflexes, each pressed to record. The grid beside it is the same for the keyboard.
 */
export function NeuroFigure(props: FigureProps) {
  const levels = new Set(ROOT_LEVELS.filter(({ region }) => region === props.region).map(({ id }) => id));
  const { top, height, panels } = PANELS[props.region];
  const { limbs = NO_LIMBS } = props;
  return (
    <div
      aria-hidden
      data-neuro-figure={props.region}
      className={`grid gap-2 ${panels.length > 2 ? "grid-cols-4" : "grid-cols-2"}`}
    >
      {panels.map(({ view, left, width, sides }) => (
        <svg
          key={`${view} ${left}`}
          viewBox={`${left} ${top} ${width} ${height}`}
          className="max-h-[26rem] w-full rounded-xl border border-line bg-card select-none"
        >
          <path d={OUTLINE_PATH} fill="var(--well)" stroke="var(--edge)" strokeWidth={1.2} />
          {limbs.length > 0 && <NotThere id={`not-there-${view}${left}`} />}
          {areasOf(view, props.region).map((area) =>
            isPlaceGone(limbs, area.region.place) ? (
              <path key={area.region.place} d={area.region.path} fill={`url(#not-there-${view}${left})`} />
            ) : (
              <SkinArea key={area.region.place} area={area} view={view} props={props} />
            ),
          )}
          {NEURO_POINTS.filter((point) => point.view === view && levels.has(point.level)).flatMap((point) =>
            sides
              .filter((side) => !isNeuroGone(limbs, { kind: point.kind, level: point.level, side }))
              .map((side) => (
                <PointMark
                  key={`${point.kind} ${point.level} ${side}`}
                  target={{ kind: point.kind, level: point.level, side }}
                  x={point.at[0] * directionOf(view, side)}
                  y={point.at[1]}
                  props={props}
                />
              )),
          )}
          {sides.map((side) => (
            <text
              key={side}
              x={sides.length > 1 ? directionOf(view, side) * (width / 2 - 10) : left + (left < 0 ? 12 : width - 12)}
              y={top + 16}
              textAnchor="middle"
              fontSize={15}
              fontWeight={700}
              fill={`var(--${side})`}
            >
              {side === "right" ? "R" : "L"}
            </text>
          ))}
          <text x={left + width / 2} y={top + height - 5} textAnchor="middle" fontSize={9.5} fill="var(--soft)">
            {view}
          </text>
        </svg>
      ))}
    </div>
  );
}
