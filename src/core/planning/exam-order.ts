import { Component, type PlanRule, type PlanTest, rankIn, TooManyStates, type Walk } from "./component";
import { CORRELATION } from "./one-factor";
import { baseOf, placeChange } from "./turns";
import { POSITIONS } from "../vocabulary";

/** The whole exam: in which order the positions are taken, each once, so that it costs least. */

export type OrderAsked = {
  readonly tests: readonly PlanTest[];
  readonly rules: readonly PlanRule[];
  /** Tests that are done whatever comes: those that look for harm, those an angle is kept of. */
  readonly always?: readonly string[];
  /** The place they are in now; null: in none. */
  readonly from: string | null;
  /** The place that is begun: it stays first. */
  readonly first?: string | undefined;
  /** What a change between a wheelchair, where they sit, and the table counts as; left out: they walk. */
  readonly transfer?: number | undefined;
  readonly correlation?: number;
  /** How many states may be looked at; beyond that the order is approximate. */
  readonly nodes?: number;
};

export type ExamOrder = {
  readonly order: readonly string[];
  readonly tests: number;
  readonly burden: number;
  readonly turnCost: number;
  /** Expected changes of position. */
  readonly turns: number;
  readonly total: number;
  /** The most that can come of it. */
  readonly most: { readonly tests: number; readonly burden: number };
  /** Chance of each set of places that is entered, by their names in order. */
  readonly entered: Readonly<Record<string, number>>;
  /** Chance that every rule's figure is settled. */
  readonly settled: number;
  /** Tests of each place in the order they come in. */
  readonly inOrder: ReadonlyMap<string, readonly string[]>;
  /** Chance that each rule is settled once a place is done, by place and rule. */
  readonly settledAfter: ReadonlyMap<string, ReadonlyMap<string, number>>;
  /** Chance that each test is done. */
  readonly runs: ReadonlyMap<string, number>;
  /** Null: exact; else how much more it can cost than the cheapest. */
  readonly gap: number | null;
};

/** Rules and tests that hang together through a shared test. */
function components({
  tests,
  rules,
  always = [],
  correlation = CORRELATION,
  nodes = MOST_NODES,
}: OrderAsked): Component[] {
  const groups: { rules: PlanRule[]; tests: Set<string> }[] = [];
  for (const rule of rules) {
    if (rule.members.length === 0) continue;
    const own = new Set(rule.members.map(({ test }) => test));
    const joined = groups.filter((group) => [...own].some((test) => group.tests.has(test)));
    const all = {
      rules: [...joined.flatMap((group) => group.rules), rule],
      tests: new Set([...joined.flatMap((group) => [...group.tests]), ...own]),
    };
    groups.splice(0, groups.length, ...groups.filter((group) => !joined.includes(group)), all);
  }
  return groups.map(
    (group) =>
      new Component(
        tests.filter(({ id }) => group.tests.has(id)).map((test) => (always.includes(test.id) ? given(test) : test)),
        group.rules,
        correlation,
        nodes,
      ),
  );
}

/** Before every rank a hand gives. */
const FIRST = -1;

/** What is done whatever comes costs a rule nothing, and comes before what is done for the rule alone. */
const given = (test: PlanTest): PlanTest => ({ ...test, cost: 0, runs: 0, held: test.held ?? FIRST });

export const MOST_NODES = 60_000;

/** The chance of each set of places entered, over all components together, as bits over an order. */
function enteredBy(
  walks: readonly { walk: Walk; own: readonly string[] }[],
  order: readonly string[],
  sure: number,
): Map<number, number> {
  let all = new Map([[sure, 1]]);
  for (const { walk, own } of walks) {
    const next = new Map<number, number>();
    for (const [mask, chance] of walk.entered) {
      const spread = own.reduce(
        (sum, place, at) => ((mask & (2 ** at)) > 0 ? sum | (2 ** order.indexOf(place)) : sum),
        0,
      );
      for (const [before, likely] of all) {
        const both = before | spread;
        next.set(both, (next.get(both) ?? 0) + likely * chance);
      }
    }
    all = next;
  }
  return all;
}

/** What each change of place comes to, worked out once for an order of them. */
function changesOf({ tests, from, transfer }: OrderAsked): ReadonlyMap<string | null, ReadonlyMap<string, Change>> {
  const places = [...new Set(tests.map(({ place }) => place))];
  return new Map(
    [from, ...places].map((here) => [
      here,
      new Map(places.map((place) => [place, placeChange(here, place, transfer)])),
    ]),
  );
}
type Change = ReturnType<typeof placeChange>;
type Changes = ReturnType<typeof changesOf>;

