import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { ALL, runs } from "@/fixtures/property-runs";
import { buildExam } from "@/fixtures/samples/build";
import { QUESTIONS_TODAY } from "@/fixtures/tables/guard-answers";
import { type GuardQuestion, PROTOCOLS, type Stage } from "../knowledge";
import type { ExamState } from "../record";
import { EXAM_REGIONS, type ExamRegion, LOAD_IDS, SIDES, TECHNIQUE_REGIONS, TECHNIQUES } from "../vocabulary";
import { assessGuard, type Guard } from "./assess";
import { carriedAnswers, isGrave } from "./carried";
import { blocksOn, blocksOnTechnique, cautionsOn } from "./reach";

/** Protection never falls as an answer becomes graver or as age moves away from young adults. */

/** Answers from mild to grave where a question has more than one yes; decision rule steps follow each other instead. */
const ORDERS: Readonly<Record<string, readonly (readonly string[])[]>> = {
  brainstem: [["no", "not-known", "known", "new"]],
  dizziness: [["no", "not-known", "known", "new"]],
  artery: [["no", "not-known", "known", "new"]],
  "neck-injury": [
    ["no", "old", "later"],
    ["no", "not-known", "later"],
    ["no", "recent"],
  ],
  "lumbar-injury": [["no", "minor", "not-known", "yes"]],
  osteoporosis: [["no", "not-known", "known", "severe"]],
  cancer: [["no", "not-known", "other", "with-pain"]],
  pregnancy: [["no", "not-known", "after-birth", "early", "yes"]],
  "aneurysm-signs": [["no", "not-known", "yes", "severe"]],
};
const BY_SIDE: readonly (readonly string[])[] = [
  ["no", "right", "both"],
  ["no", "left", "both"],
  ["no", "not-known", "both"],
];
const ASKED = QUESTIONS_TODAY.filter(({ step }) => !step);
const ordersOf = ({ id, options }: GuardQuestion): readonly (readonly string[])[] =>
  ORDERS[id] ?? (options.some((option) => option.id === "both") ? BY_SIDE : [["no", "not-known", "yes"]]);

type Pair = { readonly question: GuardQuestion; readonly milder: string; readonly graver: string };
const PAIRS: readonly Pair[] = ASKED.flatMap((question) =>
  ordersOf(question).flatMap((order) =>
    order.flatMap((milder, index) => order.slice(index + 1).map((graver) => ({ question, milder, graver }))),
  ),
);

const BORN_IN = (age: number): string => `${2026 - age}-01-15`;
const GROWN = ALL ? [18, 30, 49, 50, 55, 64, 65, 80] : [18, 55, 65];
const YOUNG = ALL ? [17, 16, 12, 9, 8, 5, 4] : [17, 9, 5];
type Person = { readonly region: ExamRegion; readonly sex: "female" | "male"; readonly age: number };
const PEOPLE: readonly Person[] = EXAM_REGIONS.flatMap((region) =>
  (["female", "male"] as const).flatMap((sex) => [...GROWN, ...YOUNG].map((age) => ({ region, sex, age }))),
);

const states = new Map<string, ExamState>();
function stateOf({ region, sex, age }: Person): ExamState {
  const key = `${region} ${sex} ${age}`;
  if (!states.has(key)) {
    const exam = buildExam({ region, sex, birthDate: BORN_IN(age) });
    exam.add("sheet-set", { label: "Everything", tests: PROTOCOLS.map(({ id }) => id), reason: "" });
    states.set(key, exam.state());
  }
  return states.get(key)!;
}

