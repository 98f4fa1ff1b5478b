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
    questions: plan.questions.map(({ source, side, start, settledBy, cost, gainBits }) => ({
      source,
      side,
      start: rounded(start),
      settledBy,
      cost: {
        tests: rounded(cost.tests, 1),
        turns: rounded(cost.turns, 1),
        minutes: rounded(cost.minutes, 1),
        safetyQuestions: cost.safetyQuestions,
      },
      gainBits: gainBits === null ? null : rounded(gainBits),
    })),
    blocks: plan.blocks.map(({ place, before, tests }) => ({
      position: place,
      ...(before.length === 0
        ? {}
        : { before: before.map(({ is, because, minutes }) => ({ is, because, minutes: rounded(minutes, 1) })) }),
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
