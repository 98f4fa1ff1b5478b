import { isSettled, type RuleTable } from "../reading";
import { bits, openingState, type Shared, withResult } from "./one-factor";

/** Rules that share tests are one component: what one test shows is known to all of them at once. */

export type PlanTest = {
  readonly id: string;
  /** Where it is done: tests of one place stand in one block. */
  readonly place: string;
  /** What it costs, without turning. */
  readonly cost: number;
  /** How many runs it is: two where both sides are done. Left out: one. */
  readonly runs?: number;
  /** How heavy it is: of those in a place, the lightest is done next. Left out: it may come at any time. */
  readonly weight?: number;
  /** Held by hand: of those held in a place, the lowest is done next, before any other. Left out: it is not. */
  readonly held?: number | undefined;
};

/** Far behind every rank a hand gives. */
const NOT_HELD = 1e9;

/** Of the tests of a place, the lowest come first: those held by hand, then from light to heavy. */
export const rankIn = ({ held, weight }: PlanTest): number => held ?? NOT_HELD + (weight ?? NOT_HELD);

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
  /**
   * Whether what is left of it is still worth its cost, by which members were positive and which negative, as bits.
   * Left out: it is gone on with until it is settled.
   */
  readonly goesOn?: ((positive: number, negative: number) => boolean) | undefined;
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
  /** Chance that each rule is settled once a place is done, by place and rule. */
  readonly settledAfter: ReadonlyMap<string, ReadonlyMap<string, number>>;
  /** Chance that each test is done. */
  readonly runs: ReadonlyMap<string, number>;
  /** The test each block begins with, by place; the likeliest where it depends. */
  readonly firsts: ReadonlyMap<string, readonly string[]>;
};

/** Thrown when a component has more states than were allowed. */
export class TooManyStates extends Error {}

/** Bits for the members of a rule: more than any has. */
const ROOM = 10;
const WIDTH = 2 ** (2 * ROOM);
/** A rule that is over is kept as one of two: its results make no difference any more. */
const SETTLED = WIDTH - 1;
const EXHAUSTED = WIDTH - 2;

/** What a rule heard: which members were positive, which negative, as bits; or that it is over. */
type Heard = number;
/** What each rule heard, in the rules' order. */
type State = readonly Heard[];

const positivesIn = (heard: Heard): number => heard >>> ROOM;
const negativesIn = (heard: Heard): number => heard & (2 ** ROOM - 1);
const isOver = (heard: Heard): boolean => heard >= EXHAUSTED;
const keyOf = (state: State): string | number => {
  if (state.length === 1) return state[0]!;
  return state.length === 2 ? state[0]! * WIDTH + state[1]! : state.join();
};

type Choice = { readonly cost: number; readonly test: number };
type End = { readonly chance: number; readonly state: State };
/** A state on the way, with its chance, the places entered and the most that was spent. */
type Way = {
  readonly state: State;
  readonly entered: number;
  chance: number;
  cost: number;
  tests: number;
};

const NOTHING: Choice = { cost: 0, test: -1 };

