import { type AccuracyRecord, type GroupId, GROUPS, protocolOf } from "../knowledge";
import { sideLetter } from "../vocabulary";
import {
  type Item,
  itemValue,
  membersPart,
  type Recipe,
  type RuleItem,
  ruleSums,
  type SingleItem,
  weighGroup,
  weighMembers,
} from "./combine";
import type { TestOutcome } from "./interpret";
import { ruleCounter, type RuleVerdict } from "./rules";

/** One line of opened reasoning: a figure, what was done to it, and what it moved. */
export type Step = {
  readonly id: string;
  readonly label: string;
  /** The tissue group it is discounted within. */
  readonly group: GroupId;
  /** The ratio as printed or computed; null for a rule that is still open. */
  readonly printed: number | null;
  /** The ratio it counts for after limit and hold, before the discount. */
  readonly counted: number;
  /** Its weight in the series, 0 to 1. */
  readonly weight: number;
  /** Natural log-odds it moves the answer by. */
  readonly moves: number;
  readonly remark: string | null;
  /** The stronger result of the same group that it is discounted behind. */
  readonly behind: string | null;
  /** Id of the record or rule whose citation and standing stand beside it. */
  readonly figure: string;
  /** A rule's members, while it is open. */
  readonly parts: readonly Step[];
};

export const testLabel = (outcome: Pick<TestOutcome, "test" | "testedSide">): string =>
  `${protocolOf(outcome.test).name}${outcome.testedSide ? ` ${sideLetter(outcome.testedSide)}` : ""}`;

export type Figures = ReadonlyMap<string, { outcome: TestOutcome; record: AccuracyRecord }>;

function singleStep(item: SingleItem, weight: number, figures: Figures): Step {
  const judged = figures.get(item.id);
  const limited =
    item.value !== item.printed ? `a single test counts for ${ratioText(Math.exp(item.value))} at most` : null;
  return {
    id: item.id,
    label: `${judged ? testLabel(judged.outcome) : item.id} ${item.positive ? "positive" : "negative"}`,
    group: item.group,
    printed: Math.exp(item.printed),
    counted: Math.exp(item.value),
    weight,
    moves: weight * item.value,
    remark: limited,
    behind: null,
    figure: item.record,
    parts: [],
  };
}

/** A likelihood ratio in two digits after the point, one from ten on. @example ratioText(4.0159) // "4.02" */
export const ratioText = (ratio: number): string => ratio.toFixed(ratio >= 10 ? 1 : 2);

const near = (a: number, b: number): boolean => Math.abs(a - b) < 1e-9;

/**
 * How a rule and its tests are weighed, as whole tenths.
 *
 * @example weighedText(0.4) // "weighed 6 : 4 (the rule : its tests)"
 */
export function weighedText(part: number): string {
  const tests = Math.round(part * 10);
  return `weighed ${10 - tests} : ${tests} (the rule : its tests)`;
}

function ruleRemark(verdict: RuleVerdict, sum: number, held: number): string {
  if (verdict.settled && verdict.ratio !== null) return `the rule's own figure: ${ruleCounter(verdict)}`;
  if (verdict.settled)
    return "the study gives no figure for this count: its tests, discounted and held between the figures there are";
  if (near(sum, held)) return "open: its done tests, discounted";
  return held < sum
    ? `open: held at the most the rule can still say (${ratioText(Math.exp(held))})`
    : `open: held at the least the rule can still say (${ratioText(Math.exp(held))})`;
}

/** Each result behind the strongest of the same sign says what it stands behind. */
function withBehind(steps: readonly Step[]): readonly Step[] {
  if (steps.every(({ weight }) => weight === 1)) return steps;
  return steps.map((step) => {
    if (step.weight === 1) return step;
    const strongest = steps.find(
      (other) => other.weight === 1 && Math.sign(other.moves) === Math.sign(step.moves || 1),
    );
    return { ...step, behind: strongest?.label ?? null };
  });
}

function ruleStep(item: RuleItem, weight: number, recipe: Recipe, verdict: RuleVerdict, figures: Figures): Step {
  const { sum, held } = ruleSums(item, recipe);
  const counted = itemValue(item, recipe);
  const part = membersPart(item, recipe);
  const fromRule = verdict.settled && verdict.ratio !== null;
  const limited =
    fromRule && !near(Math.log(verdict.ratio!), held)
      ? `published as ${ratioText(verdict.ratio!)}, a rule counts for ${ratioText(Math.exp(held))} at ${held > 0 ? "most" : "least"}`
      : null;
  const beside = part > 0 && !near(counted, held);
  return {
    id: item.id,
    label: `${verdict.rule.label}, ${verdict.verdict}`,
    group: item.group,
    printed: fromRule ? verdict.ratio : null,
    counted: Math.exp(counted),
    weight,
    moves: weight * counted,
    remark: [ruleRemark(verdict, sum, held), limited, beside ? weighedText(part) : null].filter(Boolean).join("; "),
    behind: null,
    figure: verdict.rule.id,
    parts:
      fromRule && !beside
        ? []
        : withBehind(weighMembers(item, recipe).map((part) => singleStep(part.item, part.weight, figures))),
  };
}

/** The steps of a recipe, strongest support first in each group; their moves add up to the evidence's sum. */
export function stepsOf(recipe: Recipe, verdict: RuleVerdict | null, figures: Figures): Step[] {
  return recipe.groups.flatMap((group) =>
    withBehind(
      weighGroup(group, recipe).map(({ item: { item }, weight }: { item: { item: Item }; weight: number }) =>
        item.kind === "single" || !verdict
          ? singleStep(item as SingleItem, weight, figures)
          : ruleStep(item, weight, recipe, verdict, figures),
      ),
    ),
  );
}

/** The tissue group of a step in words. */
export const groupLabel = ({ group }: Pick<Step, "group">): string => GROUPS[group];

/** A step with the log-odds before and after it. */
export type StepAlong = { readonly step: Step; readonly from: number; readonly to: number };

/**
 * A source's steps one after the other, each with where it begins and ends.
 *
 * @param start natural log-odds it starts from
 * @example stepsFrom(logit(0.25), sourceReading.steps).at(-1)?.to // 0.4856
 */
export function stepsFrom(start: number, steps: readonly Step[]): readonly StepAlong[] {
  let from = start;
  return steps.map((step) => {
    const along = { step, from, to: from + step.moves };
    from = along.to;
    return along;
  });
}
