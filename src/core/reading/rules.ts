import { type EvidenceSet, findRecord } from "../evidence";
import {
  type ClusterRule,
  type Fact,
  isFact,
  protocolOf,
  type RuleMember,
  type TestMember,
  UPPER_MOTOR_SIGNS,
} from "../knowledge";
import { ageAtExam, endedShort, type ExamState, isDoneAs, type ReadingSettings, type Run } from "../record";
import { otherSide, type Side, SIDES } from "../vocabulary";
import { isSettled, positivesNeeded, type RuleTable, ruleTable, tableEntries } from "./figures";
import { interpretRun, meets, type TestOutcome } from "./interpret";

export type MemberState = {
  readonly member: RuleMember;
  readonly testedSide: Side | null;
  readonly result: "positive" | "negative" | "open";
  /** Why an open member is open, or the outcome's reason. */
  readonly reason: string;
  readonly outcome: TestOutcome | null;
};

/** Where a rule stands on one side of its source. */
export type RuleVerdict = {
  readonly rule: ClusterRule;
  /** Null: a source without sides. */
  readonly side: Side | null;
  readonly members: readonly MemberState[];
  readonly positive: number;
  readonly negative: number;
  readonly open: number;
  readonly verdict: "met" | "not met" | "open" | "no figure";
  /** No test that is left can change it. */
  readonly settled: boolean;
  /** The figure it has come to; null while it is open, or where the study gives none. */
  readonly ratio: number | null;
  /** Positives still needed while it is open. */
  readonly needs: number;
  /** What is not known about its precondition or order; null when nothing. */
  readonly condition: string | null;
  /** False when its precondition is known not to hold, or it is switched off. */
  readonly applies: boolean;
};

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
  const { low, high } = holdCounts(table, positive, open);
  return { low: low === null ? null : table[low]!, high: high === null ? null : table[high]! };
}

/**
 * The counts of positives at which the hold's figures stand; null: no bound.
 *
 * @example holdCounts([0.19, 0.19, 0.19, 4, 4, 4], 2, 3) // { low: 2, high: 5 }
 */
export function holdCounts(
  table: RuleTable,
  positive: number,
  open: number,
): { low: number | null; high: number | null } {
  const low = table.findLastIndex((figure, count) => count <= positive && figure !== null);
  const high = table.findIndex((figure, count) => count >= positive + open && figure !== null);
  return { low: low < 0 ? null : low, high: high < 0 ? null : high };
}

/** Which run of a member's test is meant, for one side of the source. */
export function memberRunSide({ run }: TestMember, side: Side | null): Side | null {
  if (run === "only run" || side === null) return null;
  return run === "own side" ? side : otherSide(side);
}

export const memberKey = (member: RuleMember): string =>
  isFact(member) ? member.label : `${member.test} ${member.run}`;

/** What a member is called, e.g. "Thigh thrust" or "over 45". */
export const memberName = (member: RuleMember): string =>
  isFact(member) ? member.label : protocolOf(member.test).name;

export type RuleContext = {
  readonly state: ExamState;
  readonly settings: ReadingSettings;
  readonly evidence: EvidenceSet;
  readonly centralises: "yes" | "no" | "not tested" | null;
  /** Tests in the order they were done on this side. */
  readonly order: readonly string[];
  /** The runs that count. */
  readonly runs: readonly Run[];
  /** Results supposed instead of those recorded, by run; nothing supposed: left out. */
  readonly supposed?: ReadonlySet<string>;
};

/** Why a member is open that nobody has run. */
export const NOT_DONE = "not done yet";

/** Why a member stays open that was not reached before the exam ended. */
const examEnded = (why: string): string => `exam ended (${why})`;

/** True of a member that nobody has run: it is still to come, or the exam ended before it. */
export const isNotReached = (reason: string, state: ExamState): boolean => {
  const short = endedShort(state);
  return reason === NOT_DONE || (short !== null && reason === examEnded(short));
};

type Judged = Pick<MemberState, "result" | "reason">;
const open = (reason: string): Judged => ({ result: "open", reason });
const judged = (isPositive: boolean, reason: string): Judged => ({
  result: isPositive ? "positive" : "negative",
  reason,
});

