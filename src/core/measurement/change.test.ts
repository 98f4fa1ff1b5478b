import fc from "fast-check";
import { describe, expect, it } from "vitest";
import golden from "./golden-course.json";
import { type ClinicError, errorOf } from "./error-of";
import { changeOf, minimalDetectableChange, semOfAgreement, semOfMdc, trendOf } from "./change";

const named = (name: string) => golden.numbers.find((one) => one.name.startsWith(name))!;
const near = (actual: number, wanted: number) =>
  expect(Math.abs(actual - wanted), `${actual} ${wanted}`).toBeLessThan(6e-5);

describe("change against error", () => {
  it("6.2: minimal detectable change, single measures and means", () => {
    const { inputs, outputs } = named("6.2") as unknown as Record<"inputs" | "outputs", Record<string, number>>;
    near(minimalDetectableChange(inputs.sem!), outputs.mdc95!);
    near(minimalDetectableChange(inputs.sem!, 3, 3), outputs.mdc95_mean3!);
    near(minimalDetectableChange(inputs.sem!, 1, 3), outputs.mdc95_mean_1_then_3!);
    near(semOfMdc(outputs.mdc95!), inputs.sem!);
    near(semOfAgreement(4, 0.85), 1.5492);
  });

  it("6.4: the interval of a change", () => {
    const { inputs, outputs } = named("6.4") as unknown as {
      inputs: { before: number; after: number; sem: number };
      outputs: { interval95: [number, number] };
    };
    const { interval95, beyond } = changeOf(inputs);
    outputs.interval95.forEach((wanted, at) => expect(interval95![at]).toBeCloseTo(wanted, 3));
    expect(beyond).toBe(true);
  });

  it("6.9: five visits, judged by the known error", () => {
    const { inputs, outputs } = named("6.9") as unknown as {
      inputs: { days: number[]; values: number[]; sem: number };
      outputs: Record<string, number> & { intervalKnownSEM: [number, number] };
    };
    const values = inputs.days.map((day, at) => ({ day, value: inputs.values[at]! }));
    const trend = trendOf(values, inputs.sem)!;
    near(trend.perDay, outputs.slopePerDay!);
    near(trend.perWeek, outputs.perWeek!);
    expect(trend.residual).toBeCloseTo(outputs.residualSD!, 3);
    outputs.intervalKnownSEM.forEach((wanted, at) => near(trend.interval95[at]!, wanted));
  });

  it("judges nothing where no error is known, and draws no line through two points or one day", () => {
    expect(changeOf({ before: 1, after: 9, sem: null })).toEqual({
      change: 8,
      mdc: null,
      beyond: null,
      interval95: null,
    });
    expect(
      trendOf(
        [
          { day: 0, value: 1 },
          { day: 9, value: 4 },
        ],
        1,
      ),
    ).toBeNull();
    expect(
      trendOf(
        [
          { day: 3, value: 1 },
          { day: 3, value: 4 },
          { day: 3, value: 5 },
        ],
        1,
      ),
    ).toBeNull();
    expect(
      trendOf(
        [0, 1, 2, 3, 4].map((day) => ({ day, value: day })),
        null,
      ),
    ).toBeNull();
  });

  it("is beyond the error exactly when the interval leaves out nothing changed", () => {
    fc.assert(
      fc.property(
        fc.double({ min: -90, max: 90, noNaN: true }),
        fc.double({ min: -90, max: 90, noNaN: true }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 1, max: 6 }),
        (before, after, sem, beforeTrials, afterTrials) => {
          const { beyond, interval95, mdc } = changeOf({ before, after, sem, beforeTrials, afterTrials });
          const [low, high] = interval95!;
          if (Math.abs(Math.abs(after - before) - mdc!) > 1e-6) expect(beyond).toBe(low > 0 || high < 0);
          expect(minimalDetectableChange(sem, beforeTrials + 1, afterTrials)).toBeLessThan(mdc!);
        },
      ),
    );
  });

  it("finds the slope of any straight course, whatever the days", () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 400 }), { minLength: 3, maxLength: 20 }),
        fc.double({ min: -5, max: 5, noNaN: true }),
        (days, slope) => {
          const trend = trendOf(
            days.map((day) => ({ day, value: 10 + slope * day })),
            2,
          )!;
          expect(trend.perDay).toBeCloseTo(slope, 6);
          expect(trend.interval95[0]).toBeLessThanOrEqual(trend.interval95[1]);
        },
      ),
    );
  });
});

describe("by which error a change is judged", () => {
  const raise = { test: "straight-leg-raise", id: "onset", mdc: 6 };
  const own = (pairs: number, sem: number, over: Partial<ClinicError> = {}): ClinicError => ({
    test: raise.test,
    measure: raise.id,
    device: null,
    method: null,
    apart: "days",
    pairs,
    sem,
    ...over,
  });
  const shipped = semOfMdc(6);

  it.each([
    [[], shipped, "shipped"],
    [[own(9, 0.5)], shipped, "shipped"],
    [[own(10, 0.5)], shipped, "the larger of both"],
    [[own(29, 4)], 4, "the larger of both"],
    [[own(30, 0.5)], 0.5, "clinic"],
    [[own(40, 0.5, { apart: "minutes" })], shipped, "shipped"],
    [[own(40, 0.5, { device: "inclinometer" })], shipped, "shipped"],
    [[own(40, 0.5, { measure: "end" })], shipped, "shipped"],
  ] as const)("%j", (clinic, sem, from) => {
    expect(errorOf(raise, null, null, clinic)).toMatchObject({ sem, from });
  });

  it("is none where none is known, and nothing is judged then", () => {
    expect(errorOf({ test: "x", id: "y" }, null, null, [])).toEqual({ sem: null, from: "none", pairs: 0 });
    expect(errorOf({ test: raise.test, id: raise.id }, null, null, [own(12, 2)]).sem).toBe(2);
  });
});
