import { isSettled, type RuleTable } from "../reading";
import type { Position } from "../vocabulary";
import { placeTurn } from "./turns";
import { bits, CORRELATION, keptChances, openingState, type Shared, stateOf, turned } from "./one-factor";

/** A test of an open rule that can still be run. */
export type OpenMember = {
  readonly id: string;
  readonly position: Position;
  /** What it costs, without changing position. */
  readonly cost: number;
  /** Chance of a positive among those who have the source, and among those who have not. */
  readonly ifPresent: number;
  readonly ifAbsent: number;
};

/** A way a rule can end: which members came out positive and which negative, as bits, and its chance. */
export type End = { readonly positive: number; readonly negative: number; readonly chance: number };

export type Finish = {
  /** The test to begin with. */
  readonly first: string;
  /** Expected cost until the rule's figure is settled, in the best order. */
  readonly expectedCost: number;
  readonly expectedTests: number;
  /** What it can end in along that order; the chances add up to 1. */
  readonly ends: readonly End[];
};

const MOST = 8;

type Best = { readonly cost: number; readonly tests: number; readonly first: number; readonly chance: number };

const OVER: Best = { cost: 0, tests: 0, first: -1, chance: 0 };

/**
 * The order of what is left of a rule that costs least until its figure is
 * settled. Outcomes hang together through the source and one shared factor, so
 * the state is which tests came out positive and which negative; solved exactly
 * for up to 8 tests.
 *
 * @param probability of the source before these tests, 0 to 1
 * @param stuck members that stay open whatever is done (equivocal, blocked)
 * @param correlation between two results, 0 (independent given the source) to under 1
 * @returns null when no order settles it, or there are more than 8
 * @example finishRule([0.19, 0.19, 4, 4], 1, 0, [openMember], 0.25, "supine")?.first // "thigh-thrust"
 */
export function finishRule(
  table: RuleTable,
  positive: number,
  stuck: number,
  members: readonly OpenMember[],
  probability: number,
  position: Position | null,
  correlation: number = CORRELATION,
): Finish | null {
  if (members.length === 0 || members.length > MOST) return null;
  const all = 2 ** members.length - 1;
  if (!isSettled(table, positive, stuck) && !canSettle(table, positive, stuck, members.length)) return null;
  const chances = members.map(({ ifPresent, ifAbsent }) => ({
    present: keptChances(ifPresent, correlation),
    absent: keptChances(ifAbsent, correlation),
  }));
  /** Whether the figure is settled, by how many more are positive and how many are left. */
  const settled = members.map((_member, more) =>
    members
      .map((_other, left) => isSettled(table, positive + more, left + stuck))
      .concat(isSettled(table, positive + more, members.length + stuck)),
  );
  const isOver = (pos: number, neg: number): boolean => {
    const left = all & ~(pos | neg);
    return left === 0 || settled[bits(pos)]![bits(left)]!;
  };
  const states = new Map<number, Shared>([[0, openingState(probability)]]);
  /** The state after one more result; the same whatever the order. */
  const after = (pos: number, neg: number, index: number, isPositive: boolean): Shared => {
    const bit = 1 << index;
    const key = ((isPositive ? pos | bit : pos) << MOST) | (isPositive ? neg : neg | bit);
    const known = states.get(key);
    if (known) return known;
    const from = states.get((pos << MOST) | neg)!;
    const { present, absent } = chances[index]!;
    const state = stateOf(turned(from.present, present, isPositive), turned(from.absent, absent, isPositive));
    states.set(key, state);
    return state;
  };
  const places: (Position | null)[] = [position, ...new Set(members.map((member) => member.position))];
  const kept = new Map<number, Best>();

  /** The cheapest test to do next, and what all that follows costs. */
  const best = (pos: number, neg: number, from: Position | null): Best => {
    if (isOver(pos, neg)) return OVER;
    const key = ((((pos << MOST) | neg) << 3) | places.indexOf(from)) >>> 0;
    const found = kept.get(key);
    if (found) return found;
    const now = states.get((pos << MOST) | neg)!.weight;
    let chosen: Best = { cost: Infinity, tests: 0, first: -1, chance: 0 };
    for (let index = 0; index < members.length; index++) {
      const bit = 1 << index;
      if ((pos | neg) & bit) continue;
      const member = members[index]!;
      const chance = after(pos, neg, index, true).weight / now;
      after(pos, neg, index, false);
      const yes = best(pos | bit, neg, member.position);
      const no = best(pos, neg | bit, member.position);
      const cost = member.cost + placeTurn(from, member.position) + chance * yes.cost + (1 - chance) * no.cost;
      if (cost < chosen.cost - 1e-12)
        chosen = { cost, tests: 1 + chance * yes.tests + (1 - chance) * no.tests, first: index, chance };
    }
    kept.set(key, chosen);
    return chosen;
  };

  const { cost, tests, first } = best(0, 0, position);
  if (first < 0) return null;
  const ends: End[] = [];
  const walk = (pos: number, neg: number, from: Position | null, chance: number): void => {
    if (isOver(pos, neg)) return void ends.push({ positive: pos, negative: neg, chance });
    const step = best(pos, neg, from);
    const at = members[step.first]!.position;
    const bit = 1 << step.first;
    walk(pos | bit, neg, at, chance * step.chance);
    walk(pos, neg | bit, at, chance * (1 - step.chance));
  };
  walk(0, 0, position, 1);
  return { first: members[first]!.id, expectedCost: cost, expectedTests: tests, ends };
}

/** Whether every result of what is left comes to one figure, whatever stays open. */
function canSettle(table: RuleTable, positive: number, stuck: number, left: number): boolean {
  return Array.from({ length: left + 1 }, (_, more) => isSettled(table, positive + more, stuck)).some(Boolean);
}
