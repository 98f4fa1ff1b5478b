import type { AccuracyRecord } from "../knowledge/evidence";
import { protocolOf } from "../knowledge/protocols";
import { sideLetter } from "../vocabulary/sides";
import { hold, type Item, memberSum, type Recipe, series, type SingleItem, weighGroup } from "./combine";
import type { RuleVerdict } from "./rules";
import type { TestOutcome } from "./interpret";

/** One line of opened reasoning: a figure, what was done to it, and what it moved. */
export type Step = {
  readonly label: string;
  /** The ratio as printed or computed; null for a rule that is still open. */
  readonly printed: number | null;
  /** The ratio it counts for after limit and hold, before the discount. */
  readonly counted: number;
  /** Its weight in the series, 0 to 1. */
  readonly weight: number;
  /** Natural log-odds it moves the answer by. */
  readonly moves: number;
  readonly remark: string | null;
  /** Id of the record or rule whose citation and standing stand beside it. */
  readonly figure: string;
  /** A rule's members, while it is open. */
  readonly parts: readonly Step[];
};

export const testLabel = (outcome: Pick<TestOutcome, "test" | "testedSide">): string =>
  `${protocolOf(outcome.test).name}${outcome.testedSide ? ` ${sideLetter(outcome.testedSide)}` : ""}`;

export type Figures = ReadonlyMap<string, { outcome: TestOutcome; record: AccuracyRecord }>;

function singleStep(item: SingleItem, weight: number, figures: Figures): Step {
  const found = figures.get(item.id);
  const limited = item.value !== item.printed ? `counts for ${Math.exp(item.value).toFixed(2)} at most` : null;
  return {
    label: `${found ? testLabel(found.outcome) : item.id} ${item.positive ? "positive" : "negative"}`,
    printed: Math.exp(item.printed),
    counted: Math.exp(item.value),
    weight,
    moves: weight * item.value,
    remark: limited,
    figure: item.record,
    parts: [],
  };
}

const near = (a: number, b: number): boolean => Math.abs(a - b) < 1e-9;

function ruleRemark(verdict: RuleVerdict, sum: number, held: number): string {
  if (verdict.settled)
    return verdict.verdict === "met"
      ? "the rule's own figure, since it is met"
      : "the rule's own figure, since it can no longer be met";
  if (near(sum, held)) return "open: its done tests, discounted";
  return held < sum
    ? `open: held at the most the rule can still say (${Math.exp(held).toFixed(2)})`
    : `open: held at the least the rule can still say (${Math.exp(held).toFixed(2)})`;
}

function ruleStep(
  item: Extract<Item, { kind: "rule" }>,
  weight: number,
  dependence: number,
  verdict: RuleVerdict,
  figures: Figures,
): Step {
  const sum = memberSum(item, dependence);
  const held = item.begun ? hold(sum, item.low?.value ?? null, item.high?.value ?? null) : 0;
  return {
    label: `${verdict.rule.label}, ${verdict.verdict}`,
    printed: verdict.settled ? Math.exp(held) : null,
    counted: Math.exp(held),
    weight,
    moves: weight * held,
    remark: ruleRemark(verdict, sum, held),
    figure: verdict.rule.id,
    parts: verdict.settled
      ? []
      : item.memberGroups.flatMap((group) =>
          series(group, dependence).map((part) => singleStep(part.item, part.weight, figures)),
        ),
  };
}

/** The steps of a recipe, strongest support first in each group; their moves add up to the evidence's sum. */
export function stepsOf(recipe: Recipe, verdict: RuleVerdict | null, figures: Figures): Step[] {
  return recipe.groups.flatMap((group) =>
    weighGroup(group, recipe.dependence).map(({ item: { item }, weight }) =>
      item.kind === "single" || !verdict
        ? singleStep(item as SingleItem, weight, figures)
        : ruleStep(item, weight, recipe.dependence, verdict, figures),
    ),
  );
}
