import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { chiSquareQuantile, fQuantile, tQuantile } from "../base";
import { angleAgreement, type KappaWeights, verdictAgreement } from "./agreement";
import golden from "./golden-measures.json";

const named = (name: string) => golden.numbers.find((one) => one.name.startsWith(`${name} `))!;
type Told = Readonly<Record<string, number | number[]>>;
const outputs = (name: string): Told => named(name).outputs as unknown as Told;
const near = (actual: number | readonly number[], asked: number | readonly number[]): void => {
  const [one, other] = [[actual].flat(), [asked].flat()];
  expect(one).toHaveLength(other.length);
  other.forEach((value, index) => expect(one[index]).toBeCloseTo(value, 3));
};

type Pair = [number, number];

describe("a measure taken twice", () => {
  const pairs = (named("6.1").inputs as { table: Pair[] }).table;
  const told = angleAgreement(pairs);

  it("has the agreement, the error and the intervals of the worked table", () => {
    const { MSR, MSC, MSE, icc, icc95, semAgreement } = outputs("6.1");
    near([told.variance.people, told.variance.repeats, told.variance.error], [MSR, MSC, MSE] as number[]);
    near(told.icc, icc!);
    near(told.icc95!, icc95!);
    near(told.sem, semAgreement!);
    near(told.sem, outputs("6.3").dahlberg!);
    near(told.sem95!, [1.0656, 2.8283]);
    near(told.mdc95, 1.96 * Math.SQRT2 * (semAgreement as number));
  });

  it("has the limits of the worked pairs", () => {
    const { bias, limits, lower95, upper95 } = outputs("6.5");
    near(told.bias, bias!);
    near(told.limits, limits!);
    near(told.limits95[0], lower95!);
    near(told.limits95[1], upper95!);
  });

  const people = fc.array(fc.tuple(fc.integer({ min: 0, max: 180 }), fc.integer({ min: -9, max: 9 })), {
    minLength: 4,
    maxLength: 30,
  });
  it("agrees the same in another unit, in another order of people, and with the two taken the other way round", () => {
    fc.assert(
      fc.property(people, (drawn) => {
        const given = drawn.map(([first, apart]): Pair => [first, first + apart]);
        fc.pre(new Set(given.flat()).size > 2);
        const one = angleAgreement(given);
        fc.pre(Number.isFinite(one.icc));
        const scaled = angleAgreement(given.map(([a, b]): Pair => [a * 2 + 7, b * 2 + 7]));
        expect(scaled.icc).toBeCloseTo(one.icc, 8);
        expect(scaled.sem).toBeCloseTo(2 * one.sem, 8);
        expect(angleAgreement(given.toReversed()).icc).toBeCloseTo(one.icc, 8);
        const turned = angleAgreement(given.map(([a, b]): Pair => [b, a]));
        expect(turned.icc).toBeCloseTo(one.icc, 8);
        expect(turned.bias).toBeCloseTo(-one.bias, 8);
        expect(one.icc).toBeLessThanOrEqual(1);
        if (one.icc95) expect(one.icc95[0]).toBeLessThanOrEqual(one.icc95[1]);
      }),
    );
  });

  it("that is the same each time has no error, and no interval", () => {
    expect(
      angleAgreement([
        [10, 10],
        [20, 20],
        [35, 35],
      ]),
    ).toMatchObject({ icc: 1, icc95: null, sem: 0, mdc95: 0 });
  });

  it("of too few people, or of people who do not differ, says so", () => {
    expect(() =>
      angleAgreement([
        [1, 2],
        [3, 4],
      ]),
    ).toThrow("of 2 people");
    expect(() =>
      angleAgreement([
        [5, 5],
        [5, 5],
        [5, 5],
      ]),
    ).toThrow("all the same value");
  });
});

describe("verdicts of two judges", () => {
  it.each([
    ["6.6", "none"],
    ["6.7", "linear"],
    ["6.8", "quadratic"],
  ] as const)("%s: kappa with weights: %s", (name, weights: KappaWeights) => {
    const { kappa, ci95, pabak, pabak95, pPos, pNeg } = outputs(name);
    const told = verdictAgreement((named(name).inputs as unknown as { table: number[][] }).table, weights);
    near(told.kappa, kappa!);
    near(told.kappa95, ci95!);
    if (pabak === undefined) return;
    near(told.pabak, pabak);
    near(told.pabak95, pabak95!);
    near([told.positiveAgreement!, told.negativeAgreement!], [pPos, pNeg] as number[]);
  });

  it("of 2 x 2 tables: never over 1, 1 only without a disagreement, the same with the judges changed about", () => {
    const cell = fc.nat(40);
    fc.assert(
      fc.property(cell, cell, cell, cell, (a, b, c, d) => {
        fc.pre(a + b > 0 && c + d > 0 && a + c > 0 && b + d > 0);
        const told = verdictAgreement([
          [a, b],
          [c, d],
        ]);
        expect(told.kappa).toBeLessThanOrEqual(1);
        if (Math.abs(told.kappa - 1) < 1e-12) expect(b + c).toBe(0);
        expect(
          verdictAgreement([
            [a, c],
            [b, d],
          ]).kappa,
        ).toBeCloseTo(told.kappa, 10);
        expect(
          verdictAgreement([
            [d, c],
            [b, a],
          ]).positiveAgreement,
        ).toBeCloseTo(told.negativeAgreement!, 10);
      }),
    );
  });

  it.each([
    [
      "nobody",
      [
        [0, 0],
        [0, 0],
      ],
    ],
    ["one word", [[9]]],
    [
      "one word alone",
      [
        [9, 0],
        [0, 0],
      ],
    ],
  ])("of %s says so", (_what, table) => expect(() => verdictAgreement(table)).toThrow(/verdicts/));
});

