import { GENERAL_QUESTIONS } from "./questions-general";
import { BACK_QUESTIONS, CAUDA_EQUINA } from "./questions-back";
import { ARM_QUESTIONS, NECK_QUESTIONS } from "./questions-neck";
import type { GuardQuestion } from "./question-types";

/** The whole safety screen, worst first. Local rules and clinical judgement come before this list. */
export const GUARD_QUESTIONS: readonly GuardQuestion[] = [
  CAUDA_EQUINA,
  ...GENERAL_QUESTIONS.slice(0, 4),
  ...NECK_QUESTIONS,
  ...ARM_QUESTIONS,
  ...BACK_QUESTIONS,
  ...GENERAL_QUESTIONS.slice(4),
];
