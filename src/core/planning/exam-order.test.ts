import fc from "fast-check";
import { describe, expect, it } from "vitest";
import golden from "./golden-plan.json";
import { normalQuantile, normalShare } from "../base";
import { isSettled } from "../reading";
import { type PlanRule, type PlanTest } from "./component";
import { allOrders, examOrder, type OrderAsked } from "./exam-order";
import { finishRule } from "./finish-rule";
import { placeTurn } from "./turns";

const named = (name: string) =>
  (golden.numbers as { name: string; inputs: Record<string, unknown>; outputs: Record<string, unknown> }[]).find(
    (one) => one.name.startsWith(name),
  )!;
const near = (actual: number, wanted: number, by = 0.00006) =>
  expect(Math.abs(actual - wanted), `${actual} ${wanted}`).toBeLessThan(by);

type GoldenRule = { name: string; start: number; k: number; tests: [string, string, number, number, number][] };

/** Six of six and the quadrant, as the worked numbers have them. */
function askedOf(rules: readonly GoldenRule[], correlation: number): OrderAsked {
  return {
    tests: rules.flatMap(({ tests }) => tests.map(([id, place, cost]) => ({ id, place, cost }))),
    rules: rules.map(({ name, start, k, tests }) => ({
      id: name,
      probability: start,
      table: Array.from({ length: tests.length + 1 }, (_, count) => (count >= k ? 4 : 0.2)),
      positive: 0,
      stuck: 0,
      members: tests.map(([test, , , ifPresent, ifAbsent]) => ({ test, ifPresent, ifAbsent })),
    })),
    from: "standing",
    correlation,
  };
}
const GOLDEN_RULES = named("4.4").inputs.rules as GoldenRule[];

describe("an order that is held by hand", () => {
  const { tests, rules } = askedOf(GOLDEN_RULES, 0.4);
  const supine = tests.filter(({ place }) => place === "supine");

  /** Every order of some tests. */
  const ordersOf = <T>(list: readonly T[]): (readonly T[])[] =>
    list.length === 0
      ? [[]]
      : list.flatMap((one) => ordersOf(list.filter((each) => each !== one)).map((rest) => [one, ...rest]));

  it("is kept, costs what its own walk costs, and the cheapest of all of them is not cheaper than a free hand", () => {
    const free = examOrder({ ...askedOf(GOLDEN_RULES, 0.4), tests: supine, rules });
    const totals = ordersOf(supine.map(({ id }) => id)).map((order) => {
      const held = supine.map((test) => ({ ...test, held: order.indexOf(test.id) }));
      const one = examOrder({ ...askedOf(GOLDEN_RULES, 0.4), tests: held, rules });
      expect(one.inOrder.get("supine")).toEqual(order);
      return one.total;
    });
    expect(Math.min(...totals)).toBeGreaterThanOrEqual(free.total - 1e-9);
    expect(Math.max(...totals)).toBeGreaterThan(free.total);
  });
});

describe("the order of positions", () => {
  it("4.4: the best, the second and the worst of all orders", () => {
    const { best, second, worst } = named("4.4").outputs as Record<
      string,
      Record<string, number> & { order: string[] }
    >;
    const orders = allOrders(askedOf(GOLDEN_RULES, 0));
    expect(orders).toHaveLength(24);
    const [first, next] = orders;
    expect(first!.order).toEqual(best!.order);
    near(first!.tests, best!.expectedTests!);
    near(first!.burden, best!.expectedBurden!);
    near(first!.turnCost, best!.expectedTurnCost!);
    near(first!.turns, best!.expectedPositionChanges!);
    near(first!.total, best!.total!);
    for (const [set, chance] of Object.entries((best as unknown as { entered: Record<string, number> }).entered))
      near(first!.entered[set]!, chance);
    expect(next!.order).toEqual(second!.order);
    near(next!.total, second!.total!);
    near(next!.tests, second!.expectedTests!);
    /** Several orders cost the most. */
    near(orders.find(({ order }) => order.join() === worst!.order.join())!.total, worst!.total!);
    near(orders.at(-1)!.total, worst!.total!);
  });

  it("4.4 with results that hang together costs less, and 7 tests, 22 and 4 is all of it", () => {
    const together = examOrder(askedOf(GOLDEN_RULES, 0.4));
    expect(together.total).toBeLessThan(19.4443);
    expect(together.gap).toBeNull();
    const { tests } = askedOf(GOLDEN_RULES, 0);
    const all = examOrder({ tests, rules: [], always: tests.map(({ id }) => id), from: "standing" });
    expect([all.tests, all.burden, all.turnCost, all.total]).toEqual([7, 22, 4, 26]);
  });

  it("4.5: the supine block alone", () => {
    const { outputs } = named("4.5");
    const asked = askedOf(GOLDEN_RULES.slice(0, 1), 0);
    const supine = asked.tests.filter(({ place }) => place === "supine");
    const rule = asked.rules[0]!;
    const block = examOrder({
      ...asked,
      tests: supine,
      rules: [
        {
          ...rule,
          stuck: 2,
          members: rule.members.filter(({ test }) => supine.some(({ id }) => id === test)),
        },
      ],
    });
    near(block.burden, outputs.burden as number);
    near(block.tests, outputs.tests as number);
    near(block.settled, outputs.P_settled as number);
    expect(block.inOrder.get("supine")![0]).toBe(outputs.first);
  });
});

