import type { Protocol } from "../protocols";
import type { ClusterRule } from "../rules";
import type { StartingProbability } from "../starts/starting-probabilities";
import type { GuardQuestion } from "../safety/question-types";
import type { Sheet } from "../sheets";
import type { AccuracyRecord } from "../studies/types";

/** The ids of one test that signed exams can name. */
export type TestIds = {
  readonly stages: Readonly<Record<string, readonly string[]>>;
  readonly measures: readonly string[];
  readonly signs: Readonly<Record<string, readonly string[]>>;
  readonly schools: Readonly<Record<string, readonly string[]>>;
};

/** Everything that exams, settings and a clinic's evidence can name. */
export type ShippedIds = {
  readonly tests: Readonly<Record<string, TestIds>>;
  readonly rules: readonly string[];
  readonly records: readonly string[];
  readonly starts: readonly string[];
  /** Safety questions, with their answers and parts. */
  readonly questions: Readonly<
    Record<string, { readonly answers: readonly string[]; readonly parts: readonly string[] }>
  >;
  readonly techniques: readonly string[];
  readonly sheets: readonly string[];
};

/** What the ids are taken from. */
export type Shipped = {
  readonly protocols: readonly Protocol[];
  readonly rules: readonly Pick<ClusterRule, "id">[];
  readonly records: readonly Pick<AccuracyRecord, "id">[];
  readonly starts: readonly Pick<StartingProbability, "id">[];
  readonly questions: readonly Pick<GuardQuestion, "id" | "options" | "parts">[];
  readonly techniques: readonly string[];
  readonly sheets: readonly Pick<Sheet, "id">[];
};

/** Old id → new id, under "test.stage", "test.stage.option", "test.measure" and so on. Nothing was renamed yet. */
export const RENAMED: Readonly<Record<string, string>> = {};

const optionIds = (options: readonly { readonly id: string }[] = []): string[] => options.map(({ id }) => id);
const byId = <T extends { readonly id: string }>(list: readonly T[], options: (item: T) => string[]) =>
  Object.fromEntries(list.map((item) => [item.id, options(item)]));

/** What exams made with this catalogue can name. */
export const idsOf = ({ protocols, rules, records, starts, questions, techniques, sheets }: Shipped): ShippedIds => ({
  tests: testIds(protocols),
  rules: optionIds(rules),
  records: optionIds(records),
  starts: optionIds(starts),
  questions: Object.fromEntries(
    questions.map(({ id, options, parts }) => [id, { answers: optionIds(options), parts: optionIds(parts) }]),
  ),
  techniques: [...techniques],
  sheets: optionIds(sheets),
});

const testIds = (protocols: readonly Protocol[]): Record<string, TestIds> =>
  Object.fromEntries(
    protocols.map(({ id, stages, measures, signs, schools }) => [
      id,
      {
        stages: byId(stages, (stage) => optionIds(stage.options)),
        measures: optionIds(measures),
        signs: byId(signs, (sign) => optionIds(sign.options)),
        schools: byId(schools, (school) => optionIds(school.options)),
      },
    ]),
  );

const flat = ({ tests, rules, records, starts, questions, techniques, sheets }: ShippedIds): string[] => [
  ...rules.map((id) => `rule ${id}`),
  ...records.map((id) => `record ${id}`),
  ...starts.map((id) => `start ${id}`),
  ...techniques.map((id) => `technique ${id}`),
  ...sheets.map((id) => `test list ${id}`),
  ...Object.entries(questions).flatMap(([id, { answers, parts }]) => [
    `question ${id}`,
    ...answers.map((answer) => `question ${id}.answer ${answer}`),
    ...parts.map((part) => `question ${id}.part ${part}`),
  ]),
  ...flatTests(tests),
];

const flatTests = (tests: ShippedIds["tests"]): string[] =>
  Object.entries(tests).flatMap(([test, { stages, measures, signs, schools }]) => [
    test,
    ...measures.map((id) => `${test}.number ${id}`),
    ...Object.entries({ stage: stages, sign: signs, school: schools }).flatMap(([kind, named]) =>
      Object.entries(named).flatMap(([id, options]) => [
        `${test}.${kind} ${id}`,
        ...options.map((option) => `${test}.${kind} ${id}.${option}`),
      ]),
    ),
  ]);

/**
 * What a catalogue no longer has that exams may name, and what it has that is
 * not pinned yet. An id that has shipped is never taken away or used again.
 *
 * @example shippedIdFaults(idsOf(SHIPPED), idsOf(SHIPPED)) // []
 */
export function shippedIdFaults(
  pinned: ShippedIds,
  now: ShippedIds,
  renamed: Readonly<Record<string, string>> = RENAMED,
): string[] {
  const [before, after] = [flat(pinned), new Set(flat(now))];
  const known = new Set(before);
  return [
    ...before
      .filter((id) => !after.has(id) && !after.has(renamed[id] ?? ""))
      .map((id) => `${id} is gone, and signed exams may name it: keep it, or name its new id in RENAMED.`),
    ...[...after].filter((id) => !known.has(id)).map((id) => `${id} is new: pin it with "npm run pin".`),
  ];
}
