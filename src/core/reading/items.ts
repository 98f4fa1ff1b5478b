import { remembered } from "../base";
import { type EvidenceSet, findRecord, recordsOf } from "../evidence";
import {
  type AccuracyRecord,
  type ClusterRule,
  type GroupId,
  isFact,
  protocolOf,
  type TestId,
  testMembers,
} from "../knowledge";
import { type ExamState, isDoneAs, type ReadingSettings, type Run, variantFor } from "../record";
import { runKey, type Side, type SourceId } from "../vocabulary";
import { clamp, type Item, type RuleBound, type RuleItem, type SingleItem } from "./combine";
import { ratiosOf, ruleTable, tableEntries } from "./figures";
import { meets, type TestOutcome } from "./interpret";
import { holdCounts, isBegun, memberRunSide, type MemberState, type RuleVerdict } from "./rules";
import { pooledId } from "./pooled";
import { fits } from "./starting";
import type { Figures } from "./steps";

/** What an outcome's figure depends on beside the outcome. */
export type FigureContext = {
  readonly settings: ReadingSettings;
  readonly evidence: EvidenceSet;
  readonly runs: readonly Run[];
  /** Figures come from adults, so that none moves a reading of somebody younger. */
  readonly underAge?: boolean;
  /** The exam, for figures that hold for some patients only; left out: of none in particular. */
  readonly state?: ExamState;
};

/** The key under which settings name the record that counts for a test and source. */
export const recordChoiceKey = ({ test, source }: Pick<AccuracyRecord, "test" | "source">): string =>
  `${test}.${source}`;

/**
 * The records that fit how a test was done, the one that counts first: the one
 * chosen in settings, else the first that is not an alternative or off.
 */
export function recordsFor(
  outcome: Pick<TestOutcome, "figuresOf" | "source" | "testedSide" | "run">,
  { settings, evidence, runs, state }: FigureContext,
): AccuracyRecord[] {
  const run = runs.find(({ id }) => id === outcome.run);
  const fitting = recordsOf(evidence, outcome.figuresOf, outcome.source).filter(
    ({ testedSide, variant }) =>
      (testedSide === undefined || testedSide === outcome.testedSide) &&
      (variant === undefined ||
        isDoneAs(run ?? { variant: variantFor(protocolOf(outcome.figuresOf), settings) }, variant)),
  );
  const chosen = settings.records?.[`${outcome.figuresOf}.${outcome.source}`];
  const rank = (record: AccuracyRecord): number =>
    record.id === chosen && !record.off ? 0 : record.off ? 3 : record.alternative ? 2 : 1;
  return fitting
    .map((record) =>
      record.patients && state && !fits(record.patients.condition, state, outcome.testedSide)
        ? { ...record, off: `${OTHER_PATIENTS}${record.patients.otherwise}` }
        : record,
    )
    .toSorted((a, b) => rank(a) - rank(b));
}

/** Before the reason why a record does not count for this patient. */
const OTHER_PATIENTS = "other patients: ";

/** Why an outcome moves no figure, or the record it is counted with. */
export type FigureOf =
  { readonly record: AccuracyRecord; readonly why: null } | { readonly record: null; readonly why: string };

const none = (why: string): FigureOf => ({ record: null, why });

/** Whether the record's own definition agrees with our outcome; null when it does. */
function disagreement(record: AccuracyRecord, outcome: TestOutcome, context: FigureContext): string | null {
  const run = context.runs.find(({ id }) => id === outcome.run);
  if (!record.positive || !run) return null;
  const byRecord = meets(record.positive, run, outcome.side, context.settings, context.runs);
  if (byRecord === (outcome.outcome === "positive")) return null;
  return `${outcome.outcome} for us, but ${byRecord ? "positive" : "negative"} as the study defined it (${record.definition})`;
}

/** The symptom came in a position that was not pressed in any more. */
const isByPositionAlone = (outcome: TestOutcome, { runs }: FigureContext): boolean => {
  const run = outcome.outcome === "positive" ? runs.find(({ id }) => id === outcome.run) : undefined;
  return Object.values(run?.stages ?? {}).some(({ position }) => position?.response === "familiar");
};

/**
 * The record an outcome is counted with: only when our outcome, the record's
 * definition of positive and its dose agree.
 */
export function figureOf(outcome: TestOutcome, context: FigureContext): FigureOf {
  if (outcome.outcome !== "positive" && outcome.outcome !== "negative")
    return none(`${outcome.outcome}: ${outcome.reason}`);
  if (context.underAge) return none("under 18: all figures come from adults, so it is read in words");
  const record = recordsFor(outcome, context)[0];
  if (!record) return none("no study gives a figure for it: read in words");
  if (record.off)
    return none(record.off.startsWith(OTHER_PATIENTS) ? record.off : `its figure is switched off: ${record.off}`);
  if (!record.positive && !record.needsNone && record.standing !== "clinic's own")
    return none("the study's own definition is not told as a condition, so it moves nothing");
  if (outcome.noFigure) return none(`${outcome.reason}: read in words, since the figure is for something else`);
  if (isByPositionAlone(outcome, context))
    return none("the position alone brought it on, before the press that the study used: read in words");
  if (outcome.modified) return none("a stage was left out, so no study's figure fits");
  if (outcome.outcome === "negative" && outcome.doseMismatch)
    return none(`clear, but with too little force to count (${outcome.doseMismatch})`);
  if (outcome.reproducedElsewhere)
    return none(
      "their symptom came elsewhere on this side: clear for us, but the study would have counted it positive",
    );
  const differs = disagreement(record, outcome, context);
  return differs ? none(differs) : { record, why: null };
}

