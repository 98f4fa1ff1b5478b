/** How two sides' numbers differ, against the error of measuring them. */
export type SideDifference = {
  readonly difference: number;
  /** Minimal detectable change; null where none is known. */
  readonly mdc: number | null;
  /** Larger than the error; null where no error is known. */
  readonly beyondMdc: boolean | null;
};

/**
 * The difference between a measure's two sides.
 *
 * @param here this side's number
 * @param there the other side's
 * @param mdc minimal detectable change, in the measure's own unit
 * @example sideDifference(42, 60, 6) // { difference: 18, mdc: 6, beyondMdc: true }
 */
export function sideDifference(here: number, there: number, mdc: number | null): SideDifference {
  const difference = Math.abs(here - there);
  return { difference, mdc, beyondMdc: mdc === null ? null : difference > mdc };
}
