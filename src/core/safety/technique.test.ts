import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { whatOf } from "@/fixtures/samples/what-of";
import { permissionProblem, shapeProblem } from "../admission";
import { loadsOfTechnique, THRUSTS } from "../knowledge";
import { type EventBody, type ExamEvent, type ExamState } from "../record";
import { LOAD_IDS, RECORD_VERSION, SIDES, TECHNIQUE_REGIONS, TECHNIQUES } from "../vocabulary";
import { buildExam, type GuardAnswer, idOf, PRACTITIONER } from "@/fixtures/samples/build";
import { recordCase, TEST_CASES } from "@/fixtures/samples/cases";
import { GRAVE_ANSWERS, stateOfAnswer } from "@/fixtures/tables/guard-answers";
import { assessGuard } from "./assess";
import { blocksOnTechnique, type TechniqueAt } from "./reach";

type Logged = EventBody<"technique-logged">;

const PLAIN: Logged = {
  kind: "mobilisation",
  region: "low back",
  level: "L5",
  side: null,
  grade: 3,
  force: null,
  holdSeconds: null,
  repetitions: null,
  note: "",
};
const logged = (state: ExamState, body: Partial<Logged>, v: number = RECORD_VERSION): ExamEvent =>
  ({
    id: idOf(77_001),
    exam: state.id,
    at: "2026-03-02T10:00:00Z",
    actor: PRACTITIONER,
    device: "bench-1",
    v,
    type: "technique-logged",
    body: { ...PLAIN, ...body },
  }) as ExamEvent;

const EVERYWHERE: readonly TechniqueAt[] = TECHNIQUES.flatMap((kind) =>
  TECHNIQUE_REGIONS.flatMap((region) => [null, ...SIDES].map((side) => ({ kind, region, side }))),
);

const ready = (answers: Record<string, GuardAnswer> = {}, region: "lumbopelvic" | "neck-arm" = "lumbopelvic") =>
  buildExam({ region })
    .complaint(region === "neck-arm" ? "neck.right" : "si-area.right")
    .consent()
    .guard(answers)
    .rest(1);
const refusal = (state: ExamState, body: Partial<Logged>) => permissionProblem(state, logged(state, body));

describe("what a technique loads", () => {
  it("every technique and region: known loads, each once, on the side it is done to where it is a limb", () =>
    forEvery(
      TECHNIQUES.flatMap((kind) => TECHNIQUE_REGIONS.map((region) => [kind, region] as const)),
      (kind, region) => {
        const loads = loadsOfTechnique(kind, region);
        expect(loads.length).toBeGreaterThan(0);
        expect(new Set(loads.map(({ load }) => load)).size).toBe(loads.length);
        for (const { load, on } of loads) {
          expect(LOAD_IDS).toContain(load);
          expect(on).toBe(["arm", "hip", "leg"].includes(region) ? "tested side" : "person");
        }
      },
    ));

  it("a thrust anywhere is a thrust, and nothing else is", () =>
    expect(
      EVERYWHERE.filter(
        ({ kind, region }) =>
          loadsOfTechnique(kind, region).some(({ load }) => (THRUSTS as readonly string[]).includes(load)) !==
          (kind === "manipulation"),
      ),
    ).toEqual([]));
});

describe("a block and a technique, over every grave answer", () => {
  it("every grave answer: the gate takes exactly the techniques that the table says it takes", () =>
    forEvery(
      GRAVE_ANSWERS.map((answer) => [`${answer.question.id}: ${answer.option}`, answer] as const),
      (_name, answer) => {
        const told = stateOfAnswer(answer);
        const guard = assessGuard(told);
        for (const technique of EVERYWHERE) {
          const blocks = blocksOnTechnique(guard, technique);
          const reached = guard.blocks.filter(
            ({ loads }) =>
              loads === "all" ||
              loadsOfTechnique(technique.kind, technique.region).some(({ load }) => loads.includes(load)),
          );
          for (const block of blocks) expect(reached.map(({ id }) => id)).toContain(block.id);
          if (technique.side === null)
            expect([technique, blocks.map(({ id }) => id)]).toEqual([
              technique,
              reached
                .filter(({ on }) => on === "person" || ["arm", "hip", "leg"].includes(technique.region))
                .map(({ id }) => id),
            ]);
        }
      },
    ));

  it.each(["brainstem", "cord-signs", "electric-shock"])(
    "%s: no reason opens a thrust or a pull on the neck, however it was answered",
    (question) => {
      const answers = GRAVE_ANSWERS.filter((answer) => answer.question.id === question);
      expect(answers.length).toBeGreaterThan(0);
      for (const answer of answers)
        for (const kind of ["manipulation", "traction"] as const) {
          const blocks = blocksOnTechnique(assessGuard(stateOfAnswer(answer)), { kind, region: "neck", side: null });
          expect([answer.option, kind, blocks.some(({ final }) => final)]).toEqual([answer.option, kind, true]);
        }
    },
  );
});

