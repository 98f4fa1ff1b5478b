import type { Stage } from "../knowledge";
import { ADULT_AGE } from "../measurement";
import { ageAtExam } from "./age-at-exam";
import type { ExamState } from "./state";

/** Under 18 nothing is held as long as this. */
const TOO_LONG_FOR_THE_YOUNG = 30;

/**
 * What a stage asks of this person. Under 18 it is done by hand and light: no
 * force is aimed at, nothing is thrust, nothing is held for half a minute.
 *
 * @returns kgf, seconds and counts as the stage has them, those left out that do not hold
 * @example doseFor(stage, openedState) === stage.dose // true
 */
export function doseFor({ dose }: Pick<Stage, "dose">, state: Pick<ExamState, "opened">): Stage["dose"] {
  if ((ageAtExam(state) ?? ADULT_AGE) >= ADULT_AGE) return dose;
  const { kgf: _kgf, thrusts: _thrusts, holdSeconds, restSeconds, ...rest } = dose;
  return holdSeconds === undefined || holdSeconds >= TOO_LONG_FOR_THE_YOUNG
    ? rest
    : { ...rest, holdSeconds, ...(restSeconds === undefined ? {} : { restSeconds }) };
}