function turnsOf(
  mask: number,
  order: readonly string[],
  from: string | null,
  changes: Changes,
): { cost: number; count: number } {
  let [here, cost, count] = [from, 0, 0];
  for (let at = 0; at < order.length; at++) {
    if ((mask & (2 ** at)) === 0) continue;
    const place = order[at]!;
    const change = changes.get(here)!.get(place)!;
    cost += change.cost;
    count += change.turns;
    here = place;
  }
  return { cost, count };
}

function* ordersOf(places: readonly string[]): Generator<readonly string[]> {
  if (places.length === 0) return yield [];
  for (const place of places)
    for (const rest of ordersOf(places.filter((other) => other !== place))) yield [place, ...rest];
}

const runsOf = (tests: readonly PlanTest[]): number => tests.reduce((sum, { runs = 1 }) => sum + runs, 0);

/** In the order they are listed in, so that of equal orders the usual one is taken. */
const placesOf = (tests: readonly PlanTest[]): readonly string[] =>
  [...new Set(tests.map(({ place }) => place))].toSorted((a, b) => rankOf(a) - rankOf(b));
const rankOf = (place: string): number => POSITIONS.findIndex((position) => position === baseOf(place));

/** Every order there can be: a place that is begun stays first. */
function* ordersFor({ tests, first }: OrderAsked): Generator<readonly string[]> {
  const places = placesOf(tests);
  if (first === undefined) return yield* ordersOf(places);
  for (const rest of ordersOf(places.filter((place) => place !== first))) yield [first, ...rest];
}

/** The tests of a place as they are done: each once, what is held first, then from light to heavy. */
const inRank = (tests: readonly PlanTest[], ids: readonly string[]): readonly string[] => {
  const rank = new Map(tests.map((test) => [test.id, rankIn(test)]));
  return [...new Set(ids)].toSorted((a, b) => rank.get(a)! - rank.get(b)!);
};

type Priced = Omit<ExamOrder, "gap">;

function priced(asked: OrderAsked, parts: readonly Component[], order: readonly string[]): Priced {
  const { tests, always = [] } = asked;
  const fixed = tests.filter(({ id }) => always.includes(id));
  const sure = fixed.reduce((mask, { place }) => mask | (2 ** order.indexOf(place)), 0);
  const walks = parts.map((part) => ({
    walk: part.walk(order),
    own: order.filter((place) => part.places.includes(place)),
  }));
  const sum = (take: (walk: Walk) => number) => walks.reduce((all, { walk }) => all + take(walk), 0);
  const fixedCost = fixed.reduce((all, { cost }) => all + cost, 0);
  const sets = enteredBy(walks, order, sure);
  const changes = changesOf(asked);
  let [turnCost, turns] = [0, 0];
  const entered: Record<string, number> = {};
  for (const [mask, chance] of sets) {
    const turn = turnsOf(mask, order, asked.from, changes);
    turnCost += chance * turn.cost;
    turns += chance * turn.count;
    entered[
      order
        .filter((_place, at) => (mask & (2 ** at)) > 0)
        .toSorted()
        .join("+")
    ] = chance;
  }
  const burden = sum(({ cost }) => cost) + fixedCost;
  return {
    order,
    tests: sum((walk) => walk.tests) + runsOf(fixed),
    burden,
    turnCost,
    turns,
    total: burden + turnCost,
    most: {
      tests: sum(({ mostTests }) => mostTests) + runsOf(fixed),
      burden: sum(({ mostCost }) => mostCost) + fixedCost,
    },
    entered,
    settled: walks.reduce((all, { walk }) => all * walk.settled, 1),
    inOrder: new Map(
      order.map((place) => [
        place,
        inRank(tests, [
          ...fixed.filter((test) => test.place === place).map(({ id }) => id),
          ...walks.flatMap(({ walk }) => walk.firsts.get(place) ?? []),
        ]),
      ]),
    ),
    settledAfter: new Map(
      order.map((place) => [place, new Map(walks.flatMap(({ walk }) => [...(walk.settledAfter.get(place) ?? [])]))]),
    ),
    runs: new Map([...walks.flatMap(({ walk }) => [...walk.runs]), ...fixed.map(({ id }) => [id, 1] as const)]),
  };
}

/** The most orders that are all looked at: seven places. */
const MOST_PLACES = 7;

/**
 * Every order of the places, cheapest first; the worst stands last.
 *
 * @example allOrders({ tests: [], rules: [], from: null }).length // 1
 */
export function allOrders(asked: OrderAsked): readonly Priced[] {
  const parts = components(asked);
  return [...ordersFor(asked)].map((order) => priced(asked, parts, order)).toSorted((a, b) => a.total - b.total);
}

