import { describe, expect, it } from "vitest";
import golden from "./golden-plan.json";
import { gaussHermite, normalQuantile, normalShare } from "../base";
import type { Position } from "../vocabulary";
import { wordFor } from "../reading";
import { DEFAULT_READING_SETTINGS } from "../record";
import { finishRule } from "./finish-rule";
import { bits } from "./one-factor";
import { chanceOfChange, entropy, expectedFall, fallOver, impliedChance, worthOf } from "./worth";

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

/** A rule's members and its table, as the worked numbers give them. */
function membersOf(inputs: Record<string, unknown>) {
  const tests = inputs.tests as {
    name: string;
    position: Position;
    burden: number;
    sens: number;
    oneMinusSpec: number;
  }[];
  return {
    table: inputs.table as number[],
    members: tests.map(({ name: id, position, burden, sens, oneMinusSpec }) => ({
      id,
      position,
      cost: burden,
      ifPresent: sens,
      ifAbsent: oneMinusSpec,
    })),
  };
}

/** Members of which only the chances are given: lying on the back, each as dear as the other. */
const membersOfChances = (inputs: Record<string, unknown>) =>
  (inputs.chances as [number, number][]).map(([ifPresent, ifAbsent], index) => ({
    id: `m${index}`,
    position: "supine" as const,
    cost: 1,
    ifPresent,
    ifAbsent,
  }));

