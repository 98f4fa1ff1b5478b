import {
  CONCERNED_BY_STOP,
  effectsOfAnswer,
  FOLLOWS_THE_PLAN,
  GUARD_COUNTS,
  type GuardCondition,
  type GuardEffect,
  type GuardQuestion,
  protocolOf,
  type ReferredTo,
  SHORT_EXAM_ITEMS,
  type ShortExamItem,
  type TestId,
  type Urgency,
} from "../knowledge";
import { interpretExam, interpretResponses, type TestOutcome } from "../reading";
import {
  ageAtExam,
  type Asked,
  examRegions,
  type ExamState,
  type Override,
  schoolIn,
  settingsOf,
  versionOfEvent,
} from "../record";
import { type LoadId, type SourceId } from "../vocabulary";
import { answersThatHold, partsGiven, questionsFor, questionsInForce } from "./asked";
import { type Effect, fromBaseline, fromPerson } from "./derived";
import { findingsOf } from "./findings";
import { upperNeckInDoubt } from "./upper-neck-in-doubt";

export type Block = {
  readonly id: string;
  readonly loads: readonly LoadId[] | "all";
  readonly on: "person" | "right side" | "left side";
  readonly reason: string;
  /** The documented reasons given against it, each for a test or, where one is enough, for the region. */
  readonly overridden: readonly Override[];
  /** No documented reason overrides it. */
  readonly final: boolean;
  /** One documented reason stands for every test of the region and load. */
  readonly onceForRegion: boolean;
  /** The short examination of the neck would open it to a documented reason. */
  readonly awaitsShortExam: boolean;
};

/** Tests that come before any other of their region, and why. */
export type First = { readonly id: string; readonly tests: readonly TestId[]; readonly text: string };

export type Caution = { readonly id: string; readonly loads: readonly LoadId[] | "all"; readonly text: string };

/** What an effect follows from: an answer, the neurological baseline, or the outcome of a test. */
export type Origin =
  | { readonly kind: "answer"; readonly question: string }
  | { readonly kind: "baseline" }
  | { readonly kind: "outcome"; readonly test: TestId; readonly source: SourceId };

export type Referral = {
  readonly id: string;
  readonly from: Origin;
  readonly urgency: Urgency;
  readonly to: ReferredTo;
  /** What is suspected, to the practitioner. */
  readonly text: string;
  /** What is asked of the reader of the letter. */
  readonly request: string;
  /** What was done about it, or null. */
  readonly acknowledged: string | null;
};

/** What the answers so far mean. There is no "all clear" in it. */
export type Guard = {
  readonly questions: readonly GuardQuestion[];
  readonly unanswered: readonly GuardQuestion[];
  readonly blocks: readonly Block[];
  readonly cautions: readonly Caution[];
  readonly referrals: readonly Referral[];
  readonly first: readonly First[];
  /** The answers that hold, by question. */
  readonly answers: Readonly<Record<string, string>>;
  /** Questions not answered since a run was stopped or a sign came up that is new since a technique. */
  readonly stale: readonly GuardQuestion[];
  /** To be asked again: some are. */
  readonly askAgain: boolean;
  /** Signs that are new since a technique and were not followed by a guard and a baseline yet. */
  readonly newSigns: readonly TestOutcome[];
};

/** An effect with its id and what it follows from. */
type Sourced = { readonly id: string; readonly from: Origin; readonly effect: GuardEffect };

type Collected = { blocks: Block[]; cautions: Caution[]; referrals: Referral[]; first: First[] };

/** What the tests came to: read only where an effect or a test asks for it. */
type Outcomes = () => readonly TestOutcome[];

/** Every item of the short examination was looked at and normal. */
export const isShortExamNormal = ({ shortExam }: Pick<ExamState, "shortExam">): boolean =>
  shortExam !== null &&
  (Object.keys(SHORT_EXAM_ITEMS) as ShortExamItem[]).every((item) => shortExam.items[item] === "normal");

