import { remembered, rememberedWith } from "../base";
import { GUARD_QUESTIONS, type GuardQuestion, protocolOf, type TestId } from "../knowledge";
import { ageAtExam, examRegions, type ExamState, sheetTests, versionOfEvent } from "../record";
import { type LoadId, RECORD_VERSION, type Sex, wasThere } from "../vocabulary";

/** Every load a test can put on the body, however it is done. */
const loadsOf = remembered(
  (test: TestId): ReadonlySet<LoadId> =>
    new Set(
      protocolOf(test).stages.flatMap(({ loads, ways = [] }) =>
        [...loads, ...ways.flatMap((way) => way.loads ?? [])].map(({ load }) => load),
      ),
    ),
);

/** Every load of a sheet. */
const loadsOfSheet = remembered(
  (tests: readonly TestId[]): ReadonlySet<LoadId> => new Set(tests.flatMap((test) => [...loadsOf(test)])),
);

/** The version whose questions an exam is held to: the one that signed it, or today's. */
const versionAsked = ({ signed }: Pick<ExamState, "signed">): number =>
  signed ? versionOfEvent(signed) : RECORD_VERSION;

const answerByAge = ({ options }: GuardQuestion, age: number | null): string | undefined =>
  age === null
    ? undefined
    : options.find(
        ({ byAge }) =>
          byAge && (byAge.from === undefined || age >= byAge.from) && (byAge.upTo === undefined || age <= byAge.upTo),
      )?.id;

type Answers = Readonly<Record<string, string>>;

/**
 * The answers that hold, by question: what the person's age alone answers comes
 * before what was typed. The same object as long as answers and person are.
 *
 * @example answersThatHold(state)["cspine-high"] // undefined
 */
export const answersThatHold = (state: ExamState): Answers => holding(state.guardAnswers, ageAtExam(state));

const holding = rememberedWith((given: Answers, age: number | null): Answers => {
  const answers: Record<string, string> = { ...given };
  for (const question of GUARD_QUESTIONS) {
    const byAge = answerByAge(question, age);
    if (byAge && isCalledFor(question, answers)) answers[question.id] = byAge;
  }
  return answers;
});

/** Whether the answer that a question follows from holds; most follow from none. */
function isCalledFor({ onlyIf }: GuardQuestion, answers: Answers): boolean {
  const { answered } = onlyIf ?? {};
  if (!answered || !answered.options.includes(answers[answered.question] ?? "")) return !answered;
  const parent = GUARD_QUESTIONS.find(({ id }) => id === answered.question);
  return !parent || isCalledFor(parent, answers);
}

/** Whether a question can concern this person at all, whatever is tested. */
function concerns({ onlyIf }: GuardQuestion, sex: Sex, age: number | null): boolean {
  if (onlyIf?.notSex && sex === onlyIf.notSex) return false;
  if (onlyIf?.minAge !== undefined && age !== null && age < onlyIf.minAge) return false;
  return onlyIf?.maxAge === undefined || age === null || age <= onlyIf.maxAge;
}

/** The questions that can be true of a person of an age, by sex, and follow from what was answered. */
const inForce = rememberedWith((answers: Answers, age: number | null) =>
  remembered((sex: Sex): readonly GuardQuestion[] =>
    GUARD_QUESTIONS.filter((question) => concerns(question, sex, age) && isCalledFor(question, answers)),
  ),
);

/**
 * The questions whose answers are in force: those that can be true of this
 * person and follow from what was answered. What is on the sheet does not
 * matter: an answer given holds when its test is taken off again.
 */
export const questionsInForce = (
  state: ExamState,
  answers: Answers = answersThatHold(state),
): readonly GuardQuestion[] => inForce(answers, ageAtExam(state))(state.opened?.body.person.sex ?? "not stated");

/**
 * The questions asked of this person: by the regions the exam reaches into, and
 * by the loads of the tests on the sheet, of those begun, and of those named
 * beside them. Adding a test never takes a question away.
 *
 * @param also tests that are proposed or about to begin
 * @param v the version whose questions are meant: an event is held to those of its own
 * @example questionsFor(openedState).some(({ id }) => id === "cauda-equina") // true
 */
export function questionsFor(
  state: ExamState,
  also: readonly TestId[] = [],
  v: number = versionAsked(state),
  answers: Answers = answersThatHold(state),
): readonly GuardQuestion[] {
  const regions = examRegions(state);
  const sheet = sheetTests(state);
  const beside = [...also, ...state.runs.map((run) => run.test)].filter((test) => !sheet.includes(test));
  const reached = beside.length === 0 ? loadsOfSheet(sheet) : loadsOfSheet([...sheet, ...beside]);
  return questionsInForce(state, answers).filter((question) => {
    const { onlyIf } = question;
    if (!wasThere(question, v)) return false;
    if (!onlyIf?.regions && !onlyIf?.loads) return true;
    return (
      (onlyIf.regions?.some((region) => regions.has(region)) ?? false) ||
      (onlyIf.loads?.some((load) => reached.has(load)) ?? false)
    );
  });
}

/**
 * The questions that certain loads call for, whatever is on the sheet: those of a
 * technique that is about to be done.
 *
 * @example questionsForLoads(openedState, ["neck-traction"]).some(({ id }) => id === "neck-surgery") // true
 */
export const questionsForLoads = (
  state: ExamState,
  loads: readonly LoadId[],
  v: number = versionAsked(state),
): readonly GuardQuestion[] =>
  questionsInForce(state).filter(
    (question) => wasThere(question, v) && (question.onlyIf?.loads?.some((load) => loads.includes(load)) ?? false),
  );
