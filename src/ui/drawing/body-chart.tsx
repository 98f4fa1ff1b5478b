"use client";

import { Minus, Plus } from "lucide-react";
import { select, zoom, type ZoomBehavior, zoomIdentity, type ZoomTransform } from "d3";
import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import { type Place, placeLabel } from "@/core/vocabulary";
import { Button } from "../primitives/button";
import { directionOf, type View } from "@/core/poses";
import { OUTLINE_PATH, type Region, regionsOf } from "./body-regions";
import { NotThere } from "./not-there";

const WIDTH = 440;
const HEIGHT = 510;
const MIDDLES: Record<View, number> = { front: 110, back: 330 };
const REGIONS: Record<View, Region[]> = { front: regionsOf("front"), back: regionsOf("back") };
/** Close enough that a thumb fits the sacroiliac area. */
const PELVIS_ZOOM = 2.6;
const PELVIS_DOWN = 205;

type BodyChartProps = {
  chosen: readonly Place[];
  /** Places of the other areas, shown paler. */
  others?: readonly Place[];
  /** Places that are not there: hatched, and not pressed unless they are marked already. */
  gone?: (place: Place) => boolean;
  onToggle: (place: Place) => void;
};

const STEPS: Record<string, readonly [number, number]> = {
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
};

/** The nearest region in a direction: distance ahead, plus twice the way aside. */
function nextRegion(view: View, from: Region, [dx, dy]: readonly [number, number]): Region | undefined {
  const scored = REGIONS[view].flatMap((to) => {
    const [x, y] = [to.centre[0] - from.centre[0], to.centre[1] - from.centre[1]];
    const ahead = x * dx + y * dy;
    return ahead > 1 ? [{ to, cost: ahead + 2 * Math.abs(x * dy + y * dx) }] : [];
  });
  return scored.toSorted((a, b) => a.cost - b.cost)[0]?.to;
}

/** Big R and L beside each figure: square and circle, as everywhere. */
function SideSigns({ view }: { view: View }) {
  return (["right", "left"] as const).map((side) => {
    const x = directionOf(view, side) * 84;
    return (
      <g key={side} aria-hidden>
        {side === "right" ? (
          <rect x={x - 14} y={14} width={28} height={28} rx={3} fill="var(--right)" />
        ) : (
          <circle cx={x} cy={28} r={15} fill="var(--left)" />
        )}
        <text x={x} y={35} textAnchor="middle" fontSize={20} fontWeight={700} fill="var(--on-side)">
          {side === "right" ? "R" : "L"}
        </text>
      </g>
    );
  });
}

type FigureProps = BodyChartProps & { view: View };

function Figure({ view, chosen, others = [], gone, onToggle }: FigureProps) {
  const [focused, setFocused] = useState<Place>(REGIONS[view][0]!.place);
  const group = useRef<SVGGElement>(null);

  const onKeyDown = (event: KeyboardEvent, region: Region) => {
    if (event.key === "Enter" || event.key === " ") {
      event.preventDefault();
      onToggle(region.place);
      return;
    }
    const step = STEPS[event.key];
    const next = step && nextRegion(view, region, step);
    if (!next) return;
    event.preventDefault();
    setFocused(next.place);
    group.current?.querySelector<SVGPathElement>(`[data-place="${next.place}"]`)?.focus();
  };

  return (
    <g
      ref={group}
      transform={`translate(${MIDDLES[view]} 4)`}
      role="group"
      aria-label={`Body chart, ${view}. Arrow keys move, Enter marks.`}
    >
      <path d={OUTLINE_PATH} fill="var(--well)" stroke="var(--edge)" strokeWidth={1.5} />
      <SideSigns view={view} />
      <text y={506} textAnchor="middle" fontSize={14} fill="var(--soft)">
        {view}
      </text>
      {REGIONS[view].map((region) => {
        const isChosen = chosen.includes(region.place);
        const isOther = others.includes(region.place);
        if (!isChosen && gone?.(region.place))
          return (
            <path key={region.place} data-gone={region.place} d={region.path} fill="url(#not-there)" stroke="none">
              <title>{`${placeLabel(region.place)}: not there`}</title>
            </path>
          );
        return (
          <path
            key={region.place}
            data-place={region.place}
            d={region.path}
            role="checkbox"
            aria-checked={isChosen}
            aria-label={placeLabel(region.place)}
            tabIndex={region.place === focused ? 0 : -1}
            onClick={() => onToggle(region.place)}
            onFocus={() => setFocused(region.place)}
            onKeyDown={(event) => onKeyDown(event, region)}
            fill={isChosen ? "var(--lantern)" : isOther ? "var(--glow)" : "transparent"}
            stroke={isChosen ? "var(--ink)" : "var(--edge)"}
            strokeWidth={isChosen ? 2 : 0.7}
            className="cursor-pointer hover:fill-glow focus-visible:stroke-ink focus-visible:[stroke-width:3] focus-visible:outline-none"
          >
            <title>{placeLabel(region.place)}</title>
          </path>
        );
      })}
    </g>
  );
}

