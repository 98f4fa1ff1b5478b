import { remembered } from "../base";
import {
  block as blockEffect,
  findRootLevel,
  GUARD_QUESTIONS,
  type GuardEffect,
  type GuardQuestion,
  LUMBAR_LOADS,
  NECK_LOADS,
  type Protocol,
  protocolOf,
  referral,
  SEVERE_WEAKNESS,
  type Stage,
  type StageLoad,
  stagesOf,
  type TestId,
  UPPER_MOTOR_SIGNS,
  type Urgency,
  type Variant,
} from "../knowledge";
import { ADULT_AGE } from "../measurement";
import { interpretExam, type TestOutcome } from "../reading";
import {
  ageAtExam,
  examRegions,
  type ExamState,
  irritability,
  kindOf,
  schoolIn,
  settingsOf,
  sheetTests,
} from "../record";
import { type LoadId, otherSide, type Side, type SourceId } from "../vocabulary";

export type Block = {
  readonly id: string;
  readonly loads: readonly LoadId[] | "all";
  readonly on: "person" | "right side" | "left side";
  readonly reason: string;
  /** The typed reason it was overridden with, or null. */
  readonly overridden: string | null;
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
  /** To be asked again: a run was stopped, or a sign is new since a technique. */
  readonly askAgain: boolean;
  /** Signs that are new since a technique and were not followed by a guard and a baseline yet. */
  readonly newSigns: readonly TestOutcome[];
};

const isOnSheet = (load: LoadId, state: ExamState): boolean => loadsOfSheet(sheetTests(state)).has(load);

/** Every load of a sheet. */
const loadsOfSheet = remembered(
  (tests: readonly TestId[]): ReadonlySet<LoadId> => new Set(tests.flatMap((test) => [...loadsOf(test)])),
);

/** Every load a test can put on the body. */
const loadsOf = remembered(
  (test: TestId): ReadonlySet<LoadId> =>
    new Set(protocolOf(test).stages.flatMap((stage) => stage.loads.map(({ load }) => load))),
);

/** The questions that can matter to this person, in what this exam reaches into. */
export function questionsFor(state: ExamState): readonly GuardQuestion[] {
  const person = state.opened?.body.person;
  const age = ageAtExam(state);
  const regions = examRegions(state);
  return GUARD_QUESTIONS.filter(({ onlyIf }) => {
    if (!onlyIf) return true;
    if (onlyIf.notSex && person?.sex === onlyIf.notSex) return false;
    if (onlyIf.regions && !onlyIf.regions.some((region) => regions.has(region))) return false;
    if (onlyIf.loads && !onlyIf.loads.some((load) => isOnSheet(load, state))) return false;
    const { answered } = onlyIf;
    if (answered && !answered.options.includes(state.guardAnswers[answered.question] ?? "")) return false;
    if (onlyIf.minAge !== undefined && age !== null && age < onlyIf.minAge) return false;
    return onlyIf.maxAge === undefined || age === null || age <= onlyIf.maxAge;
  });
}

/** An effect with its id and what it follows from. */
type Sourced = { readonly id: string; readonly from: Origin; readonly effect: GuardEffect };

type Collected = { blocks: Block[]; cautions: Caution[]; referrals: Referral[]; first: First[] };

/** Every outcome of these tests is negative, on both sides where they have sides. */
function allClear(tests: readonly TestId[], outcomes: readonly TestOutcome[]): boolean {
  return tests.every((test) => {
    const own = outcomes.filter((outcome) => outcome.test === test);
    const sides = new Set(own.map(({ testedSide }) => testedSide));
    return (
      own.length > 0 &&
      own.every(({ outcome }) => outcome === "negative") &&
      (!protocolOf(test).sided || sides.size === 2)
    );
  });
}

