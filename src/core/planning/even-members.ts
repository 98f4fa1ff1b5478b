import { remembered } from "../base";
import type { ClusterRule } from "../knowledge";
import { ratiosOf } from "../reading";
import { chanceThatAtLeast } from "./one-factor";

/** How often those with and without the source have so many members positive, or more. */
type AtLeast = { readonly k: number; readonly present: number; readonly absent: number };

/** What a rule's own figures say of how many members are positive; none where it gives ratios alone. */
function asksFor({ figures }: ClusterRule): readonly AtLeast[] {
  if (figures.kind === "by count") return [];
  if (figures.kind === "k or more")
    return figures.cutOffs.map(({ k, sensitivity, specificity }) => ({
      k,
      present: sensitivity,
      absent: 1 - specificity,
    }));
  const { sensitivity, specificity } = ratiosOf(figures);
  return sensitivity === null || specificity === null
    ? []
    : [{ k: figures.k, present: sensitivity, absent: 1 - specificity }];
}

const STEPS = 60;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** The chance at which something with one valley is least. */
function lowest(at: (chance: number) => number): number {
  let [low, high] = [1e-6, 1 - 1e-6];
  for (let step = 0; step < STEPS; step++) {
    const [left, right] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
    if (at(left) < at(right)) high = right;
    else low = left;
  }
  return (low + high) / 2;
}

type Chances = readonly [present: number, absent: number];

/**
 * The chance of a positive, with and without the source, at which a rule's own
 * figures come back, or as nearly as they do: least squares over its cut-offs.
 *
 * @param sharesAt the chances of all its members, where the one that is looked for is so much
 */
function givingBack(rule: ClusterRule, sharesAt: (chance: number, which: 0 | 1) => readonly number[]): Chances | null {
  const asks = asksFor(rule);
  if (asks.length === 0) return null;
  const fit = (which: 0 | 1) =>
    lowest((chance) =>
      asks.reduce((sum, { k, present, absent }) => {
        const wanted = which === 0 ? present : absent;
        return sum + (chanceThatAtLeast(k, sharesAt(chance, which)) - wanted) ** 2;
      }, 0),
    );
  return [fit(0), fit(1)];
}

/**
 * Where a study gives a rule's figures and none of its members': the chances of
 * a positive that, the same for every member, give the rule's own figures back.
 *
 * @returns chances with and without the source; null where the rule's figures do not say
 * @example evenMembers(RULES.find(({ id }) => id === "deep-gluteal")) // [0.75…, 0.11…]
 */
export const evenMembers = remembered((rule: ClusterRule) =>
  givingBack(rule, (chance) => rule.members.map(() => chance)),
);

/** Nobody's sensitivity is certain from a study of some dozens of people. */
const MOST_FITTED = 0.99;
const believed = (chance: number): number => Math.min(MOST_FITTED, Math.max(1 - MOST_FITTED, chance));

/** What was fitted to a rule, by the chances of its other members. */
const fittedTo = remembered((_rule: ClusterRule) => new Map<string, Chances | null>());

/**
 * Where a study gives a rule's figures and those of all its members but one: the
 * chances of a positive of that one that give the rule's own figures back, or come
 * nearest to it.
 *
 * @param others chances of a positive of the rest, with the source and without
 * @returns null where the rule's figures do not say
 * @example fittedMember(RULES.find(({ id }) => id === "si-five-test"), [[0.6, 0.1875], [0.875, 0.3125], [0.53, 0.29], [0.6875, 0.3125]]) // [0.99, 0.269]
 */
export function fittedMember(rule: ClusterRule, others: readonly Chances[]): Chances | null {
  const kept = fittedTo(rule);
  const key = others.join(" ");
  const known = kept.get(key);
  if (known !== undefined) return known;
  const found = givingBack(rule, (chance, which) => [...others.map((one) => one[which]), chance]);
  const fitted: Chances | null = found && [believed(found[0]), believed(found[1])];
  kept.set(key, fitted);
  return fitted;
}
