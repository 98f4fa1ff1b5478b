import { isFact, protocolOf } from "../knowledge";
import { ADULT_AGE } from "../measurement";
import { ageAtExam, type ExamState } from "../record";
import { type Side, type SourceId, SOURCES } from "../vocabulary";
import { positivesNeeded } from "./figures";
import type { TestOutcome } from "./interpret";
import type { Assembled } from "./items";
import { probabilityOf } from "./odds";
import { raiseGaps } from "./raises";
import { describeVerdict, isBegun, memberName, isNotReached, type RuleVerdict } from "./rules";
import { testLabel } from "./steps";
import { percentText } from "./words";

/** Weeks from which pain is called chronic; most of the studies' people had it that long. */
const CHRONIC_WEEKS = 12;

const names = (outcomes: readonly TestOutcome[]): string => [...new Set(outcomes.map(testLabel))].join(", ");

type Input = {
  readonly state: ExamState;
  readonly source: SourceId;
  readonly side: Side | null;
  readonly outcomes: readonly TestOutcome[];
  readonly allOutcomes: readonly TestOutcome[];
  readonly assembled: Assembled;
  /** The evidence's sum in natural log-odds. */
  readonly evidence: number;
  readonly preferred: RuleVerdict | null;
  readonly rules: readonly RuleVerdict[];
  /** Whom the figures that count come from. */
  /** Some of its figures come from people with chronic pain. */
  readonly ofChronicPain: boolean;
  readonly startLogOdds: number;
  /** What the single tests would give without the rule, in natural log-odds. */
  readonly singlesOnly: number;
};

const having = (outcomes: readonly TestOutcome[], outcome: TestOutcome["outcome"]) =>
  outcomes.filter((candidate) => candidate.outcome === outcome);

/** From here on the result speaks for the source, wherever it started from. */
const HALF = 0.5;

function opposing({ outcomes, evidence, side, source, startLogOdds }: Input): string[] {
  const [positives, negatives] = [having(outcomes, "positive"), having(outcomes, "negative")];
  const speaksFor = probabilityOf(startLogOdds + evidence) >= HALF;
  if ((evidence > 0 || speaksFor) && negatives.length) return [`Against it: ${names(negatives)} negative.`];
  if (evidence < 0 && positives.length)
    return [
      `Speaks for the ${side ? `${side} side` : SOURCES[source].label} all the same: ${names(positives)} positive.`,
    ];
  return [];
}

function disagreement({ preferred, evidence, singlesOnly, startLogOdds }: Input): string[] {
  if (!preferred?.settled || preferred.ratio === null) return [];
  if (Math.sign(singlesOnly) === Math.sign(evidence) || singlesOnly === 0) return [];
  const alone = percentText(probabilityOf(startLogOdds + singlesOnly));
  const ruled = percentText(probabilityOf(startLogOdds + evidence));
  return [
    `The ${preferred.rule.label} is ${preferred.verdict}, but its tests taken alone point the other way: ${ruled} with the rule, ${alone} without.`,
  ];
}

/** Positives that belong to no met rule are said to be just that. */
function loosePositives({ outcomes, rules, preferred }: Input): string[] {
  if (preferred && positivesNeeded(preferred.rule) === null) return [];
  const positives = having(outcomes, "positive");
  const kOfN = rules.filter(({ rule }) => positivesNeeded(rule) !== null);
  if (positives.length < 2 || kOfN.length === 0 || rules.some(({ verdict }) => verdict === "met")) return [];
  const nearest = kOfN
    .filter(({ applies, verdict }) => applies && verdict === "open")
    .toSorted((a, b) => a.needs - b.needs || a.open - b.open)[0];
  const near = nearest
    ? ` Nearest: ${nearest.rule.label}, which needs ${nearest.needs} more of the ${nearest.open} left.`
    : "";
  return [`${positives.length} positive tests, but no rule is met by them.${near}`];
}

/** Positives that the rule that counts does not hold. */
function outsideTheRule({ outcomes, preferred }: Input): string[] {
  if (!preferred) return [];
  const inside = new Set(preferred.members.map(({ outcome }) => outcome));
  const outside = having(outcomes, "positive").filter((outcome) => !inside.has(outcome));
  return outside.length
    ? [`Positive, but not part of the ${preferred.rule.label}, so not counted in it: ${names(outside)}.`]
    : [];
}

/** The same tests, felt elsewhere, point to another source. */
function otherSources({ outcomes, allOutcomes, source, side }: Input): string[] {
  const runs = new Set(outcomes.map(({ run }) => run));
  const elsewhere = having(allOutcomes, "positive").filter(
    (outcome) => outcome.source !== source && runs.has(outcome.run) && (outcome.side === side || outcome.side === null),
  );
  return [...new Set(elsewhere.map((outcome) => outcome.source))].map(
    (other) =>
      `The same tests suggest the ${SOURCES[other].label}: ${names(elsewhere.filter((outcome) => outcome.source === other))}.`,
  );
}

function undifferentiated({ outcomes }: Input): string[] {
  const open = having(outcomes, "equivocal").filter(({ differentiated }) => !differentiated);
  return open.length
    ? [`Not differentiated: ${names(open)}. The step that tells nerve from other tissue was not done.`]
    : [];
}