/** The item's id names the test whose figure it is and the side, so that a repeat replaces it. */
const itemId = ({ figuresOf, testedSide }: TestOutcome): string => runKey(figuresOf, testedSide);

/** One result with one record's ratio, held to the most a single test may count for; null where the record has none. */
export function singleItem(
  outcome: TestOutcome,
  record: AccuracyRecord,
  positive: boolean,
  { ratioLimit }: Pick<ReadingSettings, "ratioLimit">,
): SingleItem | null {
  const { lrPositive, lrNegative } = ratiosOf(record);
  const ratio = positive ? lrPositive : lrNegative;
  if (ratio === null) return null;
  const printed = Math.log(ratio);
  const limit = Math.log(ratioLimit);
  return {
    kind: "single",
    id: itemId(outcome),
    group: protocolOf(outcome.test).tissueGroup,
    record: record.id,
    positive,
    printed,
    value: Math.min(Math.max(printed, -limit), limit),
  };
}

function grouped(items: readonly SingleItem[]): SingleItem[][] {
  const groups = new Map<GroupId, SingleItem[]>();
  for (const item of items) groups.set(item.group, [...(groups.get(item.group) ?? []), item]);
  return [...groups.values()];
}

/**
 * f: the share of all of a rule's members, tests and facts, done or not, that
 * have a figure that counts. A constant of the rule under these settings, so
 * that what is done next never changes it.
 *
 * @example memberShare(fiveTest, "right", context) // 0.8
 */
export function memberShare(rule: ClusterRule, side: Side | null, context: FigureContext): number {
  const ofSettings = shares.get(context.settings) ?? new WeakMap<ClusterRule, Map<string, number>>();
  shares.set(context.settings, ofSettings);
  const ofRule = ofSettings.get(rule) ?? new Map<string, number>();
  ofSettings.set(rule, ofRule);
  const key = `${context.evidence.version} ${side}`;
  const known = ofRule.get(key);
  if (known !== undefined) return known;
  const figured = testMembers(rule).filter((member) => {
    const named = member.record ? findRecord(context.evidence, member.record) : undefined;
    const testedSide = memberRunSide(member, side);
    const record = named && !named.off ? named : usualRecord(member.test, rule.source, testedSide, context);
    return record !== undefined && !record.off;
  });
  const share = figured.length / rule.members.length;
  ofRule.set(key, share);
  return share;
}

/** Worked out once for a rule under some settings and a version of the figures. */
const shares = new WeakMap<ReadingSettings, WeakMap<ClusterRule, Map<string, number>>>();

const usualRecord = (
  test: TestId,
  source: SourceId,
  testedSide: Side | null,
  context: FigureContext,
): AccuracyRecord | undefined => recordsFor({ figuresOf: test, source, testedSide, run: "" }, context)[0];

/**
 * A rule as one item, from how many of its members are positive and how many
 * are open, and the single figures of those that are done.
 */
export function ruleItemOf(
  { rule, positive, open, side }: Pick<RuleVerdict, "rule" | "positive" | "open" | "side">,
  members: readonly SingleItem[],
  begun: boolean,
  context: FigureContext,
): RuleItem {
  const table = ruleTable(rule);
  const entries = tableEntries(rule);
  const { low, high } = holdCounts(table, positive, open);
  const bound = (count: number | null): RuleBound | null =>
    count === null
      ? null
      : {
          value: limitedRatio(table[count]!, context.settings),
          entry: entries.findIndex(({ from, to }) => from <= count && count <= to),
        };
  const first = testMembers(rule)[0];
  return {
    kind: "rule",
    id: context.settings.ruleFigures === "pooled" && rule.pooled ? pooledId(rule.id) : rule.id,
    group: first ? protocolOf(first.test).tissueGroup : "palpation",
    memberGroups: grouped(members),
    share: memberShare(rule, side, context),
    begun,
    low: bound(low),
    high: bound(high),
  };
}

/**
 * The natural log of a rule's published ratio, held to the most it may count
 * for: small derivation samples print ratios nobody has found again.
 *
 * @example limitedRatio(30.3, { ruleRatioLimit: 10 }) // 2.3026
 */