/** A fact about the person rather than a test's result; open while it is not recorded. */
function factState(fact: Fact, { state, runs }: RuleContext): Judged {
  if (fact.kind === "age") {
    const age = ageAtExam(state);
    if (age === null) return open("age is not known");
    const within = (fact.over === undefined || age > fact.over) && (fact.under === undefined || age < fact.under);
    return judged(within, `${age} years old`);
  }
  if (fact.kind === "reported") {
    const told = state.history?.aggravatedBy;
    if (!told) return open("not asked with the complaint");
    const named = told.some((movement) => movement === fact.movement);
    return judged(named, named ? "told with the complaint" : "asked, and not named");
  }
  if (fact.kind === "upper motor sign") {
    const signs = state.neuro.filter(({ kind, level }) => kind === "upper-motor" && level === fact.sign);
    if (signs.length === 0) return open("not in the baseline yet");
    const isSided = UPPER_MOTOR_SIGNS.some(({ id, sided }) => id === fact.sign && sided);
    if (isSided && signs.length < SIDES.length && signs.every(({ value }) => value === 0))
      return open("in the baseline on one side only");
    return judged(
      signs.some(({ value }) => value > 0),
      signs.some(({ value }) => value > 0) ? "present in the baseline" : "absent in the baseline",
    );
  }
  const values = SIDES.map(
    (side) => runs.find((run) => run.test === fact.test && run.side === side)?.measures[fact.measure],
  );
  if (values.some((value) => value === undefined)) return open("not measured on both sides yet");
  const mean = values.reduce<number>((sum, value) => sum + value!, 0) / values.length;
  return judged(mean > fact.over, `a mean of ${Math.round(mean)}°`);
}

/** A member judged by the rule's own words; null where it has none, or the run is not there. */
function byOwnDefinition(member: TestMember, side: Side | null, run: Run, context: RuleContext): Judged | null {
  if (!member.positive) return null;
  const { settings, runs } = context;
  const { condition, said, known } = member.positive;
  const read = interpretRun(run, settings, runs).some(({ outcome }) => outcome !== "not tested");
  const isPositive = meets(condition, run, side, settings, runs);
  if (!isPositive && (!read || (known && !meets(known, run, side, settings, runs))))
    return open(`not recorded yet (${said})`);
  return judged(isPositive, `by the rule's own definition (${said}): ${isPositive ? "positive" : "negative"}`);
}

function byOutcome(outcome: TestOutcome | null): Judged {
  if (!outcome || outcome.outcome === "not tested") return open(outcome?.reason ?? NOT_DONE);
  if (outcome.outcome === "positive") return judged(true, outcome.reason);
  if (outcome.outcome === "negative" && outcome.reproducedElsewhere)
    return open("their symptom, but elsewhere: clear for us, and the study would have counted it positive");
  if (outcome.outcome === "negative" && outcome.noFigure)
    return open(`${outcome.reason}: negative in words, no study counted it so`);
  if (outcome.outcome === "negative")
    return outcome.doseMismatch
      ? open(`clear, but with too little force to count (${outcome.doseMismatch})`)
      : judged(false, outcome.reason);
  return open(`${outcome.outcome}: ${outcome.reason}`);
}

function memberState(
  member: RuleMember,
  side: Side | null,
  outcomes: readonly TestOutcome[],
  context: RuleContext,
): MemberState {
  if (isFact(member)) return { member, testedSide: null, outcome: null, ...factState(member.fact, context) };
  const testedSide = memberRunSide(member, side);
  const outcome =
    outcomes.find(
      (candidate) => candidate.test === member.test && candidate.testedSide === testedSide && candidate.side === side,
    ) ?? null;
  const run = context.runs.find((candidate) => candidate.test === member.test && candidate.side === testedSide);
  const judge = (): Judged => {
    if (outcome?.modified) return open("done in part only, so it counts neither way");
    if (outcome && context.supposed?.has(outcome.run)) return byOutcome(outcome);
    if (run && member.record) {
      const variant = findRecord(context.evidence, member.record)?.variant;
      if (variant && !isDoneAs(run, variant)) return open("done another way than the rule's");
    }
    if (run && member.also && meets(member.also.condition, run, side, context.settings, context.runs))
      return judged(true, `by the rule's own definition (${member.also.said}): positive`);
    return (run && byOwnDefinition(member, side, run, context)) ?? byOutcome(outcome);
  };
  const judgement = judge();
  const short = endedShort(context.state);
  const isShort = short !== null && judgement.result === "open" && judgement.reason === NOT_DONE;
  return { member, testedSide, outcome, ...(isShort ? open(examEnded(short)) : judgement) };
}

