import type { GroupId } from "../knowledge";
import { logit, probabilityOf } from "./odds";

/** A single test's result: the ratio it counts for, and where its draws come from. */
export type SingleItem = {
  readonly kind: "single";
  readonly id: string;
  readonly group: GroupId;
  readonly record: string;
  readonly positive: boolean;
  /** Natural log of the ratio as printed or computed. */
  readonly printed: number;
  /** The same, held to the limit a single test may count for. */
  readonly value: number;
};

/** A rule as one item: its done members by the series, held between two figures. */
export type RuleItem = {
  readonly kind: "rule";
  readonly id: string;
  /** The group of its first test. */
  readonly group: GroupId;
  /** Done members with a figure, one list per tissue group. */
  readonly memberGroups: readonly (readonly SingleItem[])[];
  /** The share of all its members, done or not, that have a figure that counts: 0 to 1. */
  readonly share: number;
  /** True once any member is done, whether or not it has a figure. */
  readonly begun: boolean;
  /** The figures it is held between; null: no bound. */
  readonly low: RuleBound | null;
  readonly high: RuleBound | null;
};

/** A figure of a rule's table: natural log of its ratio, and its place among the table's figures. */
export type RuleBound = { readonly value: number; readonly entry: number };

export type Item = SingleItem | RuleItem;

/** Everything a probability is made from, in a form that points and draws are both pushed through. */
export type Recipe = {
  readonly start: { readonly id: string; readonly mean: number; readonly equivalentPeople: number };
  /** Items by tissue group. */
  readonly groups: readonly (readonly Item[])[];
  /** Assumed dependence within a group, 0 to 1. */
  readonly dependence: number;
  /** Groups with a dependence of their own. */
  readonly dependenceOf?: Partial<Record<GroupId, number>>;
  /** The most a single test counts for: in the draws as well, for the figures that first shipped. */
  readonly ratioLimit?: number;
  /** λ: how far a rule's members speak beside their rule, 0 (the published rule only) to 1. Left out: 0. */
  readonly memberWeight?: number;
};

/** How dependent the tests of one group are taken to be. */
export type Dependence = Pick<Recipe, "dependence" | "dependenceOf" | "memberWeight">;
/** The dependence assumed within a group. */
export const dependenceIn = ({ dependence, dependenceOf }: Dependence, items: readonly Item[]): number =>
  (items[0] && dependenceOf?.[items[0].group]) ?? dependence;

/** An item's place in the discount series of its group. */
export type Weighted<T> = {
  readonly item: T;
  readonly value: number;
  readonly weight: number;
  /** How many stand before it on its side: the power of its weight. */
  readonly place: number;
};

/**
 * The discount series: the items above 0 by falling size, then those below 0
 * likewise, each weighted (1 - ρ)^j with (1 - ρ)^0 = 1. Items at 0 weigh nothing.
 *
 * @param dependence ρ, 0 (independent) to 1 (only the strongest each way counts)
 * @example series([{ id: "a", value: 1.16 }, { id: "b", value: 1.03 }], 0.5).map((w) => w.weight) // [1, 0.5]
 */
export function series<T extends { readonly id: string; readonly value: number }>(
  items: readonly T[],
  dependence: number,
): Weighted<T>[] {
  const bySize = (a: T, b: T) => Math.abs(b.value) - Math.abs(a.value) || (a.id < b.id ? -1 : 1);
  const weigh = (side: readonly T[]) =>
    side.toSorted(bySize).map((item, index) => ({
      item,
      value: item.value,
      weight: (1 - dependence) ** index,
      place: index,
    }));
  return [...weigh(items.filter(({ value }) => value > 0)), ...weigh(items.filter(({ value }) => value < 0))];
}

/** Σ weight · value. */
export const total = (weighted: readonly { value: number; weight: number }[]): number =>
  weighted.reduce((sum, { value, weight }) => sum + weight * value, 0);

/** A value held between two bounds, either of which may be missing. */
export const clamp = (value: number, low: number | null, high: number | null): number =>
  Math.min(Math.max(value, low ?? -Infinity), high ?? Infinity);

/** What the done members give by the series alone, group by group, before the hold. */
export const memberSum = (rule: RuleItem, dependence: Dependence): number =>
  weighMembers(rule, dependence).reduce((sum, { value, weight }) => sum + weight * value, 0);

/** A rule's done members with their weights, group by group. */
export const weighMembers = (rule: RuleItem, dependence: Dependence): Weighted<SingleItem>[] =>
  rule.memberGroups.flatMap((group) => series(group, dependenceIn(dependence, group)));

/**
 * w: the part of a rule's item that its members speak for, one by one.
 *
 * @example membersPart({ share: 0.8 }, { memberWeight: 0.5 }) // 0.4
 */
export const membersPart = (
  { share }: Pick<RuleItem, "share">,
  { memberWeight = 0 }: Pick<Dependence, "memberWeight">,
): number => memberWeight * share;

/**
 * What a rule's done members come to: their sum by the series, and the same held
 * between the figures the rule can still end at.
 *
 * @example ruleSums(openFiveTest, { dependence: 0.5 }).held // 1.3903
 */
export function ruleSums(item: RuleItem, dependence: Dependence): { readonly sum: number; readonly held: number } {
  if (!item.begun) return { sum: 0, held: 0 };
  const sum = memberSum(item, dependence);
  return { sum, held: clamp(sum, item.low?.value ?? null, item.high?.value ?? null) };
}

/**
 * An item's natural log ratio: a single test's own, or a rule's,
 * (1 - w) · held + w · sum.
 *
 * @example itemValue(openFiveTest, { dependence: 0.5, memberWeight: 0.5 }) // 1.4037
 */
export function itemValue(item: Item, dependence: Dependence): number {
  if (item.kind === "single") return item.value;
  const { sum, held } = ruleSums(item, dependence);
  const part = membersPart(item, dependence);
  return (1 - part) * held + part * sum;
}

/** A group's items with their values, weights and signs. */
export const weighGroup = (
  items: readonly Item[],
  dependence: Dependence,
): Weighted<{ id: string; value: number; item: Item }>[] =>
  series(
    items.map((item) => ({ id: item.id, value: itemValue(item, dependence), item })),
    dependenceIn(dependence, items),
  );

/** The evidence's sum over all groups: support less what opposes, in natural log-odds. */
export const evidenceSum = (recipe: Recipe): number =>
  recipe.groups.reduce((sum, items) => sum + total(weighGroup(items, recipe)), 0);

/**
 * The point probability of a recipe:
 * log-odds(after) = log-odds(before) + Σ over groups (support - oppose).
 *
 * @example combine({ start: { id: "s", mean: 0.25, equivalentPeople: 20 }, groups: [], dependence: 0.5 }) // 0.25
 */
export const combine = (recipe: Recipe): number => probabilityOf(logit(recipe.start.mean) + evidenceSum(recipe));
