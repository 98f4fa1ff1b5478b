import { gaussHermite, normalQuantile, normalShare } from "../base";
import { isSettled, type RuleTable } from "../reading";
import type { Position } from "../vocabulary";

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

/** What it costs to turn a person from one position to another. */
export function turnCost(from: Position | null, to: Position): number {
  if (from === null || from === to) return 0;
  return from === "prone" || to === "prone" ? 2 : 1;
}

const MOST = 8;

/** How alike two tests' results are taken to be among people who all have, or all lack, the source: a convention. */
export const CORRELATION = 0.4;
const NODES = gaussHermite(15);

/** A test's chance of a positive at each value of what its results share. */
function chancesAt(share: number, correlation: number): readonly number[] {
  const cut = normalQuantile(share);
  return NODES.map(({ at }) => normalShare((cut + Math.sqrt(correlation) * at) / Math.sqrt(1 - correlation)));
}

type State = { readonly present: readonly number[]; readonly absent: readonly number[] };
const weightOf = ({ present, absent }: State): number =>
  NODES.reduce((sum, { weight }, node) => sum + weight * (present[node]! + absent[node]!), 0);

type Best = { readonly cost: number; readonly tests: number; readonly first: number; readonly chance: number };

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
  const kept = new Map<string, Best>();
  const chances = members.map(({ ifPresent, ifAbsent }) => ({
    present: chancesAt(ifPresent, correlation),
    absent: chancesAt(ifAbsent, correlation),
  }));
  const bits = (mask: number) => mask.toString(2).replaceAll("0", "").length;
  const isOver = (pos: number, neg: number): boolean => {
    const left = all & ~(pos | neg);
    return left === 0 || isSettled(table, positive + bits(pos), bits(left) + stuck);
  };
  const after = (state: State, index: number, isPositive: boolean): State => {
    const turn = (now: readonly number[], chance: readonly number[]) =>
      now.map((value, node) => value * (isPositive ? chance[node]! : 1 - chance[node]!));
    return {
      present: turn(state.present, chances[index]!.present),
      absent: turn(state.absent, chances[index]!.absent),
    };
  };

  /** The cheapest test to do next, and what all that follows costs. */
  const best = (pos: number, neg: number, from: Position | null, state: State): Best => {
    if (isOver(pos, neg)) return { cost: 0, tests: 0, first: -1, chance: 0 };
    const key = `${pos} ${neg} ${from}`;
    const found = kept.get(key);
    if (found) return found;
    const now = weightOf(state);
    let chosen: Best = { cost: Infinity, tests: 0, first: -1, chance: 0 };
    members.forEach((member, index) => {
      const bit = 1 << index;
      if ((pos | neg) & bit) return;
      const yesState = after(state, index, true);
      const chance = weightOf(yesState) / now;
      const yes = best(pos | bit, neg, member.position, yesState);
      const no = best(pos, neg | bit, member.position, after(state, index, false));
      const cost = member.cost + turnCost(from, member.position) + chance * yes.cost + (1 - chance) * no.cost;
      if (cost < chosen.cost - 1e-12)
        chosen = { cost, tests: 1 + chance * yes.tests + (1 - chance) * no.tests, first: index, chance };
    });
    kept.set(key, chosen);
    return chosen;
  };

  const start: State = { present: NODES.map(() => probability), absent: NODES.map(() => 1 - probability) };
  const { cost, tests, first } = best(0, 0, position, start);
  if (first < 0) return null;
  const ends: End[] = [];
  const walk = (pos: number, neg: number, from: Position | null, state: State, chance: number): void => {
    if (isOver(pos, neg)) return void ends.push({ positive: pos, negative: neg, chance });
    const step = best(pos, neg, from, state);
    const at = members[step.first]!.position;
    const bit = 1 << step.first;
    walk(pos | bit, neg, at, after(state, step.first, true), chance * step.chance);
    walk(pos, neg | bit, at, after(state, step.first, false), chance * (1 - step.chance));
  };
  walk(0, 0, position, start, 1);
  return { first: members[first]!.id, expectedCost: cost, expectedTests: tests, ends };
}

/** Whether every result of what is left comes to one figure, whatever stays open. */
function canSettle(table: RuleTable, positive: number, stuck: number, left: number): boolean {
  return Array.from({ length: left + 1 }, (_, more) => isSettled(table, positive + more, stuck)).some(Boolean);
}
