import {
  type Protocol,
  protocolOf,
  PROTOCOLS,
  secondsOf,
  type TestId,
  testMembers,
  USUAL_EXAMINATION,
} from "../knowledge";
import { comparesSides, readSource, recordsFor, ruleAsks, ruleTable } from "../reading";
import { irritability } from "../record";
import { otherSide, runKey, type Side, SIDES, type SourceId, SOURCES } from "../vocabulary";
import type { PlanRule } from "./component";
import { isCrossed } from "./crossed";
import { finishing } from "./finishing";
import { costOf, type Planning } from "./plan";
import type { RaisedQuestion } from "./questions";
import { single, spokenSides } from "./single";
import { isWorthIt } from "./worth";

/** By which tests a question can be settled, and which of those are planned. */

/** A test on a side, as it stands in a plan. */
export type Planned = { readonly key: string; readonly protocol: Protocol; readonly side: Side | null };

/** What settles a question: a rule that counts, single tests with figures, a sign without any, or nothing. */
export type Way = {
  /** left out: it fits no budget. not worth it: its tests would tell too little for what they cost. */
  readonly by: "rule" | "tests" | "sign" | "nothing" | "settled" | "ask" | "left out" | "not worth it";
  readonly said: string;
  readonly tests: readonly Planned[];
  readonly rules: readonly PlanRule[];
};

export const planned = (protocol: Protocol, side: Side | null): Planned => ({
  key: runKey(protocol.id, side),
  protocol,
  side,
});

/** The place a test is done in: lying on the side is two places, by which side lies up. */
export function placeOf({ protocol, side }: Planned, painful: Side): string {
  if (protocol.position !== "side-lying") return protocol.position;
  return `side-lying ${side ?? painful}`;
}

/** The runs of these tests that can be done, both sides of each. */
export const everyRun = (tests: readonly TestId[], plan: Planning): readonly Planned[] =>
  tests
    .map(protocolOf)
    .flatMap((protocol) => (protocol.sided ? SIDES : [null]).map((side) => planned(protocol, side)))
    .filter(({ protocol, side }) => plan.canRun(protocol, side));

/** The runs of a test that would speak for a source's side, and could be done. */
function speakingFor({ source, side }: RaisedQuestion, plan: Planning): readonly Planned[] {
  return PROTOCOLS.filter(({ tissueGroup }) => tissueGroup !== "upper-cervical-ligament").flatMap((protocol) =>
    protocol.readings.some((reading) => reading.source === source && !reading.pointsOnly)
      ? (protocol.sided ? SIDES : [null])
          .filter((tested) =>
            protocol.readings.some(
              (reading) =>
                reading.source === source &&
                !reading.pointsOnly &&
                spokenSides(reading.sides, tested, source).includes(side) &&
                /** The far side of a two-sided load speaks through a rule only. */
                (reading.sides !== "both sides" || tested === null || side === null || tested === side),
            ),
          )
          .filter((tested) => plan.canRun(protocol, tested))
          .map((tested) => planned(protocol, tested))
      : [],
  );
}

const NOT_WORTH_IT: Way = {
  by: "not worth it",
  said: "what is left would tell too little for what it costs",
  tests: [],
  rules: [],
};

function ruleWay(question: RaisedQuestion, plan: Planning): Way | null {
  const { source, side } = question;
  const { preferred, probability } = readSource(plan.context, source, side);
  if (!preferred || !preferred.applies) return null;
  const { rule, positive } = preferred;
  const said = `${rule.label}, ${ruleAsks(rule)}`;
  if (preferred.settled) return { by: "settled", said: `${said}: ${preferred.verdict}`, tests: [], rules: [] };
  const finish = finishing(source, side, plan);
  if (!finish?.way) return null;
  if (!isWorthIt(finish.way, finish.way.cost)) return NOT_WORTH_IT;
  return {
    by: "rule",
    said,
    tests: finish.open.members.map((member) => planned(member.protocol, member.side)),
    rules: [
      {
        id: `${source} ${side ?? ""}`,
        probability,
        table: ruleTable(rule),
        positive,
        stuck: finish.open.stuck,
        members: finish.open.members.map(({ id, ifPresent, ifAbsent }) => ({ test: id, ifPresent, ifAbsent })),
        goesOn: finish.goesOn,
      },
    ],
  };
}

/** What a test that speaks for a source says of it. */
const readingFor = ({ protocol }: Planned, source: SourceId) =>
  protocol.readings.find((one) => one.source === source && !one.pointsOnly)!;

/** The test whose figures count for what a test says of a source. */
export const figuresFor = (test: Planned, source: SourceId): TestId =>
  readingFor(test, source).figuresOf ?? test.protocol.id;