function collect(
  into: Collected,
  state: ExamState,
  { id, from, effect }: Sourced,
  outcomes: readonly TestOutcome[],
): void {
  if (effect.kind === "block") {
    const { under, untilClear } = effect;
    if (under && schoolIn(settingsOf(state), under.school) !== under.option) return;
    if (untilClear && allClear(untilClear, outcomes)) return;
    into.blocks.push({
      id,
      loads: effect.loads,
      on: effect.on,
      reason: effect.reason,
      overridden: effect.final ? null : (state.overrides[id]?.reason ?? null),
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

/** What the neurological baseline asks of the guard: severe weakness, both legs, signs of the cord. */
function fromBaseline(state: ExamState): Sourced[] {
  const power = state.neuro.filter(({ kind }) => kind === "power");
  const severe = power.filter(({ value }) => value <= SEVERE_WEAKNESS);
  const worse = power.filter(({ value, before }) => before !== undefined && value < before);
  const weakLegs = new Set(
    power
      .filter(({ level, value }) => value < 4.5 && findRootLevel(level)?.region === "lumbopelvic")
      .map(({ side }) => side),
  );
  const cord = state.neuro.filter(({ kind, value }) => kind === "upper-motor" && value > 0);
  const effects: [string, GuardEffect][] = [];
  if (severe.length) {
    const where = severe
      .map(({ level, side, value }) => `${level.toUpperCase()} ${side ?? ""} ${value} of 5`)
      .join(", ");
    effects.push(
      ["baseline.power.1", blockEffect("all", `Severe weakness (${where}): no provocation.`)],
      ["baseline.power.2", referral("urgent", `Severe weakness (${where}): urgent referral.`)],
    );
  }
  if (worse.length) {
    const where = worse
      .map(({ level, side, value, before }) => `${level.toUpperCase()} ${side ?? ""} ${before} to ${value}`)
      .join(", ");
    effects.push(
      ["baseline.worse.1", blockEffect("all", `Weaker than last time (${where}): no provocation.`)],
      ["baseline.worse.2", referral("urgent", `Weaker than last time (${where}): urgent referral.`)],
    );
  }
  if (weakLegs.size === 2)
    effects.push(
      ["baseline.legs.1", blockEffect("all", "Weakness in both legs: possible cauda equina.")],
      [
        "baseline.legs.2",
        referral("emergency", "Weakness in both legs: possible cauda equina, emergency referral now."),
      ],
    );
  if (cord.length) {
    const names = cord.map(({ level }) => UPPER_MOTOR_SIGNS.find(({ id }) => id === level)?.label ?? level).join(", ");
    effects.push(
      [
        "baseline.cord.1",
        blockEffect(
          [...NECK_LOADS, "relocation", ...LUMBAR_LOADS],
          `${names}: possible spinal cord, no neck or lumbar loading.`,
        ),
      ],
      ["baseline.cord.2", referral("urgent", `${names}: possible spinal cord involvement, refer.`)],
    );
  }
  return effects.map(([id, effect]) => ({ id, from: { kind: "baseline" }, effect }));
}

/** What tests already done ask of the rest of the visit. */
const fromTests = (outcomes: readonly TestOutcome[]): Sourced[] =>
  outcomes.flatMap((outcome) =>
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

/** Cautions that follow from the complaint, not from an answer. */
function derivedCautions(state: ExamState): Caution[] {
  const cautions: Caution[] = [];
  const irritable = irritability(state);
  if (irritable.level === "high") {
    cautions.push({
      id: "irritable",
      loads: "all",
      text: `Highly irritable (${irritable.reason}): light force, and stop at the first familiar symptom.`,
    });
  }
  const age = ageAtExam(state);
  if (age !== null && age < ADULT_AGE) {
    cautions.push({
      id: "under-age",
      loads: "all",
      text: "Under 18: all figures come from adults, so probabilities are shown greyed.",
    });
  }
  return cautions;
}

/**
 * Answers → blocks, cautions and referrals, each with its reason.
 *
 * @example assessGuard(pregnantState).blocks[0]?.reason // "Pregnancy: not face down."
 */
export function assessGuard(state: ExamState): Guard {
  const questions = questionsFor(state);
  const collected: Collected = { blocks: [], cautions: derivedCautions(state), referrals: [], first: [] };
  const outcomes = interpretExam(state.runs, settingsOf(state));
  for (const question of questions) {
    const answer = state.guardAnswers[question.id];
    const effects = question.options.find((option) => option.id === answer)?.effects ?? [];
    effects.forEach((effect, index) =>
      collect(
        collected,
        state,
        { id: `${question.id}.${answer}.${index + 1}`, from: { kind: "answer", question: question.id }, effect },
        outcomes,
      ),
    );
  }
  const seen = new Set<string>();
  for (const sourced of [...fromBaseline(state), ...fromTests(outcomes)]) {
    if (!seen.has(sourced.id)) collect(collected, state, sourced, outcomes);
    seen.add(sourced.id);
  }
  const newSigns = outcomes.filter(({ newSinceTechnique }) => newSinceTechnique);
  return {
    ...collected,
    questions,
    unanswered: questions.filter((question) => state.guardAnswers[question.id] === undefined),
    askAgain: state.guardAskedAgain || newSigns.some(({ run }) => runsSince(state, run) > state.guardAnsweredAfter),
    newSigns: newSigns.filter(
      ({ run }) => runsSince(state, run) > Math.min(state.guardAnsweredAfter, state.neuroRecordedAfter),
    ),
  };
}

/** How many runs there were when this one began, itself included. */
const runsSince = (state: ExamState, run: string): number => state.runs.findIndex(({ id }) => id === run) + 1;

/** Whether anything but the answers "no" can have put a block in force. */
export const canBlock = (state: ExamState): boolean =>
  state.neuro.length > 0 ||
  state.runs.some(({ test }) => protocolOf(test).aftermath !== undefined) ||
  Object.values(state.guardAnswers).some((answer) => answer !== "no");

/** Does the load fall on what the block protects? A block on one side reaches only loads on that side's leg. */
function reaches(block: Block, { load, on }: StageLoad, tested: Side | null): boolean {
  if (block.loads !== "all" && !block.loads.includes(load)) return false;
  if (block.on === "person") return true;
  if (on === "person" || !tested) return false;
  const side = on === "tested side" ? tested : otherSide(tested);
  return block.on === `${side} side`;
}

const NONE: readonly Block[] = [];

/** The blocks in force on a stage when it is done on `side`; overridden ones no longer are. */
export const blocksOn = (guard: Guard, stage: Stage, side: Side | null): readonly Block[] =>
  guard.blocks.length === 0
    ? NONE
    : guard.blocks.filter(
        (block) => block.overridden === null && stage.loads.some((load) => reaches(block, load, side)),
      );

/** The cautions that concern a stage. */
export const cautionsOn = (guard: Guard, stage: Stage): readonly Caution[] =>
  guard.cautions.filter(({ loads }) => loads === "all" || stage.loads.some(({ load }) => loads.includes(load)));

/**
 * What stands in a test's way: blocks on every stage that provokes, measures or
 * observes make it impossible; blocks on some of them leave it modified.
 */
export function blocksOnTest(
  guard: Guard,
  protocol: Protocol,
  variant: Variant,
  side: Side | null,
): { whole: readonly Block[]; stages: ReadonlyMap<string, readonly Block[]> } {
  if (guard.blocks.length === 0) return { whole: NONE, stages: new Map() };
  const perStage = stagesOf(protocol, variant).map((stage) => ({ stage, blocks: blocksOn(guard, stage, side) }));
  const main = perStage.filter(({ stage }) => kindOf(stage) !== "release");
  const stages = new Map(
    perStage.filter(({ blocks }) => blocks.length > 0).map(({ stage, blocks }) => [stage.id, blocks] as const),
  );
  const everyStage = main.every(({ blocks }) => blocks.length > 0);
  return { whole: everyStage ? (main[0]?.blocks ?? []) : [], stages };
}

/** The emergency that nobody has said yet what was done about; null when there is none. */
export const openEmergency = ({ referrals }: Pick<Guard, "referrals">): Referral | null =>
  referrals.find(({ urgency, acknowledged }) => urgency === "emergency" && !acknowledged) ?? null;
