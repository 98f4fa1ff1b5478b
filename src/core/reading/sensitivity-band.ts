import { combine, type Recipe } from "./combine";
import type { Interval } from "./likelihood-ratio";
import { logit, probabilityOf } from "./odds";

/** Dependences between which the answer is shown. */
export const DEPENDENCE_RANGE = [0.3, 0.7] as const;

/** How far the answer moves when what was assumed is assumed otherwise. */
export type SensitivityBand = {
  /** The answer for dependences from 0.3 to 0.7, low to high. */
  readonly dependence: Interval;
  /** The answer with the starting odds halved and doubled, low to high. */
  readonly start: Interval;
};

const STEPS = 9;

/** Half and twice the starting probability's odds, so that both stay between 0 and 1. */
const shifted = (mean: number, factor: number): number => probabilityOf(logit(mean) + Math.log(factor));

/**
 * The answer under other assumptions: dependence 0.3 to 0.7, and the starting
 * probability halved and doubled (as odds, so that it stays a probability).
 *
 * @example sensitivityBand(recipe).start // [0.401, 0.728] for a rule met from 0.25
 */
export function sensitivityBand(recipe: Recipe): SensitivityBand {
  const [from, to] = DEPENDENCE_RANGE;
  const answers = Array.from({ length: STEPS }, (_, step) =>
    combine({ ...recipe, dependence: from + ((to - from) * step) / (STEPS - 1), dependenceOf: {} }),
  );
  const starting = (factor: number) =>
    combine({ ...recipe, start: { ...recipe.start, mean: shifted(recipe.start.mean, factor) } });
  return {
    dependence: [Math.min(...answers), Math.max(...answers)],
    start: [starting(0.5), starting(2)],
  };
}
