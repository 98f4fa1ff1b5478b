import { protocolOf, type TestId } from "@/core/knowledge";
import type { ExamPlan, PlanBlock, PlanTestShown, QuestionCost } from "@/core/planning";
import type { Side } from "@/core/vocabulary";

/** A test of a block as one stone: its sides in the order they are done in, and what it may earn. */
export type Stone = {
  readonly test: TestId;
  readonly name: string;
  readonly sides: readonly Side[];
  readonly role: string;
  readonly burden: number;
  readonly chance: number;
  readonly tells: readonly string[];
  readonly earns: readonly PlanTestShown[];
};

/** The stones of a block, in their order. */
export function stonesOf({ tests }: PlanBlock): readonly Stone[] {
  const stones: Stone[] = [];
  for (const shown of tests) {
    const at = stones.findIndex(({ test }) => test === shown.test);
    const side = shown.side ? [shown.side] : [];
    if (shown.when !== undefined) {
      const under = stones.at(-1);
      if (under) stones[stones.length - 1] = { ...under, earns: [...under.earns, shown] };
      continue;
    }
    const there = stones[at];
    if (there) {
      const isMain = shown.role !== "to compare with";
      stones[at] = {
        ...there,
        sides: [...there.sides, ...side],
        role: isMain ? shown.role : there.role,
        chance: Math.max(there.chance, shown.chance),
        tells: [...there.tells, ...shown.tells],
      };
    } else
      stones.push({
        test: shown.test,
        name: protocolOf(shown.test).name,
        sides: side,
        role: shown.role,
        burden: shown.burden,
        chance: shown.chance,
        tells: shown.tells,
        earns: [],
      });
  }
  return stones;
}

/** A position as it is said aloud. */
export const PLACE_WORDS: Readonly<Record<string, string>> = {
  standing: "Standing",
  seated: "Seated",
  supine: "On the back",
  "side-lying right": "On the left side",
  "side-lying left": "On the right side",
  prone: "On the front",
};

const rounded = (value: number): number => Math.max(0, Math.round(value));

/** A number and its noun. */
export const counted = (value: number, one: string, many: string): string => {
  const whole = rounded(value);
  return `${whole} ${whole === 1 ? one : many}`;
};

/** What a plan comes to, in words. */
export const costText = ({
  tests,
  minutes,
  turns,
}: Pick<ExamPlan["expected"], "tests" | "minutes" | "turns">): string =>
  `${counted(tests, "test", "tests")} · ${rounded(minutes)} min · ${counted(turns, "position change", "position changes")}`;

/** What a question takes, in words; empty where its tests are done anyway. */
export const questionCostText = ({ tests, turns, minutes, safetyQuestions }: QuestionCost): string =>
  [
    ...(rounded(tests) > 0 ? [counted(tests, "test", "tests"), `${Math.max(1, rounded(minutes))} min`] : []),
    ...(rounded(turns) > 0 ? [counted(turns, "position change", "position changes")] : []),
    ...(safetyQuestions > 0 ? [counted(safetyQuestions, "safety question", "safety questions")] : []),
  ].join(" · ");
