import { isSettled, type RuleTable } from "../reading";
import { keptChances, openingState, type Shared, stateOf, turned } from "./one-factor";

/** Rules that share tests are one component: what one test shows is known to all of them at once. */

export type PlanTest = {
  readonly id: string;
  /** Where it is done: tests of one place stand in one block. */
  readonly place: string;
  /** What it costs, without turning. */
  readonly cost: number;
};

export type PlanRule = {
  readonly id: string;
  /** Of its source, before these tests, 0 to 1. */
  readonly probability: number;
  readonly table: RuleTable;
  /** Positives it has already. */
  readonly positive: number;
  /** Members that stay open whatever is done. */
  readonly stuck: number;
  readonly members: readonly { readonly test: string; readonly ifPresent: number; readonly ifAbsent: number }[];
};

/** Where a component stands: which tests were done, and what each of its rules heard, as bits. */
type At = {
  readonly done: number;
  readonly heard: readonly { readonly positive: number; readonly negative: number }[];
  /** Known so far: chance, and what was spent on the way here. */
  readonly chance: number;
  readonly most: { readonly cost: number; readonly tests: number };
};

/** What a component does in its blocks, in an order of them. */
export type Walk = {
  readonly cost: number;
  readonly tests: number;
  /** The most it can come to. */
  readonly mostCost: number;
  readonly mostTests: number;
  /** Chance of each set of blocks entered, as bits over the walk's places. */
  readonly entered: ReadonlyMap<number, number>;
  /** Chance that every rule is settled at the end. */
  readonly settled: number;
  /** Chance that each test is done. */
  readonly runs: ReadonlyMap<string, number>;
  /** The test each block begins with, by place; the likeliest where it depends. */
  readonly firsts: ReadonlyMap<string, readonly string[]>;
};

/** Thrown when a component has more states than were allowed. */
export class TooManyStates extends Error {}

const bitsOf = (mask: number): number => {
  let count = 0;
  for (let left = mask; left > 0; left &= left - 1) count++;
  return count;
};

const keyOf = ({ done, heard }: Pick<At, "done" | "heard">): string =>
  `${done}|${heard.map(({ positive, negative }) => `${positive},${negative}`).join(";")}`;

type Choice = { readonly cost: number; readonly test: number };

/** One component's tests, solved exactly inside each block: which test next, by what was heard so far. */
export class Component {
  readonly places: readonly string[];
  private readonly index: ReadonlyMap<string, number>;
  private readonly full: readonly number[];
  private readonly shared: Map<string, Shared>[];
  private readonly chosen = new Map<string, Choice>();
  private readonly walks = new Map<string, Walk>();

  /**
   * @param nodes how many states may be looked at, all walks together
   */
  constructor(
    readonly tests: readonly PlanTest[],
    readonly rules: readonly PlanRule[],
    private readonly correlation: number,
    private nodes: number,
  ) {
    this.places = [...new Set(tests.map(({ place }) => place))];
    this.index = new Map(tests.map(({ id }, at) => [id, at]));
    this.full = rules.map(({ members }) => 2 ** members.length - 1);
    this.shared = rules.map(({ probability }) => new Map([["0,0", openingState(probability)]]));
  }

  private state(rule: number, positive: number, negative: number): Shared {
    const kept = this.shared[rule]!;
    const key = `${positive},${negative}`;
    const known = kept.get(key);
    if (known) return known;
    /** Taken off the last bit, so that every state is reached one way. */
    const bit = 2 ** (31 - Math.clz32(positive | negative));
    const isPositive = (positive & bit) > 0;
    const before = this.state(rule, isPositive ? positive & ~bit : positive, isPositive ? negative : negative & ~bit);
    const { ifPresent, ifAbsent } = this.rules[rule]!.members[31 - Math.clz32(bit)]!;
    const state = stateOf(
      turned(before.present, keptChances(ifPresent, this.correlation), isPositive),
      turned(before.absent, keptChances(ifAbsent, this.correlation), isPositive),
    );
    kept.set(key, state);
    return state;
  }

  private isOver(rule: number, { positive, negative }: At["heard"][number]): boolean {
    const { table, positive: before, stuck } = this.rules[rule]!;
    const left = bitsOf(this.full[rule]! & ~(positive | negative));
    return left === 0 || isSettled(table, before + bitsOf(positive), left + stuck);
  }

  /** The tests of a place that a rule still needs. */
  private needed({ done, heard }: Pick<At, "done" | "heard">, place: string): number[] {
    const open = heard.map((one, rule) => !this.isOver(rule, one));
    return this.tests.flatMap((test, at) => {
      if (test.place !== place || (done & (2 ** at)) > 0) return [];
      const isNeeded = this.rules.some(
        ({ members }, rule) => open[rule] && members.some((one) => one.test === test.id),
      );
      return isNeeded ? [at] : [];
    });
  }

  /** What can come of one test, with its chance. */
  private outcomes(from: Pick<At, "done" | "heard">, test: number): { chance: number; heard: At["heard"] }[] {
    const { id } = this.tests[test]!;
    let ends: { chance: number; heard: At["heard"] }[] = [{ chance: 1, heard: from.heard }];
    this.rules.forEach(({ members }, rule) => {
      const member = members.findIndex((one) => one.test === id);
      const heard = from.heard[rule]!;
      if (member < 0 || this.isOver(rule, heard)) return;
      const bit = 2 ** member;
      const now = this.state(rule, heard.positive, heard.negative).weight;
      const chance = this.state(rule, heard.positive | bit, heard.negative).weight / now;
      const replaced = (list: At["heard"], one: At["heard"][number]) =>
        list.map((old, at) => (at === rule ? one : old));
      ends = ends.flatMap((end) => [
        { chance: end.chance * chance, heard: replaced(end.heard, { ...heard, positive: heard.positive | bit }) },
        { chance: end.chance * (1 - chance), heard: replaced(end.heard, { ...heard, negative: heard.negative | bit }) },
      ]);
    });
    return ends;
  }

