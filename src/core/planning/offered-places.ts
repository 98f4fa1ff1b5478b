import type { Condition, FeltCondition, Protocol } from "../knowledge";
import type { ExamState } from "../record";
import { otherSide, type Place, placeParts, type Side, type SiteId, SITES } from "../vocabulary";

/** How many places fit on the run screen without scrolling. */
const OFFERED = 8;
const OFFERED_BY_TEST = 6;

const sitesIn = (felt: FeltCondition | undefined): readonly SiteId[] =>
  felt && felt.sites !== "anywhere" ? felt.sites : [];

const sitesOf = (condition: Condition): SiteId[] => [
  ...sitesIn(condition.felt),
  ...(condition.any ?? []).flatMap(sitesOf),
];

/** The places a test's own rules turn on, those named most often first, on the tested side. */
function placesOfTest({ readings }: Protocol, near: Side): Place[] {
  const counts = new Map<SiteId, number>();
  for (const { lines } of readings)
    for (const line of lines) for (const site of sitesOf(line)) counts.set(site, (counts.get(site) ?? 0) + 1);
  return [...counts]
    .toSorted(([, a], [, b]) => b - a)
    .map(([site]) => {
      const sides: readonly string[] = SITES[site].sides;
      return `${site}.${sides.includes(near) ? near : "central"}` as Place;
    });
}

const SACROILIAC = (near: Side): Place[] => [
  `si-area.${near}`,
  `si-area.${otherSide(near)}`,
  `groin.${near}`,
  "low-back.central",
  `central-buttock.${near}`,
  `low-back.${near}`,
  `posterior-thigh.${near}`,
  `lateral-hip.${near}`,
];

/** The places the person drew, their familiar symptom's first. */
const drawnPlaces = (state: Pick<ExamState, "areas" | "familiar">): Place[] => [
  ...new Set(
    state.areas
      .toSorted((a, b) => Number(b.area === state.familiar?.area) - Number(a.area === state.familiar?.area))
      .flatMap(({ places }) => places),
  ),
];

/** How many of their places an answer and a place are offered together for. */
const THEIRS_OFFERED = 3;

/**
 * Where THEIRS is offered at once: the places they drew, those on the tested
 * side and in the middle before the others.
 *
 * @example theirPlaces({ areas: [], familiar: null }, "right") // []
 */
export function theirPlaces(state: Pick<ExamState, "areas" | "familiar">, side: Side | null): Place[] {
  const isFar = (place: Place) => side !== null && placeParts(place).side === otherSide(side);
  const drawn = drawnPlaces(state);
  return [...drawn.filter((place) => !isFar(place)), ...drawn.filter(isFar)].slice(0, THEIRS_OFFERED);
}

/**
 * Places to choose from when a familiar symptom came: the person's own first,
 * then those that decide the test, the tested side before the other.
 *
 * @example offeredPlaces(state, "right")[0] // "si-area.right"
 */
export function offeredPlaces(
  state: Pick<ExamState, "areas" | "familiar">,
  side: Side | null,
  protocol?: Protocol,
): Place[] {
  const own = drawnPlaces(state);
  const near = side ?? "right";
  const isSacroiliac = !protocol || protocol.tissueGroup === "sacroiliac-provocation";
  const usual = isSacroiliac ? SACROILIAC(near) : placesOfTest(protocol, near);
  return [...new Set([...own, ...usual])].slice(0, isSacroiliac ? OFFERED : OFFERED_BY_TEST);
}
