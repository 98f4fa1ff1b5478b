import { remembered, rememberedWith } from "../base";
import {
  ALL_CLEAR_OPTION,
  FOLLOWS_THE_PLAN,
  GUARD_QUESTIONS,
  type GuardEffect,
  type GuardFinding,
  type GuardQuestion,
  protocolOf,
  stagesOf,
  type TestId,
  type Variant,
} from "../knowledge";
import { ageAtExam, examRegions, type ExamState, settingsOf, sheetTests, variantFor, versionOfEvent } from "../record";
import { ARM, LEG, type LoadId, RECORD_VERSION, type Sex, wasThere } from "../vocabulary";
import { findingsOf, isDrawn } from "./findings";

/** Every load a test can put on the body, however it is done: what counted before version 10. */
const loadsOf = remembered(
  (test: TestId): ReadonlySet<LoadId> =>
    new Set(
      protocolOf(test).stages.flatMap(({ loads, ways = [] }) =>
        [...loads, ...ways.flatMap((way) => way.loads ?? [])].map(({ load }) => load),
      ),
    ),
);

/** Every load of a test list, done in any way. */
const loadsOfSheet = remembered(
  (tests: readonly TestId[]): ReadonlySet<LoadId> => new Set(tests.flatMap((test) => [...loadsOf(test)])),
);

/** A test as it is planned, or as it was begun. */
export type TestDone = { readonly test: TestId; readonly variant?: Variant };

/** The loads of a test done one way. */
export const loadsOfWay = (test: TestId, variant: Variant): readonly LoadId[] =>
  stagesOf(protocolOf(test), variant).flatMap(({ loads }) => loads.map(({ load }) => load));

/** The loads that a question's answers name one by one; "all" names none. */
const loadsGuarded = remembered(({ options, parts }: GuardQuestion): ReadonlySet<LoadId> => {
  const effects = [
    ...options.flatMap((option) => option.effects),
    ...parts.flatMap(({ until, effects: own = {} }) => (until === undefined ? Object.values(own).flat() : [])),
  ];
  return new Set(effects.flatMap((effect: GuardEffect) => loadsNamed(effect)));
});
const loadsNamed = (effect: GuardEffect): readonly LoadId[] =>
  (effect.kind === "block" || effect.kind === "caution") && effect.loads !== "all" ? effect.loads : [];

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
type PartsGiven = Readonly<Record<string, readonly string[]>>;

/**
 * The answers that hold, by question: what the patient's age alone answers comes
 * before what was typed. The same object as long as answers and patient are.
 *
 * @example answersThatHold(state)["cspine-high"] // undefined
 */
export const answersThatHold = (state: ExamState): Answers => holding(state.guardAnswers, ageAtExam(state));

const holding = rememberedWith((given: Answers, age: number | null): Answers => {
  const answers: Record<string, string> = { ...given };
  for (const question of GUARD_QUESTIONS) {
    const byAge = answerByAge(question, age);
    if (byAge && isCalledFor(question, answers, {})) answers[question.id] = byAge;
  }
  return answers;
});

/** The parts that were answered yes, by question. */
export const partsGiven = ({ guardGiven }: Pick<ExamState, "guardGiven">): PartsGiven => partsIn(guardGiven);

const partsIn = remembered((given: ExamState["guardGiven"]): PartsGiven =>
  Object.fromEntries(Object.entries(given).map(([id, { parts }]) => [id, parts])),
);

/** Whether the answer that a question follows from holds; most follow from none. */
function isCalledFor({ onlyIf }: GuardQuestion, answers: Answers, parts: PartsGiven): boolean {
  const { answered } = onlyIf ?? {};
  if (!answered) return true;
  if (!answered.options.includes(answers[answered.question] ?? "")) return false;
  const named = parts[answered.question] ?? [];
  if (answered.parts && named.length > 0 && !answered.parts.some((part) => named.includes(part))) return false;
  const parent = GUARD_QUESTIONS.find(({ id }) => id === answered.question);
  return !parent || isCalledFor(parent, answers, parts);
}

/** Whether a question can concern this patient at all, whatever is tested. */
function concerns({ onlyIf }: GuardQuestion, sex: Sex, age: number | null): boolean {
  if (onlyIf?.notSex && sex === onlyIf.notSex) return false;
  if (onlyIf?.minAge !== undefined && age !== null && age < onlyIf.minAge) return false;
  return onlyIf?.maxAge === undefined || age === null || age <= onlyIf.maxAge;
}