describe("at the gate", () => {
  it("a technique says where it is done; one of before did not", () => {
    const state = ready().state();
    const { region: _region, ...nowhere } = PLAIN;
    const event = (v: number) => ({ ...logged(state, {}, v), body: nowhere }) as ExamEvent;
    expect(whatOf(shapeProblem(state, event(RECORD_VERSION)))).toBe("is missing");
    expect(shapeProblem(state, event(2))).toBeNull();
    expect(permissionProblem(state, event(2))).toBeNull();
  });

  it("is taken when nothing stands against it", () => expect(refusal(ready().state(), {})).toBeNull());

  it("needs agreement and the guard, and no rating at rest", () => {
    expect(whatOf(refusal(buildExam().state(), {}))).toMatch(/agreement is not recorded/);
    expect(whatOf(refusal(buildExam().consent().state(), {}))).toMatch(/warning questions are not answered/);
    expect(refusal(buildExam().complaint("si-area.right").consent().guard().state(), {})).toBeNull();
  });

  it("asks what its loads ask, also where no test does", () => {
    const exam = ready();
    expect(whatOf(refusal(exam.state(), { kind: "manipulation", region: "neck" }))).toMatch(/was not asked/);
  });

  it("blocked: a typed reason opens it, done elsewhere it is only recorded", () => {
    const state = ready({ anticoagulants: "yes" }).state();
    const thrust = { kind: "manipulation", region: "pelvis" } as const;
    const asked = { ...state, guardAnswers: { ...state.guardAnswers } };
    expect(whatOf(refusal(asked, thrust))).toMatch(/is blocked/);
    expect(refusal(asked, { ...thrust, despite: "agreed with the doctor today" })).toBeNull();
    expect(refusal(asked, { ...thrust, elsewhere: true })).toBeNull();
    expect(refusal(asked, { kind: "mobilisation", region: "pelvis" })).toBeNull();
  });

  it("after a positive ligament test no reason opens the neck, and none for what is open elsewhere", () => {
    const exam = ready({}, "neck-arm");
    recordCase(
      exam,
      TEST_CASES.find(({ test, kind }) => test === "sharp-purser" && kind === "positive")!,
    );
    const guard = assessGuard(exam.state());
    for (const kind of ["manipulation", "traction", "mobilisation"] as const) {
      const blocks = blocksOnTechnique(guard, { kind, region: "neck", side: null });
      expect([kind, blocks.some(({ final }) => final)]).toEqual([kind, true]);
    }
    const asked = { ...exam.state(), guardAnswers: { ...exam.state().guardAnswers } };
    expect(
      whatOf(refusal(asked, { kind: "manipulation", region: "neck", despite: "because it always helped before" })),
    ).toMatch(/is blocked: An upper neck ligament test was positive/);
    expect(refusal(asked, { kind: "manipulation", region: "neck", elsewhere: true })).toBeNull();
  });

  it("what is open cannot be told apart after a technique, so it is finished first", () => {
    const exam = ready();
    const run = exam.start("thigh-thrust", "right");
    exam.record(run, { stage: "push", response: "familiar" });
    expect(whatOf(refusal(exam.state(), {}))).toMatch(/Thigh thrust right is unfinished/);
  });

  it("a hip replaced on one side stops that hip alone", () => {
    const state = ready({ hip: ["right", "replaced"] }).state();
    const asked = { ...state, guardAnswers: { ...state.guardAnswers } };
    const hip = (side: "right" | "left" | null) => refusal(asked, { kind: "exercise", region: "hip", side });
    expect(whatOf(hip("right"))).toMatch(/is blocked/);
    expect(whatOf(hip(null))).toMatch(/is blocked/);
    expect(hip("left")).toBeNull();
  });
});