describe("quantiles", () => {
  /** Printed tables. */
  it.each([
    [0.975, 9, 9, 4.026],
    [0.95, 1, 10, 4.9646],
    [0.95, 5, 2, 19.2964],
    [0.99, 10, 30, 2.9791],
    [0.975, 120, 120, 1.433],
  ])("F at %s with %s and %s", (p, above, below, value) => expect(fQuantile(p, above, below)).toBeCloseTo(value, 3));
  it.each([
    [0.975, 1, 12.7062],
    [0.975, 9, 2.2622],
    [0.975, 30, 2.0423],
    [0.95, 4, 2.1318],
    [0.5, 7, 0],
  ])("t at %s with %s", (p, freedom, value) => expect(tQuantile(p, freedom)).toBeCloseTo(value, 3));

  it.each([
    ["18, 4, 3, 25", [18, 4, 3, 25], 0.7145, [0.4874, 0.8861]],
    ["10, 0, 0, 10", [10, 0, 0, 10], 1, [0.735, 1]],
    ["9, 1, 0, 10", [9, 1, 0, 10], 0.9, [0.5789, 1]],
    ["1, 0, 0, 1", [1, 0, 0, 1], 1, [-0.3487, 1]],
  ] as const)("kappa of %s is not read as certain from a few people", (_name, [a, b, c, d], kappa, kappa95) => {
    const told = verdictAgreement([
      [a, b],
      [c, d],
    ]);
    near(told.kappa, kappa);
    near(told.kappa95, [...kappa95]);
  });

  it("20 of 20 alike leaves the adjusted kappa uncertain", () =>
    near(
      verdictAgreement([
        [10, 0],
        [0, 10],
      ]).pabak95,
      [0.6777, 1],
    ));

  it.each([
    [0.975, 9, 19.0228],
    [0.025, 9, 2.7004],
    [0.5, 1, 0.4549],
    [0.95, 100, 124.3421],
    [0.975, 1000, 1089.5309],
  ])("chi-square at %s with %s", (p, freedom, value) => expect(chiSquareQuantile(p, freedom)).toBeCloseTo(value, 3));

  /** The share of an F density up to a value, by Simpson's rule on log x: another way than the one that is checked. */
  function shareOfF(value: number, above: number, below: number): number {
    const logGamma = (x: number): number => {
      let [shifted, taken] = [x, 0];
      while (shifted < 12) taken += Math.log(shifted++);
      const inverse = 1 / shifted;
      return (
        (shifted - 0.5) * Math.log(shifted) -
        shifted +
        0.5 * Math.log(2 * Math.PI) +
        inverse / 12 -
        inverse ** 3 / 360 +
        inverse ** 5 / 1260 -
        taken
      );
    };
    const front = logGamma((above + below) / 2) - logGamma(above / 2) - logGamma(below / 2);
    const density = (log: number): number => {
      const x = Math.exp(log);
      const ratio = above / below;
      return Math.exp(
        front + (above / 2) * Math.log(ratio) + (above / 2) * log - ((above + below) / 2) * Math.log1p(ratio * x),
      );
    };
    const [from, to, steps] = [Math.log(value) - 80, Math.log(value), 40_000];
    const width = (to - from) / steps;
    let total = density(from) + density(to);
    for (let step = 1; step < steps; step++) total += density(from + step * width) * (step % 2 ? 4 : 2);
    return (total * width) / 3;
  }

  it("an F quantile has the share it was asked for, to eight digits", () => {
    const freedom = fc.integer({ min: 1, max: 400 });
    fc.assert(
      fc.property(fc.constantFrom(0.025, 0.5, 0.9, 0.975), freedom, freedom, (p, above, below) => {
        fc.pre(above > 1 || p > 0.4);
        expect(Math.abs(shareOfF(fQuantile(p, above, below), above, below) - p)).toBeLessThan(1e-8);
      }),
      { numRuns: 40 },
    );
  });
});
