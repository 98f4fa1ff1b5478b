import { describe, expect, it } from "vitest";
import { kOfN } from "@/fixtures/samples/tables";
import { buildExam } from "@/fixtures/samples/build";
import { FIRST_EVIDENCE } from "../evidence";
import { type ClusterRule, RULES, type TestId } from "../knowledge";
import type { ReadingSettings } from "../record";
import { isSettled } from "./figures";
import { interpretExam } from "./interpret";
import { contextOf } from "./context";
import { readExam, readSource, sourceIn } from "./reading";
import { describeVerdict, holdBounds, judgeRule, memberKey } from "./rules";

const positive = (test: TestId, side: "right" | "left" = "right") => ({
  test,
  side,
  response: "familiar" as const,
  felt: ["si-area.right" as const],
});
const negative = (test: TestId, side: "right" | "left" = "right") => ({ test, side, response: "nothing" as const });

function verdicts(plans: ReturnType<typeof positive | typeof negative>[], settings: Partial<ReadingSettings> = {}) {
  const exam = buildExam({ first: true, settings }).complaint("si-area.right");
  plans.forEach((plan) => exam.run(plan));
  const right = sourceIn(readExam(exam.state()), "sacroiliac", "right");
  return { right, rule: (id: string) => right.rules.find(({ rule }) => rule.id === id)! };
}

describe("a rule's table", () => {
  it("is LR- below k and LR+ from k on", () =>
    expect(kOfN(3, 2, { lrNegative: 0.2, lrPositive: 4 })).toEqual([0.2, 0.2, 4, 4]));

  it("holds between the figure reached and the figure still reachable", () => {
    const table = kOfN(5, 3, { lrNegative: 0.19, lrPositive: 4 });
    expect(holdBounds(table, 2, 3)).toEqual({ low: 0.19, high: 4 });
    expect(holdBounds(table, 3, 2)).toEqual({ low: 4, high: 4 });
    expect(holdBounds([null, null, 0.5, 6], 0, 1)).toEqual({ low: null, high: 0.5 });
  });

  it("is settled when one figure is left whatever comes", () => {
    const table = kOfN(5, 3, { lrNegative: 0.19, lrPositive: 4 });
    expect([isSettled(table, 2, 3), isSettled(table, 3, 2), isSettled(table, 0, 2), isSettled(table, 0, 3)]).toEqual([
      false,
      true,
      true,
      false,
    ]);
  });
});

describe("the five-test regimen", () => {
  it("counts on: 2 of 3, 3 left", () => {
    const verdict = verdicts([positive("si-distraction"), positive("thigh-thrust")]).rule("si-five-test");
    expect(describeVerdict(verdict)).toBe("2 of 3, 3 left");
    expect(verdict.needs).toBe(1);
  });

  it("is met at three, and says what can be skipped", () => {
    const { right, rule } = verdicts([
      positive("si-distraction"),
      positive("thigh-thrust"),
      positive("si-compression"),
    ]);
    expect(describeVerdict(rule("si-five-test"))).toBe("met, 3 positive; decided early, 2 can be skipped");
    expect(right.probability).toBeCloseTo(0.6191, 4);
  });

  it("is not met as soon as three cannot be reached", () => {
    const { right, rule } = verdicts([
      negative("si-distraction"),
      negative("thigh-thrust"),
      negative("si-compression"),
    ]);
    expect(rule("si-five-test")).toMatchObject({ verdict: "not met", settled: true, open: 2 });
    expect(right.probability).toBeCloseTo(0.0469, 4);
  });

  it("counts FABER although its single figure is off", () => {
    const { right, rule } = verdicts([positive("si-distraction"), positive("thigh-thrust"), positive("faber")]);
    expect(rule("si-five-test").verdict).toBe("met");
    expect(right.listings.some(({ outcome, why }) => outcome.test === "faber" && why.includes("saline"))).toBe(true);
  });

  it("takes Gaenslen of that side's leg, and only lists the other leg's", () => {
    const { right, rule } = verdicts([positive("gaenslen", "left")]);
    expect(rule("si-five-test").positive).toBe(0);
    expect(rule("si-six-test").positive).toBe(1);
    expect(right.probability).toBe(right.start.mean);
    expect(right.listings[0]?.why).toContain("other leg");
  });

  it("does not count a clear test given too lightly", () => {
    const exam = buildExam({ first: true })
      .complaint("si-area.right")
      .run({ ...negative("thigh-thrust"), kgf: 5 });
    const verdict = sourceIn(readExam(exam.state()), "sacroiliac", "right").rules[0]!;
    expect(verdict).toMatchObject({ negative: 0, open: 5 });
    expect(verdict.members.find(({ member }) => memberKey(member) === "thigh-thrust own side")?.reason).toContain(
      "too little force",
    );
  });
});