/** Every outcome of these tests is negative, on both sides where they have sides. */
function allClear(tests: readonly TestId[], outcomes: Outcomes): boolean {
  return tests.every((test) => {
    const own = outcomes().filter((outcome) => outcome.test === test);
    const sides = new Set(own.map(({ testedSide }) => testedSide));
    return (
      own.length > 0 &&
      own.every(({ outcome }) => outcome === "negative") &&
      (!protocolOf(test).sided || sides.size === 2)
    );
  });
}

function collect(into: Collected, state: ExamState, { id, from, effect }: Sourced, outcomes: Outcomes): void {
  if (effect.kind === "block") {
    const { under, untilClear } = effect;
    if (under && schoolIn(settingsOf(state), under.school) !== under.option) return;
    if (untilClear && allClear(untilClear, outcomes)) return;
    const isLowered = effect.afterShortExam !== undefined && isShortExamNormal(state);
    const awaitsShortExam = effect.afterShortExam !== undefined && !isLowered;
    const final = effect.final === true || awaitsShortExam;
    into.blocks.push({
      id,
      loads: effect.loads,
      on: effect.on,
      reason: isLowered ? effect.afterShortExam! : effect.reason,
      overridden: final ? [] : (state.overrides[id] ?? []),
      final,
      onceForRegion: effect.onceForRegion ?? false,
      awaitsShortExam,
    });
  } else if (effect.kind === "caution") {
    const isSaid = into.cautions.some(
      ({ text, loads }) => text === effect.text && JSON.stringify(loads) === JSON.stringify(effect.loads),
    );
    if (!isSaid) into.cautions.push({ id, loads: effect.loads, text: effect.text });
  } else if (effect.kind === "first") {
    if (!allClear(effect.tests, outcomes)) into.first.push({ id, tests: effect.tests, text: effect.text });
  } else {
    into.referrals.push({
      id,
      from,
      urgency: effect.urgency,
      to: effect.to,
      text: effect.text,
      request: effect.request,
      acknowledged: state.acknowledged[id]?.action ?? null,
    });
  }
}

/** What tests already done ask of the rest of the visit; most ask for nothing. */
const fromTests = ({ runs }: ExamState, outcomes: Outcomes): Sourced[] =>
  !runs.some(({ test }) => protocolOf(test).aftermath)
    ? []
    : outcomes().flatMap((outcome) =>
        (protocolOf(outcome.test).aftermath ?? [])
          .filter(({ source, outcomes: asked }) => source === outcome.source && asked.includes(outcome.outcome))
          .flatMap(({ effects }) =>
            effects.map((effect, index) => ({
              id: `after.${outcome.test}.${outcome.source}.${index + 1}`,
              from: { kind: "outcome", test: outcome.test, source: outcome.source },
              effect,
            })),
          ),
      );

type Answers = Readonly<Record<string, string>>;

/** What the answers ask for, one by one. */
const fromAnswers = (state: ExamState, questions: readonly GuardQuestion[], answers: Answers): Sourced[] => {
  const parts = partsGiven(state);
  return questions.flatMap((question): Sourced[] => {
    const answer = answers[question.id];
    if (answer === undefined) return [];
    return effectsOfAnswer(question, answer, parts[question.id] ?? []).map(({ id, effect }) => ({
      id,
      from: { kind: "answer", question: question.id },
      effect,
    }));
  });
};

/** What answers and findings ask for together. */
function fromCombinedRules(state: ExamState, questions: readonly GuardQuestion[], answers: Answers): Sourced[] {
  const [parts, findings, age, regions] = [partsGiven(state), findingsOf(state), ageAtExam(state), examRegions(state)];
  const inForce = new Set(questions.map(({ id }) => id));
  const isMet = (condition: GuardCondition): boolean => {
    if ("found" in condition) return findings.has(condition.found);
    if ("ageFrom" in condition) return age !== null && age >= condition.ageFrom;
    if ("region" in condition) return regions.has(condition.region);
    const { question, options, part } = condition;
    if (!inForce.has(question) || !options.includes(answers[question] ?? "")) return false;
    const named = parts[question] ?? [];
    return part === undefined || named.length === 0 || named.includes(part);
  };
  return GUARD_COUNTS.flatMap(({ id, of, atLeast, with: besides = [], effects }): Sourced[] => {
    const met = of.filter(isMet);
    if (met.length < atLeast || !besides.every(isMet)) return [];
    const asked = [...met, ...besides].find((condition) => "question" in condition);
    const from: Origin =
      asked && "question" in asked ? { kind: "answer", question: asked.question } : { kind: "baseline" };
    return effects.map((effect, index) => ({ id: `${id}.${index + 1}`, from, effect }));
  });
}

