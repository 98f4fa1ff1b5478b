import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { describeProblem } from "../base";
import { buildExam } from "@/fixtures/samples/build";
import { examOfCase, TEST_CASES } from "@/fixtures/samples/cases";
import { PROTOCOLS, type Protocol, type TestId } from "../knowledge";
import { DEFAULT_READING_SETTINGS, type EventDraft, type ExamEvent, fold, kindOf, variantFor } from "../record";
import { assessGuard } from "../safety";
import { otherSide, type Response, type Side } from "../vocabulary";
import { admit } from "./admit";
import { atOnceDrafts, clearDrafts, copyDrafts, runPosition } from "./entry";
import { isReadyToTest, missingBeforeTesting } from "./readiness";

type Exam = ReturnType<typeof buildExam>;

/** Takes drafts one by one, as the table does; each has to be admitted. */
function take(exam: Exam, drafts: readonly EventDraft[]): string[] {
  return drafts.flatMap(({ type, body }) => {
    const state = exam.state();
    const event = exam.add(type, body as never) as ExamEvent;
    const wrong = admit(state, event);
    return wrong ? [`${type}: ${describeProblem(wrong)}`] : [];
  });
}

const preset = (protocol: Protocol) => variantFor(protocol, DEFAULT_READING_SETTINGS);
const sidesOf = ({ sided }: Protocol): readonly (Side | null)[] => (sided ? ["right", "left"] : [null]);

describe("all clear", () => {
  it("every test and side: each answer is admitted, and only numbers are left open", () =>
    forEvery(
      PROTOCOLS.filter(({ earned }) => !earned).flatMap((protocol) =>
        sidesOf(protocol).map((side) => [protocol.id, side] as const),
      ),
      (id, side) => {
        const protocol = PROTOCOLS.find((one) => one.id === id)!;
        const exam = buildExam().complaint("low-back.central").consent().guard().rest(0);
        const run = exam.start(id, side);
        const step = { protocol, side };
        const drafts = clearDrafts(runPosition(exam.state(), step, preset(protocol)), preset(protocol), step, run);
        const waitsForNumbers = protocol.stages.some((stage) => kindOf(stage) === "measure");
        const refused = take(exam, drafts).filter((why) => !(waitsForNumbers && why.includes("comes after a stage")));
        expect(refused).toEqual([]);
        const { ladder } = runPosition(exam.state(), step, preset(protocol));
        if (ladder!.here) expect(kindOf(ladder!.here)).toBe("measure");
        expect(ladder!.rungs.every(({ record }) => record?.response !== "familiar")).toBe(true);
      },
    ));
});

describe("the same as the other side", () => {
  const cases = TEST_CASES.filter(({ side, before }) => side !== null && !before);
  it("every case with a side: copied to the other side, it gives the mirrored outcome", () =>
    forEvery(
      cases.map((one) => [`${one.test} ${one.kind}`, one] as const),
      (_name, one) => {
        const { exam } = examOfCase(one);
        const state = exam.state();
        const from = state.runs.findLast(({ test, side }) => test === one.test && side === one.side)!;
        const there = otherSide(one.side!);
        const run = exam.start(one.test as TestId, there);
        const refused = take(exam, copyDrafts(from, run));
        const copy = fold(exam.events).runs.find(({ id }) => id === run)!;
        /** A finding that forbids more of the same load this visit forbids copying it as well. */
        if (assessGuard(state).blocks.some(({ id }) => id.startsWith(`after.${one.test}.`))) {
          expect(refused.length).toBeGreaterThan(0);
          expect(refused.every((why) => why.includes("is blocked"))).toBe(true);
          return;
        }
        expect(refused).toEqual([]);
        for (const [stage, { response, answer, intensity, places }] of Object.entries(from.stages)) {
          if (!response && !answer) continue;
          expect(copy.stages[stage]).toMatchObject({ response, answer, intensity });
          expect(copy.stages[stage]!.places).toHaveLength(places.length);
          expect(copy.stages[stage]!.places).toEqual(
            places.map((place) => place.replace(/\.(right|left)$/, (_all, side: Side) => `.${otherSide(side)}`)),
          );
        }
        expect(copy.measures).toEqual(from.measures);
        expect(copy.signs).toEqual(from.signs);
      },
    ));
});