describe("the other rules", () => {
  it("counts both Gaenslen runs of the six-test composite for the side where it is felt", () => {
    const { right, rule } = verdicts(
      [positive("gaenslen", "left"), positive("gaenslen", "right"), positive("thigh-thrust")],
      { preferredRule: "si-six-test", memberWeight: 0 },
    );
    expect(rule("si-six-test")).toMatchObject({ verdict: "met", positive: 3 });
    expect(right.probability).toBeCloseTo(0.5882, 3);
  });

  it("stops the four-test composite at two", () => {
    expect(verdicts([positive("si-distraction"), positive("thigh-thrust")]).rule("si-four-test")).toMatchObject({
      verdict: "met",
      settled: true,
      condition: null,
    });
  });

  it("says when the four tests were done in another order than the study's", () => {
    expect(verdicts([positive("si-compression"), positive("thigh-thrust")]).rule("si-four-test").condition).toContain(
      "another order",
    );
  });

  it.each([
    ["no", null, true],
    ["yes", "does not apply", false],
    ["not tested", "not known", true],
  ] as const)("centralisation %s: %s", (answer, says, applies) => {
    const exam = buildExam({ first: true, settings: { preferredRule: "si-centralisation-excluded" } }).complaint(
      "si-area.right",
    );
    exam.add("centralisation-recorded", { answer });
    exam.run(positive("thigh-thrust"));
    const right = sourceIn(readExam(exam.state()), "sacroiliac", "right");
    const verdict = right.rules.find(({ rule }) => rule.id === "si-centralisation-excluded")!;
    expect(verdict.applies).toBe(applies);
    if (says) expect(verdict.condition).toContain(says);
    else expect(verdict.condition).toBeNull();
    expect(right.preferred === null).toBe(!applies);
  });
});

describe("what argues against", () => {
  it("says both numbers when a rule that is not met and its members point different ways", () => {
    const { right } = verdicts([
      positive("si-distraction"),
      positive("thigh-thrust"),
      negative("si-compression"),
      negative("gaenslen"),
      negative("faber"),
    ]);
    expect(right.probability).toBeCloseTo(0.1383, 3);
    const said = right.against.find((line) => line.includes("point the other way"));
    expect(said).toContain("14 %");
  });

  it("says that positives meeting no rule are just that, and names the nearest", () => {
    const { right } = verdicts(
      [positive("si-distraction"), positive("gaenslen"), negative("thigh-thrust"), negative("si-compression")],
      { preferredRule: "none" },
    );
    expect(right.against.join(" ")).toContain("2 positive tests, but no rule is met by them. Nearest: ");
  });

  it("names the population when the pain is recent or the person young", () => {
    const exam = buildExam({ first: true, birthDate: "2012-01-01" })
      .complaint("si-area.right")
      .run(positive("thigh-thrust"));
    exam.add("history-recorded", {
      onset: "sudden",
      onsetNote: "",
      weeks: 1,
      provokedBy: null,
      settlesMinutes: null,
      eases: "",
    });
    const reading = readExam(exam.state());
    expect(reading.underAge).toBe(true);
    expect(sourceIn(reading, "sacroiliac", "right").against.join(" ")).toMatch(/1 week ago.*|adults/);
  });
});