/** One component's tests, solved exactly inside each block: which test next, by what was heard so far. */
export class Component {
  readonly places: readonly string[];
  private readonly opening: State;
  private readonly weights: Map<number, Shared>[];
  private readonly heard: Map<number, Heard>[];
  /** Where each test stands among a rule's members; -1: it is none of them. */
  private readonly member: readonly (readonly number[])[];
  private readonly chosen = new Map<string, Map<string | number, Choice>>();
  private readonly walks = new Map<string, Walk>();
  private readonly ranks: readonly number[];

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
    this.ranks = tests.map(rankIn);
    this.member = tests.map(({ id }) => rules.map(({ members }) => members.findIndex(({ test }) => test === id)));
    this.weights = rules.map(({ probability }) => new Map([[0, openingState(probability)]]));
    this.heard = rules.map(() => new Map<number, Heard>());
    this.opening = rules.map((_rule, at) => this.settledOr(at, 0));
    this.places.forEach((place) => this.chosen.set(place, new Map()));
  }

  private weightOf(rule: number, heard: Heard): Shared {
    const kept = this.weights[rule]!;
    const known = kept.get(heard);
    if (known) return known;
    const [positive, negative] = [positivesIn(heard), negativesIn(heard)];
    /** Taken off the last bit, so that every state is reached one way. */
    const member = 31 - Math.clz32(positive | negative);
    const isPositive = (positive & (2 ** member)) > 0;
    const before = this.weightOf(rule, heard - 2 ** (member + (isPositive ? ROOM : 0)));
    const { ifPresent, ifAbsent } = this.rules[rule]!.members[member]!;
    const state = withResult(before, [ifPresent, ifAbsent], isPositive, this.correlation);
    kept.set(heard, state);
    return state;
  }

  /** What a rule heard; or that it is over, settled or with nothing left to do. */
  private settledOr(rule: number, heard: Heard): Heard {
    const known = this.heard[rule]!.get(heard);
    if (known !== undefined) return known;
    const { table, positive, stuck, members, goesOn } = this.rules[rule]!;
    const [positives, negatives] = [positivesIn(heard), negativesIn(heard)];
    const [yes, no] = [bits(positives), bits(negatives)];
    const left = members.length - yes - no;
    const isOpen = () => left > 0 && (heard === 0 || goesOn?.(positives, negatives) !== false);
    const now = isSettled(table, positive + yes, left + stuck) ? SETTLED : isOpen() ? heard : EXHAUSTED;
    this.heard[rule]!.set(heard, now);
    return now;
  }

  private isNeeded(state: State, test: number): boolean {
    const member = this.member[test]!;
    for (let rule = 0; rule < state.length; rule++) {
      const heard = state[rule]!;
      if (isOver(heard) || member[rule]! < 0) continue;
      if (((positivesIn(heard) | negativesIn(heard)) & (2 ** member[rule]!)) === 0) return true;
    }
    return false;
  }

  /** What can come of one test, with its chance. */
  private outcomes(from: State, test: number): readonly End[] {
    let ends: End[] = [{ chance: 1, state: from }];
    for (let rule = 0; rule < from.length; rule++) {
      const [heard, member] = [from[rule]!, this.member[test]![rule]!];
      if (isOver(heard) || member < 0) continue;
      const [yes, no] = [heard + 2 ** (member + ROOM), heard + 2 ** member];
      const chance = this.weightOf(rule, yes).weight / this.weightOf(rule, heard).weight;
      const next: End[] = [];
      for (const end of ends)
        for (const [result, likely] of [
          [yes, chance],
          [no, 1 - chance],
        ] as const) {
          const state = end.state.slice();
          state[rule] = this.settledOr(rule, result);
          next.push({ chance: end.chance * likely, state });
        }
      ends = next;
    }
    return ends;
  }

  /** The rank of what may be done next in a place: the lowest of those that are needed. */
  private rankNext(from: State, place: string): number {
    return this.tests.reduce(
      (lowest, { place: there }, test) =>
        there === place && this.ranks[test]! < lowest && this.isNeeded(from, test) ? this.ranks[test]! : lowest,
      Infinity,
    );
  }

  /** The cheapest test to do next in a place, and what the place costs from here on. */
  private best(from: State, place: string): Choice {
    const kept = this.chosen.get(place)!;
    const key = keyOf(from);
    const known = kept.get(key);
    if (known) return known;
    if (--this.nodes < 0) throw new TooManyStates();
    let chosen: Choice = NOTHING;
    const next = this.rankNext(from, place);
    for (let test = 0; test < this.tests.length; test++) {
      const { place: there, cost: own } = this.tests[test]!;
      if (there !== place || this.ranks[test]! > next || !this.isNeeded(from, test)) continue;
      let cost = own;
      for (const { chance, state } of this.outcomes(from, test)) cost += chance * this.best(state, place).cost;
      if (chosen.test < 0 || cost < chosen.cost - 1e-12) chosen = { cost, test };
    }
    kept.set(key, chosen);
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

  /** Goes through one place from every state it may be entered in. */
  private through(
    place: string,
    bit: number,
    begun: readonly Way[],
    tell: (test: number, chance: number) => void,
  ): Way[] {
    const left = new Map<string, Way>();
    let now = new Map(begun.map((way) => [`${way.entered} ${keyOf(way.state)}`, way]));
    while (now.size > 0) {
      const next = new Map<string, Way>();
      for (const [key, way] of now) {
        const { test } = this.best(way.state, place);
        if (test < 0) {
          joined(left, key, way);
          continue;
        }
        const { cost, runs = 1 } = this.tests[test]!;
        tell(test, way.chance);
        for (const { chance, state } of this.outcomes(way.state, test)) {
          const entered = way.entered | bit;
          joined(next, `${entered} ${keyOf(state)}`, {
            state,
            entered,
            chance: way.chance * chance,
            cost: way.cost + cost,
            tests: way.tests + runs,
          });
        }
      }
      now = next;
    }
    return [...left.values()];
  }

  private walked(order: readonly string[]): Walk {
    let here: Way[] = [{ state: this.opening, entered: 0, chance: 1, cost: 0, tests: 0 }];
    const runs = new Map<string, number>();
    const firsts = new Map<string, readonly string[]>();
    const settledAfter = new Map<string, ReadonlyMap<string, number>>();
    let [cost, tests] = [0, 0];
    const settled = (rule: number) =>
      here.reduce((sum, { state, chance }) => sum + (state[rule] === SETTLED ? chance : 0), 0);
    order.forEach((place, block) => {
      const likeliest = here.reduce((a, b) => (b.chance > a.chance ? b : a));
      firsts.set(place, this.inOrder(likeliest.state, place));
      here = this.through(place, 2 ** block, here, (test, chance) => {
        const { id, cost: own, runs: times = 1 } = this.tests[test]!;
        cost += chance * own;
        tests += chance * times;
        runs.set(id, (runs.get(id) ?? 0) + chance);
      });
      settledAfter.set(place, new Map(this.rules.map(({ id }, rule) => [id, settled(rule)])));
    });
    const entered = new Map<number, number>();
    for (const end of here) entered.set(end.entered, (entered.get(end.entered) ?? 0) + end.chance);
    return {
      cost,
      tests,
      mostCost: Math.max(0, ...here.map((end) => end.cost)),
      mostTests: Math.max(0, ...here.map((end) => end.tests)),
      entered,
      settled: here.reduce((sum, { state, chance }) => sum + (state.every((one) => one === SETTLED) ? chance : 0), 0),
      settledAfter,
      runs,
      firsts,
    };
  }

  /**
   * The tests that are done when these are the answers, in the order they are done in.
   *
   * @param answer whether a test is positive for a rule
   */
  follow(order: readonly string[], answer: (rule: string, test: string) => boolean): readonly string[] {
    const done: string[] = [];
    let state = this.opening;
    for (const place of order.filter((one) => this.places.includes(one)))
      for (let { test } = this.best(state, place); test >= 0; { test } = this.best(state, place)) {
        const { id } = this.tests[test]!;
        done.push(id);
        state = state.map((heard, rule) => {
          const member = this.member[test]![rule]!;
          if (isOver(heard) || member < 0) return heard;
          return this.settledOr(rule, heard + 2 ** (member + (answer(this.rules[rule]!.id, id) ? ROOM : 0)));
        });
      }
    return done;
  }

  /** The tests of a place in the order in which they come along the likeliest answers that leave something to do. */
  private inOrder(from: State, place: string): readonly string[] {
    const list: string[] = [];
    let state = from;
    for (let { test } = this.best(state, place); test >= 0; { test } = this.best(state, place)) {
      list.push(this.tests[test]!.id);
      const ends = this.outcomes(state, test).toSorted((a, b) => b.chance - a.chance);
      state = (ends.find((end) => this.best(end.state, place).test >= 0) ?? ends[0]!).state;
    }
    const rest = this.tests.filter((test) => test.place === place && !list.includes(test.id)).map(({ id }) => id);
    return [...list, ...rest];
  }
}

/** Two ways to the same state are one, by what was spent at the most. */
function joined(into: Map<string, Way>, key: string, way: Way): void {
  const there = into.get(key);
  if (!there) return void into.set(key, { ...way });
  there.chance += way.chance;
  there.cost = Math.max(there.cost, way.cost);
  there.tests = Math.max(there.tests, way.tests);
}
