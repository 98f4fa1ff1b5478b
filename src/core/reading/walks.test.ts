import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { admit } from "../admission";
import { type Protocol, PROTOCOLS, type Stage } from "../knowledge";
import { DEFAULT_READING_SETTINGS, effectiveRuns, fold, isAnswered, kindOf, ladderOf } from "../record";
import { EFFECTS, otherSide, type Place, placeParts, PLACES, RESPONSES, type Side, SIDES } from "../vocabulary";
import { buildExam, type ExamBuilder } from "@/fixtures/samples/build";
import { examOfCase, recordCase, TEST_CASES, type TestCase } from "@/fixtures/samples/cases";
import type { CaseStep } from "@/fixtures/samples/steps";
import { interpretExam, interpretRun } from "./interpret";

/** Answers the stage a ladder asks about with one of its answers, chosen by the numbers given. */
function answer(
  exam: ExamBuilder,
  run: string,
  protocol: Protocol,
  stage: Stage,
  pick: (below: number) => number,
): void {
  switch (kindOf(stage)) {
    case "provoke": {
      const response = RESPONSES[pick(4)]!;
      const felt = response === "familiar" ? [PLACES[pick(PLACES.length)]!] : [];
      exam.record(run, { stage: stage.id, response, felt, intensity: pick(11) });
      break;
    }
    case "measure":
      for (const id of stage.measures ?? []) {
        const { range, upTo } = protocol.measures.find((one) => one.id === id)!;
        exam.record(run, { measure: id, value: upTo ? range[0] : range[1] });
      }
      break;
    case "observe":
      exam.record(run, { stage: stage.id, answer: stage.options![pick(stage.options!.length)]!.id });
      break;
    default:
      exam.record(run, {
        stage: stage.id,
        answer: stage.options ? stage.options[pick(stage.options.length)]!.id : EFFECTS[pick(4)]!,
      });
  }
}

const MOST_STAGES = 30;

describe("a walk through any test, whatever is answered", () => {
  it("every test: any walk is admitted, ends, and reads with reasons", () =>
    forEvery(PROTOCOLS, (protocol) => {
      fc.assert(
        fc.property(fc.infiniteStream(fc.nat(1000)), fc.constantFrom(...SIDES), fc.nat(10), (numbers, side, rest) => {
          const pick = (below: number): number => numbers.next().value! % below;
          const exam = buildExam()
            .consent()
            .guard()
            .rest(rest, ...(rest ? (["low-back.central"] as const) : []));
          const variant = Object.fromEntries(
            protocol.schools
              .filter(({ kind }) => kind === "doing")
              .map(({ id, options }) => [id, options[pick(options.length)]!.id]),
          );
          const run = exam.newId();
          exam.add("run-started", { run, test: protocol.id, side: protocol.sided ? side : null, variant });
          const begun = exam.events.length;
          const current = () => exam.state().runs[0]!;
          for (let stages = 0; stages < MOST_STAGES && ladderOf(current()).here; stages++) {
            const { here } = ladderOf(current());
            answer(exam, run, protocol, here!, pick);
            expect(isAnswered(here!, current())).toBe(true);
          }
          const { here, ended } = ladderOf(current());
          expect([here, ended === null]).toEqual([null, false]);
          exam.events.slice(begun).forEach((event, index) => {
            expect(admit(fold(exam.events.slice(0, begun + index)), event)).toBeNull();
          });
          const outcomes = interpretRun(current(), DEFAULT_READING_SETTINGS);
          const spoken = outcomes.map(({ source, side: on }) => `${source} ${on}`);
          expect(new Set(spoken).size).toBe(spoken.length);
          for (const { source, reason } of outcomes) {
            expect(protocol.readings.map((reading) => reading.source)).toContain(source);
            expect(reason).not.toMatch(/undefined|null|NaN|\[object/);
            expect(reason).toMatch(/\w+ \w+|^clear$/);
          }
        }),
        { numRuns: 25 },
      );
    }));
});

const mirrorPlace = (place: Place): Place => {
  const { site, side } = placeParts(place);
  return side === "central" ? place : (`${site}.${otherSide(side)}` as Place);
};
const mirrorStep = (step: CaseStep): CaseStep =>
  "felt" in step && step.felt ? { ...step, felt: step.felt.map(mirrorPlace) } : step;
const mirrorSide = (side: Side | null): Side | null => side && otherSide(side);
const mirrored = <T extends Omit<TestCase, "kind" | "expect">>(one: T): T => ({
  ...one,
  side: mirrorSide(one.side),
  steps: one.steps.map(mirrorStep),
  ...(one.atRest ? { atRest: { ...one.atRest, places: one.atRest.places.map(mirrorPlace) } } : {}),
  ...(one.before ? { before: one.before.map(mirrored) } : {}),
});

describe("the mirror image of an examination", () => {
  /** Their stages name a side of their own. */
  const SIDED_STAGES = new Set(["pubic-shear", "lumbar-range", "repeated-movements", "pelvic-levels"]);
  const cases = TEST_CASES.filter(({ test }) => !SIDED_STAGES.has(test));
  it("every case mirrored gives the mirrored outcome", () =>
    forEvery(
      cases.map((one, index) => [`${one.test} ${one.kind} ${index}`, one] as const),
      (_name, one) => {
        const image = mirrored(one);
        const { exam, run } = examOfCase(image);
        const { runs, settings } = exam.state();
        const counted = effectiveRuns(runs);
        const outcomes = interpretRun(
          counted.find(({ id }) => id === run)!,
          settings!,
          counted,
        );
        for (const [source, side, outcome] of one.expect)
          expect(outcomes.find((found) => found.source === source && found.side === mirrorSide(side))?.outcome).toBe(
            outcome,
          );
      },
    ));
});

describe("tests that do not look at one another", () => {
  const free = TEST_CASES.filter(({ before, schools, atRest }) => !before && !schools && !atRest);
  it("read the same in any order, and a retracted one as if it had never been", () =>
    fc.assert(
      fc.property(fc.shuffledSubarray(free, { minLength: 2, maxLength: 8 }), (chosen) => {
        const distinct = [...new Map(chosen.map((one) => [one.test, one])).values()];
        const tell = (list: readonly TestCase[]) => {
          const exam = buildExam();
          const runs = list.map((one) => recordCase(exam, one));
          return { exam, runs };
        };
        const read = (exam: ExamBuilder) =>
          interpretExam(exam.state().runs, DEFAULT_READING_SETTINGS)
            .map(({ test, source, side, outcome }) => `${test} ${source} ${side}: ${outcome}`)
            .toSorted();
        const forwards = tell(distinct);
        expect(read(tell(distinct.toReversed()).exam)).toEqual(read(forwards.exam));
        const last = forwards.exam.state().runs.find(({ id }) => id === forwards.runs.at(-1))!;
        forwards.exam.add("event-retracted", { event: last.startedBy, reason: "" });
        expect(read(forwards.exam)).toEqual(read(tell(distinct.slice(0, -1)).exam));
      }),
      { numRuns: 60 },
    ));
});
