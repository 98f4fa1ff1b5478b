import { CORRELATION, openingState, placeTurn, type Shared, withResult } from "../planning";
import { probabilityOf } from "./best-reader";

/** The best way there is to examine one source by the members of one cluster: exact, over every way to go on or stop. */

export type Member = {
  readonly place: string;
  /** Without changing position. */
  readonly cost: number;
  readonly chances: readonly [present: number, absent: number];
};

export type OneSource = {
  /** Before any test, 0 to 1. */
  readonly start: number;
  readonly members: readonly Member[];
  /** What the interpretation makes of it: which members were positive and which negative, as bits. */
  readonly read: (positive: number, negative: number) => number;
  readonly dependence?: number;
};

/** What a way to examine costs, and how far its reading is from the truth, in the mean. */
export type Priced = { readonly cost: number; readonly brier: number };

/** Every state by its results, once. */
function statesOf({ start, members, dependence = CORRELATION }: OneSource) {
  const kept = new Map<number, Shared>([[0, openingState(start)]]);
  const keyOf = (positive: number, negative: number) => (positive << members.length) | negative;
  const at = (positive: number, negative: number): Shared => {
    const key = keyOf(positive, negative);
    const known = kept.get(key);
    if (known) return known;
    const last = 31 - Math.clz32(positive | negative);
    const isPositive = (positive & (1 << last)) > 0;
    const state = withResult(
      isPositive ? at(positive & ~(1 << last), negative) : at(positive, negative & ~(1 << last)),
      members[last]!.chances,
      isPositive,
      dependence,
    );
    kept.set(key, state);
    return state;
  };
  return at;
}

/** How far a reading is from the truth, in the mean, where the truth has this probability. */
const missedBy = (reading: number, truth: number): number => truth * (1 - reading) ** 2 + (1 - truth) * reading ** 2;

/**
 * What a fixed or adaptive way comes to.
 *
 * @param follow the members that are done, by their places, when these are the answers
 */
export function pricedWay(
  source: OneSource,
  follow: (isPositive: (member: number) => boolean) => readonly number[],
): Priced {
  const { members, read } = source;
  const at = statesOf(source);
  let [cost, brier] = [0, 0];
  const all = 2 ** members.length - 1;
  for (let positive = 0; positive <= all; positive++) {
    const { weight } = at(positive, all & ~positive);
    const done = follow((member) => (positive & (1 << member)) > 0);
    const mask = done.reduce((sum, member) => sum | (1 << member), 0);
    let here: string | null = null;
    for (const member of done) {
      const { place, cost: own } = members[member]!;
      cost += weight * (own + placeTurn(here, place));
      here = place;
    }
    const [yes, no] = [positive & mask, mask & ~positive];
    brier += weight * missedBy(read(yes, no), probabilityOf(at(yes, no)));
  }
  return { cost, brier };
}

/** The way that loses least where a point of cost is worth so much Brier. */
function bestAt(price: number, { members, read }: OneSource, at: ReturnType<typeof statesOf>): Priced {
  type Choice = Priced & { readonly loss: number };
  const kept = new Map<string, Choice>();
  const from = (positive: number, negative: number, here: string | null): Choice => {
    const key = `${positive} ${negative} ${here}`;
    const known = kept.get(key);
    if (known) return known;
    const state = at(positive, negative);
    const missed = missedBy(read(positive, negative), probabilityOf(state));
    let best: Choice = { cost: 0, brier: missed, loss: missed };
    for (let member = 0; member < members.length; member++) {
      const bit = 1 << member;
      if ((positive | negative) & bit) continue;
      const { place, cost: own } = members[member]!;
      const chance = at(positive | bit, negative).weight / state.weight;
      const [yes, no] = [from(positive | bit, negative, place), from(positive, negative | bit, place)];
      const mean = (take: (choice: Choice) => number) => chance * take(yes) + (1 - chance) * take(no);
      const step = own + placeTurn(here, place);
      const loss = price * step + mean((choice) => choice.loss);
      if (loss < best.loss - 1e-12)
        best = { cost: step + mean((choice) => choice.cost), brier: mean((choice) => choice.brier), loss };
    }
    kept.set(key, best);
    return best;
  };
  const { cost, brier } = from(0, 0, null);
  return { cost, brier };
}

/**
 * The least Brier score that can be had at no more than a cost, ways mixed by
 * chance included: exact over every policy for up to 6 members.
 *
 * @param source one source, the members of one cluster, and how they are read
 * @param cost burden and position changes, as expected
 * @returns null where there are more members than can be looked through
 * @example leastBrier({ start: 0.25, members: [], read: () => 0.25 }, 0)?.brier // 0.1875
 */
export function leastBrier(source: OneSource, cost: number): Priced | null {
  if (source.members.length > MOST_MEMBERS) return null;
  const at = statesOf(source);
  /** Every end of the lower edge of what can be had, found where the line between its neighbours says one may lie. */
  let [within, beyond] = [bestAt(DEAR, source, at), bestAt(CHEAP, source, at)];
  if (beyond.cost <= cost) return beyond;
  for (let step = 0; step < MOST_STEPS && beyond.cost > within.cost + 1e-9; step++) {
    const price = (within.brier - beyond.brier) / (beyond.cost - within.cost);
    const found = bestAt(price, source, at);
    const lossOf = (way: Priced) => way.brier + price * way.cost;
    if (lossOf(found) >= lossOf(within) - 1e-10) break;
    if (found.cost <= cost) within = found;
    else beyond = found;
  }
  const share = beyond.cost > within.cost ? (cost - within.cost) / (beyond.cost - within.cost) : 0;
  return { cost, brier: within.brier + share * (beyond.brier - within.brier) };
}

/** Brier for a point of cost: where no test is worth it, and where every one that tells anything is. */
const DEAR = 1;
const CHEAP = 1e-7;
const MOST_STEPS = 60;
const MOST_MEMBERS = 6;
