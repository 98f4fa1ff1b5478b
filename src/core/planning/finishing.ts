import { isFact, protocolOf, type TestMember, testMembers } from "../knowledge";
import {
  combine,
  memberRecord,
  memberRunSide,
  type MemberState,
  percentText,
  ratiosOf,
  readSource,
  ruleTable,
  type RuleVerdict,
  withMembers,
} from "../reading";
import { runKey, type Side, type SourceId, sourceLabel } from "../vocabulary";
import { evenMembers } from "./even-members";
import { finishRule, type OpenMember } from "./finish-rule";
import { costOf, type Planning, weightOf, wordOf } from "./plan";
import { chanceOfChange, fallOver } from "./worth";

/** Chances of a positive with and without the source: the study's; where it gives the rule's alone, those that give it back. */
export function chancesOf(
  { member, testedSide }: MemberState,
  verdict: RuleVerdict,
  plan: Planning,
): readonly [number, number] {
  if (isFact(member)) return UNKNOWN;
  const ofMember = (each: TestMember, side: Side | null) => {
    const record = memberRecord(each, verdict.rule.source, side, plan);
    return record && !record.off ? ratiosOf(record) : null;
  };
  const own = ofMember(member, testedSide);
  if (own && own.sensitivity !== null && own.specificity !== null) return [own.sensitivity, 1 - own.specificity];
  const isNoneKnown = testMembers(verdict.rule).every((each) => !ofMember(each, memberRunSide(each, verdict.side)));
  return (isNoneKnown ? evenMembers(verdict.rule) : null) ?? UNKNOWN;
}

const UNKNOWN = [0.5, 0.5] as const;

/** The rule that counts for a source, as far as it decides what its tests are still worth. */
export type Finishing = {
  /** Its members' runs. */
  readonly members: ReadonlySet<string>;
  /** The cheapest way to finish it, by its first test; null once it is settled. */
  readonly way: {
    readonly first: string;
    readonly fall: number;
    readonly cost: number;
    /** The chance that it changes the source's word. */
    readonly chance: number;
    readonly reason: string;
  } | null;
};

/** What finishing a source's open rule would tell, and by which test to begin; null where single tests are all there is. */
export function finishing(source: SourceId, side: Side | null, plan: Planning): Finishing | null {
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
  const ends = finish.ends.map(({ positive, negative, chance }) => {
    const done = runnable.flatMap(({ state }, index) => {
      const bit = 1 << index;
      return (positive | negative) & bit ? [{ state, positive: (positive & bit) !== 0 }] : [];
    });
    return { chance, probability: combine(withMembers(recipe, preferred, done, plan)) };
  });
  const [low, high] = [Math.min, Math.max].map((pick) => pick(...ends.map((end) => end.probability))) as [
    number,
    number,
  ];
  const wordAt = wordOf(source, recipe.start.mean, plan);
  return {
    members: new Set(runnable.map(({ id }) => id)),
    way: {
      first: finish.first,
      fall: weightOf(source) * fallOver(ends),
      cost: finish.expectedCost,
      chance: chanceOfChange(ends, probability, wordAt),
      reason: `${sourceLabel(source, side)}: ${percentText(probability)} now; finishing the ${preferred.rule.label} takes it to ${percentText(low)} at the least and ${percentText(high)} at the most, about ${finish.expectedTests.toFixed(1)} more tests`,
    },
  };
}