describe("before the first test", () => {
  const steps = {
    agreement: (exam: Exam) => void exam.consent(),
    guard: (exam: Exam) => void exam.guard(),
    rest: (exam: Exam) => void exam.rest(0),
  };
  const names = Object.keys(steps) as (keyof typeof steps)[];
  const subsets = Array.from({ length: 2 ** names.length }, (_, bits) => names.filter((_name, at) => bits & (1 << at)));

  it("every combination of steps done names the missing ones", () =>
    forEvery(
      subsets.map((done) => [done.join(", ") || "nothing", done] as const),
      (_name, done) => {
        const exam = buildExam().complaint("low-back.central");
        done.forEach((name) => steps[name](exam));
        const state = exam.state();
        const guard = assessGuard(state);
        expect(missingBeforeTesting(state, guard)).toEqual(names.filter((name) => !done.includes(name)));
        expect(isReadyToTest(state, guard)).toBe(done.length === names.length);
      },
    ));

  it("is not there when they refused, or when a stop asks for the questions again", () => {
    const exam = buildExam().complaint("low-back.central").guard().rest(0);
    exam.add("consent-recorded", { explained: true, agreed: false, others: "" });
    expect(missingBeforeTesting(exam.state(), assessGuard(exam.state()))).toEqual(["agreement"]);
    exam.consent();
    exam.add("run-stopped", { run: null, reason: "new numbness, tingling or weakness", note: "" });
    expect(missingBeforeTesting(exam.state(), assessGuard(exam.state()))).toEqual(["guard again"]);
  });
});

describe("done on both sides at once", () => {
  const atOnce = PROTOCOLS.filter(({ atOnce }) => atOnce !== undefined);

  it("only what has sides is, and what stands for what is a stage of it, both ways", () => {
    expect(atOnce.map(({ id }) => id).sort()).toEqual(["elevated-arm", "neck-side-bend", "squat"]);
    for (const { id, sided, atOnce: how, stages } of atOnce) {
      expect([id, sided]).toEqual([id, true]);
      if (how === undefined || how === "each") continue;
      for (const [here, there] of Object.entries(how.stages)) {
        expect(stages.map((stage) => stage.id)).toEqual(expect.arrayContaining([here, there]));
        expect(how.stages[there]).toBe(here);
      }
    }
  });

  const RESPONSES = ["nothing", "stretch", "other", "familiar"] as const;
  const pairs = RESPONSES.flatMap((towards) => RESPONSES.map((away) => [towards, away] as const));
  it("every pair of answers: the other side receives the same two bends", () =>
    forEvery(pairs, (towards, away) => {
      const bend = (side: Side, first: Response, second: Response) => {
        const exam = buildExam().complaint("radial-forearm.right").consent().guard().rest(0);
        const run = exam.start("neck-side-bend", side);
        const told = (stage: string, response: Response) =>
          exam.record(run, { stage, response, ...(response === "familiar" ? { felt: ["radial-forearm.right"] } : {}) });
        told("towards", first);
        told("away", second);
        return { exam, run };
      };
      const { exam } = bend("right", towards, away);
      const left = exam.start("neck-side-bend", "left");
      const from = exam.state().runs[0]!;
      expect(take(exam, atOnceDrafts(from, left))).toEqual([]);
      const own = bend("left", away, towards);
      const answersOf = (made: Exam, run: string) =>
        Object.entries(made.state().runs.find(({ id }) => id === run)!.stages)
          .map(([stage, record]) => [stage, record.response, record.places])
          .sort();
      expect(answersOf(exam, left)).toEqual(answersOf(own.exam, own.run));
    }));

  it("what each side answers for itself is copied nowhere", () => {
    const exam = buildExam().complaint("radial-forearm.right").consent().guard().rest(0);
    const run = exam.start("elevated-arm", "right");
    exam.record(run, { stage: "three-minutes", response: "nothing" });
    expect(atOnceDrafts(exam.state().runs[0]!, run)).toEqual([]);
  });
});