/** Wheel, pinch and drag zoom the drawing; the buttons do the same. */
function useZoom() {
  const svg = useRef<SVGSVGElement>(null);
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown> | null>(null);
  const [transform, setTransform] = useState<ZoomTransform>(zoomIdentity);

  useEffect(() => {
    if (!svg.current) return;
    const zooming = zoom<SVGSVGElement, unknown>()
      .scaleExtent([1, 5])
      .translateExtent([
        [0, 0],
        [WIDTH, HEIGHT],
      ])
      .extent([
        [0, 0],
        [WIDTH, HEIGHT],
      ])
      .filter((event: Event) => event.type !== "dblclick" && (event.type !== "wheel" || (event as WheelEvent).ctrlKey))
      .on("zoom", (event: { transform: ZoomTransform }) => setTransform(event.transform));
    behaviour.current = zooming;
    const selection = select(svg.current);
    selection.call(zooming);
    return () => void selection.on(".zoom", null);
  }, []);

  const act = (
    work: (
      zooming: ZoomBehavior<SVGSVGElement, unknown>,
      on: ReturnType<typeof select<SVGSVGElement, unknown>>,
    ) => void,
  ) => {
    if (svg.current && behaviour.current) work(behaviour.current, select<SVGSVGElement, unknown>(svg.current));
  };
  return {
    svg,
    transform,
    by: (factor: number) => act((zooming, on) => zooming.scaleBy(on, factor)),
    whole: () => act((zooming, on) => zooming.transform(on, zoomIdentity)),
    pelvis: (view: View) =>
      act((zooming, on) =>
        zooming.transform(
          on,
          zoomIdentity
            .translate(WIDTH / 2 - MIDDLES[view] * PELVIS_ZOOM, HEIGHT / 2 - PELVIS_DOWN * PELVIS_ZOOM)
            .scale(PELVIS_ZOOM),
        ),
      ),
  };
}

/** The body chart: front and back, drawn, zoomable, each site a checkbox for the keyboard. */
export function BodyChart(props: BodyChartProps) {
  const { svg, transform, by, whole, pelvis } = useZoom();
  return (
    <div className="flex flex-col gap-2">
      <svg
        ref={svg}
        viewBox={`0 0 ${WIDTH} ${HEIGHT + 8}`}
        className="h-auto max-h-[62dvh] w-full touch-none select-none overflow-hidden rounded-xl border border-line bg-card"
      >
        <NotThere id="not-there" />
        <g transform={transform.toString()}>
          <Figure {...props} view="front" />
          <Figure {...props} view="back" />
        </g>
      </svg>
      <div className="flex flex-wrap gap-1.5" role="group" aria-label="Zoom">
        <Button onClick={() => pelvis("back")}>Pelvis, back</Button>
        <Button onClick={() => pelvis("front")}>Pelvis, front</Button>
        <Button onClick={whole}>Whole body</Button>
        <Button aria-label="Zoom in" onClick={() => by(1.5)}>
          <Plus aria-hidden size={18} />
        </Button>
        <Button aria-label="Zoom out" onClick={() => by(1 / 1.5)}>
          <Minus aria-hidden size={18} />
        </Button>
      </div>
    </div>
  );
}
