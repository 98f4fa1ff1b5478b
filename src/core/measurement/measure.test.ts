import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readNumber } from "../base";
import { PROTOCOLS } from "../knowledge";
import { formatted, nearest, startOfMeasure } from "./measure";

const MEASURES = PROTOCOLS.flatMap(({ measures }) => measures);

describe("a measure's number", () => {
  it("is said with its own unit, never with another's", () => {
    expect(formatted({ unit: "°" }, 42)).toBe("42°");
    expect(formatted({ unit: "of 5" }, 4)).toBe("4 of 5");
    for (const measure of MEASURES)
      expect(formatted(measure, 7)).toBe(measure.unit === "°" ? "7°" : `7 ${measure.unit}`);
  });

  it("lands in its range and on its step, for every measure of the catalogue", () => {
    fc.assert(
      fc.property(fc.constantFrom(...MEASURES), fc.double({ min: -500, max: 1500, noNaN: true }), (measure, raw) => {
        const value = nearest(measure, raw);
        const [low, high] = measure.range;
        expect(value).toBeGreaterThanOrEqual(low);
        expect(value).toBeLessThanOrEqual(high);
        expect(nearest(measure, value)).toBe(value);
        if (raw >= low && raw <= high)
          expect(Math.abs(value - raw)).toBeLessThanOrEqual((measure.step ?? 1) / 2 + 1e-9);
      }),
    );
  });

  it("begins inside what can be measured", () => {
    for (const measure of MEASURES) expect(nearest(measure, startOfMeasure(measure))).toBe(startOfMeasure(measure));
  });
});

describe("a number that was typed", () => {
  it.each([
    ["12,5", 12.5],
    [" 12.5 ", 12.5],
    ["", null],
    ["  ", null],
    ["twelve", Number.NaN],
    ["1,2,3", Number.NaN],
  ])("%j", (text, value) => expect(readNumber(text)).toEqual(value));
});
