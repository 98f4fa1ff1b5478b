import { describe, expect, it } from "vitest";
import golden from "./golden-plan.json";
import { gaussHermite, normalQuantile, normalShare } from "../base";
import type { Position } from "../vocabulary";
import { finishRule } from "./finish-rule";
import { entropy, expectedFall, fallOver, impliedChance } from "./worth";

type Numbers = {
  name: string;
  inputs: Record<string, unknown>;
  outputs: Record<string, number & Record<string, Record<string, number>>>;
};
const named = (name: string): Numbers =>
  (golden.numbers as unknown as Numbers[]).find((one) => one.name.startsWith(name))!;
const near = (actual: number, wanted: number, by = 0.0006) => expect(Math.abs(actual - wanted)).toBeLessThan(by);

describe("the normal distribution", () => {
  it("has its known shares, and its quantiles undo them", () => {
    near(normalShare(1.959964), 0.975, 1e-6);
    near(normalShare(-1), 0.158655, 1e-6);
    for (const share of [0.001, 0.1, 0.3125, 0.5, 0.97, 0.9999]) near(normalShare(normalQuantile(share)), share, 1e-7);
    expect([normalShare(normalQuantile(0)), normalShare(normalQuantile(1))]).toEqual([0, 1]);
  });
  it("is integrated exactly for polynomials", () => {
    const nodes = gaussHermite(15);
    expect(nodes).toHaveLength(15);
    const mean = (f: (x: number) => number) => nodes.reduce((sum, { at, weight }) => sum + weight * f(at), 0);
    near(
      mean(() => 1),
      1,
      1e-9,
    );
    near(
      mean((x) => x ** 2),
      1,
      1e-9,
    );
    near(
      mean((x) => x ** 8),
      105,
      1e-6,
    );
    near(
      mean((x) => x ** 5),
      0,
      1e-9,
    );
  });
});

describe("finishing a rule", () => {
  it.each([
    ["4.2 plan for 2 of 3 (independent", 0],
    ["4.2 plan for 2 of 3 (one factor", 0.4],
  ])("%s", (name, correlation) => {
    const { inputs, outputs } = named(name);
    const tests = inputs.tests as {
      name: string;
      position: Position;
      burden: number;
      sens: number;
      oneMinusSpec: number;
    }[];
    const members = tests.map(({ name: id, position, burden, sens, oneMinusSpec }) => ({
      id,
      position,
      cost: burden,
      ifPresent: sens,
      ifAbsent: oneMinusSpec,
    }));
    const finish = finishRule(inputs.table as number[], 0, 0, members, 0.25, null, correlation)!;
    near(finish.expectedCost, outputs.expectedCost as number);
    near(finish.expectedTests, outputs.expectedTests as number);
    near(
      finish.ends.reduce((sum, { chance }) => sum + chance, 0),
      1,
      1e-9,
    );
    const turns = finish.ends.reduce(
      (sum, { positive, negative, chance }) => sum + ((positive | negative) & 4 ? chance : 0),
      0,
    );
    near(turns, outputs.expectedTurns as number);
  });

  it("4.6: six tests, positions free, from standing", () => {
    const { outputs } = named("4.6");
    const rule = (named("4.4").inputs.rules as { tests: [string, Position, number, number, number][] }[])[0]!;
    const members = rule.tests.map(([id, position, cost, ifPresent, ifAbsent]) => ({
      id,
      position,
      cost,
      ifPresent,
      ifAbsent,
    }));
    const finish = finishRule([0.1, 0.1, 0.1, 4, 4, 4, 4], 0, 0, members, 0.25, "standing", 0)!;
    near(finish.expectedCost, outputs.expectedCost as number, 0.002);
    near(finish.expectedTests, outputs.expectedTests as number, 0.002);
    expect(finish.first).toBe(outputs.first as unknown as string);
  });

  it.each([
    ["independent", 0],
    ["oneFactor", 0.4],
  ])("4.3b: the fall over the counts that can really end, %s", (which, correlation) => {
    const { inputs } = named("4.3 ");
    const wanted = named("4.3b").outputs[which]!;
    const members = (inputs.chances as [number, number][]).map(([ifPresent, ifAbsent], index) => ({
      id: `m${index}`,
      position: "supine" as const,
      cost: 1,
      ifPresent,
      ifAbsent,
    }));
    const table = [0.05, 0.05, 0.88, 6.1, 30.3];
    /** A table in which every count is its own makes every test be done, so that the ends are the counts. */
    const finish = finishRule([1, 2, 3, 4, 5], 0, 0, members, 0.23, null, correlation)!;
    const bits = (mask: number) => mask.toString(2).replaceAll("0", "").length;
    const odds = 0.23 / 0.77;
    const ends = finish.ends.map(({ positive, chance }) => {
      const after = odds * table[bits(positive)]!;
      return { chance, probability: after / (1 + after) };
    });
    near(
      ends.reduce((sum, { chance, probability }) => sum + chance * probability, 0),
      wanted.meanOfEnds as unknown as number,
    );
    near(fallOver(ends), wanted.fall as unknown as number);
  });

  it("4.1: what a test is expected to take away, and the chance of a positive the reading implies", () => {
    const { inputs, outputs } = named("4.1");
    const start = inputs.start as number;
    for (const { pPlus, pMinus, q, fall } of Object.values(outputs) as unknown as Record<string, number>[]) {
      near(impliedChance(start, pPlus!, pMinus!), q!);
      near(expectedFall(start, pPlus!, pMinus!), fall!);
    }
  });

  it("never gains less than nothing", () => {
    expect(fallOver([{ chance: 1, probability: 0.3 }])).toBe(0);
    expect(entropy(0.5)).toBe(1);
  });
});
