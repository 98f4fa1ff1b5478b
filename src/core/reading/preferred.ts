import { evidenceOf, type EvidenceSet, rulesOf } from "../evidence";
import { isFact } from "../knowledge";
import { type ExamState, ruleChosenFor } from "../record";
import { type Side, SIDES, SOURCE_IDS, type SourceId, SOURCES } from "../vocabulary";
import { contextOf, type ReadingContext, sourceKey } from "./context";
import type { TestOutcome } from "./interpret";
import { pooledRule } from "./pooled";
import { isBegun, judgeRule, type RuleContext, type RuleVerdict } from "./rules";

/**
 * What the rules say, without any probability: what the order of the tests
 * needs of a reading, and no more.
 */

/** One source's rules on one side, as far as they were judged. */
export type JudgedRules = {
  readonly outcomes: readonly TestOutcome[];
  /** Those that say something. */
  readonly spoken: readonly TestOutcome[];
  readonly rules: readonly RuleVerdict[];
  /** The rule chosen for the source, where it applies. */
  readonly preferred: RuleVerdict | null;
  /** False: nothing done that speaks about it. */
  readonly examined: boolean;
};

const NO_OUTCOMES: readonly TestOutcome[] = [];

/**
 * @param onlyPreferred judge the chosen rule alone
 * @example judgedRules(contextOf(fiveTestMetState), "sacroiliac", "right", true).preferred?.verdict // "met"
 */
export function judgedRules(
  context: ReadingContext,
  source: SourceId,
  side: Side | null,
  onlyPreferred: boolean,
): JudgedRules {
  const { state, settings, evidence, runs } = context;
  const outcomes = context.bySource.get(sourceKey(source, side)) ?? NO_OUTCOMES;
  const ruleContext: RuleContext = {
    state,
    settings,
    evidence,
    centralises: context.centralises,
    order: context.orders[side ?? "either"],
    runs,
    supposed: context.supposed,
  };
  const own = rulesOf(evidence, source);
  const held = settings.ruleFigures === "pooled" ? own.map((rule) => pooledRule(rule) ?? rule) : own;
  const chosen = ruleChosenFor(settings, source, held);
  const rules = held
    .filter(({ id }) => !onlyPreferred || id === chosen)
    .map((rule) => judgeRule(rule, side, outcomes, ruleContext));
  const preferred = context.underAge
    ? null
    : (rules.find(({ rule, applies }) => rule.id === chosen && applies) ?? null);
  const spoken = outcomes.filter(({ outcome }) => outcome !== "not tested");
  /** Findings of the baseline speak for a rule whose members they are. */
  const byBaseline = rules.some((verdict) => verdict.members.every(({ member }) => isFact(member)) && isBegun(verdict));
  return { outcomes, spoken, rules, preferred, examined: spoken.length > 0 || byBaseline };
}

/** Whether a rule of the source is made of findings of the baseline alone. */
const isReadFromBaseline = (source: SourceId, evidence: EvidenceSet): boolean =>
  rulesOf(evidence, source).some(({ members }) => members.every(isFact));

/** The sources that are read at all: what a test spoke of on either side, or findings of the baseline can decide. */
export function sourcesRead({ outcomes, evidence }: ReadingContext): ReadonlySet<SourceId> {
  const spoken = new Set(outcomes.filter(({ outcome }) => outcome !== "not tested").map(({ source }) => source));
  return new Set(SOURCE_IDS.filter((source) => spoken.has(source) || isReadFromBaseline(source, evidence)));
}

/** The sides a source is read on. */
export const sidesOf = (source: SourceId): readonly (Side | null)[] => (SOURCES[source].sided ? SIDES : [null]);

/** What the chosen rule of each source has come to: a part of every reading, and to be had without the rest. */
export type ChosenRules = {
  readonly sources: readonly {
    readonly source: SourceId;
    readonly side: Side | null;
    readonly preferred: RuleVerdict | null;
  }[];
};

/**
 * The chosen rules of an exam: the same as those of its reading, for a small part of the work.
 *
 * @example chosenRules(fiveTestMetState).sources.find(({ source, side }) => source === "sacroiliac" && side === "right")?.preferred?.verdict // "met"
 */
export function chosenRules(state: ExamState, evidence: EvidenceSet = evidenceOf(state)): ChosenRules {
  const context = contextOf(state, evidence);
  return {
    sources: [...sourcesRead(context)].flatMap((source) =>
      sidesOf(source).map((side) => ({
        source,
        side,
        preferred: judgedRules(context, source, side, true).preferred,
      })),
    ),
  };
}
