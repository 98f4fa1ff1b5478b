import type { Place, PlaceSide, SiteId } from "../vocabulary";
import { HALVES, MIDLINES, OUTLINE, type View } from "./body-outline";

type Point = readonly [x: number, y: number];
export type BodyRegion = { readonly place: Place; readonly points: readonly Point[]; readonly centre: Point };

/** Which way a patient's side lies on the drawing: seen from the front, their right is on the left. */
export const directionOf = (view: View, side: "right" | "left"): 1 | -1 =>
  (view === "front") === (side === "left") ? 1 : -1;

function region(site: SiteId, side: PlaceSide, points: readonly Point[]): BodyRegion {
  const mean = (index: 0 | 1) => points.reduce((sum, point) => sum + point[index], 0) / points.length;
  return { place: `${site}.${side}`, points, centre: [mean(0), mean(1)] };
}

/**
 * Every region of one view, head to foot, with the midline at x = 0.
 *
 * @returns corners in the drawing's units: the body is about 500 high
 * @example regionsOf("front").length > 20 // true
 */
export function regionsOf(view: View): BodyRegion[] {
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

/** The whole body's edge, both halves. */
export const BODY_EDGE: readonly Point[] = [
  ...OUTLINE,
  ...OUTLINE.toReversed().map(([lateral, down]) => [-lateral, down] as const),
].filter(([x, y], index, all) => index === 0 || x !== all[index - 1]![0] || y !== all[index - 1]![1]);
