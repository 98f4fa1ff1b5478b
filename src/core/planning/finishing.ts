import {
  type AccuracyRecord,
  type ClusterRule,
  isFact,
  type Protocol,
  protocolOf,
  type TestMember,
  testMembers,
} from "../knowledge";
import {
  combine,
  memberKey,
  memberRecord,
  memberRunSide,
  type MemberState,
  percentText,
  ratiosOf,
  readSource,
  ruleTable,
  type Recipe,
  type RuleVerdict,
  withMembers,
} from "../reading";
import { type Position, runKey, type Side, type SourceId, sourceLabel } from "../vocabulary";
import { evenMembers, fittedMember } from "./even-members";
import { finishRule, type OpenMember } from "./finish-rule";
import { costOf, type Planning, weightOf, wordOf } from "./plan";
import { bits } from "./one-factor";
import { chanceOfChange, fallOver, isWorth } from "./worth";

/**
 * Chances of a positive with and without the source: the study's own; of the one
 * member without a figure, or of all where none has one, those that give the rule's
 * own figures back. Null where nothing says: no test is taken for a coin.
 */
export function chancesOf(
  { member, testedSide }: MemberState,
  verdict: RuleVerdict,
  plan: Planning,
): readonly [number, number] | null {
  if (isFact(member)) return null;
  const { side } = verdict;
  /** As its own study has it, with people, also where a pooled ratio counts for it. */
  const rule = plan.evidence.rules.find(({ id }) => id === verdict.rule.id) ?? verdict.rule;
  const own = publishedOf(member, testedSide, rule, plan);
  if (own) return own;
  const others = testMembers(rule)
    .filter((each) => memberKey(each) !== memberKey(member))
    .map((each) => publishedOf(each, memberRunSide(each, side), rule, plan));
  if (others.every((one) => one === null)) return evenMembers(rule);
  const known = others.filter((one) => one !== null);
  const isWhole = known.length === others.length && !rule.members.some(isFact);
  return isWhole ? fittedMember(rule, known) : null;
}

/** A member's own chances of a positive with and without the source, where its study gives them. */
function publishedOf(
  member: TestMember,
  testedSide: Side | null,
  rule: ClusterRule,
  plan: Planning,
): readonly [number, number] | null {
  return chancesIn(memberRecord(member, rule.source, testedSide, plan));
}

/** A record's chances of a positive with and without the source; null where it is off or prints ratios alone. */
export function chancesIn(record: AccuracyRecord | undefined): readonly [number, number] | null {
  if (!record || record.off) return null;
  const { sensitivity, specificity } = ratiosOf(record);
  return sensitivity === null || specificity === null ? null : [sensitivity, 1 - specificity];
}

/** The rule that counts for a source, as far as it decides what its tests are still worth. */
export type Finishing = {
  /** Its members' runs. */
  readonly members: ReadonlySet<string>;
  /** Those that are open and can be done, and how many are open and cannot. */
  readonly open: { readonly members: readonly OpenRun[]; readonly stuck: number };
  /** Whether what is left is still worth its cost once these of the open ones, as bits, were positive and negative. */
  readonly goesOn: (positive: number, negative: number) => boolean;
  /** The cheapest way to finish it, by its first test; null once it is settled. */
  readonly way: {
    readonly first: string;
    /** The expected fall in uncertainty, in bits; `fall` weighs it by what the source would change. */
    readonly bits: number;
    readonly fall: number;
    readonly cost: number;
    /** The chance that it changes the source's word. */
    readonly chance: number;
    readonly reason: string;
  } | null;
};

/** An open member of a rule, and the run it is. */
type OpenRun = OpenMember & { readonly state: MemberState; readonly protocol: Protocol; readonly side: Side | null };

type Open = {
  readonly preferred: RuleVerdict;
  readonly recipe: Recipe;
  readonly runnable: readonly OpenRun[];
  readonly stuck: number;
  readonly plan: Planning;
};

/**
 * The cheapest way to finish what is left of a rule once some of its members have
 * answered, and what that would tell, in bits; null where nothing settles it.
 *
 * @param positive which of them were positive, as bits, and below which were negative
 */
