import type { ReadingSettings } from "../exam/settings";
import { type AccuracyRecord, EVIDENCE } from "../knowledge/evidence";
import { type GroupId, protocolOf } from "../knowledge/protocols";
import { accuracyOf } from "./likelihood-ratio";
import type { Item, RuleBound, RuleItem, SingleItem } from "./combine";
import type { TestOutcome } from "./interpret";
import { holdBounds, kOfN, type RuleVerdict } from "./rules";
import type { Figures } from "./steps";

/** The records of a test for a source, the one that counts first. */
export const recordsFor = (outcome: Pick<TestOutcome, "test" | "testedSide" | "source">): AccuracyRecord[] =>
  EVIDENCE.filter(
    (record) =>
      record.test === outcome.test &&
      record.source === outcome.source &&
      (record.testedSide === undefined || record.testedSide === outcome.testedSide),
  ).toSorted((a, b) => Number(Boolean(a.off)) - Number(Boolean(b.off)));

/** Why an outcome moves no figure, or the record it is counted with. */
export type FigureOf =
  { readonly record: AccuracyRecord; readonly why: null } | { readonly record: null; readonly why: string };

const none = (why: string): FigureOf => ({ record: null, why });

/**
 * The record an outcome is counted with: only when our outcome, the record's
 * definition of positive and its dose agree.
 */
export function figureOf(outcome: TestOutcome): FigureOf {
  if (outcome.outcome !== "positive" && outcome.outcome !== "negative")
    return none(`${outcome.outcome}: ${outcome.reason}`);
  const record = recordsFor(outcome)[0];
  if (!record) return none("no study gives a figure for it: read in words");
  if (record.off) return none(record.off);
  if (outcome.modified) return none("a stage was left out, so no study's figure fits");
  if (outcome.outcome === "negative" && outcome.doseMismatch)
    return none(`clear, but with too little force to count (${outcome.doseMismatch})`);
  if (outcome.reproducedElsewhere)
    return none(
      "their symptom came elsewhere on this side: clear for us, but the study would have counted it positive",
    );
  return { record, why: null };
}

/** The item's id names the run's test and side, so that a repeat replaces it. */
const itemId = ({ test, testedSide }: TestOutcome): string => (testedSide ? `${test}.${testedSide}` : test);

const accuracies = new Map<string, ReturnType<typeof accuracyOf>>();

/** A record's or rule's ratios, worked out once. */
export function ratiosOf(figure: {
  id: string;
  counts?: Parameters<typeof accuracyOf>[0];
}): { lrPositive: number; lrNegative: number } | null {
  if (!figure.counts) return null;
  const kept = accuracies.get(figure.id) ?? accuracyOf(figure.counts);
  accuracies.set(figure.id, kept);
  return kept;
}

export function singleItem(
  outcome: TestOutcome,
  record: AccuracyRecord,
  { ratioLimit }: Pick<ReadingSettings, "ratioLimit">,
): SingleItem | null {
  const ratios = ratiosOf(record);
  if (!ratios) return null;
  const positive = outcome.outcome === "positive";
  const printed = Math.log(positive ? ratios.lrPositive : ratios.lrNegative);
  const limit = Math.log(ratioLimit);
  return {
    kind: "single",
    id: itemId(outcome),
    record: record.id,
    positive,
    printed,
    value: Math.min(Math.max(printed, -limit), limit),
  };
}

type Grouped = Map<GroupId, SingleItem[]>;

const addTo = (groups: Grouped, group: GroupId, item: SingleItem): void =>
  void groups.set(group, [...(groups.get(group) ?? []), item]);

function ruleItem(verdict: RuleVerdict, members: Grouped): RuleItem {
  const { rule, positive, open } = verdict;
  const ratios = ratiosOf(rule)!;
  const bound = (figure: number | null): RuleBound | null =>
    figure === null
      ? null
      : { value: Math.log(figure), ratio: figure === ratios.lrPositive ? "lrPositive" : "lrNegative" };
  const { low, high } = holdBounds(kOfN(rule.members.length, rule.k, ratios), positive, open);
  return {
    kind: "rule",
    id: rule.id,
    memberGroups: [...members.values()],
    begun: verdict.positive + verdict.negative > 0,
    low: bound(low),
    high: bound(high),
  };
}

/** An outcome that is shown beside the result but not counted, and why. */
export type Listing = { readonly outcome: TestOutcome; readonly why: string };

export type Assembled = {
  readonly groups: readonly (readonly Item[])[];
  /** Every single figure, for the naive product. */
  readonly singles: readonly SingleItem[];
  readonly figures: Figures;
  readonly listings: readonly Listing[];
};

const OTHER_LEG = "the other leg's run: listed, and counted only by a rule that contains it";

/** Gaenslen with the other leg lowered speaks for this side only through a rule that has it. */
const isOtherLegsRun = (outcome: TestOutcome): boolean =>
  outcome.testedSide !== null && outcome.testedSide !== outcome.side && protocolOf(outcome.test).sided;

/**
 * One side's outcomes → items by tissue group. All groups the preferred rule's
 * members belong to are one group, holding the rule and the tests outside it.
 */
export function assembleItems(
  outcomes: readonly TestOutcome[],
  preferred: RuleVerdict | null,
  settings: ReadingSettings,
): Assembled {
  const figures = new Map<string, { outcome: TestOutcome; record: AccuracyRecord }>();
  const listings: Listing[] = [];
  const singles: SingleItem[] = [];
  const members: Grouped = new Map();
  const others: Grouped = new Map();
  const isMember = (outcome: TestOutcome) => preferred?.members.some((member) => member.outcome === outcome) ?? false;

  for (const outcome of outcomes) {
    if (outcome.outcome === "not tested") continue;
    const member = isMember(outcome);
    if (!member && isOtherLegsRun(outcome)) {
      listings.push({ outcome, why: OTHER_LEG });
      continue;
    }
    const { record, why } = figureOf(outcome);
    const item = record && singleItem(outcome, record, settings);
    if (!item || !record) {
      listings.push({ outcome, why: why ?? "the study gives no counts" });
      continue;
    }
    figures.set(item.id, { outcome, record });
    singles.push(item);
    addTo(member ? members : others, protocolOf(outcome.test).tissueGroup, item);
  }

  if (!preferred) return { groups: [...others.values()], singles, figures, listings };
  const ruleGroups = new Set(preferred.rule.members.map(({ test }) => protocolOf(test).tissueGroup));
  const beside = [...others].filter(([group]) => ruleGroups.has(group)).flatMap(([, items]) => items);
  const apart = [...others].filter(([group]) => !ruleGroups.has(group)).map(([, items]) => items);
  return { groups: [[ruleItem(preferred, members), ...beside], ...apart], singles, figures, listings };
}
