import { curveCardinalClosed, curveCatmullRomClosed, line } from "d3";
import type { Place, PlaceSide, SiteId } from "@/core/vocabulary";
import { HALVES, MIDLINES, OUTLINE, type View } from "./body-outline";

const smooth = line<readonly [number, number]>().curve(curveCatmullRomClosed.alpha(0.4));
/** Rounder corners than a polygon's, but never over the neighbour's edge. */
const patch = line<readonly [number, number]>().curve(curveCardinalClosed.tension(0.65));

export type Region = { readonly place: Place; readonly path: string; readonly centre: readonly [number, number] };

/** Which way a patient's side lies on the drawing: seen from the front, their right is on the left. */
export const directionOf = (view: View, side: "right" | "left"): 1 | -1 =>
  (view === "front") === (side === "left") ? 1 : -1;

function region(site: SiteId, side: PlaceSide, points: readonly (readonly [number, number])[]): Region {
  const mean = (index: 0 | 1) => points.reduce((sum, point) => sum + point[index], 0) / points.length;
  return { place: `${site}.${side}`, path: patch([...points]) ?? "", centre: [mean(0), mean(1)] };
}

/** Every region of one view, head to foot, with the midline at x = 0. */
export function regionsOf(view: View): Region[] {
  const halves = HALVES[view].flatMap(({ site, half }) =>
    (["right", "left"] as const).map((side) =>
      region(
        site,
        side,
        half.map(([lateral, down]) => [lateral * directionOf(view, side), down] as const),
      ),
    ),
  );
  const middles = MIDLINES[view].map(({ site, top, bottom, width }) =>
    region(site, "central", [
      [-width, top],
      [width, top],
      [width, bottom],
      [-width, bottom],
    ]),
  );
  return [...halves, ...middles].toSorted((a, b) => a.centre[1] - b.centre[1] || a.centre[0] - b.centre[0]);
}

export const OUTLINE_PATH: string =
  smooth(
    [...OUTLINE, ...OUTLINE.toReversed().map(([lateral, down]) => [-lateral, down] as const)].filter(
      ([x, y], index, all) => index === 0 || x !== all[index - 1]![0] || y !== all[index - 1]![1],
    ),
  ) ?? "";
