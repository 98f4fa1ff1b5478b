import { remembered } from "../base";
import {
  GUARD_COUNTS,
  type GuardEffect,
  type GuardQuestion,
  protocolOf,
  type TestId,
  type Urgency,
} from "../knowledge";
import { interpretExam, interpretResponses, type TestOutcome } from "../reading";
import { type Asked, type ExamState, type Override, schoolIn, settingsOf } from "../record";
import { type LoadId, type SourceId } from "../vocabulary";
import { answersThatHold, questionsFor, questionsInForce } from "./asked";
import { type Effect, fromBaseline, fromPerson } from "./derived";

export type Block = {
  readonly id: string;
  readonly loads: readonly LoadId[] | "all";
  readonly on: "person" | "right side" | "left side";
  readonly reason: string;
  /** The typed reasons given against it, each for a test. */
  readonly overridden: readonly Override[];
  /** No typed reason lifts it. */
  readonly final: boolean;
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
  readonly text: string;
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
    into.blocks.push({
      id,
      loads: effect.loads,
      on: effect.on,
      reason: effect.reason,
      overridden: effect.final ? [] : (state.overrides[id] ?? []),
      final: effect.final ?? false,
    });
  } else if (effect.kind === "caution") {
    into.cautions.push({ id, loads: effect.loads, text: effect.text });
  } else if (effect.kind === "first") {
    if (!allClear(effect.tests, outcomes)) into.first.push({ id, tests: effect.tests, text: effect.text });
  } else {
    into.referrals.push({
      id,
      from,
      urgency: effect.urgency,
      text: effect.text,
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

/** What the answers ask for, one by one and together: the same as long as they and the questions are. */
const fromAnswers = (questions: readonly GuardQuestion[], answers: Answers): readonly Sourced[] =>
  askedForBy(questions)(answers);

type Answers = Readonly<Record<string, string>>;
const askedForBy = remembered((questions: readonly GuardQuestion[]) =>
  remembered((answers: Answers) => workedOut(questions, answers)),
);

function workedOut(questions: readonly GuardQuestion[], answers: Answers): Sourced[] {
  const single = questions.flatMap((question): Sourced[] => {
    const answer = answers[question.id];
    const effects = question.options.find((option) => option.id === answer)?.effects ?? [];
    return effects.map((effect, index) => ({
      id: `${question.id}.${answer}.${index + 1}`,
      from: { kind: "answer", question: question.id },
      effect,
    }));
  });
  const together = GUARD_COUNTS.flatMap(({ id, of, atLeast, effects }): Sourced[] => {
    const given = of.filter(({ question, options }) => options.includes(answers[question] ?? ""));
    if (given.length < atLeast) return [];
    const from = { kind: "answer", question: given[0]!.question } as const;
    return effects.map((effect, index) => ({ id: `${id}.${index + 1}`, from, effect }));
  });
  return [...single, ...together];
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
 * @example assessGuard(pregnantState).blocks[0]?.reason // "Pregnancy: not face down."
 */
export function assessGuard(state: ExamState, v?: number): Guard {
  const answers = answersThatHold(state);
  const questions = questionsFor(state, [], v, answers);
  const collected: Collected = { blocks: [], cautions: [], referrals: [], first: [] };
  const settings = settingsOf(state);
  const responses = interpretResponses(state.runs, settings);
  const outcomes = () => [...interpretExam(state.runs, settings), ...responses];
  const derived = (effects: readonly Effect[]): Sourced[] =>
    effects.map(([id, effect]) => ({ id, from: { kind: "baseline" }, effect }));
  const seen = new Set<string>();
  for (const sourced of [
    ...derived(fromPerson(state)),
    ...fromAnswers(questionsInForce(state, answers), answers),
    ...derived(fromBaseline(state)),
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
  const stale = asked
    .filter(({ round, runs }) => round < state.guardRound || newRuns.some((run) => run > runs))
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

/** How many runs there were when this one began, itself included. */
const runsSince = (state: ExamState, run: string): number => state.runs.findIndex(({ id }) => id === run) + 1;

/** The emergency that nobody has said yet what was done about; null when there is none. */
export const openEmergency = ({ referrals }: Pick<Guard, "referrals">): Referral | null =>
  referrals.find(({ urgency, acknowledged }) => urgency === "emergency" && !acknowledged) ?? null;