function restOf(
  { preferred, recipe, runnable, stuck, plan }: Open,
  positive: number,
  negative: number,
  position: Position | null,
) {
  const resultsOf = (yes: number, no: number) =>
    runnable.flatMap(({ state }, index) => {
      const bit = 1 << index;
      return (yes | no) & bit ? [{ state, positive: (yes & bit) !== 0 }] : [];
    });
  const left = runnable.flatMap((member, index) => ((positive | negative) & (1 << index) ? [] : [{ member, index }]));
  const finish = finishRule(
    ruleTable(preferred.rule),
    preferred.positive + bits(positive),
    stuck,
    left.map(({ member }) => member),
    combine(withMembers(recipe, preferred, resultsOf(positive, negative), plan)),
    position,
  );
  if (!finish) return null;
  /** The bits of what is left, as bits of all. */
  const among = (mask: number) => left.reduce((all, { index }, at) => (mask & (1 << at) ? all | (1 << index) : all), 0);
  const ends = finish.ends.map((end) => ({
    chance: end.chance,
    probability: combine(
      withMembers(recipe, preferred, resultsOf(positive | among(end.positive), negative | among(end.negative)), plan),
    ),
  }));
  const told = fallOver(ends);
  return { finish, ends, bits: told, fall: weightOf(preferred.rule.source) * told };
}

/** What finishing a source's open rule would tell, and by which test to begin; null where single tests are all there is. */
export function finishing(source: SourceId, side: Side | null, plan: Planning): Finishing | null {
  const { preferred, probability, recipe } = readSource(plan.context, source, side);
  if (!preferred) return null;
  if (preferred.settled) {
    const members = testMembers(preferred.rule).map((member) => runKey(member.test, memberRunSide(member, side)));
    return { members: new Set(members), open: { members: [], stuck: 0 }, way: null, goesOn: () => false };
  }
  const open = preferred.members.filter(({ result }) => result === "open");
  const members = open.flatMap((state) => {
    if (isFact(state.member)) return [];
    const protocol = protocolOf(state.member.test);
    const testedSide = memberRunSide(state.member, side);
    return plan.canRun(protocol, testedSide)
      ? [{ state, protocol, testedSide, chances: chancesOf(state, preferred, plan) }]
      : [];
  });
  /** Where nothing says how often a member is positive, nothing says what finishing the rule would tell. */
  if (members.some(({ chances }) => chances === null))
    return {
      members: new Set(members.map(({ protocol, testedSide }) => runKey(protocol.id, testedSide))),
      open: { members: [], stuck: open.length },
      way: null,
      goesOn: () => false,
    };
  const runnable = members.flatMap(({ state, protocol, testedSide, chances }): OpenRun[] => {
    const [ifPresent, ifAbsent] = chances!;
    return [
      {
        id: runKey(protocol.id, testedSide),
        position: protocol.position,
        cost: costOf(protocol, plan),
        ifPresent,
        ifAbsent,
        state,
        protocol,
        side: testedSide,
      },
    ];
  });
  const stuck = open.length - runnable.length;
  const left: Open = { preferred, recipe, runnable, stuck, plan };
  const rest = restOf(left, 0, 0, plan.position);
  if (!rest) return null;
  const { finish, ends } = rest;
  const [low, high] = [Math.min, Math.max].map((pick) => pick(...ends.map((end) => end.probability))) as [
    number,
    number,
  ];
  const wordAt = wordOf(source, recipe.start.mean, plan);
  return {
    members: new Set(runnable.map(({ id }) => id)),
    open: { members: runnable, stuck },
    goesOn: (positive, negative) => {
      const after = restOf(left, positive, negative, null);
      return after !== null && isWorth(after.fall, after.finish.expectedCost);
    },
    way: {
      first: finish.first,
      bits: rest.bits,
      fall: rest.fall,
      cost: finish.expectedCost,
      chance: chanceOfChange(ends, probability, wordAt),
      reason: `${sourceLabel(source, side)}: ${percentText(probability)} now; finishing the ${preferred.rule.label} takes it to ${percentText(low)} at the least and ${percentText(high)} at the most, about ${finish.expectedTests.toFixed(1)} more tests`,
    },
  };
}
