import { CAUDA_EQUINA, COMMON_AND_BACK, CORD_AND_WEAKNESS } from "./questions-back";
import { ARTERY, BRAINSTEM, NECK_QUESTIONS } from "./questions-neck";
import type { GuardQuestion } from "./question-types";

export { URGENCIES, type GuardEffect, type Urgency } from "./effects";
export { ALL_CLEAR_OPTION, type GuardCount, type GuardOption, type GuardQuestion } from "./question-types";
export { GUARD_COUNTS } from "./questions-back";
export { GUARD_SCHOOLS, LIGAMENT_ORDER } from "./questions-neck";

/** The whole guard, worst first. Local rules and licensed judgement come before this list. */
export const GUARD_QUESTIONS: readonly GuardQuestion[] = [
  CAUDA_EQUINA,
  BRAINSTEM,
  ARTERY,
  ...CORD_AND_WEAKNESS,
  ...NECK_QUESTIONS,
  ...COMMON_AND_BACK,
];