const sexOf = (state: ExamState): Sex => state.opened?.body.person.sex ?? "not stated";

/**
 * The questions whose answers are in force: those that can be true of this
 * patient and follow from what was answered. What is planned does not matter: an
 * answer given holds when its test is taken off again.
 */
export function questionsInForce(
  state: ExamState,
  answers: Answers = answersThatHold(state),
): readonly GuardQuestion[] {
  const [age, sex] = [ageAtExam(state), sexOf(state)];
  return calledFor(answers)(partsGiven(state)).filter((question) => concerns(question, sex, age));
}

/** The questions that follow from the answers and their parts, whoever the patient is. */
const calledFor = remembered((answers: Answers) =>
  remembered((parts: PartsGiven): readonly GuardQuestion[] =>
    GUARD_QUESTIONS.filter((question) => isCalledFor(question, answers, parts)),
  ),
);

/** What decides which questions are asked, beside the answers. */
type Reach = {
  readonly loads: ReadonlySet<LoadId>;
  readonly regions: ReadonlySet<string>;
  readonly findings: ReadonlySet<GuardFinding>;
};

const isLoaded = (question: GuardQuestion, loads: ReadonlySet<LoadId>): boolean =>
  [...loadsGuarded(question)].some((load) => loads.has(load));

function isInItsRegion({ onlyIf, behind }: GuardQuestion, { regions }: Reach): boolean {
  return (onlyIf?.regions ?? (behind ? ["neck-arm"] : [])).some((region) => regions.has(region));
}

/** The grave ones are asked for the region's sake, and so is what guards no load of its own; the others follow the plan. */
const isOfRegion = (question: GuardQuestion): boolean =>
  question.onlyIf?.regions !== undefined && (question.group === "grave" || loadsGuarded(question).size === 0);

/** Whether the shorter question in its place was answered in a way that calls for this one. */
function isOpened({ behind }: GuardQuestion, answers: Answers, parts: PartsGiven): boolean {
  if (!behind) return true;
  const given = answers[behind.question];
  if (given === undefined || given === ALL_CLEAR_OPTION) return false;
  const named = parts[behind.question] ?? [];
  return named.length === 0 || named.includes(behind.part);
}

/** The questions that are asked in the place of others outside their region. */
const STAND_INS: ReadonlySet<string> = new Set(GUARD_QUESTIONS.flatMap(({ behind }) => behind?.question ?? []));

function isAskedNow(
  state: ExamState,
  question: GuardQuestion,
  reach: Reach,
  answers: Answers,
  parts: PartsGiven,
): boolean {
  const { onlyIf, always } = question;
  if (onlyIf?.found && !reach.findings.has(onlyIf.found)) return false;
  if (onlyIf?.notFound && reach.findings.has(onlyIf.notFound)) return false;
  if (STAND_INS.has(question.id))
    return GUARD_QUESTIONS.some(
      (one) =>
        one.behind?.question === question.id &&
        wasThere(one, FOLLOWS_THE_PLAN) &&
        !isInItsRegion(one, reach) &&
        isLoaded(one, reach.loads) &&
        concerns(one, sexOf(state), ageAtExam(state)),
    );
  if (always || onlyIf?.answered || onlyIf?.found) return true;
  if (isInItsRegion(question, reach)) return isOfRegion(question) || isLoaded(question, reach.loads);
  if (onlyIf?.drawn && isDrawn(state, onlyIf.drawn === "arm" ? ARM : LEG)) return true;
  return isLoaded(question, reach.loads) && isOpened(question, answers, parts);
}

/** The loads of everything that is planned or was begun, each in its own way. */
function loadsPlanned(state: ExamState, also: readonly TestDone[]): ReadonlySet<LoadId> {
  const settings = settingsOf(state);
  const usual = (test: TestId) => variantFor(protocolOf(test), settings);
  return new Set(
    [
      ...sheetTests(state).map((test): TestDone => ({ test })),
      ...state.runs.map(({ test, variant }): TestDone => ({ test, variant })),
      ...also,
    ].flatMap(({ test, variant }) => loadsOfWay(test, variant ?? usual(test))),
  );
}

