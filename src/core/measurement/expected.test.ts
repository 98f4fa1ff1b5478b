import { describe, expect, it } from "vitest";
import { PROTOCOLS, protocolOf } from "../knowledge";
import { expecting } from "./expected";

const AGES = Array.from({ length: 101 }, (_, age) => age);
const expectedOf = (test: Parameters<typeof protocolOf>[0], age: number | null, variant = {}) =>
  expecting(protocolOf(test).measures[0]!, { variant, age });

describe("what a number is expected to be", () => {
  it("turning the neck: 70 to 74° in the twenties (Youdas 1992), about 3° less with each ten years", () => {
    for (const [age, range] of [
      [20, [70, 74]],
      [29, [70, 74]],
      [30, [67, 71]],
      [45, [64, 68]],
      [60, [58, 62]],
      [88, [52, 56]],
    ] as const)
      expect(expectedOf("neck-rotation", age)).toMatchObject({ expected: range, expectedWhy: `at ${age}` });
    expect(expectedOf("neck-rotation", null).expected).toEqual([80, 80]);
  });

  it("says none below the youngest age a range is known for", () => {
    for (const age of AGES.filter((age) => age < 20))
      expect(expectedOf("neck-rotation", age)).toMatchObject({ expected: undefined, expectedWhy: undefined });
  });

  it("never rises with age, and never leaves what can be measured, for every measure of the catalogue", () => {
    for (const { measures } of PROTOCOLS)
      for (const measure of measures) {
        const ranges = AGES.flatMap((age) => expecting(measure, { variant: {}, age }).expected ?? []);
        for (const degree of ranges) {
          expect(degree).toBeGreaterThanOrEqual(measure.range[0]);
          expect(degree).toBeLessThanOrEqual(measure.range[1]);
        }
        const highest = AGES.map((age) => expecting(measure, { variant: {}, age }).expected?.[1] ?? Infinity);
        for (const age of AGES.slice(1)) expect(highest[age]).toBeLessThanOrEqual(highest[age - 1]!);
      }
  });

  it("is that of the way it was done, for every option of every school that changes it", () => {
    const changed = PROTOCOLS.flatMap(({ schools, measures }) =>
      measures.flatMap((measure) =>
        (measure.underSchool ?? []).map((way) => ({
          way,
          measure,
          school: schools.find(({ id }) => id === way.school),
        })),
      ),
    );
    expect(changed.length).toBeGreaterThan(0);
    for (const { way, measure, school } of changed) {
      expect(school?.options.map(({ id }) => id)).toContain(way.option);
      expect(way.option).not.toBe(school?.defaultOption);
      expect(expecting(measure, { variant: { [way.school]: way.option }, age: 40 })).toMatchObject({
        expected: way.range,
        expectedWhy: way.why,
      });
    }
    expect(expectedOf("hip-internal-rotation", 40).expected).toEqual([35, 40]);
    expect(expectedOf("hip-internal-rotation", 40, { "hip-rotation-expected": "first-barrier" }).expected).toEqual([
      25, 25,
    ]);
  });
});
