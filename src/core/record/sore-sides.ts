import { protocolOf, type TestId } from "../knowledge";
import { isUpperRegion, NECK_OR_ARM, placeParts, type Side, SIDES } from "../vocabulary";
import type { Area } from "./events/complaint";

const UPPER: ReadonlySet<string> = new Set(NECK_OR_ARM);

/**
 * Whether both sides are sore in the half of the body that a test is of: then
 * neither is the uninvolved one, and a difference between them says nothing.
 *
 * @example soreOnBothSides([], "slump") // false
 */
export function soreOnBothSides(areas: readonly Pick<Area, "places">[], test: TestId): boolean {
  const upper = protocolOf(test).regions.some(isUpperRegion);
  const sides = new Set(
    areas
      .flatMap(({ places }) => places)
      .map(placeParts)
      .filter(({ site }) => UPPER.has(site) === upper)
      .map(({ side }) => side),
  );
  return SIDES.every((side) => sides.has(side));
}

/** How bad it is at most on a side: now, else at its worst; null where nothing was scored there. */
export function soreness(areas: readonly Pick<Area, "places" | "now" | "worst">[], side: Side): number | null {
  const scores = areas
    .filter(({ places }) => places.some((place) => placeParts(place).side === side))
    .flatMap(({ now, worst }) => now ?? worst ?? []);
  return scores.length ? Math.max(...scores) : null;
}
