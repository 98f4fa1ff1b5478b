import fc from "fast-check";
import { expect, it } from "vitest";
import { inTime } from "./in-time";

type Reading = { readonly t: number; readonly angle: number };

const notNumbers = fc.constantFrom(NaN, Infinity, -Infinity);
const readings = fc.array(
  fc.record({
    t: fc.oneof({ weight: 9, arbitrary: fc.integer({ min: 0, max: 60 }) }, { weight: 1, arbitrary: notNumbers }),
    angle: fc.oneof({ weight: 9, arbitrary: fc.integer({ min: -9, max: 9 }) }, { weight: 1, arbitrary: notNumbers }),
  }),
);
const angleOf = ({ angle }: Reading) => angle;

it("whatever came: each moment once, the first that came of it, in the order of time", () =>
  fc.assert(
    fc.property(readings, (came) => {
      const numbers = came.filter(({ t, angle }) => Number.isFinite(t) && Number.isFinite(angle));
      const moments = [...new Set(numbers.map(({ t }) => t))].sort((a, b) => a - b);
      expect(inTime(came, angleOf)).toEqual(moments.map((moment) => numbers.find(({ t }) => t === moment)));
    }),
  ));

it("what came in order is not copied", () => {
  const inOrder = Array.from({ length: 50 }, (_none, n): Reading => ({ t: n * 10, angle: n }));
  expect(inTime(inOrder, angleOf)).toBe(inOrder);
});
