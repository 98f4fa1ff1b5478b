import { curveCardinalClosed, curveCatmullRomClosed, line } from "d3";
import { BODY_EDGE, type BodyRegion, regionsOf as cornersOf, type View } from "@/core/poses";

const smooth = line<readonly [number, number]>().curve(curveCatmullRomClosed.alpha(0.4));
/** Rounder corners than a polygon's, but never over the neighbour's edge. */
const patch = line<readonly [number, number]>().curve(curveCardinalClosed.tension(0.65));

export type Region = BodyRegion & { readonly path: string };

/** Every region of one view as it is drawn. */
export const regionsOf = (view: View): Region[] =>
  cornersOf(view).map((region) => ({ ...region, path: patch([...region.points]) ?? "" }));

export const OUTLINE_PATH: string = smooth([...BODY_EDGE]) ?? "";