type Given = Readonly<Record<string, { readonly answer: string; readonly parts?: readonly string[] }>>;
const guards = new Map<string, Guard>();
function guardWith(person: Person, given: Given): Guard {
  const key = JSON.stringify([person, given]);
  const known = guards.get(key) ?? assessedWith(person, given);
  guards.set(key, known);
  return known;
}
function assessedWith(person: Person, given: Given): Guard {
  const state = stateOf(person);
  const entries = Object.entries(given);
  return assessGuard({
    ...state,
    guardAnswers: Object.fromEntries(entries.map(([id, { answer }]) => [id, answer])),
    guardGiven: Object.fromEntries(
      entries.map(([id, { parts = [] }]) => [id, { by: "them" as const, at: "", actor: "", parts }]),
    ),
  });
}

/** Loads that fall on a limb are on a side; in a test without sides they fall on both. */
const ON_A_LIMB: ReadonlySet<string> = new Set(
  PROTOCOLS.flatMap(({ stages }) =>
    stages.flatMap(({ loads }) => loads.filter(({ on }) => on !== "person").map(({ load }) => load)),
  ),
);
/** Every load on every side, as a stage by itself. */
const LOADED = LOAD_IDS.flatMap((load) =>
  (ON_A_LIMB.has(load) ? [...SIDES, null] : [null]).map((side) => ({
    name: `${load} ${side ?? ""}`,
    side,
    stage: { loads: [{ load, on: ON_A_LIMB.has(load) ? "tested side" : "person" }] } as unknown as Stage,
  })),
);
const TREATED = TECHNIQUES.flatMap((kind) =>
  TECHNIQUE_REGIONS.flatMap((region) =>
    SIDES.map((side) => ({ name: `${kind}, ${region} ${side}`, kind, region, side })),
  ),
);

const found = new WeakMap<Guard, ReadonlyMap<string, number>>();
/** How far each load and each technique is protected: 3 final, 2 blocked, 1 cautioned, 0 neither. */
function protection(guard: Guard): ReadonlyMap<string, number> {
  const known = found.get(guard) ?? measured(guard);
  found.set(guard, known);
  return known;
}
function measured(guard: Guard): ReadonlyMap<string, number> {
  const levels = new Map<string, number>();
  if (guard.blocks.length + guard.cautions.length === 0) return levels;
  for (const { name, side, stage } of LOADED) {
    const blocks = blocksOn(guard, stage, "slump", side);
    const level = blocks.some(({ final }) => final)
      ? 3
      : blocks.length > 0
        ? 2
        : cautionsOn(guard, stage).length > 0
          ? 1
          : 0;
    levels.set(name, level);
  }
  for (const { name, ...technique } of TREATED) {
    const blocks = blocksOnTechnique(guard, technique);
    levels.set(name, blocks.some(({ final }) => final) ? 3 : blocks.length > 0 ? 2 : 0);
  }
  return levels;
}

/** Where the second protects less than the first. */
function fallen(milder: Guard, graver: Guard): readonly string[] {
  const [before, after] = [protection(milder), protection(graver)];
  return [...before].filter(([name, level]) => (after.get(name) ?? 0) < level).map(([name]) => name);
}

const said = (people: Person) => `${people.region}, ${people.sex}, ${people.age}`;

/** Ten thousand samples take a minute on a slow machine. */
const IN_FULL_MS = 240_000;