describe("finishing a rule", () => {
  it.each([
    ["4.2 plan for 2 of 3 (independent", 0],
    ["4.2 plan for 2 of 3 (one factor", 0.4],
  ])("%s", (name, correlation) => {
    const { inputs, outputs } = named(name);
    const { members, table } = membersOf(inputs);
    const finish = finishRule(table, 0, 0, members, 0.25, null, correlation)!;
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

  it.each([
    ["4.2 plan for 2 of 3 (independent", 0],
    ["4.2 plan for 2 of 3 (one factor", 0.4],
  ])("%s: the policy, answer by answer, and what the next one is then worth", (name, correlation) => {
    const { inputs, outputs } = named(name);
    const { members, table } = membersOf(inputs);
    const { ends, first } = finishRule(table, 0, 0, members, 0.25, null, correlation)!;
    expect(first).toBe(outputs.best as unknown as string);
    const [distraction, thrust, compression] = [1, 2, 4];
    /** The leaves of the policy as it is written: 2+, then 2+ by the third or 1+, then the same, then 0+. */
    expect(outputs.policy as unknown as string).toBe(
      "distraction(+:thigh thrust(+:[2+] -:compression(+:[2+] -:[1+])) -:thigh thrust(+:compression(+:[2+] -:[1+]) -:[0+]))",
    );
    const leaves = [
      [distraction | thrust, 0],
      [distraction | compression, thrust],
      [distraction, thrust | compression],
      [thrust | compression, distraction],
      [thrust, distraction | compression],
      [0, distraction | thrust],
    ];
    expect(ends.map(({ positive, negative }) => [positive, negative])).toEqual(leaves);
    const chance = (is: (end: (typeof ends)[number]) => boolean) =>
      ends.filter(is).reduce((sum, end) => sum + end.chance, 0);
    const dPlus = chance(({ positive }) => (positive & distraction) > 0);
    const dMinus = 1 - dPlus;
    const both = chance(({ positive }) => positive === (distraction | thrust));
    const firstChoices = outputs.firstChoices as unknown as Record<string, Record<string, number>>;
    near(dPlus, firstChoices.distraction!.q!);
    near(both / dPlus, outputs.q_thigh_after_distraction_pos as number);
    const plusAfterMinus = chance(({ positive, negative }) => (negative & distraction) > 0 && (positive & thrust) > 0);
    near(plusAfterMinus / dMinus, outputs.q_thigh_after_distraction_neg as number);
    const third = (positive: number, negative: number) =>
      chance((end) => end.positive === (positive | compression) && end.negative === negative) /
      chance((end) => (end.positive & ~compression) === positive && (end.negative & ~compression) === negative);
    near(third(distraction, thrust), outputs.q_comp_after_pos_neg as number);
    near(third(thrust, distraction), outputs.q_comp_after_neg_pos as number);
    near(
      chance(({ positive }) => bits(positive) >= 2),
      outputs.P_met as number,
    );
    near(
      chance(({ positive }) => bits(positive) < 2),
      outputs.P_not as number,
    );
    const everything = outputs.everything as unknown as { tests: number; cost: number };
    expect(members.length).toBe(everything.tests);
    expect(members.reduce((sum, { cost }) => sum + cost, 0) + 1).toBe(everything.cost);
  });

  it("4.2: what each first choice costs, independent given the source", () => {
    const { inputs, outputs } = named("4.2 plan for 2 of 3 (independent");
    const { members, table } = membersOf(inputs);
    const firstChoices = outputs.firstChoices as unknown as Record<string, Record<string, number>>;
    for (const member of members) {
      const rest = members.filter(({ id }) => id !== member.id);
      const q = 0.25 * member.ifPresent + 0.75 * member.ifAbsent;
      const after = (isPositive: boolean) => {
        const [present, absent] = isPositive
          ? [member.ifPresent, member.ifAbsent]
          : [1 - member.ifPresent, 1 - member.ifAbsent];
        const p = (0.25 * present) / (0.25 * present + 0.75 * absent);
        return finishRule(table, isPositive ? 1 : 0, 0, rest, p, member.position, 0)!;
      };
      const [yes, no] = [after(true), after(false)];
      near(q, firstChoices[member.id]!.q!);
      near(member.cost + q * yes.expectedCost + (1 - q) * no.expectedCost, firstChoices[member.id]!.cost!);
      near(1 + q * yes.expectedTests + (1 - q) * no.expectedTests, firstChoices[member.id]!.tests!);
    }
  });

  it("4.3: the same rule by its two extremes, by its strata, and by the study's own counts", () => {
    const { inputs, outputs } = named("4.3 ");
    const start = inputs.start as number;
    const table = inputs.table as number[];
    const at = (ratio: number) => (start * ratio) / (1 - start + start * ratio);
    near(entropy(start), outputs.H_now as number);
    near(impliedChance(start, at(30.3), at(0.05)), outputs.q as number);
    near(expectedFall(start, at(30.3), at(0.05)), outputs.fallTwoExtremes as number);
    const members = membersOfChances(inputs);
    const { ends } = finishRule([1, 2, 3, 4, 5], 0, 0, members, start, null, 0)!;
    const strata = new Map<number, number>();
    for (const { positive, chance } of ends) {
      const ratio = table[bits(positive)]!;
      strata.set(ratio, (strata.get(ratio) ?? 0) + chance);
    }
    const wanted = outputs.strataChance as unknown as Record<string, number>;
    for (const [ratio, chance] of strata) near(chance, wanted[String(ratio)]!);
    const fall = (chances: readonly (readonly [number, number])[]) =>
      entropy(start) - chances.reduce((sum, [ratio, chance]) => sum + chance * entropy(at(ratio)), 0);
    near(fall([...strata]), outputs.fallByStrata as number);
    const study = Object.entries(outputs.strataChanceStudy as unknown as Record<string, number>);
    near(fall(study.map(([ratio, chance]) => [Number(ratio), chance] as const)), outputs.fallByStrataStudy as number);
  });

  it("4.7: the chance that the word changes", () => {
    const { inputs, outputs } = named("4.7");
    const start = inputs.start as number;
    const ends = named("4.1").outputs as unknown as Record<string, Record<string, number>>;
    const word = (probability: number) =>
      wordFor({ probability, start, evidence: Infinity, neverUnlikely: false }, DEFAULT_READING_SETTINGS).word;
    for (const [test, wanted] of Object.entries(outputs) as unknown as [string, Record<string, number | string>][]) {
      const { pPlus, pMinus, q } = ends[test] as { pPlus: number; pMinus: number; q: number };
      expect([word(pPlus), word(pMinus)], test).toEqual([wanted.plus, wanted.minus]);
      near(
        chanceOfChange(
          [
            { chance: q, probability: pPlus },
            { chance: 1 - q, probability: pMinus },
          ],
          start,
          word,
        ),
        wanted.chance as number,
      );
    }
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
    const members = membersOfChances(inputs);
    const table = [0.05, 0.05, 0.88, 6.1, 30.3];
    /** A table in which every count is its own makes every test be done, so that the ends are the counts. */
    const finish = finishRule([1, 2, 3, 4, 5], 0, 0, members, 0.23, null, correlation)!;
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
    for (const { pPlus, pMinus, q, fall, ...values } of Object.values(outputs) as unknown as Record<string, number>[]) {
      near(impliedChance(start, pPlus!, pMinus!), q!);
      near(expectedFall(start, pPlus!, pMinus!), fall!);
      for (const threshold of inputs.thresholds as number[]) {
        const asked = { start, positive: pPlus!, negative: pMinus!, threshold };
        near(worthOf(asked).value!, values[`value_tau_${threshold}`]!);
      }
    }
  });

  it("is worth nothing to decide by where no answer crosses the threshold, and refuses answers on one side of now", () => {
    for (const threshold of [0, 0.05, 0.5, 1])
      near(worthOf({ start: 0.25, positive: 0.48, negative: 0.06, threshold }).value!, 0);
    expect(worthOf({ start: 0.25, positive: 0.48, negative: 0.06, threshold: null }).value).toBeNull();
    expect(() => worthOf({ start: 0.5, positive: 0.48, negative: 0.06, threshold: 0.3 })).toThrow(
      /does not lie between/,
    );
  });

  it("never gains less than nothing", () => {
    expect(fallOver([{ chance: 1, probability: 0.3 }])).toBe(0);
    expect(entropy(0.5)).toBe(1);
  });
});
