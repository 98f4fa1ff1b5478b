import { evidenceOf, type EvidenceSet } from "../evidence";
import { type Protocol, PROTOCOLS, type TestId } from "../knowledge";
import { sidesOf, sourceKey } from "../reading";
import { END_REASONS, type ExamState, sheetTests } from "../record";
import { answersThatHold, questionsFor } from "../safety";
import { runKey, type Side, SIDES } from "../vocabulary";
import { placeTurn } from "./turns";
import { type Finishing, finishing } from "./finishing";
import { costOf, type Planning, planningOf } from "./plan";
import { single, spokenSides } from "./single";
import { CHANCE_WORTH_IT, LEAST_WORTH } from "./worth";

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

const MOST = 3;

function valueOf(
  protocol: Protocol,
  side: Side | null,
  plan: Planning,
  finishes: ReadonlyMap<string, Finishing | null>,
): NextTest {
  const cost = costOf(protocol, plan) + placeTurn(plan.position, protocol.position);
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
export function nextTests(state: ExamState, evidence: EvidenceSet = evidenceOf(state)): NextTests {
  const plan = planningOf(state, evidence);
  const { guard } = plan;
  const referral = guard.referrals.find(({ urgency, acknowledged }) => urgency !== "soon" && acknowledged === null);
  if (referral) return { tests: [], nothing: `Refer first: ${referral.text}` };
  if (state.ended) return { tests: [], nothing: `The examination has ended: ${END_REASONS[state.ended.reason]}` };
  const onSheet = new Set([...sheetTests(state), ...guard.first.flatMap(({ tests }) => tests)]);
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
    .filter(({ chance, worth }) => chance >= CHANCE_WORTH_IT && worth >= LEAST_WORTH)
    .toSorted((a, b) => b.worth - a.worth);
  return valued.length
    ? { tests: valued.slice(0, MOST).map((next) => ({ ...next, asks: asksFirst(state, next.test) })), nothing: null }
    : { tests: [], nothing: "Nothing left is worth the soreness." };
}
