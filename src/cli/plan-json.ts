import { type ExamPlan, type ExamState, planExam } from "@/core";

/** A number as it is printed. */
export const rounded = (value: number, digits = 4): number => Number(value.toFixed(digits));

const costs = ({ tests, burden, turns, minutes, cost }: ExamPlan["expected"]) => ({
  tests: rounded(tests),
  burden: rounded(burden),
  turns: rounded(turns),
  minutes: rounded(minutes, 1),
  cost: rounded(cost),
});

/** The plan of an exam as the terminal prints it. */
export function planJson(state: ExamState) {
  const plan = planExam(state);
  return {
    questions: plan.questions.map(({ source, side, start, settledBy }) => ({
      source,
      side,
      start: rounded(start),
      settledBy,
    })),
    blocks: plan.blocks.map(({ place, tests }) => ({
      position: place,
      tests: tests.map(({ test, side, role, burden, when }) => ({
        test,
        side,
        role,
        burden,
        ...(when === undefined ? {} : { when }),
      })),
    })),
    expected: costs(plan.expected),
    everything: costs(plan.everything),
    leftOut: plan.leftOut,
    ...(plan.gap === null ? {} : { approximate: { gap: rounded(plan.gap) } }),
  };
}
