import type { ReadingSettings } from "../exam/settings";
import type { ExamState } from "../exam/state";
import { SACROILIAC_STARTS, SOURCE_SITES, type StartingProbability } from "../knowledge/starting-probabilities";
import { type Place, placeParts } from "../vocabulary/sites";
import { otherSide, type Side } from "../vocabulary/sides";
import type { SourceId } from "../vocabulary/sources";

/** A starting probability with the reason it was chosen for this person. */
export type Start = StartingProbability & { readonly reason: string };

const placesOf = (state: Pick<ExamState, "areas">): Place[] => state.areas.flatMap((area) => area.places);

/** True when a symptom is recorded on this side (or centrally) where the source is usually felt. */
export function hasSymptom(state: Pick<ExamState, "areas">, source: SourceId, side: Side): boolean {
  const sites = SOURCE_SITES[source] ?? [];
  return placesOf(state).some((place) => {
    const felt = placeParts(place);
    return sites.includes(felt.site) && (felt.side === side || felt.side === "central");
  });
}

/** Pain mainly below L5 and none in the midline: the familiar area decides. */
function isBelowL5(state: ExamState, side: Side): boolean {
  const familiar = state.areas.find((area) => area.area === state.familiar?.area) ?? state.areas[0];
  const places = familiar?.places ?? [];
  const below = places.some((place) => place === `si-area.${side}` || place === `central-buttock.${side}`);
  const midline = placesOf(state).includes("low-back.central");
  return below && !midline && !places.some((place) => placeParts(place).site === "low-back");
}

/**
 * Where the sacroiliac joint of one side starts: what the practitioner set for
 * this exam, else what the complaint says.
 *
 * @example sacroiliacStart(state, "right", settings).mean // 0.25
 */
export function sacroiliacStart(state: ExamState, side: Side, settings: ReadingSettings): Start {
  const own = state.starts.findLast(
    (start) => start.source === "sacroiliac" && (start.side === side || start.side === null),
  );
  if (own) {
    return {
      id: "sacroiliac.set",
      source: "sacroiliac",
      mean: own.mean,
      equivalentPeople: own.equivalentPeople,
      population: "set for this person",
      standing: "none",
      reason: own.reason,
    };
  }
  if (state.areas.length === 0) return { ...SACROILIAC_STARTS.chronicLowBack, reason: "no complaint is recorded yet" };
  if (!hasSymptom(state, "sacroiliac", side)) {
    return {
      ...SACROILIAC_STARTS.noSymptom,
      mean: settings.noSymptomStart,
      reason: "no symptom on this side where the joint is usually felt",
    };
  }
  const both = hasSymptom(state, "sacroiliac", otherSide(side)) ? "; both sides hurt, so each side is given it" : "";
  if (isBelowL5(state, side))
    return {
      ...SACROILIAC_STARTS.belowL5,
      reason: `the familiar symptom is below L5, with none in the midline${both}`,
    };
  return { ...SACROILIAC_STARTS.chronicLowBack, reason: `low back or buttock pain, not only below L5${both}` };
}
