import { remembered } from "../base";
import type { ClusterRule } from "../knowledge";
import { ratiosOf } from "../reading";
import { chanceOfAtLeast } from "./one-factor";

/** What a rule is asked for, and how often those with and without the source have that. */
function asksFor({ figures }: ClusterRule): { k: number; present: number; absent: number } | null {
  if (figures.kind === "k of n") {
    const { sensitivity, specificity } = ratiosOf(figures);
    return sensitivity === null || specificity === null
      ? null
      : { k: figures.k, present: sensitivity, absent: 1 - specificity };
  }
  if (figures.kind === "by count") return null;
  const first = figures.cutOffs[0]!;
  return { k: first.k, present: first.sensitivity, absent: 1 - first.specificity };
}

const STEPS = 40;

function solved(share: number, n: number, k: number): number {
  let [low, high] = [1e-6, 1 - 1e-6];
  for (let step = 0; step < STEPS; step++) {
    const middle = (low + high) / 2;
    if (chanceOfAtLeast(k, n, middle) < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/**
 * Where a study gives a rule's figures and none of its members': the chances of
 * a positive that, the same for every member, give the rule's own figures back.
 *
 * @returns chances with and without the source; null where the rule's figures do not say
 * @example evenMembers(RULES.find(({ id }) => id === "deep-gluteal")) // [0.75…, 0.11…]
 */
export const evenMembers = remembered((rule: ClusterRule): readonly [present: number, absent: number] | null => {
  const asks = asksFor(rule);
  if (!asks) return null;
  const n = rule.members.length;
  return [solved(asks.present, n, asks.k), solved(asks.absent, n, asks.k)];
});
