import { type EvidenceSet, findRecord, SHIPPED_EVIDENCE } from "../evidence";
import { isFact, type Protocol, protocolOf, PROTOCOLS, type TestId, testMembers } from "../knowledge";
import {
  combine,
  contextOf,
  hasSymptom,
  isEarned,
  type Item,
  memberRunSide,
  type MemberState,
  percentText,
  probabilityIn,
  ratiosOf,
  type ReadingContext,
  readSource,
  type Recipe,
  recordsFor,
  ruleTable,
  type RuleVerdict,
  sidesOf,
  sourceKey,
  type TestOutcome,
} from "../reading";
import {
  effectiveRuns,
  type ExamState,
  irritability,
  type ReadingSettings,
  type Run,
  settingsOf,
  sheetTests,
  variantFor,
} from "../record";
import { assessGuard, blocksOnTest, type Guard } from "../safety";
import {
  type Irritability,
  otherSide,
  type Position,
  runKey,
  type Side,
  SIDES,
  type SourceId,
  sourceLabel,
  SOURCES,
} from "../vocabulary";
import { finishRule, type OpenMember, turnCost } from "./finish-rule";

/** One test worth running next, and why. */
export type NextTest = {
  readonly test: TestId;
  readonly side: Side | null;
  /** Expected fall in uncertainty, in bits, weighted by what a source would change. */
  readonly fall: number;
  readonly cost: number;
  /** Fall by cost: what the list is ordered by. */
  readonly worth: number;
  readonly reasons: readonly string[];
};

export type NextTests = {
  readonly tests: readonly NextTest[];
  /** Said when nothing is proposed. */
  readonly nothing: string | null;
};

/** A working convention: less than this many bits for each unit of burden is not worth the soreness. */
export const WORTH_THE_SORENESS = 0.004;
const MOST = 3;

const IRRITABILITY_COST: Record<Irritability, number> = { low: 1, moderate: 1.5, high: 2.5 };

/** A source that would change what is done today counts twice. */
const weightOf = (source: SourceId): number => ("changesManagement" in SOURCES[source] ? 2 : 1);

/**
 * The uncertainty of a probability, in bits.
 *
 * @example entropy(0.5) // 1
 */
export function entropy(p: number): number {
  if (p <= 0 || p >= 1) return 0;
  return -(p * Math.log2(p) + (1 - p) * Math.log2(1 - p));
}

/**
 * How much uncertainty a test is expected to take away: the chance of a positive
 * is the one the reading itself implies, q = (p - p₋) / (p₊ - p₋).
 *
 * @param p now; @param pPlus after a positive; @param pMinus after a negative
 * @example expectedFall(0.25, 0.5724, 0.059) // 0.2418
 */
export function expectedFall(p: number, pPlus: number, pMinus: number): number {
  if (pPlus - pMinus < 1e-9) return 0;
  const q = Math.min(1, Math.max(0, (p - pMinus) / (pPlus - pMinus)));
  return Math.max(0, entropy(p) - q * entropy(pPlus) - (1 - q) * entropy(pMinus));
}

type Planning = {
  readonly state: ExamState;
  readonly settings: ReadingSettings;
  readonly evidence: EvidenceSet;
  readonly guard: Guard;
  readonly context: ReadingContext;
  readonly runs: readonly Run[];
  readonly position: Position | null;
  readonly factor: number;
  readonly canRun: (protocol: Protocol, side: Side | null) => boolean;
  /** Whether the complaint gives a reason to ask about it. */
  readonly asksAbout: (source: SourceId, side: Side | null) => boolean;
};

const costOf = ({ burden }: Protocol, { factor }: Planning): number => burden * factor;

