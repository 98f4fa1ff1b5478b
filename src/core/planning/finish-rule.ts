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

export type Finish = {
  /** The test to begin with. */
  readonly first: string;
  /** Expected cost until the rule's figure is settled, in the best order. */
  readonly expectedCost: number;
  readonly expectedTests: number;
};

/** What it costs to turn a person from one position to another. */
export function turnCost(from: Position | null, to: Position): number {
  if (from === null || from === to) return 0;
  return from === "prone" || to === "prone" ? 2 : 1;
}

const MOST = 8;

/**
 * The order of what is left of a rule that costs least until its figure is
 * settled. Outcomes hang together through the source, so the state is which
 * tests came out positive and which negative; solved exactly for up to 8 tests.
 *
 * @param probability of the source before these tests, 0 to 1
 * @param stuck members that stay open whatever is done (equivocal, blocked)
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
): Finish | null {
  if (members.length === 0 || members.length > MOST) return null;
  const all = 2 ** members.length - 1;
  if (!isSettled(table, positive, stuck) && !canSettle(table, positive, stuck, members.length)) return null;
  const kept = new Map<string, { cost: number; tests: number; first: number }>();
  const bits = (mask: number) => mask.toString(2).replaceAll("0", "").length;

  /** Weights of the two worlds, given what came out so far. */
  const best = (
    pos: number,
    neg: number,
    from: Position | null,
    present: number,
    absent: number,
  ): { cost: number; tests: number; first: number } => {
    const left = all & ~(pos | neg);
    if (left === 0 || isSettled(table, positive + bits(pos), bits(left) + stuck))
      return { cost: 0, tests: 0, first: -1 };
    const key = `${pos} ${neg} ${from}`;
    const found = kept.get(key);
    if (found) return found;
    let chosen = { cost: Infinity, tests: 0, first: -1 };
    members.forEach((member, index) => {
      const bit = 1 << index;
      if (!(left & bit)) return;
      const [yesPresent, yesAbsent] = [present * member.ifPresent, absent * member.ifAbsent];
      const [noPresent, noAbsent] = [present - yesPresent, absent - yesAbsent];
      const chance = (yesPresent + yesAbsent) / (present + absent);
      const yes = best(pos | bit, neg, member.position, yesPresent, yesAbsent);
      const no = best(pos, neg | bit, member.position, noPresent, noAbsent);
      const cost = member.cost + turnCost(from, member.position) + chance * yes.cost + (1 - chance) * no.cost;
      if (cost < chosen.cost - 1e-12)
        chosen = { cost, tests: 1 + chance * yes.tests + (1 - chance) * no.tests, first: index };
    });
    kept.set(key, chosen);
    return chosen;
  };

  const { cost, tests, first } = best(0, 0, position, probability, 1 - probability);
  return first < 0 ? null : { first: members[first]!.id, expectedCost: cost, expectedTests: tests };
}

/** Whether every result of what is left comes to one figure, whatever stays open. */
function canSettle(table: RuleTable, positive: number, stuck: number, left: number): boolean {
  return Array.from({ length: left + 1 }, (_, more) => isSettled(table, positive + more, stuck)).some(Boolean);
}
