import { type ClusterRule, isFact, protocolOf, type TestMember, testMembers } from "../knowledge";
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
 * own figures back.
 */
export function chancesOf(
  { member, testedSide }: MemberState,
  verdict: RuleVerdict,
  plan: Planning,
): readonly [number, number] {
  if (isFact(member)) return UNKNOWN;
  const { side } = verdict;
  /** As its own study has it, with people, also where a pooled ratio counts for it. */
  const rule = plan.evidence.rules.find(({ id }) => id === verdict.rule.id) ?? verdict.rule;
  const own = publishedOf(member, testedSide, rule, plan);
  if (own) return own;
  const others = testMembers(rule)
    .filter((each) => memberKey(each) !== memberKey(member))
    .map((each) => publishedOf(each, memberRunSide(each, side), rule, plan));
  if (others.every((one) => one === null)) return evenMembers(rule) ?? UNKNOWN;
  const known = others.filter((one) => one !== null);
  return (known.length === others.length ? fittedMember(rule, known) : null) ?? UNKNOWN;
}

/** A member's own chances of a positive with and without the source, where its study gives them. */
function publishedOf(
  member: TestMember,
  testedSide: Side | null,
  rule: ClusterRule,
  plan: Planning,
): readonly [number, number] | null {
  const record = memberRecord(member, rule.source, testedSide, plan);
  const ratios = record && !record.off ? ratiosOf(record) : null;
  return ratios && ratios.sensitivity !== null && ratios.specificity !== null
    ? [ratios.sensitivity, 1 - ratios.specificity]
    : null;
}

const UNKNOWN = [0.5, 0.5] as const;

/** The rule that counts for a source, as far as it decides what its tests are still worth. */
export type Finishing = {
  /** Its members' runs. */
  readonly members: ReadonlySet<string>;
  /** Whether what is left is still worth its cost once these of them, as bits, were positive and negative. */
  readonly goesOn: (positive: number, negative: number) => boolean;
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

type Open = {
  readonly preferred: RuleVerdict;
  readonly recipe: Recipe;
  readonly runnable: readonly (OpenMember & { readonly state: MemberState })[];
  readonly stuck: number;
  readonly plan: Planning;
};

/**
 * The cheapest way to finish what is left of a rule once some of its members have
 * answered, and what that would tell, in bits; null where nothing settles it.
 *
 * @param now the probability by then; null: as the reading has it
 */
function restOf(
  { preferred, recipe, runnable, stuck, plan }: Open,
  positive: number,
  negative: number,
  now: number | null,
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
    now ?? combine(withMembers(recipe, preferred, resultsOf(positive, negative), plan)),
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
  return { finish, ends, fall: weightOf(preferred.rule.source) * fallOver(ends) };
}

/** What finishing a source's open rule would tell, and by which test to begin; null where single tests are all there is. */
export function finishing(source: SourceId, side: Side | null, plan: Planning): Finishing | null {
  const { preferred, probability, recipe } = readSource(plan.context, source, side);
  if (!preferred) return null;
  if (preferred.settled) {
    const members = testMembers(preferred.rule).map((member) => runKey(member.test, memberRunSide(member, side)));
    return { members: new Set(members), way: null, goesOn: () => false };
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
  const stuck = open.length - runnable.length;
  const rest = restOf({ preferred, recipe, runnable, stuck, plan }, 0, 0, probability, plan.position);
  if (!rest) return null;
  const { finish, ends } = rest;
  const [low, high] = [Math.min, Math.max].map((pick) => pick(...ends.map((end) => end.probability))) as [
    number,
    number,
  ];
  const wordAt = wordOf(source, recipe.start.mean, plan);
  return {
    members: new Set(runnable.map(({ id }) => id)),
    goesOn: (positive, negative) => {
      const left = restOf({ preferred, recipe, runnable, stuck, plan }, positive, negative, null, null);
      return left !== null && isWorth(left.fall, left.finish.expectedCost);
    },
    way: {
      first: finish.first,
      fall: rest.fall,
      cost: finish.expectedCost,
      chance: chanceOfChange(ends, probability, wordAt),
      reason: `${sourceLabel(source, side)}: ${percentText(probability)} now; finishing the ${preferred.rule.label} takes it to ${percentText(low)} at the least and ${percentText(high)} at the most, about ${finish.expectedTests.toFixed(1)} more tests`,
    },
  };
}