describe("protection", () => {
  it("has an order for every question with more than one yes", () =>
    expect(
      ASKED.filter(
        (question) =>
          new Set(ordersOf(question).flat()).size !== question.options.length ||
          question.options.some(({ id }) => !ordersOf(question).flat().includes(id)),
      ).map(({ id }) => id),
    ).toEqual([]));

  it("never falls from a milder answer to a graver one: every pair of answers, region, age and sex", () =>
    forEvery(
      PAIRS.map((pair) => [`${pair.question.id}: ${pair.milder}, ${pair.graver}`, pair] as const),
      (_name, { question, milder, graver }) => {
        const lost = PEOPLE.flatMap((person) =>
          fallen(
            guardWith(person, { [question.id]: { answer: milder } }),
            guardWith(person, { [question.id]: { answer: graver } }),
          ).map((name) => `${said(person)}: ${name}`),
        );
        expect(lost.slice(0, 5)).toEqual([]);
      },
    ));

  it("never falls when a question that was not asked is answered at all", () =>
    forEvery(
      ASKED.flatMap((question) => question.options.map(({ id }) => [`${question.id}: ${id}`, question, id] as const)),
      (_name, question, answer) => {
        const person = { region: "neck-arm", sex: "female", age: question.onlyIf?.maxAge ?? 60 } as const;
        expect(fallen(guardWith(person, {}), guardWith(person, { [question.id]: { answer } }))).toEqual([]);
      },
    ));

  it("never falls when one more part is a yes, nor below that of no part named at all", () =>
    forEvery(
      ASKED.flatMap((question) =>
        question.options.flatMap(({ id }) =>
          question.parts.map((part) => [`${question.id}: ${id}, ${part.id}`, question, id, part.id] as const),
        ),
      ),
      (_name, question, answer, part) => {
        const person = { region: "lumbopelvic", sex: "female", age: question.onlyIf?.maxAge ?? 60 } as const;
        const others = question.parts.map(({ id }) => id).filter((id) => id !== part);
        const one = guardWith(person, { [question.id]: { answer, parts: others.slice(0, 1) } });
        const more = guardWith(person, { [question.id]: { answer, parts: [...others.slice(0, 1), part] } });
        const unnamed = guardWith(person, { [question.id]: { answer } });
        if (others.length > 0) expect(fallen(one, more)).toEqual([]);
        expect(fallen(more, unnamed)).toEqual([]);
      },
    ));

  it("never falls when an answer is carried over from an earlier visit, whatever part of it was a yes then", () =>
    forEvery(
      ASKED.filter(({ id }) => !isGrave(id)).flatMap((question) =>
        question.options.map(({ id }) => [`${question.id}: ${id}`, question, id] as const),
      ),
      (_name, question, answer) => {
        const carried = carriedAnswers({ unanswered: [question] }, { [question.id]: answer });
        expect(carried.map(({ body }) => [body.answer, body.parts])).toEqual([[answer, undefined]]);
        const parts = [[], ...question.parts.map(({ id }) => [id]), question.parts.map(({ id }) => id)];
        const lost = EXAM_REGIONS.flatMap((region) => {
          const person = { region, sex: "female", age: question.onlyIf?.maxAge ?? 60 } as const;
          const today = (yesTo: readonly string[]) => guardWith(person, { [question.id]: { answer, parts: yesTo } });
          return parts.flatMap((yesTo) => fallen(today(yesTo), guardWith(person, { [question.id]: { answer } })));
        });
        expect(lost).toEqual([]);
      },
    ));

  it("never falls with age, upwards from 18 and downwards below", () =>
    forEvery(
      ASKED.flatMap((question) =>
        question.options.map(({ id }) => [`${question.id}: ${id}`, question.id, id] as const),
      ),
      (_name, question, answer) => {
        for (const ages of [GROWN, YOUNG])
          for (const [index, age] of ages.slice(1).entries())
            for (const region of EXAM_REGIONS) {
              const at = (years: number) =>
                guardWith({ region, sex: "female", age: years }, { [question]: { answer } });
              expect([ages[index], age, fallen(at(ages[index]!), at(age))]).toEqual([ages[index], age, []]);
            }
      },
    ));

  it(
    "never falls when up to three answers become graver at once",
    () =>
      fc.assert(
        fc.property(
          fc.uniqueArray(fc.constantFrom(...PAIRS), {
            minLength: 3,
            maxLength: 3,
            selector: ({ question }) => question.id,
          }),
          fc.constantFrom(...PEOPLE),
          (three, person) => {
            const with_ = (which: "milder" | "graver") =>
              guardWith(person, Object.fromEntries(three.map((pair) => [pair.question.id, { answer: pair[which] }])));
            expect(fallen(with_("milder"), with_("graver"))).toEqual([]);
          },
        ),
        { numRuns: runs(10_000) },
      ),
    IN_FULL_MS,
  );
});
