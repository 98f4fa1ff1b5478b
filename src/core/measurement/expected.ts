import type { Measure } from "./measure";

/** Whom a number is expected of: how the test was done, and the age in whole years, null when unknown. */
export type ExpectedOf = { readonly variant: Readonly<Record<string, string>>; readonly age: number | null };

const DECADE = 10;

/**
 * The measure with the range that is expected of this person: of the way the
 * test was done where that changes it, else of the age where a range by age is
 * known, else the general one. Below the youngest age a range was given for,
 * none is expected.
 *
 * @example expecting(protocolOf("neck-rotation").measures[0], { variant: {}, age: 45 }).expected // [64, 68]
 */
export function expecting<M extends Measure>(measure: M, { variant, age }: ExpectedOf): M {
  const way = measure.underSchool?.find(({ school, option }) => variant[school] === option);
  if (way) return { ...measure, expected: way.range, expectedWhy: way.why };
  const { byAge } = measure;
  if (!byAge || age === null) return measure;
  if (age < byAge.from) return { ...measure, expected: undefined, expectedWhy: undefined };
  const decades = Math.floor((age - byAge.from) / DECADE);
  const [low, high] = byAge.range;
  return {
    ...measure,
    expected: [low + decades * byAge.perDecade, high + decades * byAge.perDecade],
    expectedWhy: `at ${age}`,
  };
}
