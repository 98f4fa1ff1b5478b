import { combine, type Item, membersPart, type Recipe, type RuleItem } from "./combine";
import { isFact } from "../knowledge";
import type { FigureContext } from "./items";
import type { Reading, SourceReading } from "./reading";
import { memberName, type RuleVerdict } from "./rules";
import { weighedText } from "./steps";
import { withMembers } from "./with-members";
import { percentText } from "./words";

/** What the preferred rule says alone, what its tests say one by one, and both together. */
export type RuleBeside = {
  /** The probability with the published rule only. */
  readonly rule: number;
  /** The probability with its done tests one by one, and no rule. */
  readonly tests: number;
  /** Rule and tests weighed, without any other test. */
  readonly together: number;
  /** The same with the tests beside the rule: the headline. */
  readonly all: number;
  /** w, the part its tests have. */
  readonly part: number;
  /** What the tests that are left would move a decided rule between; null while it is open, or when none is left. */
  readonly between: readonly [low: number, high: number] | null;
};

const withRule = (recipe: Recipe, change: (rule: RuleItem) => Item): Recipe => ({
  ...recipe,
  groups: recipe.groups.map((items) => items.map((item) => (item.kind === "rule" ? change(item) : item))),
});

const ruleOf = ({ groups }: Recipe): RuleItem | undefined =>
  groups.flat().find((item): item is RuleItem => item.kind === "rule");

/**
 * The rule and its tests side by side; null where no rule is begun.
 *
 * @param withRest the recipe with the tests that are left all clear, and all positive
 * @example ruleBeside(fiveTestMet, null)?.rule // 0.5724
 */
export function ruleBeside(
  recipe: Recipe,
  withRest: readonly [clear: Recipe, positive: Recipe] | null,
): RuleBeside | null {
  const item = ruleOf(recipe);
  if (!item?.begun) return null;
  const unbound = { low: null, high: null } as const;
  const only = { ...recipe, groups: [[item]] };
  return {
    rule: combine({ ...only, memberWeight: 0 }),
    tests: combine(withRule(only, (rule) => ({ ...rule, ...unbound }))),
    together: combine(only),
    all: combine(recipe),
    part: membersPart(item, recipe),
    between: withRest && [combine(withRest[0]), combine(withRest[1])],
  };
}

/** A decided rule with the tests that are left all clear, and all positive; null where none is left. */
function restOf(recipe: Recipe, verdict: RuleVerdict, context: FigureContext): readonly [Recipe, Recipe] | null {
  const left = verdict.members.filter(({ result, member }) => result === "open" && !isFact(member));
  if (!verdict.settled || left.length === 0) return null;
  const all = (positive: boolean) =>
    withMembers(
      recipe,
      verdict,
      left.map((state) => ({ state, positive })),
      context,
    );
  return [all(false), all(true)];
}

/**
 * The rule that counts for a source and its tests, side by side; null where none does.
 *
 * @example besideRule(sourceIn(readExam(state), "sacroiliac", "right"), readExam(state))?.rule // 0.5724
 */
export function besideRule(
  { recipe, preferred }: Pick<SourceReading, "recipe" | "preferred">,
  { settings, evidence }: Pick<Reading, "settings" | "evidence">,
): RuleBeside | null {
  return preferred && ruleBeside(recipe, restOf(recipe, preferred, { settings, evidence, runs: [] }));
}

const named = (verdict: RuleVerdict, result: "positive" | "negative"): string =>
  verdict.members
    .filter((member) => member.result === result && !isFact(member.member))
    .map(({ member }) => memberName(member))
    .join(", ");

/**
 * The same in words, its members named when they pull away from a decided rule.
 *
 * @example sayRuleBeside({ rule: 0.5724, tests: 0.6849, together: 0.6191, all: 0.6191, part: 0.4, between: null }, metVerdict)
 * // "The rule alone says 57 %; its tests, one by one, 68 %; weighed 6 : 4 (the rule : its tests) 62 %."
 */
export function sayRuleBeside({ rule, tests, together, all, part, between }: RuleBeside, verdict: RuleVerdict): string {
  if (part === 0) return `The rule alone says ${percentText(rule)}; its tests do not speak beside it.`;
  const said = `The rule alone says ${percentText(rule)}; its tests, one by one, ${percentText(tests)}; ${weighedText(part)} ${percentText(together)}${Math.abs(all - together) >= 0.005 ? `; with the other tests ${percentText(all)}` : ""}.`;
  const against =
    verdict.verdict === "met" ? together < rule - 0.005 : verdict.verdict === "not met" && together > rule + 0.005;
  const other = verdict.verdict === "met" ? "negative" : "positive";
  const names = against ? named(verdict, other) : "";
  const why = names
    ? ` The rule is ${verdict.verdict}, and ${names} ${other === "negative" ? "clear" : "positive"} ${names.includes(",") ? "weigh" : "weighs"} against it.`
    : "";
  const left = between
    ? ` Decided; what is left would move it between ${percentText(between[0])} and ${percentText(between[1])}.`
    : "";
  return `${said}${why}${left}`;
}
