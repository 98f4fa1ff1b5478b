import { CORRELATION, keptChances, openingState, type Shared, stateOf, turned } from "../planning";

/** Who knows how simulated patients are made, and reads them by Bayes' rule alone. */

/** A result: the chances of a positive with and without the source, and whether it was one. */
export type Finding = { readonly chances: readonly [present: number, absent: number]; readonly isPositive: boolean };

/** What was found so far of one source: likelihoods with and without it at each value of the shared factor. */
export const before = (probability: number): Shared => openingState(probability);

/** The same with one more result. */
export const after = (
  { present, absent }: Shared,
  { chances, isPositive }: Finding,
  dependence: number = CORRELATION,
): Shared =>
  stateOf(
    turned(present, keptChances(chances[0], dependence), isPositive),
    turned(absent, keptChances(chances[1], dependence), isPositive),
  );

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
): number => probabilityOf(findings.reduce((state, finding) => after(state, finding, dependence), before(start)));
