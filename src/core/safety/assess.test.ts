import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { GUARD_QUESTIONS, NEURO_SCALES, protocolOf, type TestId } from "../knowledge";
import type { NeuroFinding } from "../record";
import { LOAD_IDS, type Side, SIDES } from "../vocabulary";
import { buildExam, type BuildOptions, type GuardAnswer } from "@/fixtures/samples/build";
import { questionsFor } from "./asked";
import { assessGuard } from "./assess";
import { blocksOnTest } from "./reach";

const guardOf = (answers: Record<string, GuardAnswer>, options: BuildOptions = {}) =>
  assessGuard(buildExam(options).complaint("si-area.right").guard(answers).state());
const isBlocked = (answers: Record<string, GuardAnswer>, test: TestId, side: Side | null = null) => {
  const { whole, stages } = blocksOnTest(guardOf(answers), protocolOf(test), { dose: "steady" }, side);
  return { whole: whole.length > 0, part: stages.size > 0 };
};
const ALL: [TestId, Side | null][] = [
  ["si-distraction", null],
  ["thigh-thrust", "right"],
  ["faber", "right"],
  ["gaenslen", "right"],
  ["si-compression", null],
  ["sacral-thrust", null],
];
const blockedTests = (answers: Record<string, GuardAnswer>) =>
  ALL.filter(([test, side]) => isBlocked(answers, test, side).whole).map(([test]) => test);

describe("feeling in the saddle", () => {
  const cells = (["touch", "pin"] as const).flatMap((kind) =>
    SIDES.flatMap((side) => NEURO_SCALES[kind].steps.map(({ value }) => ({ kind, side, value, level: "s3-s5" }))),
  );
  const assessed = (...findings: NeuroFinding[]) => {
    const exam = buildExam().complaint("si-area.right").guard();
    exam.add("neuro-recorded", { findings });
    return assessGuard(exam.state());
  };

  it("every saddle finding that is not normal ends the tests and refers", () =>
    forEvery(cells, (cell) => {
      const { blocks, referrals } = assessed(cell as NeuroFinding);
      const odd = cell.value !== NEURO_SCALES[cell.kind].normal;
      expect(blocks.map(({ loads }) => loads)).toEqual(odd ? ["all"] : []);
      expect(referrals.map(({ urgency }) => urgency)).toEqual(odd ? ["emergency"] : []);
    }));

  it("every saddle finding that is known and unchanged is a caution", () =>
    forEvery(
      cells.filter(({ value }) => value === 1),
      (cell) => {
        const { blocks, cautions, referrals } = assessed({
          ...cell,
          known: "after an operation years ago",
        } as NeuroFinding);
        expect([blocks, referrals]).toEqual([[], []]);
        expect(cautions.map(({ text }) => text).join(" ")).toMatch(/Known and unchanged: S3-S5/);
      },
    ));
});