describe("a rule with its own definition of positive", () => {
  /** As the four-item root rule reads the first arm test: the symptom, or an elbow difference over 10°, or changed by the neck. */
  const rule = {
    ...RULES[0]!,
    source: "cervical-root",
    figures: { kind: "k of n", k: 1, lrPositive: 3, lrNegative: 0.3 },
    members: [
      {
        test: "ulnt-1",
        run: "own side",
        positive: {
          said: "familiar symptom, or elbow difference over 10°, or changed by the neck",
          condition: {
            any: [
              { when: "reproduced" },
              { difference: { id: "end", over: 10, way: "more" } },
              { effect: { "neck-midline": ["eased"] } },
            ],
          },
        },
      },
    ],
  } as const satisfies ClusterRule;
  const told = (right: number, left: number) => {
    const exam = buildExam({ first: true });
    for (const [side, end] of [
      ["right", right],
      ["left", left],
    ] as const) {
      const run = exam.start("ulnt-1", side);
      for (const stage of ["neck", "girdle", "abduction", "supination", "wrist", "rotation", "elbow"])
        exam.record(run, { stage, response: "stretch" });
      exam.record(run, { measure: "end", value: end });
    }
    const { runs, settings } = exam.state();
    const outcomes = interpretExam(runs, settings!);
    expect(outcomes.find(({ source, side }) => source === "cervical-root" && side === "right")?.outcome).toBe(
      "negative",
    );
    return judgeRule(rule, "right", outcomes, {
      state: exam.state(),
      evidence: FIRST_EVIDENCE,
      centralises: null,
      order: [],
      runs,
      settings: settings!,
    });
  };

  it("counts an elbow difference that we do not, and says by which words", () => {
    const met = told(40, 12);
    expect(met.verdict).toBe("met");
    expect(met.members[0]?.reason).toContain("elbow difference over 10°");
    expect(told(20, 12).verdict).toBe("not met");
  });
});

describe("repeated movements at the table", () => {
  it.each([
    ["centralises", "yes", /repeated movements centralise/],
    ["none", "no", null],
  ])("answered %s, they settle the precondition whatever the complaint said", (shown, _means, condition) => {
    const exam = buildExam({ first: true }).complaint("si-area.right");
    exam.add("centralisation-recorded", { answer: "not tested" });
    const run = exam.start("repeated-movements", null);
    for (const way of ["flexion", "extension", "side-glide-right", "side-glide-left"])
      exam.record(run, { stage: way, answer: way === "extension" ? shown : "none" });
    const rule = readSource(contextOf(exam.state()), "sacroiliac", "right").rules.find(
      ({ rule: { id } }) => id === "si-centralisation-excluded",
    )!;
    if (condition) expect(rule.condition).toMatch(condition);
    else expect(rule.condition).toBeNull();
    expect(rule.applies).toBe(condition === null);
  });
});

describe("a rule that can no longer be finished", () => {
  it("says so, and names the others to choose from", () => {
    const exam = buildExam({ first: true })
      .complaint("si-area.right")
      .run(positive("thigh-thrust"))
      .run(positive("si-distraction"));
    const against = () => sourceIn(readExam(exam.state()), "sacroiliac", "right").against.join(" ");
    expect(against()).not.toContain("cannot be finished");
    exam.add("test-skipped", { test: "si-compression", side: null, reason: "too sore" });
    for (const test of ["gaenslen", "faber"] as const)
      exam.add("test-skipped", { test, side: "right", reason: "too sore" });
    expect(against()).toMatch(
      /five-test regimen cannot be finished.*six-test composite \(2 of 3.*four-test composite \(met/,
    );
  });
});