export function limitedRatio(ratio: number, { ruleRatioLimit }: Pick<ReadingSettings, "ruleRatioLimit">): number {
  const limit = ruleRatioLimit === undefined ? Infinity : Math.log(ruleRatioLimit);
  return clamp(Math.log(ratio), -limit, limit);
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

/** The sources a test speaks about on both sides at once. */
const spokenForBoth = remembered(
  (test: TestId): ReadonlySet<SourceId> =>
    new Set(
      protocolOf(test)
        .readings.filter(({ sides }) => sides === "both sides")
        .map(({ source }) => source),
    ),
);

/** A one-sided run that loads both sides speaks for the far side only through a rule that has it. */
function isOtherLegsRun({ test, source, side, testedSide }: TestOutcome): boolean {
  return testedSide !== null && testedSide !== side && spokenForBoth(test).has(source);
}

/** A member's item: with the record its rule names, or with the one that counts for the test. */
function memberItem(
  { member, outcome, result }: MemberState,
  context: FigureContext,
): { item: SingleItem | null; record: AccuracyRecord | null; why: string } | null {
  if (isFact(member) || !outcome || result === "open") return null;
  const positive = result === "positive";
  const named = member.record ? findRecord(context.evidence, member.record) : undefined;
  if (named && !named.off) {
    const item = singleItem(outcome, named, positive, context.settings);
    return { item, record: named, why: "the study gives no ratio for it" };
  }
  const { record, why } = figureOf(outcome, context);
  if (!record) return { item: null, record: null, why };
  if ((outcome.outcome === "positive") !== positive)
    return { item: null, record: null, why: "the rule's own definition differs from the figure's" };
  return {
    item: singleItem(outcome, record, positive, context.settings),
    record,
    why: "the study gives no ratio for it",
  };
}

type Found = {
  readonly outcome: TestOutcome;
  readonly item: SingleItem;
  readonly record: AccuracyRecord;
  readonly isMember: boolean;
};

/**
 * Two results that stand on one figure: when they say the same it counts once,
 * when they do not neither does; the order they were done in plays no part.
 */
function onceEach(found: readonly Found[]): { readonly counted: readonly Found[]; readonly left: readonly Listing[] } {
  const byFigure = new Map<string, Found[]>();
  for (const one of found) {
    const key = `${one.isMember} ${one.item.id}`;
    byFigure.set(key, [...(byFigure.get(key) ?? []), one]);
  }
  const counted: Found[] = [];
  const left: Listing[] = [];
  for (const same of byFigure.values()) {
    const agree = same.every(({ item }) => item.positive === same[0]!.item.positive);
    if (agree) counted.push(same.toSorted((a, b) => (a.outcome.test < b.outcome.test ? -1 : 1))[0]!);
    for (const one of same)
      if (!agree) left.push({ outcome: one.outcome, why: "two tests share one figure and disagree: neither counts" });
      else if (one !== counted.at(-1))
        left.push({ outcome: one.outcome, why: "says what another says with the same figure: counted once" });
  }
  return { counted, left };
}

/**
 * One side's outcomes → items by tissue group. All groups the preferred rule's
 * members belong to are one group, holding the rule and the tests outside it.
 */
export function assembleItems(
  outcomes: readonly TestOutcome[],
  preferred: RuleVerdict | null,
  context: FigureContext,
): Assembled {
  const figures = new Map<string, { outcome: TestOutcome; record: AccuracyRecord }>();
  const listings: Listing[] = [];
  const found: Found[] = [];

  for (const outcome of outcomes) {
    if (outcome.outcome === "not tested") continue;
    const state = preferred?.members.find((member) => member.outcome === outcome);
    const asMember = state && memberItem(state, context);
    if (!asMember && isOtherLegsRun(outcome)) {
      listings.push({ outcome, why: OTHER_LEG });
      continue;
    }
    const { record, why } = asMember ?? figureOf(outcome, context);
    const item = asMember
      ? asMember.item
      : record && singleItem(outcome, record, outcome.outcome === "positive", context.settings);
    if (item && record) found.push({ outcome, item, record, isMember: Boolean(asMember) });
    else listings.push({ outcome, why: why ?? "the study gives no ratio for it" });
  }
  const { counted, left } = onceEach(found);
  listings.push(...left);
  for (const { item, outcome, record } of counted) figures.set(item.id, { outcome, record });
  const members = new Map(counted.filter(({ isMember }) => isMember).map(({ item }) => [item.id, item]));
  const others = new Map(counted.filter(({ isMember }) => !isMember).map(({ item }) => [item.id, item]));

  const beside = [...others.values()].filter(({ id }) => !members.has(id));
  const singles = [...members.values(), ...beside];
  if (!preferred) return { groups: grouped(beside), singles, figures, listings };
  const ruleGroups = new Set(testMembers(preferred.rule).map(({ test }) => protocolOf(test).tissueGroup));
  const near = beside.filter(({ group }) => ruleGroups.has(group));
  const apart = grouped(beside.filter(({ group }) => !ruleGroups.has(group)));
  return {
    groups: [[ruleItemOf(preferred, [...members.values()], isBegun(preferred), context), ...near], ...apart],
    singles,
    figures,
    listings,
  };
}