describe("the guard", () => {
  it("blocks nothing for a well person, and never says that they are", () => {
    const guard = guardOf({});
    expect(guard).toMatchObject({ unanswered: [], blocks: [], cautions: [], referrals: [] });
    expect(JSON.stringify(guard)).not.toMatch(/\bsafe\b|diagnos|confirmed/i);
  });

  it.each([
    ["cauda-equina", "yes", ALL.map(([test]) => test), "emergency"],
    ["leg-weakness", "yes", ALL.map(([test]) => test), "urgent"],
    ["cancer", "with-pain", ALL.map(([test]) => test), "urgent"],
    ["cancer", "other", [], null],
    ["pelvic-fracture", "yes", ALL.map(([test]) => test), "urgent"],
    ["cord-signs", "yes", ["sacral-thrust"], "urgent"],
    ["lumbar-injury", "yes", ["sacral-thrust"], "urgent"],
    ["osteoporosis", "severe", ALL.map(([test]) => test), null],
    ["osteoporosis", "known", [], null],
    ["pregnancy", "yes", ["sacral-thrust"], null],
    ["anticoagulants", "yes", [], null],
    ["aneurysm", "yes", ["sacral-thrust"], "soon"],
    ["hip", ["right", "replaced"], ["thigh-thrust", "faber", "gaenslen"], null],
    ["hip", ["left", "replaced"], ["gaenslen"], null],
    ["knee", "right", ["thigh-thrust"], null],
    ["leg-circulation", ["right", "calf"], ["thigh-thrust", "faber", "gaenslen"], "urgent"],
    ["leg-circulation", ["right", "cold"], ["thigh-thrust", "faber", "gaenslen"], "emergency"],
    ["leg-circulation", ["right", "walking"], [], "soon"],
  ] as const)("%s: %s blocks %j", (question, answer, tests, urgency) => {
    expect(blockedTests({ [question]: answer })).toEqual(tests);
    expect(guardOf({ [question]: answer }).referrals[0]?.urgency ?? null).toBe(urgency);
  });

  it("reaches a stage without naming its test: blood thinners take the thrusts, not the pressure", () => {
    expect(isBlocked({ anticoagulants: "yes" }, "sacral-thrust")).toEqual({ whole: false, part: true });
  });

  it("reaches the leg held to the chest in Gaenslen of the other side only with what that leg bears", () => {
    expect(isBlocked({ hip: ["right", "replaced"] }, "gaenslen", "left").whole).toBe(true);
    expect(isBlocked({ "leg-circulation": ["right", "calf"] }, "gaenslen", "left").whole).toBe(true);
    expect(isBlocked({ hip: ["right", "replaced"] }, "thigh-thrust", "left").whole).toBe(false);
  });

  it("asks by age and sex, and counts the signs of inflammation", () => {
    const asked = (options: BuildOptions) => questionsFor(buildExam(options).state()).map(({ id }) => id);
    expect(asked({ birthDate: "2009-01-01" })).toContain("young-back");
    expect(asked({ birthDate: "1966-01-01" })).not.toContain("young-back");
    expect(asked({ sex: "male" })).not.toContain("pregnancy");
    const signs = "inflammatory-pattern-signs";
    expect(guardOf({ [signs]: ["yes", "stiff"] }).referrals).toEqual([]);
    expect(guardOf({ [signs]: ["yes", "stiff", "moving"] }).referrals[0]?.urgency).toBe("soon");
  });

  it("treats an answer that is not known as possible", () =>
    expect(guardOf({ aneurysm: "not-known" }).cautions[0]?.text).toContain("not known"));

  it("keeps an override's reason, and lifts only that block", () => {
    const exam = buildExam().complaint("si-area.right").guard({ pregnancy: "yes", osteoporosis: "severe" });
    exam.add("block-overridden", {
      block: "pregnancy.yes.1",
      test: "sacral-thrust",
      reason: "Lies on cushions with room",
    });
    const guard = assessGuard(exam.state());
    expect(guard.blocks.filter(({ overridden }) => overridden.length).map(({ id }) => id)).toEqual(["pregnancy.yes.1"]);
    const reasons = (test: TestId) => blocksOnTest(guard, protocolOf(test), {}, null).whole.map(({ id }) => id);
    expect(reasons("sacral-thrust")).toEqual(["osteoporosis.severe.1"]);
    expect(reasons("heel-to-buttock")).toContain("pregnancy.yes.1");
    exam.add("guard-answered", { question: "pregnancy", answer: "yes" });
    expect(assessGuard(exam.state()).blocks.flatMap(({ overridden }) => overridden)).toEqual([]);
  });

  it("is asked again after a run was stopped for a new sign", () => {
    const exam = buildExam().complaint("si-area.right").guard();
    exam.add("run-stopped", { run: null, reason: "new numbness, tingling or weakness", note: "left foot" });
    expect(assessGuard(exam.state()).askAgain).toBe(true);
    exam.add("guard-answered", { question: "leg-weakness", answer: "no" });
    expect(assessGuard(exam.state()).askAgain).toBe(true);
    exam.guard();
    expect(assessGuard(exam.state()).askAgain).toBe(false);
  });

  it("cautions the highly irritable and the young", () => {
    const exam = buildExam({ birthDate: "2012-01-01" }).complaint("si-area.right");
    exam.add("history-recorded", {
      onset: "gradual",
      onsetNote: "",
      weeks: 4,
      provokedBy: "little",
      settlesMinutes: 240,
      eases: "",
    });
    expect(assessGuard(exam.state()).cautions.map(({ id }) => id)).toEqual(["irritable", "under-age"]);
  });

  it("has a first answer without effect, loads that exist, and a reason for everything", () => {
    for (const { id, options, parts, step } of GUARD_QUESTIONS) {
      if (!step) expect(options[0]).toMatchObject({ id: "no" });
      if (id !== "weak-legs") expect(options[0]?.effects).toEqual([]);
      for (const effect of [
        ...options.flatMap(({ effects }) => effects),
        ...parts.flatMap(({ effects = {} }) => Object.values(effects).flat()),
      ]) {
        expect(("reason" in effect ? effect.reason : effect.text).length).toBeGreaterThan(10);
        if ("loads" in effect && effect.loads !== "all")
          effect.loads.forEach((load) => expect(LOAD_IDS).toContain(load));
      }
    }
  });
});
