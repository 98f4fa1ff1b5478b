import { LIMB_SITES, NEUROLOGY_SECONDS } from "../knowledge";
import type { ExamState } from "../record";
import { placeLabel, placeParts } from "../vocabulary";
import type { RaisedQuestion } from "./questions";

/** A stop on the plan that is no test. */
export type PlanStop = {
  readonly is: "neurology";
  readonly label: string;
  readonly because: string;
  readonly minutes: number;
};

const NUMB: readonly string[] = ["numb", "tingling"];
/** Sources of which the cord or the nerves of the saddle are one: nothing is tested before they are looked at. */
const GRAVE: readonly RaisedQuestion["source"][] = ["spinal-cord", "cauda-equina"];

const isGrave = ({ source }: RaisedQuestion): boolean => GRAVE.includes(source);

/**
 * The neurological examination, where a limb or the saddle has a symptom, or
 * something is numb or tingles; null where nothing calls for it, or it was begun.
 */
export function neurologyStop(state: ExamState): PlanStop | null {
  if (state.neuro.length > 0) return null;
  const limb = state.areas.flatMap(({ places }) => places).find((place) => LIMB_SITES.includes(placeParts(place).site));
  const numb = state.areas.find(({ qualities }) => qualities.some((quality) => NUMB.includes(quality)));
  const because = limb ? `a symptom in the ${placeLabel(limb)}` : numb ? "numbness or tingling" : null;
  return because === null
    ? null
    : { is: "neurology", label: "Neurological examination", because, minutes: NEUROLOGY_SECONDS / SECONDS };
}
const SECONDS = 60;

/** Where reflexes, power and feeling are looked at: seated, else on the back; at once where nothing may come before it. */
export const placeOfStop = (places: readonly string[], questions: readonly RaisedQuestion[]): string | undefined =>
  questions.some(isGrave) ? places[0] : (["seated", "supine"].find((place) => places.includes(place)) ?? places[0]);