/** Whether a figure of it counts for the source. */
function isFigured(test: Planned, source: SourceId, plan: Planning): boolean {
  const figuresOf = figuresFor(test, source);
  const [record] = recordsFor({ figuresOf, source, testedSide: test.side, run: "" }, plan);
  return record !== undefined && !record.off;
}

/** At most so many single tests for a question. */
const MOST_SINGLES = 2;

/** Beside a single test: another with a figure that leaves a number to compare at the next visit. */
function numberToKeep(question: RaisedQuestion, plan: Planning, beside: Planned): readonly Planned[] {
  const { source } = question;
  const [lightest] = speakingFor(question, plan)
    .filter(
      (test) =>
        test.key !== beside.key &&
        readingFor(test, source).sides !== "other side" &&
        test.protocol.measures.length > 0 &&
        isFigured(test, source, plan),
    )
    .toSorted((a, b) => a.protocol.burden - b.protocol.burden);
  return lightest ? [lightest] : [];
}

type Singles = {
  /** At most so many besides those that are planned anyway. */
  readonly most: number;
  readonly among: ReadonlyMap<string, Planned>;
  /** Tests that speak through a rule. */
  readonly without?: ReadonlySet<TestId>;
  /** Whether one is added that leaves a number. */
  readonly keepsNumber: boolean;
};

function singlesWay(
  question: RaisedQuestion,
  plan: Planning,
  { most, among, without, keepsNumber }: Singles,
): Way | null {
  const { source, side } = question;
  const worth = speakingFor(question, plan)
    .flatMap((test) => {
      const reading = readingFor(test, source);
      const told = single(test.protocol, test.side, source, side, figuresFor(test, source), plan);
      const cost = costOf(test.protocol, plan);
      if (!told || without?.has(test.protocol.id) || !isWorthIt(told, cost)) return [];
      /** A crossed test is the other leg's own: it is never the first to look. */
      const isOwn = reading.sides !== "other side";
      return [{ test, told, isOwn, worth: told.fall / cost }];
    })
    .toSorted((a, b) => Number(b.isOwn) - Number(a.isOwn) || b.worth - a.worth);
  const isPlanned = ({ test }: { readonly test: Planned }) => among.has(test.key);
  const given = worth.filter(isPlanned);
  /** One is enough where no more than one is asked for. */
  const more = most === 1 && given.length > 0 ? 0 : most;
  const taken = [...given, ...worth.filter((one) => !isPlanned(one)).slice(0, more)];
  if (taken.length === 0) return null;
  const tests = [
    ...taken.map(({ test }) => test),
    ...(keepsNumber && taken.length < most ? numberToKeep(question, plan, taken[0]!.test) : []),
  ];
  const { probability } = readSource(plan.context, source, side);
  return {
    by: "tests",
    said: tests.map(({ protocol }) => protocol.name).join(", "),
    tests,
    rules: tests.map((test) => ({ ...alone(question, test), probability })),
  };
}

/** A sign without a figure: one that is planned anyway, else the lightest, where somebody lies already, one that leaves a number. */
function signWay(question: RaisedQuestion, plan: Planning, among: ReadonlyMap<string, Planned>): Way | null {
  const places = new Set([...among.values()].map(({ protocol }) => protocol.position));
  const rank = ({ key, protocol }: Planned): number =>
    (among.has(key) ? 0 : 100) +
    protocol.burden * 4 +
    (places.has(protocol.position) ? 0 : 6) +
    (protocol.measures.length > 0 ? 0 : 1);
  const [best] = speakingFor(question, plan).toSorted((a, b) => rank(a) - rank(b));
  if (!best) return null;
  return bySigns(question, [best], `${best.protocol.name}: a sign, no figure`);
}

/** A test that is done whatever the others show. */
const alone = ({ source, side }: RaisedQuestion, { key }: Planned): PlanRule => ({
  id: `${source} ${side ?? ""} ${key}`,
  probability: 0.5,
  table: [1, 2],
  positive: 0,
  stuck: 0,
  members: [{ test: key, ifPresent: 0.5, ifAbsent: 0.5 }],
});

const bySigns = (question: RaisedQuestion, tests: readonly Planned[], said: string): Way => ({
  by: "sign",
  said,
  tests,
  rules: tests.map((test) => alone(question, test)),
});

/** The highly irritable have only so much of a usual examination. */
const MOST_WHEN_IRRITABLE = 2;