  /** The cheapest test to do next in a place, and what the place costs from here on. */
  private best(from: Pick<At, "done" | "heard">, place: string): Choice {
    const candidates = this.needed(from, place);
    if (candidates.length === 0) return { cost: 0, test: -1 };
    const key = `${place} ${keyOf(from)}`;
    const kept = this.chosen.get(key);
    if (kept) return kept;
    if (--this.nodes < 0) throw new TooManyStates();
    let chosen: Choice = { cost: Infinity, test: -1 };
    for (const test of candidates) {
      const done = from.done | (2 ** test);
      const cost =
        this.tests[test]!.cost +
        this.outcomes(from, test).reduce(
          (sum, end) => sum + end.chance * this.best({ done, heard: end.heard }, place).cost,
          0,
        );
      if (cost < chosen.cost - 1e-12) chosen = { cost, test };
    }
    this.chosen.set(key, chosen);
    return chosen;
  }

  /**
   * What happens when the places are entered in this order; places of others are
   * left out of it.
   */
  walk(order: readonly string[]): Walk {
    const own = order.filter((place) => this.places.includes(place));
    const key = own.join(" > ");
    const kept = this.walks.get(key);
    if (kept) return kept;
    const walk = this.walked(own);
    this.walks.set(key, walk);
    return walk;
  }

  private walked(order: readonly string[]): Walk {
    const nothing = this.rules.map(() => ({ positive: 0, negative: 0 }));
    let here = new Map<string, At & { readonly entered: number }>();
    here.set("", { done: 0, heard: nothing, chance: 1, entered: 0, most: { cost: 0, tests: 0 } });
    const runs = new Map<string, number>();
    const firsts = new Map<string, readonly string[]>();
    let [cost, tests] = [0, 0];
    order.forEach((place, block) => {
      const left = new Map<string, At & { readonly entered: number }>();
      const keep = (into: typeof left, at: At & { readonly entered: number }) => {
        const key = `${at.entered} ${keyOf(at)}`;
        const there = into.get(key);
        into.set(
          key,
          there
            ? {
                ...there,
                chance: there.chance + at.chance,
                most: {
                  cost: Math.max(there.most.cost, at.most.cost),
                  tests: Math.max(there.most.tests, at.most.tests),
                },
              }
            : at,
        );
      };
      const begun = [...here.values()].toSorted((a, b) => b.chance - a.chance);
      firsts.set(place, this.inOrder(begun[0]!, place));
      let now = here;
      while (now.size > 0) {
        const next = new Map<string, At & { readonly entered: number }>();
        for (const at of now.values()) {
          const { test } = this.best(at, place);
          if (test < 0) {
            keep(left, at);
            continue;
          }
          const { id, cost: own } = this.tests[test]!;
          cost += at.chance * own;
          tests += at.chance;
          runs.set(id, (runs.get(id) ?? 0) + at.chance);
          for (const end of this.outcomes(at, test))
            keep(next, {
              done: at.done | (2 ** test),
              heard: end.heard,
              chance: at.chance * end.chance,
              entered: at.entered | (2 ** block),
              most: { cost: at.most.cost + own, tests: at.most.tests + 1 },
            });
        }
        now = next;
      }
      here = left;
    });
    const ends = [...here.values()];
    const entered = new Map<number, number>();
    for (const end of ends) entered.set(end.entered, (entered.get(end.entered) ?? 0) + end.chance);
    const isSettledAt = ({ heard }: At) =>
      heard.every(({ positive, negative }, rule) => {
        const { table, positive: before, stuck } = this.rules[rule]!;
        const left = bitsOf(this.full[rule]! & ~(positive | negative));
        return isSettled(table, before + bitsOf(positive), left + stuck);
      });
    return {
      cost,
      tests,
      mostCost: Math.max(0, ...ends.map(({ most }) => most.cost)),
      mostTests: Math.max(0, ...ends.map(({ most }) => most.tests)),
      entered,
      settled: ends.filter(isSettledAt).reduce((sum, { chance }) => sum + chance, 0),
      runs,
      firsts,
    };
  }

  /** The tests of a place in the order in which they come while nothing settles it: each negative, else each positive. */
  private inOrder(from: Pick<At, "done" | "heard">, place: string): readonly string[] {
    const list: string[] = [];
    let at = from;
    for (;;) {
      const { test } = this.best(at, place);
      if (test < 0) break;
      list.push(this.tests[test]!.id);
      const done = at.done | (2 ** test);
      const [likeliest, ...others] = this.outcomes(at, test).toSorted((a, b) => b.chance - a.chance);
      /** Goes on along the likeliest answer that leaves something to do here. */
      const next = [likeliest!, ...others].find((end) => this.needed({ done, heard: end.heard }, place).length > 0);
      at = { done, heard: (next ?? likeliest!).heard };
    }
    const rest = this.tests.filter(({ id, place: there }) => there === place && !list.includes(id)).map(({ id }) => id);
    return [...list, ...rest.filter((id) => (from.done & (2 ** this.index.get(id)!)) === 0)];
  }
}
