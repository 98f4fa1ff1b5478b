import type { ClusterRule, RuleMember } from "../knowledge/rules";
import { otherSide, type Side } from "../vocabulary/sides";
import type { ReadingSettings } from "../exam/settings";
import type { Run } from "../exam/state";
import { interpretRun, meets, type TestOutcome } from "./interpret";

export type MemberState = {
  readonly member: RuleMember;
  readonly testedSide: Side | null;
  readonly standing: "positive" | "negative" | "open";
  /** Why an open member is open, or the outcome's reason. */
  readonly reason: string;
  readonly outcome: TestOutcome | null;
};

/** A rule's ratio for each count of positive members, 0 to n; null where the study gives none. */
export type RuleTable = readonly (number | null)[];

/** Where a rule stands on one side of its source. */
export type RuleVerdict = {
  readonly rule: ClusterRule;
  readonly side: Side;
  readonly members: readonly MemberState[];
  readonly positive: number;
  readonly negative: number;
  readonly open: number;
  readonly verdict: "met" | "not met" | "open";
  /** No test that is left can change it. */
  readonly settled: boolean;
  /** Positives still needed while it is open. */
  readonly needs: number;
  /** What is not known about its precondition or order; null when nothing. */
  readonly condition: string | null;
  /** False when its precondition is known not to hold. */
  readonly applies: boolean;
};

/** LR- below k positives, LR+ from k on. @example kOfN(2, 1, { lrNegative: 0.2, lrPositive: 4 }) // [0.2, 4, 4] */
export const kOfN = (
  n: number,
  k: number,
  { lrNegative, lrPositive }: { lrNegative: number; lrPositive: number },
): number[] => Array.from({ length: n + 1 }, (_, count) => (count < k ? lrNegative : lrPositive));

/**
 * The table's figures between which the rule can still end: at the largest
 * count already reached, and at the smallest count that reaches all that is
 * left. Null: the study gives no figure there, so there is no bound.
 *
 * @example holdBounds([0.19, 0.19, 0.19, 4, 4, 4], 2, 3) // { low: 0.19, high: 4 }
 */
export function holdBounds(
  table: RuleTable,
  positive: number,
  open: number,
): { low: number | null; high: number | null } {
  const low = table.slice(0, positive + 1).findLast((figure) => figure !== null) ?? null;
  const high = table.slice(positive + open).find((figure) => figure !== null) ?? null;
  return { low, high };
}

/** True when every count still reachable has the same figure. */
export const isSettled = (table: RuleTable, positive: number, open: number): boolean =>
  new Set(table.slice(positive, positive + open + 1)).size === 1;

/** Which run of a member's test is meant, for one side of the source. */
export function memberRunSide(member: RuleMember, side: Side): Side | null {
  if (member.run === "only run") return null;
  return member.run === "own side" ? side : otherSide(side);
}

/** A member judged by the rule's own words: positive, or negative once the test has been read at all. */
function byOwnDefinition(member: RuleMember, side: Side, testedSide: Side | null, context: RuleContext) {
  if (!member.positive || !context.settings) return null;
  const run = context.runs?.find((one) => one.test === member.test && one.side === testedSide);
  if (!run) return null;
  const read = interpretRun(run, context.settings, context.runs).some(({ outcome }) => outcome !== "not tested");
  if (!read) return null;
  const isPositive = meets(member.positive.condition, run, side, context.settings, context.runs ?? [run]);
  return { isPositive, said: member.positive.said };
}

function memberState(
  member: RuleMember,
  side: Side,
  outcomes: readonly TestOutcome[],
  context: RuleContext,
): MemberState {
  const testedSide = memberRunSide(member, side);
  const outcome =
    outcomes.find(
      (candidate) => candidate.test === member.test && candidate.testedSide === testedSide && candidate.side === side,
    ) ?? null;
  const state = (standing: MemberState["standing"], reason: string): MemberState => ({
    member,
    testedSide,
    standing,
    reason,
    outcome,
  });
  const own = byOwnDefinition(member, side, testedSide, context);
  if (own)
    return state(
      own.isPositive ? "positive" : "negative",
      `by the rule's own definition (${own.said}): ${own.isPositive ? "positive" : "negative"}`,
    );
  if (!outcome || outcome.outcome === "not tested") return state("open", outcome?.reason ?? "not done yet");
  if (outcome.modified) return state("open", "done in part only, so it counts neither way");
  if (outcome.outcome === "positive") return state("positive", outcome.reason);
  if (outcome.outcome === "negative")
    return outcome.doseMismatch
      ? state("open", `clear, but with too little force to count (${outcome.doseMismatch})`)
      : state("negative", outcome.reason);
  return state("open", `${outcome.outcome}: ${outcome.reason}`);
}

export type RuleContext = {
  readonly centralises: "yes" | "no" | "not tested" | null;
  /** Tests in the order they were done on this side. */
  readonly order: readonly string[];
  /** The runs that count and the settings, for members with a definition of their own. */
  readonly runs?: readonly Run[];
  readonly settings?: ReadingSettings;
};

function conditionOf(rule: ClusterRule, context: RuleContext): { condition: string | null; applies: boolean } {
  if (rule.precondition === "centralisation excluded" && context.centralises !== "no") {
    return context.centralises === "yes"
      ? { condition: "does not apply: repeated movements centralise the symptom", applies: false }
      : { condition: "not known whether repeated movements centralise the symptom", applies: true };
  }
  if (rule.prescribedOrder) {
    const done = context.order.filter((test) => rule.members.some((member) => member.test === test));
    const study = rule.members.map((member) => member.test as string).filter((test) => done.includes(test));
    if (done.join() !== study.join()) return { condition: "done in another order than the study's", applies: true };
  }
  return { condition: null, applies: true };
}

/**
 * A rule's verdict on one side. Equivocal, uninterpretable and refused members
 * count as still open, and each says why.
 *
 * @example judgeRule(fiveTest, "right", outcomes, context).verdict // "met"
 */
export function judgeRule(
  rule: ClusterRule,
  side: Side,
  outcomes: readonly TestOutcome[],
  context: RuleContext,
): RuleVerdict {
  const ofSource = outcomes.filter((outcome) => outcome.source === rule.source);
  const members = rule.members.map((member) => memberState(member, side, ofSource, context));
  const count = (standing: MemberState["standing"]) => members.filter((member) => member.standing === standing).length;
  const [positive, negative, open] = [count("positive"), count("negative"), count("open")];
  const verdict = positive >= rule.k ? "met" : positive + open < rule.k ? "not met" : "open";
  return {
    rule,
    side,
    members,
    positive,
    negative,
    open,
    verdict,
    settled: verdict !== "open",
    needs: Math.max(0, rule.k - positive),
    ...conditionOf(rule, context),
  };
}

/**
 * The verdict in a few words, as a counter.
 *
 * @example describeVerdict(verdict) // "2 of 3, 2 left"
 */
export function describeVerdict({ rule, positive, open, verdict, settled }: RuleVerdict): string {
  const early = settled && open > 0 ? `; decided early, ${open} can be skipped` : "";
  if (settled) return `${verdict}, ${positive} positive${early}`;
  return `${positive} of ${rule.k}, ${open} left`;
}
