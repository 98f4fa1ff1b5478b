import { findRecord } from "../evidence";
import { type AccuracyRecord, isFact, protocolOf, type TestId, type TestMember } from "../knowledge";
import type { Side, SourceId } from "../vocabulary";
import type { Item, Recipe, RuleItem } from "./combine";
import type { TestOutcome } from "./interpret";
import { type FigureContext, recordsFor, ruleItemOf, singleItem } from "./items";
import type { MemberState, RuleVerdict } from "./rules";

/** A result that was not recorded, to see what it would do. */
export const supposedOutcome = (
  test: TestId,
  testedSide: Side | null,
  source: SourceId,
  side: Side | null,
  figuresOf: TestId,
  outcome: "positive" | "negative",
): TestOutcome => ({
  test,
  run: "supposed",
  testedSide,
  source,
  side,
  outcome,
  reason: "supposed",
  note: null,
  figuresOf,
  noFigure: false,
  doseMismatch: null,
  modified: false,
  reproducedElsewhere: false,
  bilateral: false,
  direction: null,
  differentiated: true,
  newSinceTechnique: false,
});

/** The record a member's figure comes from: the one its rule names, else the one that counts for its test. */
export function memberRecord(
  member: TestMember,
  source: SourceId,
  testedSide: Side | null,
  context: FigureContext,
): AccuracyRecord | undefined {
  const named = member.record ? findRecord(context.evidence, member.record) : undefined;
  return named && !named.off ? named : recordsFor({ figuresOf: member.test, source, testedSide, run: "" }, context)[0];
}

/** A member of a rule with a result that is supposed. */
export type SupposedMember = { readonly state: MemberState; readonly positive: boolean };

/**
 * The recipe with more members of its rule done, everything else unchanged.
 *
 * @example combine(withMembers(recipe, openVerdict, [], context)) === combine(recipe) // true
 */
export function withMembers(
  recipe: Recipe,
  verdict: RuleVerdict,
  done: readonly SupposedMember[],
  context: FigureContext,
): Recipe {
  const { rule, side } = verdict;
  const held = recipe.groups.flat().find((item): item is RuleItem => item.kind === "rule");
  const items = done.flatMap(({ state: { member, testedSide }, positive }) => {
    if (isFact(member)) return [];
    const record = memberRecord(member, rule.source, testedSide, context);
    if (!record || record.off) return [];
    const { id } = protocolOf(member.test);
    const result = supposedOutcome(id, testedSide, rule.source, side, id, positive ? "positive" : "negative");
    return singleItem(result, record, positive, context.settings) ?? [];
  });
  const item = ruleItemOf(
    {
      rule,
      side,
      positive: verdict.positive + done.filter(({ positive }) => positive).length,
      open: verdict.open - done.length,
    },
    [...(held?.memberGroups.flat() ?? []), ...items],
    Boolean(held?.begun) || done.length > 0,
    context,
  );
  const groups = held
    ? recipe.groups.map((list) => list.map((one): Item => (one === held ? item : one)))
    : [...recipe.groups, [item]];
  return { ...recipe, groups };
}