/** The cheapest of all orders; only its total is worked out for the others. */
function cheapest(asked: OrderAsked): Priced {
  const parts = components(asked);
  const fixed = asked.tests.filter(({ id }) => asked.always?.includes(id));
  const changes = changesOf(asked);
  let best: { total: number; order: readonly string[] } = { total: Infinity, order: [] };
  for (const order of ordersFor(asked)) {
    let total = 0;
    const walks = parts.map((part) => {
      const walk = part.walk(order);
      total += walk.cost;
      return { walk, own: order.filter((place) => part.places.includes(place)) };
    });
    if (total >= best.total) continue;
    const sure = fixed.reduce((mask, { place }) => mask | (2 ** order.indexOf(place)), 0);
    for (const [mask, chance] of enteredBy(walks, order, sure))
      total += chance * turnsOf(mask, order, asked.from, changes).cost;
    if (total < best.total - 1e-12) best = { total, order };
  }
  return priced(asked, parts, best.order);
}

/** A part with more states than may be looked at, rule by rule: what its rules share is then counted once too often. */
function looser(asked: OrderAsked): OrderAsked {
  const rules = asked.rules.map((rule) => ({
    ...rule,
    members: rule.members.map((member) => ({ ...member, test: `${rule.id}/${member.test}` })),
  }));
  const fixed = asked.tests.filter(({ id }) => asked.always?.includes(id));
  const own = new Map([...asked.tests, ...fixed.map(given)].map((test) => [test.id, test]));
  const tests = asked.rules.flatMap((rule) =>
    rule.members.map(({ test }) => ({ ...own.get(test)!, id: `${rule.id}/${test}` })),
  );
  return { ...asked, rules, tests: [...tests, ...fixed], nodes: Infinity };
}

/** The cheapest order to begin with: nobody is turned over twice, and by position where there are too many to compare. */
function oneOrder(asked: OrderAsked): Priced {
  const parts = components(asked);
  const places = placesOf(asked.tests);
  let order: readonly string[] = asked.first ? [asked.first] : [];
  /** Place by place, the one that is cheapest to have next. */
  while (order.length < places.length) {
    const left = places.filter((place) => !order.includes(place));
    const tried = left.map((place) => priced(asked, parts, [...order, place, ...left.filter((one) => one !== place)]));
    const best = tried.reduce((a, b) => (b.total < a.total ? b : a));
    order = best.order.slice(0, order.length + 1);
  }
  return priced(asked, parts, order);
}

/**
 * The order of the places, each entered once, that costs least until every rule
 * is settled: exact over the orders, and inside each place by what was heard so
 * far. Where there is more to look at than allowed it says how far it may be
 * from the cheapest.
 *
 * @param asked costs in burden; chances 0 to 1; `nodes` limits the states, never the time
 * @returns expected tests, burden, turns and their sum; `gap` null when exact
 * @example examOrder({ tests: [], rules: [], from: null }).total // 0
 */
export function examOrder(asked: OrderAsked): ExamOrder {
  const places = new Set(asked.tests.map(({ place }) => place)).size;
  try {
    if (places <= MOST_PLACES) return { ...cheapest(asked), gap: null };
    const order = oneOrder(asked);
    return { ...order, gap: order.turnCost };
  } catch (error) {
    if (!(error instanceof TooManyStates)) throw error;
    const each = examOrder(looser(asked));
    const plain = (id: string) => id.slice(id.indexOf("/") + 1);
    const shared = asked.rules
      .flatMap(({ members }) => members.map(({ test }) => test))
      .filter((test, at, all) => all.indexOf(test) !== at && !asked.always?.includes(test));
    return {
      ...each,
      inOrder: new Map([...each.inOrder].map(([place, ids]) => [place, [...new Set(ids.map(plain))]])),
      runs: new Map([...each.runs].map(([id, chance]) => [plain(id), chance])),
      gap: (each.gap ?? 0) + shared.reduce((sum, test) => sum + asked.tests.find(({ id }) => id === test)!.cost, 0),
    };
  }
}

/**
 * What is done in an order when these are the answers: the tests, in the order they are done in.
 *
 * @param answer whether a test is positive for a rule, by their ids
 * @example policyOf({ tests: [], rules: [], from: null }, [])(() => true) // []
 */
export function policyOf(
  asked: OrderAsked,
  order: readonly string[],
): (answer: (rule: string, test: string) => boolean) => readonly string[] {
  const parts = components({ ...asked, nodes: Infinity });
  const place = new Map(asked.tests.map((test) => [test.id, order.indexOf(test.place)]));
  return (answer) =>
    [...new Set([...(asked.always ?? []), ...parts.flatMap((part) => part.follow(order, answer))])].toSorted(
      (a, b) => place.get(a)! - place.get(b)!,
    );
}