/** The chance that these members come out so, at independent results or with one shared factor, by plain numerical integration. */
function chanceOf(rule: PlanRule, positive: ReadonlySet<string>, negative: ReadonlySet<string>, t: number): number {
  let sum = 0;
  const steps = t === 0 ? 1 : 121;
  for (let at = 0; at < steps; at++) {
    const g = t === 0 ? 0 : -8 + (16 * at) / (steps - 1);
    const weight = t === 0 ? 1 : (Math.exp((-g * g) / 2) / Math.sqrt(2 * Math.PI)) * (16 / (steps - 1));
    const share = (p: number) => normalShare((normalQuantile(p) + Math.sqrt(t) * g) / Math.sqrt(1 - t));
    let [a, b] = [rule.probability, 1 - rule.probability];
    for (const { test, ifPresent, ifAbsent } of rule.members) {
      if (positive.has(test)) [a, b] = [a * share(ifPresent), b * share(ifAbsent)];
      else if (negative.has(test)) [a, b] = [a * (1 - share(ifPresent)), b * (1 - share(ifAbsent))];
    }
    sum += weight * (a + b);
  }
  return sum;
}

type Heard = { positive: Set<string>; negative: Set<string> };

/** Everything tried: every order of places, every test that is still needed, every answer. */
function bruteForce({ tests, rules, from, correlation = 0 }: OrderAsked): number {
  const isOver = (rule: PlanRule, { positive, negative }: Heard) => {
    const left = rule.members.length - positive.size - negative.size;
    return left === 0 || isSettled(rule.table, rule.positive + positive.size, left + rule.stuck);
  };
  const memo = new Map<string, number>();
  const go = (
    heard: readonly Heard[],
    done: ReadonlySet<string>,
    here: string | null,
    left: readonly string[],
  ): number => {
    const key = JSON.stringify([
      heard.map(({ positive, negative }) => [[...positive], [...negative]]),
      [...done],
      here,
      left,
    ]);
    const kept = memo.get(key);
    if (kept !== undefined) return kept;
    const needed = tests.filter(
      ({ id }) =>
        !done.has(id) &&
        rules.some((rule, at) => !isOver(rule, heard[at]!) && rule.members.some(({ test }) => test === id)),
    );
    const value = needed.length === 0 ? 0 : step(heard, done, here, left, needed);
    memo.set(key, value);
    return value;
  };
  const after = (heard: readonly Heard[], test: PlanTest): { chance: number; heard: Heard[] }[] =>
    rules.reduce<{ chance: number; heard: Heard[] }[]>(
      (ends, rule, at) => {
        const now = heard[at]!;
        if (isOver(rule, now) || !rule.members.some((member) => member.test === test.id)) return ends;
        const before = chanceOf(rule, now.positive, now.negative, correlation);
        const yes = { ...now, positive: new Set([...now.positive, test.id]) };
        const no = { ...now, negative: new Set([...now.negative, test.id]) };
        const q = chanceOf(rule, yes.positive, yes.negative, correlation) / before;
        const swap = (list: Heard[], one: Heard) => list.map((old, index) => (index === at ? one : old));
        return ends.flatMap((end) => [
          { chance: end.chance * q, heard: swap(end.heard, yes) },
          { chance: end.chance * (1 - q), heard: swap(end.heard, no) },
        ]);
      },
      [{ chance: 1, heard: [...heard] }],
    );
  const step = (
    heard: readonly Heard[],
    done: ReadonlySet<string>,
    here: string | null,
    left: readonly string[],
    needed: readonly PlanTest[],
  ): number => {
    const inPlace = needed.filter(({ place }) => place === here && left[0] === place);
    if (inPlace.length > 0)
      return Math.min(
        ...inPlace.map(
          (test) =>
            test.cost +
            after(heard, test).reduce(
              (sum, end) => sum + end.chance * go(end.heard, new Set([...done, test.id].toSorted()), here, left),
              0,
            ),
        ),
      );
    const rest = left[0] === here ? left.slice(1) : left;
    const next = rest.find((place) => needed.some((test) => test.place === place));
    if (next === undefined) return 0;
    return placeTurn(here, next) + go(heard, done, next, rest.slice(rest.indexOf(next)));
  };
  const places = [...new Set(tests.map(({ place }) => place))];
  const orders = (list: readonly string[]): string[][] =>
    list.length === 0
      ? [[]]
      : list.flatMap((one) => orders(list.filter((other) => other !== one)).map((rest) => [one, ...rest]));
  const nothing = rules.map(() => ({ positive: new Set<string>(), negative: new Set<string>() }));
  return Math.min(...orders(places).map((order) => go(nothing, new Set(), from, order)));
}