/**
 * The questions asked of this patient: of everybody, by the region of the
 * complaint, and by the loads of the tests that are planned in the way they are
 * planned, of those begun, and of those named besides. Adding a test never takes
 * a question away.
 *
 * @param also tests that are proposed or about to begin
 * @param v the version whose questions are meant: an event is held to those of its own
 * @example questionsFor(openedState).some(({ id }) => id === "cauda-equina") // true
 */
export function questionsFor(
  state: ExamState,
  also: readonly (TestId | TestDone)[] = [],
  v: number = versionAsked(state),
  answers: Answers = answersThatHold(state),
): readonly GuardQuestion[] {
  const named = also.map((one): TestDone => (typeof one === "string" ? { test: one } : one));
  const there = questionsInForce(state, answers).filter((question) => wasThere(question, v));
  if (v < FOLLOWS_THE_PLAN) return askedByAnyWay(state, named, there);
  const reach = { loads: loadsPlanned(state, named), regions: examRegions(state), findings: findingsOf(state) };
  const parts = partsGiven(state);
  return there.filter((question) => isAskedNow(state, question, reach, answers, parts));
}

/**
 * The questions that only this test of a plan brings, by test: what leaving it
 * out would save.
 *
 * @example questionsBroughtBy(openedState, []).size // 0
 */
export const questionsBroughtBy = (
  state: ExamState,
  tests: readonly TestId[],
): ReadonlyMap<TestId, readonly GuardQuestion[]> =>
  questionsBroughtTogether(state, tests, new Map(tests.map((test) => [test, [test]])));

/**
 * The questions that only these tests of a plan bring, together, by a name for
 * each group of tests.
 *
 * @param groups tests that would be left out together
 * @example questionsBroughtTogether(openedState, ["slump"], new Map([["root", ["slump"]]])).get("root").length // 6
 */
export function questionsBroughtTogether<Name>(
  state: ExamState,
  tests: readonly TestId[],
  groups: ReadonlyMap<Name, readonly TestId[]>,
): ReadonlyMap<Name, readonly GuardQuestion[]> {
  const settings = settingsOf(state);
  const answers = answersThatHold(state);
  const parts = partsGiven(state);
  const shared = { regions: examRegions(state), findings: findingsOf(state) };
  const there = questionsInForce(state, answers).filter((question) => wasThere(question, RECORD_VERSION));
  const ways = new Map(tests.map((test) => [test, loadsOfWay(test, variantFor(protocolOf(test), settings))]));
  const askedOf = (some: readonly TestId[]) => {
    const reach = { ...shared, loads: new Set(some.flatMap((test) => ways.get(test) ?? [])) };
    return there.filter((question) => isAskedNow(state, question, reach, answers, parts));
  };
  const all = askedOf(tests);
  return new Map(
    [...groups].map(([name, group]) => {
      const others = new Set(askedOf(tests.filter((test) => !group.includes(test))));
      return [name, all.filter((question) => !others.has(question))];
    }),
  );
}

/** How it was before version 10: the loads of every way of a test counted. */
function askedByAnyWay(
  state: ExamState,
  also: readonly TestDone[],
  questions: readonly GuardQuestion[],
): readonly GuardQuestion[] {
  const regions = examRegions(state);
  const sheet = sheetTests(state);
  const others = [...also, ...state.runs].map(({ test }) => test).filter((test) => !sheet.includes(test));
  const reached = others.length === 0 ? loadsOfSheet(sheet) : loadsOfSheet([...sheet, ...others]);
  return questions.filter(({ onlyIf }) => {
    if (!onlyIf?.regions && !onlyIf?.loads) return true;
    return (
      (onlyIf.regions?.some((region) => regions.has(region)) ?? false) ||
      (onlyIf.loads?.some((load) => reached.has(load)) ?? false)
    );
  });
}

/**
 * The questions that certain loads call for, whatever is planned: those of a
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
    (question) =>
      wasThere(question, v) &&
      (v < FOLLOWS_THE_PLAN
        ? (question.onlyIf?.loads?.some((load) => loads.includes(load)) ?? false)
        : !question.onlyIf?.found &&
          !STAND_INS.has(question.id) &&
          [...loadsGuarded(question)].some((load) => loads.includes(load))),
  );
