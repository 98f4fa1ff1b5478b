import { CORRELATION, openingState, type Shared, withResult } from "../planning";

/** Who knows how simulated patients are made, and reads them by Bayes' rule alone. */

/** A result: the chances of a positive with and without the source, and whether it was one. */
export type Finding = { readonly chances: readonly [present: number, absent: number]; readonly isPositive: boolean };

const total = (list: Float64Array): number => list.reduce((sum, one) => sum + one, 0);

/** The probability of the source, 0 to 1. */
export const probabilityOf = ({ present, weight }: Shared): number => (weight > 0 ? total(present) / weight : 0);

/**
 * The probability of a source on these findings, exact for simulated patients
 * (Bayes' rule over one factor that the results of a source share).
 *
 * @param start before any test, 0 to 1
 * @param dependence how alike results are among those who all have, or all lack, the source, 0 to under 1
 * @example bestProbability(0.25, [{ chances: [0.6, 0.1875], isPositive: true }], 0) // 0.5161
 */
export const bestProbability = (
  start: number,
  findings: readonly Finding[],
  dependence: number = CORRELATION,
): number =>
  probabilityOf(
    findings.reduce(
      (state, { chances, isPositive }) => withResult(state, chances, isPositive, dependence),
      openingState(start),
    ),
  );