/** When a question was last answered, by itself or with the whole guard. */
function lastAsked({ guardAsked, guardAskedAsOne }: ExamState, { id }: GuardQuestion): Asked {
  const own = guardAsked[id] ?? guardAskedAsOne;
  return {
    round: Math.max(own.round, guardAskedAsOne.round),
    runs: Math.max(own.runs, guardAskedAsOne.runs),
  };
}

/**
 * Answers → blocks, cautions and referrals, each with its reason.
 *
 * @param v the version whose questions are meant; left out: the one that signed it, or today's
 * @example assessGuard(pregnantState).blocks[0]?.reason // "Pregnancy from week 20: not prone."
 */
export function assessGuard(state: ExamState, v?: number): Guard {
  const answers = answersThatHold(state);
  const questions = questionsFor(state, [], v, answers);
  const inForce = questionsInForce(state, answers);
  const collected: Collected = { blocks: [], cautions: [], referrals: [], first: [] };
  const settings = settingsOf(state);
  const responses = interpretResponses(state.runs, settings);
  const outcomes = () => [...interpretExam(state.runs, settings), ...responses];
  const derived = (effects: readonly Effect[]): Sourced[] =>
    effects.map(([id, effect]) => ({ id, from: { kind: "baseline" }, effect }));
  const seen = new Set<string>();
  for (const sourced of [
    ...derived(fromPerson(state)),
    ...fromAnswers(state, inForce, answers),
    ...fromCombinedRules(state, inForce, answers),
    ...derived(fromBaseline(state)),
    ...derived(upperNeckInDoubt(state, answers, outcomes)),
    ...fromTests(state, outcomes),
  ]) {
    if (!seen.has(sourced.id)) collect(collected, state, sourced, outcomes);
    seen.add(sourced.id);
  }
  const newSigns = responses.filter(({ newSinceTechnique }) => newSinceTechnique);
  const newRuns = newSigns.map(({ run }) => runsSince(state, run));
  const unanswered = questions.filter(({ id }) => answers[id] === undefined);
  const asked = questions
    .filter(({ id }) => state.guardAnswers[id] !== undefined)
    .map((question) => ({
      question,
      ...lastAsked(state, question),
    }));
  const isRepeated = repeatedAfterStop(state, answers);
  const stale = asked
    .filter(
      ({ question, round, runs }) =>
        (round < state.guardRound && isRepeated(question)) || newRuns.some((run) => run > runs),
    )
    .map(({ question }) => question);
  const askedAfter = Math.min(state.neuroRecordedAfter, ...asked.map(({ runs }) => runs));
  return {
    ...collected,
    questions,
    answers,
    unanswered,
    stale,
    askAgain: stale.length > 0,
    newSigns: newSigns.filter((_sign, index) => newRuns[index]! > askedAfter),
  };
}

/** What earlier versions repeated after a stop was everything. */
function repeatedAfterStop(
  { stops, signed }: ExamState,
  answers: Answers,
): (question: Pick<GuardQuestion, "id" | "group">) => boolean {
  if (signed && versionOfEvent(signed) < FOLLOWS_THE_PLAN) return () => true;
  const isOtherNew = !["no", undefined].includes(answers["anything-else"]);
  const concerned = new Set(stops.flatMap(({ reason }) => CONCERNED_BY_STOP[reason]));
  return ({ id, group }) => isOtherNew || group === "grave" || concerned.has(id);
}

/** How many runs there were when this one began, itself included. */
const runsSince = (state: ExamState, run: string): number => state.runs.findIndex(({ id }) => id === run) + 1;

/** The emergency that nobody has said yet what was done about; null when there is none. */
export const openEmergency = ({ referrals }: Pick<Guard, "referrals">): Referral | null =>
  referrals.find(({ urgency, acknowledged }) => urgency === "emergency" && !acknowledged) ?? null;