/** What is left of the usual examination of a region whose source has no figure; null: it has none, or it is done. */
function usualWay(question: RaisedQuestion, plan: Planning): Way | null {
  const usual = USUAL_EXAMINATION[question.source];
  if (!usual || question.depth !== "settle") return null;
  const asked = irritability(plan.state).level === "high" ? usual.slice(0, MOST_WHEN_IRRITABLE) : usual;
  const tests = asked
    .map(protocolOf)
    .map((protocol) => planned(protocol, protocol.sided ? question.side : null))
    .filter(({ protocol, side }) => plan.canRun(protocol, side));
  if (tests.length === 0) return null;
  return bySigns(question, tests, `${tests.map(({ protocol }) => protocol.name).join(", ")}: signs, no figure`);
}

/** Whether any test that could be done has a figure that counts for it: then it is asked by figures or not at all. */
const hasFigures = (question: RaisedQuestion, plan: Planning): boolean =>
  speakingFor(question, plan).some((test) => isFigured(test, question.source, plan));

/** The tests of the rule that counts for a source. */
const membersOf = ({ source, side }: RaisedQuestion, plan: Planning): ReadonlySet<TestId> => {
  const { preferred } = readSource(plan.context, source, side);
  return new Set(preferred ? testMembers(preferred.rule).map(({ test }) => test) : []);
};

/** Whether anything done already speaks for it, so that one test less is asked for. */
const isSpokenFor = ({ source, side }: RaisedQuestion, plan: Planning): boolean =>
  (plan.context.bySource.get(side ? `${source} ${side}` : source) ?? []).some(
    ({ outcome }) => outcome === "positive" || outcome === "negative",
  );

/**
 * What settles a question now: the rule the reading uses, else single tests with
 * figures, else a sign. The highly irritable have one test a source.
 *
 * @param among what is planned for the questions before it
 */
export function wayFor(question: RaisedQuestion, plan: Planning, among: ReadonlyMap<string, Planned>): Way {
  if (question.depth === "ask") return { by: "ask", said: "asked, not tested", tests: [], rules: [] };
  const isIrritable = irritability(plan.state).level === "high";
  const done = isSpokenFor(question, plan);
  const isLight = question.depth === "screen" || isIrritable;
  if (isLight && done) return { by: "settled", said: "looked at", tests: [], rules: [] };
  const rule = isLight ? null : ruleWay(question, plan);
  /** What a rule settled can still be moved by a test of another kind; what it is not worth, by one of its own too. */
  if (rule?.by === "settled" || rule?.by === "not worth it")
    return (
      singlesWay(question, plan, {
        most: MOST_SINGLES,
        among,
        ...(rule.by === "settled" ? { without: membersOf(question, plan) } : {}),
        keepsNumber: false,
      }) ?? rule
    );
  if (rule) return rule;
  const singles = singlesWay(question, plan, {
    most: isLight ? 1 : MOST_SINGLES,
    among,
    keepsNumber: !isLight && !done,
  });
  if (singles) return singles;
  const usual = usualWay(question, plan);
  if (usual) return usual;
  if (done) return { by: "settled", said: "nothing left changes its word", tests: [], rules: [] };
  /** The highly irritable are spared a look that moves no figure. */
  if (hasFigures(question, plan) || (isIrritable && question.depth === "screen")) return NOT_WORTH_IT;
  return (
    signWay(question, plan, among) ?? {
      by: "nothing",
      said: "no test here speaks about it: ask",
      tests: [],
      rules: [],
    }
  );
}

/** Whether both sides are done: their numbers are compared, or it is of a nerve and begins on the uninvolved limb. */
const isOfBothSides = ({ id, tissueGroup, measures }: Protocol): boolean =>
  comparesSides(id) || (tissueGroup.endsWith("-neural") && measures.some((measure) => measure.id === "onset"));

/** The other side's run, where both are done and it is not planned or done already. */
export function companionOf({ protocol, side }: Planned, plan: Planning, keys: ReadonlySet<string>): Planned | null {
  if (side === null || !isOfBothSides(protocol) || isCrossed(protocol)) return null;
  const other = planned(protocol, otherSide(side));
  return keys.has(other.key) || !plan.canRun(protocol, other.side) ? null : other;
}

/** How long a test takes with its other side, in seconds. */
export const secondsWith = (test: TestId, companion: Planned | null): number => secondsOf(test, companion ? 2 : 1);

/** What would change what is done today, then what their first symptom asks, then what is to be settled, then a look. */
export const priorityOf = ({ source, depth, isOfFirst }: RaisedQuestion): number =>
  ("changesManagement" in SOURCES[source] ? 0 : 20) + (isOfFirst ? 0 : 10) + (depth === "settle" ? 0 : 5);