/** A result that was not recorded, to see what it would do. */
const supposed = (
  protocol: Protocol,
  testedSide: Side | null,
  source: SourceId,
  side: Side | null,
  figuresOf: TestId,
  outcome: "positive" | "negative",
): TestOutcome => ({
  test: protocol.id,
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

/** Chances of a positive with and without the source, from whatever the study gives; even where it gives nothing. */
function chancesOf({ member, testedSide }: MemberState, verdict: RuleVerdict, plan: Planning): [number, number] {
  if (isFact(member)) return [0.5, 0.5];
  const record =
    (member.record && findRecord(plan.evidence, member.record)) ||
    recordsFor({ figuresOf: member.test, source: verdict.rule.source, testedSide, run: "" }, plan)[0];
  if (!record || record.off) return [0.5, 0.5];
  const { sensitivity, specificity } = ratiosOf(record);
  return sensitivity === null || specificity === null ? [0.5, 0.5] : [sensitivity, 1 - specificity];
}

/** The same context with results that were not recorded. */
const withAdded = (context: ReadingContext, added: TestOutcome): ReadingContext => {
  const key = sourceKey(added.source, added.side);
  const others = (context.bySource.get(key) ?? []).filter(
    ({ test, testedSide }) => test !== added.test || testedSide !== added.testedSide,
  );
  return {
    ...context,
    bySource: new Map([[key, [...others, added]]]),
    supposed: new Set([...context.supposed, "supposed"]),
  };
};

/** The recipe once a rule has come to its figure, everything else unchanged. */
function withRuleAt(recipe: Recipe, id: string, value: number): Recipe {
  const bound = { value, entry: 0 };
  const settled = { begun: true, low: bound, high: bound };
  const held = recipe.groups.some((items) => items.some((item) => item.kind === "rule"));
  const groups = recipe.groups.map((items) =>
    items.map((item): Item => (item.kind === "rule" ? { ...item, ...settled } : item)),
  );
  const fresh: Item = { kind: "rule", id, group: "palpation", memberGroups: [], ...settled };
  return { ...recipe, groups: held ? groups : [...groups, [fresh]] };
}

/** The rule that counts for a source, as far as it decides what its tests are still worth. */
type Finishing = {
  /** Its members' runs. */
  readonly members: ReadonlySet<string>;
  /** The cheapest way to finish it, by its first test; null once it is settled. */
  readonly way: {
    readonly first: string;
    readonly fall: number;
    readonly cost: number;
    readonly reason: string;
  } | null;
};

/** What finishing a source's open rule would tell, and by which test to begin; null where single tests are all there is. */
function finishing(source: SourceId, side: Side | null, plan: Planning): Finishing | null {
  const { preferred, probability, recipe } = readSource(plan.context, source, side);
  if (!preferred) return null;
  if (preferred.settled) {
    const members = testMembers(preferred.rule).map((member) => runKey(member.test, memberRunSide(member, side)));
    return { members: new Set(members), way: null };
  }
  const open = preferred.members.filter(({ result }) => result === "open");
  const runnable = open.flatMap((state): (OpenMember & { state: MemberState })[] => {
    if (isFact(state.member)) return [];
    const protocol = protocolOf(state.member.test);
    const testedSide = memberRunSide(state.member, side);
    if (!plan.canRun(protocol, testedSide)) return [];
    const [ifPresent, ifAbsent] = chancesOf(state, preferred, plan);
    return [
      {
        id: runKey(protocol.id, testedSide),
        position: protocol.position,
        cost: costOf(protocol, plan),
        ifPresent,
        ifAbsent,
        state,
      },
    ];
  });
  const table = ruleTable(preferred.rule);
  const finish = finishRule(
    table,
    preferred.positive,
    open.length - runnable.length,
    runnable,
    probability,
    plan.position,
  );
  if (!finish) return null;
  const settledAt = (ratio: number): number => combine(withRuleAt(recipe, preferred.rule.id, Math.log(ratio)));
  const reachable = table.slice(preferred.positive, preferred.positive + open.length + 1);
  const figures = reachable.filter((figure): figure is number => figure !== null);
  if (figures.length === 0) return null;
  const [low, high] = [settledAt(Math.min(...figures)), settledAt(Math.max(...figures))];
  const fall = weightOf(source) * expectedFall(probability, high, low);
  return {
    members: new Set(runnable.map(({ id }) => id)),
    way: {
      first: finish.first,
      fall,
      cost: finish.expectedCost,
      reason: `${sourceLabel(source, side)}: ${percentText(probability)} now; finishing the ${preferred.rule.label} takes it to ${percentText(high)} or ${percentText(low)}, about ${finish.expectedTests.toFixed(1)} more tests`,
    },
  };
}

/** What one test would tell about one source, apart from any open rule it belongs to. */
function single(
  protocol: Protocol,
  testedSide: Side | null,
  source: SourceId,
  side: Side | null,
  figuresOf: TestId,
  plan: Planning,
): { fall: number; reason: string } | null {
  const record = recordsFor({ figuresOf, source, testedSide, run: "" }, plan)[0];
  if (!record || record.off) return null;
  const worthAt = (outcome: "positive" | "negative") =>
    probabilityIn(
      withAdded(plan.context, supposed(protocol, testedSide, source, side, figuresOf, outcome)),
      source,
      side,
    );
  const now = probabilityIn(plan.context, source, side);
  const [plus, minus] = [worthAt("positive"), worthAt("negative")];
  const fall = weightOf(source) * expectedFall(now, plus, minus);
  return {
    fall,
    reason: `${sourceLabel(source, side)}: ${percentText(now)} now, ${percentText(plus)} if positive, ${percentText(minus)} if negative`,
  };
}

/** The sides of a source that a run of a test speaks for. */
function spokenSides(
  sides: Protocol["readings"][number]["sides"],
  testedSide: Side | null,
  source: SourceId,
): readonly (Side | null)[] {
  if (sides === "midline" || !SOURCES[source].sided) return [null];
  if (sides === "both sides" || testedSide === null) return SIDES;
  return [sides === "other side" ? otherSide(testedSide) : testedSide];
}

function valueOf(
  protocol: Protocol,
  side: Side | null,
  plan: Planning,
  finishes: ReadonlyMap<string, Finishing | null>,
): NextTest {
  const cost = costOf(protocol, plan) + turnCost(plan.position, protocol.position);
  const gains: { fall: number; worth: number; reason: string }[] = [];
  for (const reading of protocol.readings) {
    if (reading.pointsOnly) continue;
    for (const spokenSide of spokenSides(reading.sides, side, reading.source)) {
      if (!plan.asksAbout(reading.source, spokenSide)) continue;
      const finish = finishes.get(sourceKey(reading.source, spokenSide));
      const key = runKey(protocol.id, side);
      /** A member counts through its rule: the first of the cheapest order for all of it, none once it is settled. */
      if (finish?.members.has(key)) {
        const { way } = finish;
        if (way?.first === key) gains.push({ ...way, worth: way.fall / way.cost });
        continue;
      }
      /** The far side of a two-sided load counts only in a rule. */
      if (reading.sides === "both sides" && side !== null && spokenSide !== side) continue;
      const alone = single(protocol, side, reading.source, spokenSide, reading.figuresOf ?? protocol.id, plan);
      if (alone) gains.push({ ...alone, worth: alone.fall / cost });
    }
  }
  const sum = (key: "fall" | "worth") => gains.reduce((all, gain) => all + gain[key], 0);
  return {
    test: protocol.id,
    side,
    fall: sum("fall"),
    cost,
    worth: sum("worth"),
    reasons: gains
      .filter(({ fall }) => fall > 0)
      .toSorted((a, b) => b.fall - a.fall)
      .map(({ reason }) => reason),
  };
}

/**
 * The tests that would tell most for what they cost, at most three: expected
 * fall in uncertainty over every source a test speaks about, by its burden times
 * the irritability's factor and the turning it takes. A test the guard blocks is
 * never among them, nor one whose rule is settled unless it tells of something
 * else.
 *
 * @example nextTests(twoPositivesState).tests[0]?.test // "slump"
 */
export function nextTests(state: ExamState, evidence: EvidenceSet = SHIPPED_EVIDENCE): NextTests {
  const settings = settingsOf(state);
  const context = contextOf(state, evidence);
  const guard = assessGuard(state);
  const referral = guard.referrals.find(({ urgency, acknowledged }) => urgency !== "soon" && acknowledged === null);
  if (referral) return { tests: [], nothing: `Refer first: ${referral.text}` };
  const runs = effectiveRuns(state.runs);
  const onSheet = new Set([...sheetTests(state), ...guard.first.flatMap(({ tests }) => tests)]);
  const done = new Set(runs.map(({ test, side }) => runKey(test, side)));
  const left = new Set(state.skips.map(({ test, side }) => runKey(test, side)));
  const last = state.runs.at(-1);
  const plan: Planning = {
    state,
    settings,
    evidence,
    guard,
    context,
    runs,
    position: last ? protocolOf(last.test).position : null,
    factor: IRRITABILITY_COST[irritability(state).level ?? "low"],
    canRun: (protocol, side) =>
      !done.has(runKey(protocol.id, side)) &&
      !left.has(runKey(protocol.id, side)) &&
      isEarned(protocol, side, runs, settings) &&
      blocksOnTest(guard, protocol, variantFor(protocol, settings), side).whole.length === 0,
    asksAbout: (source, side) => state.areas.length === 0 || hasSymptom(state, source, side),
  };
  /** The ligaments of the upper neck are tested when something calls for it, not because it would be informative. */
  const offered = PROTOCOLS.filter(
    ({ id, tissueGroup }) => tissueGroup !== "upper-cervical-ligament" || onSheet.has(id),
  );
  const candidates = offered.flatMap((protocol) =>
    (protocol.sided ? SIDES : [null]).filter((side) => plan.canRun(protocol, side)).map((side) => ({ protocol, side })),
  );
  const sources = new Set(candidates.flatMap(({ protocol }) => protocol.readings.map(({ source }) => source)));
  const finishes = new Map(
    [...sources].flatMap((source) =>
      sidesOf(source).map((side) => [sourceKey(source, side), finishing(source, side, plan)] as const),
    ),
  );
  const valued = candidates
    .map(({ protocol, side }) => valueOf(protocol, side, plan, finishes))
    .filter(({ worth }) => worth >= WORTH_THE_SORENESS)
    .toSorted((a, b) => b.worth - a.worth);
  return valued.length
    ? { tests: valued.slice(0, MOST), nothing: null }
    : { tests: [], nothing: "Nothing left is worth the soreness." };
}
