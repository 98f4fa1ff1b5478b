import { irritability } from "../exam/irritability";
import type { ExamState } from "../exam/state";
import {
  type GuardEffect,
  type GuardQuestion,
  LUMBOPELVIC_QUESTIONS,
  type Urgency,
} from "../knowledge/guard-questions";
import type { Protocol, Stage, StageLoad } from "../knowledge/protocols";
import { ADULT_AGE, ageOn } from "../measurement/age";
import type { LoadId } from "../vocabulary/examination";
import { otherSide, type Side } from "../vocabulary/sides";

export type Block = {
  readonly id: string;
  readonly loads: readonly LoadId[] | "all";
  readonly on: "person" | "right side" | "left side";
  readonly reason: string;
  /** The typed reason it was overridden with, or null. */
  readonly overridden: string | null;
};

export type Caution = { readonly id: string; readonly loads: readonly LoadId[] | "all"; readonly text: string };

export type Referral = {
  readonly id: string;
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
  /** Asked again since a run was stopped. */
  readonly askAgain: boolean;
};

/** The person's age in whole years on the day the exam was opened, or null before it is. */
export const ageAtExam = (state: ExamState): number | null =>
  state.opened ? ageOn(state.opened.body.person.birthDate, state.opened.at) : null;

/** The questions that can matter to this person. */
export function questionsFor(state: ExamState): readonly GuardQuestion[] {
  const person = state.opened?.body.person;
  const age = ageAtExam(state);
  return LUMBOPELVIC_QUESTIONS.filter(({ onlyIf }) => {
    if (onlyIf?.notSex && person?.sex === onlyIf.notSex) return false;
    return onlyIf?.maxAge === undefined || age === null || age <= onlyIf.maxAge;
  });
}

type Collected = { blocks: Block[]; cautions: Caution[]; referrals: Referral[] };

function collect(into: Collected, state: ExamState, id: string, effect: GuardEffect): void {
  if (effect.kind === "block") {
    into.blocks.push({
      id,
      loads: effect.loads,
      on: effect.on,
      reason: effect.reason,
      overridden: state.overrides[id]?.reason ?? null,
    });
  } else if (effect.kind === "caution") {
    into.cautions.push({ id, loads: effect.loads, text: effect.text });
  } else {
    into.referrals.push({
      id,
      urgency: effect.urgency,
      text: effect.text,
      acknowledged: state.acknowledged[id]?.action ?? null,
    });
  }
}

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
 * @example assessGuard(state).blocks[0]?.reason // "Pregnancy: not face down."
 */
export function assessGuard(state: ExamState): Guard {
  const questions = questionsFor(state);
  const collected: Collected = { blocks: [], cautions: derivedCautions(state), referrals: [] };
  for (const question of questions) {
    const answer = state.guardAnswers[question.id];
    const effects = question.options.find((option) => option.id === answer)?.effects ?? [];
    effects.forEach((effect, index) => collect(collected, state, `${question.id}.${answer}.${index + 1}`, effect));
  }
  return {
    ...collected,
    questions,
    unanswered: questions.filter((question) => state.guardAnswers[question.id] === undefined),
    askAgain: state.guardAskedAgain,
  };
}

/** Does the load fall on what the block protects? A block on one side reaches only loads on that side's leg. */
function reaches(block: Block, { load, on }: StageLoad, tested: Side | null): boolean {
  if (block.loads !== "all" && !block.loads.includes(load)) return false;
  if (block.on === "person") return true;
  if (on === "person" || !tested) return false;
  const side = on === "tested side" ? tested : otherSide(tested);
  return block.on === `${side} side`;
}

/** The blocks in force on a stage when it is done on `side`; overridden ones no longer are. */
export const blocksOn = (guard: Guard, stage: Stage, side: Side | null): readonly Block[] =>
  guard.blocks.filter((block) => block.overridden === null && stage.loads.some((load) => reaches(block, load, side)));

/** The cautions that concern a stage. */
export const cautionsOn = (guard: Guard, stage: Stage): readonly Caution[] =>
  guard.cautions.filter(({ loads }) => loads === "all" || stage.loads.some(({ load }) => loads.includes(load)));

/**
 * What stands in a test's way: the blocks on its first stage make it
 * impossible; blocks on later ones leave it modified.
 */
export function blocksOnTest(
  guard: Guard,
  protocol: Protocol,
  dose: keyof Protocol["stages"],
  side: Side | null,
): { whole: readonly Block[]; stages: ReadonlyMap<string, readonly Block[]> } {
  const perStage = protocol.stages[dose].map((stage) => [stage.id, blocksOn(guard, stage, side)] as const);
  const stages = new Map(perStage.filter(([, blocks]) => blocks.length > 0));
  const everyStage = perStage.every(([, blocks]) => blocks.length > 0);
  return { whole: everyStage ? (perStage[0]?.[1] ?? []) : [], stages };
}