/** Tests of the same tissue that contradict each other. */
function inconsistent({ outcomes, state, side, source }: Input): string[] {
  const lines: string[] = [];
  const groups = new Set(outcomes.map(({ test }) => protocolOf(test).tissueGroup));
  if (source === "lower-lumbosacral-root" && groups.has("lower-limb-neural")) {
    const gap = raiseGaps(state.runs).find((candidate) => candidate.side === side);
    if (gap) lines.push(`Seated raise ${gap.seated}°, supine ${gap.supine}°: they should agree; repeat one.`);
    const outcomeOf = (test: string) =>
      outcomes.find((candidate) => candidate.test === test && candidate.testedSide === side)?.outcome;
    if (outcomeOf("slump") === "positive" && outcomeOf("straight-leg-raise") === "negative")
      lines.push("Slump positive, straight leg raise negative: the two test the same nerve and disagree.");
    if (outcomeOf("slump") === "negative" && outcomeOf("straight-leg-raise") === "positive")
      lines.push("Straight leg raise positive, slump negative: the two test the same nerve and disagree.");
  }
  return lines;
}

/** Outcomes that most healthy people of this age would come to as well. */
function usualAtThisAge({ state, outcomes, source }: Input): string[] {
  const age = ageAtExam(state);
  return outcomes.flatMap((outcome) => {
    const usual = protocolOf(outcome.test).readings.find((one) => one.source === source)?.usualAt;
    return usual && usual.outcome === outcome.outcome && age !== null && age >= usual.fromAge
      ? [`${testLabel(outcome)}: ${usual.said}.`]
      : [];
  });
}

function population({ state, outcomes, source, ofChronicPain }: Input): string[] {
  const age = ageAtExam(state);
  const weeks = state.history?.weeks ?? null;
  const lines: string[] = [];
  if (age !== null && age < ADULT_AGE) lines.push("Under 18: every figure comes from adults.");
  if (ofChronicPain && weeks !== null && weeks < CHRONIC_WEEKS)
    lines.push(
      `The figures come from people with chronic pain; this one began ${weeks} ${weeks === 1 ? "week" : "weeks"} ago.`,
    );
  if (state.history?.onset === "after birth or pregnancy")
    lines.push("The figures do not come from people whose pain began with pregnancy or birth.");
  if (source === "sacroiliac" && outcomes.some(({ bilateral }) => bilateral))
    lines.push("Felt on both sides: bilateral. Ask about inflammatory disease.");
  if (source !== "lumbar-disc" && SOURCES[source].family === "joint" && state.centralisation === "yes")
    lines.push("Repeated movements centralise the symptom: that speaks for the disc.");
  return lines;
}

function unmetRules({ preferred, rules, evidence }: Input): string[] {
  const unmet = rules.filter(
    ({ verdict, rule, applies }) => verdict === "not met" && rule.id !== preferred?.rule.id && applies,
  );
  return [
    ...(preferred?.verdict === "not met" && evidence >= 0 ? [`The ${preferred.rule.label} is not met.`] : []),
    ...(evidence > 0 ? unmet.map(({ rule }) => `The ${rule.label} is not met.`) : []),
  ];
}

/** What is still missing of the rule that counts, once its tests have begun. */
function missing({ preferred, state }: Input): string[] {
  if (!preferred || preferred.verdict !== "open") return [];
  const names = preferred.members
    .filter(({ result, reason }) => result === "open" && !isNotReached(reason, state))
    .map(({ member, reason }) => `${memberName(member)} (${reason})`);
  return names.length ? [`Open in the ${preferred.rule.label}: ${names.join("; ")}.`] : [];
}

/** A rule that counts but cannot come to its figure any more: what else there is to choose. */
function unfinishable({ preferred, rules, state }: Input): string[] {
  if (!preferred || preferred.verdict !== "open" || !isBegun(preferred)) return [];
  const open = preferred.members.filter(({ result }) => result === "open");
  const isLeftOut = ({ member, testedSide, reason }: (typeof open)[number]): boolean =>
    !isNotReached(reason, state) ||
    (!isFact(member) && state.skips.some(({ test, side }) => test === member.test && side === testedSide));
  if (!open.every(isLeftOut)) return [];
  const others = rules
    .filter(({ rule, applies }) => applies && rule.id !== preferred.rule.id)
    .map((verdict) => `${verdict.rule.label} (${describeVerdict(verdict)})`);
  return [
    `The ${preferred.rule.label} cannot be finished as it stands, so it stays between its figures.${others.length ? ` Others, to be chosen under its rules: ${others.join("; ")}.` : ""}`,
  ];
}

/** Everything that argues against the result, or against resting on it, in sentences. */
export function whatArguesAgainst(input: Input): string[] {
  const { preferred } = input;
  return [
    ...opposing(input),
    ...unmetRules(input),
    ...disagreement(input),
    ...loosePositives(input),
    ...outsideTheRule(input),
    ...undifferentiated(input),
    ...inconsistent(input),
    ...otherSources(input),
    ...missing(input),
    ...unfinishable(input),
    ...(preferred?.condition ? [`${preferred.rule.label}: ${preferred.condition}.`] : []),
    ...usualAtThisAge(input),
    ...population(input),
  ];
}