function conditionOf(rule: ClusterRule, context: RuleContext): { condition: string | null; applies: boolean } {
  if (rule.off) return { condition: `switched off: ${rule.off}`, applies: false };
  if (rule.precondition === "centralisation excluded" && context.centralises !== "no") {
    return context.centralises === "yes"
      ? { condition: "does not apply: repeated movements centralise the symptom", applies: false }
      : { condition: "not known whether repeated movements centralise the symptom", applies: true };
  }
  if (rule.prescribedOrder) {
    const tests = rule.members.flatMap((member) => (isFact(member) ? [] : [member.test as string]));
    const done = context.order.filter((test) => tests.includes(test));
    const study = tests.filter((test) => done.includes(test));
    if (done.join() !== study.join()) return { condition: "done in another order than the study's", applies: true };
  }
  return { condition: null, applies: true };
}

function standingOf(
  rule: ClusterRule,
  positive: number,
  stillOpen: number,
): Pick<RuleVerdict, "verdict" | "settled" | "ratio" | "needs"> {
  const table = ruleTable(rule);
  const k = positivesNeeded(rule);
  const settled = isSettled(table, positive, stillOpen);
  const ratio = settled ? (table[positive] ?? null) : null;
  const top = tableEntries(rule).at(-1)?.from ?? rule.members.length;
  const needs = Math.max(0, (k ?? top) - positive);
  if (!settled) return { verdict: "open", settled, ratio, needs };
  if (k !== null) return { verdict: positive >= k ? "met" : "not met", settled, ratio, needs };
  return { verdict: ratio === null ? "no figure" : ratio >= 1 ? "met" : "not met", settled, ratio, needs };
}

/**
 * A rule's verdict on one side. Equivocal, uninterpretable and refused members
 * count as still open, and each says why.
 *
 * @example judgeRule(fiveTest, "right", outcomes, context).verdict // "met"
 */
export function judgeRule(
  rule: ClusterRule,
  side: Side | null,
  outcomes: readonly TestOutcome[],
  context: RuleContext,
): RuleVerdict {
  const ofSource = outcomes.filter((outcome) => outcome.source === rule.source);
  const members = rule.members.map((member) => memberState(member, side, ofSource, context));
  const count = (result: MemberState["result"]) => members.filter((member) => member.result === result).length;
  const [positive, negative, stillOpen] = [count("positive"), count("negative"), count("open")];
  return {
    rule,
    side,
    members,
    positive,
    negative,
    open: stillOpen,
    ...standingOf(rule, positive, stillOpen),
    ...conditionOf(rule, context),
  };
}

/** True once a test of the rule, not only the person's age, says something. */
export const isBegun = ({ members }: RuleVerdict): boolean =>
  members.some(({ member, result }) => result !== "open" && !(isFact(member) && member.fact.kind === "age"));

/**
 * What a rule has come to, without whether more of it is worth doing.
 *
 * @example ruleCounter(metVerdict) // "met, 3 positive"
 */
export function ruleCounter({ rule, positive, open: left, verdict, settled, ratio, needs }: RuleVerdict): string {
  if (positivesNeeded(rule) !== null)
    return settled ? `${verdict}, ${positive} positive` : `${positive} of ${positive + needs}, ${left} left`;
  const counted = `${positive} of ${rule.members.length} positive`;
  if (!settled) return `${counted}, ${left} left`;
  return `${counted}: ${ratio === null ? "the study gives no figure for that" : `ratio ${ratio}`}`;
}

/**
 * The counter, and how many tests may be left out once it is decided.
 *
 * @example describeVerdict(openVerdict) // "2 of 3, 3 left"
 */
export const describeVerdict = (verdict: RuleVerdict): string =>
  [ruleCounter(verdict), decidedEarly(verdict)].filter(Boolean).join("; ");

/**
 * That a rule is decided although tests of it are left; null while it is not, or when none is.
 *
 * @example decidedEarly(metVerdict) // "decided early, 2 can be skipped"
 */
export const decidedEarly = ({ settled, open }: RuleVerdict): string | null =>
  settled && open > 0 ? `decided early, ${open} can be skipped` : null;

/** What a rule asks for: "3 of 5", or "by count of 4". */
export function ruleAsks(rule: ClusterRule): string {
  const k = positivesNeeded(rule);
  return k === null ? `by count of ${rule.members.length}` : `${k} of ${rule.members.length}`;
}
