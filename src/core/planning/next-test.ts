import { type EvidenceSet, SHIPPED_EVIDENCE } from "../evidence";
import { type Protocol, protocolOf, PROTOCOLS, stagesOf, type TestId, type Variant } from "../knowledge";
import {
  contextOf,
  hasSymptom,
  isEarned,
  percentText,
  probabilityIn,
  type ReadingContext,
  recordsFor,
  sidesOf,
  sourceKey,
  startIn,
  supposedOutcome,
  type TestOutcome,
} from "../reading";
import {
  END_REASONS,
  effectiveRuns,
  type ExamState,
  irritability,
  kindOf,
  settingsOf,
  sheetTests,
  variantFor,
} from "../record";
import { answersThatHold, assessGuard, blocksOnTest, type Guard, questionsFor } from "../safety";
import {
  type Irritability,
  otherSide,
  runKey,
  type Side,
  SIDES,
  type SourceId,
  sourceLabel,
  SOURCES,
} from "../vocabulary";
import { turnCost } from "./finish-rule";
import { type Finishing, finishing } from "./finishing";
import { costOf, type Planning, weightOf, wordOf } from "./plan";
import { chanceOfChange, expectedFall, impliedChance } from "./worth";

/** One test worth running next, and why. */
export type NextTest = {
  readonly test: TestId;
  readonly side: Side | null;
  /** Expected fall in uncertainty, in bits, weighted by what a source would change. */
  readonly fall: number;
  readonly cost: number;
  /** Fall by cost: what the list is ordered by. */
  readonly worth: number;
  /** The greatest chance that it, or the rule it begins to finish, changes a source's word. */
  readonly chance: number;
  readonly reasons: readonly string[];
  /** Warning questions that its loads call for and that nobody answered yet. */
  readonly asks: readonly string[];
};

export type NextTests = {
  readonly tests: readonly NextTest[];
  /** Said when nothing is proposed. */
  readonly nothing: string | null;
};

/** A convention: what changes no word with at least this chance is not worth the soreness. */
export const CHANCE_WORTH_IT = 0.05;
const MOST = 3;

const IRRITABILITY_COST: Record<Irritability, number> = { low: 1, moderate: 1.5, high: 2.5 };

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

/** What one test would tell about one source, apart from any open rule it belongs to. */
function single(
  protocol: Protocol,
  testedSide: Side | null,
  source: SourceId,
  side: Side | null,
  figuresOf: TestId,
  plan: Planning,
): { fall: number; chance: number; reason: string } | null {
  const record = recordsFor({ figuresOf, source, testedSide, run: "" }, plan)[0];
  if (!record || record.off) return null;
  const worthAt = (outcome: "positive" | "negative") =>
    probabilityIn(
      withAdded(plan.context, supposedOutcome(protocol.id, testedSide, source, side, figuresOf, outcome)),
      source,
      side,
    );
  const now = probabilityIn(plan.context, source, side);
  const [plus, minus] = [worthAt("positive"), worthAt("negative")];
  const fall = weightOf(source) * expectedFall(now, plus, minus);
  const q = impliedChance(now, plus, minus);
  const ends = [
    { chance: q, probability: plus },
    { chance: 1 - q, probability: minus },
  ];
  const { mean } = startIn(plan.context, source, side);
  return {
    fall,
    chance: chanceOfChange(ends, now, wordOf(source, mean, plan)),
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

/** Whether a test can be done as it is meant: none of its stages but those that let go is blocked. */
function isWhole(guard: Guard, protocol: Protocol, variant: Variant, side: Side | null): boolean {
  const { stages } = blocksOnTest(guard, protocol, variant, side);
  return stagesOf(protocol, variant).every((stage) => kindOf(stage) === "release" || !stages.has(stage.id));
}

function valueOf(
  protocol: Protocol,
  side: Side | null,
  plan: Planning,
  finishes: ReadonlyMap<string, Finishing | null>,
): NextTest {
  const cost = costOf(protocol, plan) + turnCost(plan.position, protocol.position);
  const gains: { fall: number; worth: number; chance: number; reason: string }[] = [];
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
    chance: Math.max(0, ...gains.map(({ chance }) => chance)),
    asks: [],
    reasons: gains
      .filter(({ fall }) => fall > 0)
      .toSorted((a, b) => b.fall - a.fall)
      .map(({ reason }) => reason),
  };
}

/** Headings of the questions a test calls for that are not answered. */
function asksFirst(state: ExamState, test: TestId): readonly string[] {
  const answers = answersThatHold(state);
  return questionsFor(state, [test])
    .filter(({ id }) => answers[id] === undefined)
    .map(({ heading }) => heading);
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
  if (state.ended) return { tests: [], nothing: `The examination has ended: ${END_REASONS[state.ended.reason]}` };
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
      isWhole(guard, protocol, variantFor(protocol, settings), side),
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
    .filter(({ chance }) => chance >= CHANCE_WORTH_IT)
    .toSorted((a, b) => b.worth - a.worth);
  return valued.length
    ? { tests: valued.slice(0, MOST).map((next) => ({ ...next, asks: asksFirst(state, next.test) })), nothing: null }
    : { tests: [], nothing: "Nothing left is worth the soreness." };
}
