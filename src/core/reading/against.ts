import { ageAtExam } from "../guard/assess";
import type { ExamState } from "../exam/state";
import { ADULT_AGE } from "../measurement/age";
import type { Side } from "../vocabulary/sides";
import type { Assembled } from "./items";
import type { TestOutcome } from "./interpret";
import { probabilityOf } from "./odds";
import type { RuleVerdict } from "./rules";
import { testLabel } from "./steps";
import { percentText } from "./words";

/** Weeks from which pain is called chronic; the sacroiliac studies' people all were. */
const CHRONIC_WEEKS = 12;

const names = (outcomes: readonly TestOutcome[]): string => outcomes.map(testLabel).join(", ");

type Input = {
  readonly state: ExamState;
  readonly side: Side;
  readonly outcomes: readonly TestOutcome[];
  readonly allOutcomes: readonly TestOutcome[];
  readonly assembled: Assembled;
  readonly evidence: number;
  readonly preferred: RuleVerdict | null;
  readonly rules: readonly RuleVerdict[];
  readonly startLogOdds: number;
  readonly singlesOnly: number;
};

function opposing({ outcomes, evidence, side }: Input): string[] {
  const positives = outcomes.filter(({ outcome }) => outcome === "positive");
  const negatives = outcomes.filter(({ outcome }) => outcome === "negative");
  if (evidence > 0 && negatives.length) return [`Against it: ${names(negatives)} negative.`];
  if (evidence < 0 && positives.length)
    return [`Speaks for the ${side} side all the same: ${names(positives)} positive.`];
  return [];
}

function disagreement({ preferred, evidence, singlesOnly, startLogOdds }: Input): string[] {
  if (!preferred?.settled || Math.sign(singlesOnly) === Math.sign(evidence) || singlesOnly === 0) return [];
  const alone = percentText(probabilityOf(startLogOdds + singlesOnly));
  const ruled = percentText(probabilityOf(startLogOdds + evidence));
  return [
    `The ${preferred.rule.label} is ${preferred.verdict}, but its tests taken alone point the other way: ${ruled} with the rule, ${alone} without.`,
  ];
}

/** Positives that belong to no met rule are said to be just that. */
function loosePositives({ outcomes, rules }: Input): string[] {
  const positives = outcomes.filter(({ outcome }) => outcome === "positive");
  if (positives.length < 2 || rules.some(({ verdict }) => verdict === "met")) return [];
  const nearest = rules
    .filter(({ applies, verdict }) => applies && verdict === "open")
    .toSorted((a, b) => a.needs - b.needs || a.open - b.open)[0];
  const near = nearest
    ? ` Nearest: ${nearest.rule.label}, which needs ${nearest.needs} more of the ${nearest.open} left.`
    : "";
  return [`${positives.length} positive tests, but no rule is met by them.${near}`];
}

function otherSources({ allOutcomes, side }: Input): string[] {
  const hip = allOutcomes.filter(
    ({ source, side: at, outcome }) => source === "hip" && at === side && outcome === "positive",
  );
  const gluteal = allOutcomes.filter(
    ({ source, side: at, outcome }) => source === "gluteal-tendon" && at === side && outcome === "positive",
  );
  return [
    ...(hip.length ? [`The hip is suggested: ${names(hip)} brought it on in the groin.`] : []),
    ...(gluteal.length
      ? [`A gluteal tendon or bursa is suggested: ${names(gluteal)} brought it on at the side of the hip.`]
      : []),
  ];
}

function population({ state, outcomes }: Input): string[] {
  const age = ageAtExam(state);
  const weeks = state.history?.weeks ?? null;
  const lines: string[] = [];
  if (age !== null && age < ADULT_AGE) lines.push("Under 18: every figure comes from adults.");
  if (weeks !== null && weeks < CHRONIC_WEEKS)
    lines.push(
      `The figures come from people with chronic pain; this one began ${weeks} ${weeks === 1 ? "week" : "weeks"} ago.`,
    );
  if (state.history?.onset === "after birth or pregnancy")
    lines.push("The figures do not come from people whose pain began with pregnancy or birth.");
  if (outcomes.some(({ bilateral }) => bilateral))
    lines.push("Felt on both sides: bilateral. Ask about inflammatory disease.");
  if (state.centralisation === "yes")
    lines.push("Repeated movements centralise the symptom: that speaks for the disc.");
  return lines;
}

/** Everything that argues against the result, or against resting on it, in sentences. */
export function whatArguesAgainst(input: Input): string[] {
  const { preferred, rules } = input;
  const unmet = rules.filter(
    (rule) => rule.verdict === "not met" && rule.rule.id !== preferred?.rule.id && rule.applies,
  );
  return [
    ...opposing(input),
    ...(preferred?.verdict === "not met" && input.evidence >= 0 ? [`The ${preferred.rule.label} is not met.`] : []),
    ...(input.evidence > 0 ? unmet.map(({ rule }) => `The ${rule.label} is not met.`) : []),
    ...disagreement(input),
    ...loosePositives(input),
    ...otherSources(input),
    ...(preferred?.condition ? [`${preferred.rule.label}: ${preferred.condition}.`] : []),
    ...population(input),
  ];
}
