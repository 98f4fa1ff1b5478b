import { GENERAL_QUESTIONS } from "./questions-general";
import { BACK_QUESTIONS, CAUDA_EQUINA } from "./questions-back";
import { ARM_QUESTIONS, NECK_QUESTIONS } from "./questions-neck";
import type { GuardQuestion } from "./question-types";

export {
  REFERRED_TO,
  type GuardEffect,
  type ReferralEffect,
  type ReferredTo,
  THRUSTS,
  URGENCIES,
  URGENCY_LABELS,
  type Urgency,
} from "./effects";
export {
  ALL_CLEAR_OPTION,
  effectsOfAnswer,
  FOLLOWS_THE_PLAN,
  GUARD_FINDINGS,
  GUARD_GROUPS,
  type GuardCondition,
  type GuardCount,
  type GuardFinding,
  type GuardGroupId,
  type GuardOption,
  type GuardPart,
  type GuardQuestion,
  NOT_KNOWN_OPTION,
} from "./question-types";
export { GUARD_COUNTS } from "./combined-rules";
export { GUARD_SCHOOLS, LIGAMENT_ORDER } from "./questions-neck";

/** The whole safety screen, worst first. Local rules and clinical judgement come before this list. */
export const GUARD_QUESTIONS: readonly GuardQuestion[] = [
  CAUDA_EQUINA,
  ...GENERAL_QUESTIONS.slice(0, 4),
  ...NECK_QUESTIONS,
  ...ARM_QUESTIONS,
  ...BACK_QUESTIONS,
  ...GENERAL_QUESTIONS.slice(4),
];
