import { ageOn } from "../measurement";
import type { ExamState } from "./state";

/** The person's age in whole years on the day the exam was opened, or null before it is. */
export const ageAtExam = (state: Pick<ExamState, "opened">): number | null =>
  state.opened ? ageOn(state.opened.body.person.birthDate, state.opened.at) : null;