const PLACES = ["supine", "prone", "seated"] as const;
const small: fc.Arbitrary<OrderAsked> = fc
  .record({
    tests: fc.array(fc.record({ place: fc.constantFrom(...PLACES), cost: fc.integer({ min: 1, max: 5 }) }), {
      minLength: 1,
      maxLength: 5,
    }),
    chances: fc.array(
      fc.tuple(fc.double({ min: 0.1, max: 0.95, noNaN: true }), fc.double({ min: 0.05, max: 0.9, noNaN: true })),
      {
        minLength: 10,
        maxLength: 10,
      },
    ),
    split: fc.nat(5),
    overlap: fc.boolean(),
    k: fc.tuple(fc.integer({ min: 1, max: 3 }), fc.integer({ min: 1, max: 3 })),
    starts: fc.tuple(fc.double({ min: 0.05, max: 0.7, noNaN: true }), fc.double({ min: 0.05, max: 0.7, noNaN: true })),
    from: fc.constantFrom(null, ...PLACES, "standing"),
  })
  .map(({ tests: drawn, chances, split, overlap, k, starts, from }) => {
    const tests = drawn.map((test, at) => ({ ...test, id: `t${at}` }));
    const cut = Math.min(split, tests.length);
    const lists = [tests.slice(0, cut), tests.slice(overlap ? Math.max(0, cut - 1) : cut)].filter(
      (list) => list.length > 0,
    );
    const rules = lists.map((list, at): PlanRule => ({
      id: `r${at}`,
      probability: starts[at]!,
      table: Array.from({ length: list.length + 1 }, (_, count) => (count >= k[at]! ? 5 : 0.3)),
      positive: 0,
      stuck: 0,
      members: list.map(({ id }, index) => ({
        test: id,
        ifPresent: chances[at * 5 + index]![0],
        ifAbsent: chances[at * 5 + index]![1],
      })),
    }));
    return { tests, rules, from };
  });

describe("against everything tried", () => {
  it.each([0, 0.4])("costs what the best of all ways costs, results alike by %d", (correlation) => {
    fc.assert(
      fc.property(small, (asked) => {
        const exact = examOrder({ ...asked, correlation });
        expect(exact.gap).toBeNull();
        near(exact.total, bruteForce({ ...asked, correlation }), correlation === 0 ? 1e-6 : 2e-3);
      }),
      { numRuns: correlation === 0 ? 150 : 12 },
    );
  });

  it("finishes one rule, positions free, as cheaply as any way there is", () => {
    const free = (rule: PlanRule, tests: readonly PlanTest[], from: string | null): number => {
      const go = (heard: Heard, here: string | null): number => {
        const left = rule.members.filter(({ test }) => !heard.positive.has(test) && !heard.negative.has(test));
        if (left.length === 0 || isSettled(rule.table, heard.positive.size, left.length)) return 0;
        const before = chanceOf(rule, heard.positive, heard.negative, 0);
        return Math.min(
          ...left.map(({ test }) => {
            const { place, cost } = tests.find(({ id }) => id === test)!;
            const yes = { ...heard, positive: new Set([...heard.positive, test]) };
            const no = { ...heard, negative: new Set([...heard.negative, test]) };
            const q = chanceOf(rule, yes.positive, yes.negative, 0) / before;
            return cost + placeTurn(here, place) + q * go(yes, place) + (1 - q) * go(no, place);
          }),
        );
      };
      return go({ positive: new Set(), negative: new Set() }, from);
    };
    fc.assert(
      fc.property(small, ({ tests, rules, from }) => {
        const rule = rules[0]!;
        const members = rule.members.map(({ test, ifPresent, ifAbsent }) => {
          const { place, cost } = tests.find(({ id }) => id === test)!;
          return { id: test, position: place as "prone", cost, ifPresent, ifAbsent };
        });
        const finish = finishRule(rule.table, 0, 0, members, rule.probability, from as "prone" | null, 0);
        near(finish?.expectedCost ?? 0, free(rule, tests, from), 1e-6);
      }),
      { numRuns: 200 },
    );
  });

  it("says so, and by how much at the most, when it may not look at enough", () => {
    fc.assert(
      fc.property(small, (asked) => {
        const exact = examOrder({ ...asked, correlation: 0 });
        const loose = examOrder({ ...asked, correlation: 0, nodes: 0 });
        expect(loose.total).toBeGreaterThanOrEqual(exact.total - 1e-9);
        expect(loose.total - (loose.gap ?? 0)).toBeLessThanOrEqual(exact.total + 1e-9);
      }),
      { numRuns: 100 },
    );
  });

  it("never turns anybody over twice, and is the same each time", () => {
    fc.assert(
      fc.property(small, (asked) => {
        const order = examOrder(asked);
        expect(new Set(order.order).size).toBe(order.order.length);
        expect(examOrder(asked)).toEqual(order);
        expect(order.tests).toBeLessThanOrEqual(order.most.tests + 1e-9);
        expect(order.burden).toBeLessThanOrEqual(order.most.burden + 1e-9);
        for (const chance of order.runs.values()) expect(chance).toBeLessThanOrEqual(1 + 1e-9);
      }),
      { numRuns: 100 },
    );
  });
});
