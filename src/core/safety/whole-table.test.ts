import { describe, expect, it } from "vitest";
import { whatOf } from "@/fixtures/samples/what-of";
import { admit } from "../admission";
import { noteText, writeReferral } from "../exchange";
import { protocolOf, stagesOf, type TestId } from "../knowledge";
import { DEFAULT_READING_SETTINGS, type ExamEvent, variantFor } from "../record";
import type { Side } from "../vocabulary";
import { buildExam, type ExamBuilder, type GuardAnswer } from "@/fixtures/samples/build";
import { questionsFor } from "./asked";
import { assessGuard } from "./assess";
import { blocksOn, blocksOnTest } from "./reach";

type Answers = Record<string, GuardAnswer>;
function answered(exam: ExamBuilder, answers: Answers): ExamBuilder {
  for (const [question, given] of Object.entries(answers)) {
    const [answer, ...parts] = typeof given === "string" ? [given] : given;
    exam.add("guard-answered", { question, answer, by: "them", parts });
  }
  return exam;
}
const neck = (answers: Answers = {}, options: Parameters<typeof buildExam>[0] = {}) =>
  answered(buildExam({ region: "neck-arm", ...options }), answers);
const back = (answers: Answers, options: Parameters<typeof buildExam>[0] = {}) => answered(buildExam(options), answers);
const guardOf = (exam: ExamBuilder) => assessGuard(exam.state());
/** The stages of a test that a guard blocks, by id. */
const blocked = (exam: ExamBuilder, test: TestId, side: Side | null = "right"): string[] => {
  const protocol = protocolOf(test);
  return stagesOf(protocol, variantFor(protocol, DEFAULT_READING_SETTINGS))
    .filter((stage) => blocksOn(guardOf(exam), stage, test, protocol.sided ? side : null).length > 0)
    .map(({ id }) => id);
};
const isWhole = (exam: ExamBuilder, test: TestId, side: Side | null = "right") => {
  const protocol = protocolOf(test);
  return (
    blocksOnTest(guardOf(exam), protocol, variantFor(protocol, DEFAULT_READING_SETTINGS), protocol.sided ? side : null)
      .whole.length > 0
  );
};
const urgencies = (exam: ExamBuilder) => guardOf(exam).referrals.map(({ urgency }) => urgency);
const NECK_TESTS = [
  "foraminal-compression",
  "neck-distraction",
  "flexion-rotation",
  "alar",
  "transverse",
  "neck-rotation",
] as const;

describe("the guard, row by row", () => {
  it("asks a well person only what the region makes relevant", () => {
    const of = (exam: ExamBuilder) => questionsFor(exam.state()).map(({ id }) => id);
    expect(of(neck())).not.toContain("hip");
    expect(of(neck())).not.toContain("cspine-high");
    expect(of(back({}))).not.toContain("artery");
    expect(of(back({})).length).toBeLessThanOrEqual(25);
    expect(of(neck()).length).toBeLessThanOrEqual(30);
  });

  it("new dizziness blocks the neck for good and is seen today; speech, sight, face and drops are an emergency", () => {
    const exam = neck({ dizziness: "new" });
    for (const test of NECK_TESTS) expect([test, isWhole(exam, test)]).toEqual([test, true]);
    expect(urgencies(exam)).toEqual(["urgent"]);
    expect(urgencies(neck({ brainstem: ["new", "speech"] }))).toEqual(["emergency"]);
    expect(urgencies(neck({ brainstem: ["known", "speech"] }))).toEqual(["soon"]);
    const block = (load: string) => guardOf(exam).blocks.find(({ loads }) => loads.includes(load as never))!;
    expect(block("neck-compression").final).toBe(true);
    const overriding = {
      type: "block-overridden",
      body: { block: block("neck-compression").id, reason: "I know this neck well" },
    };
    expect(
      whatOf(admit(exam.state(), { ...exam.events.at(-1)!, id: exam.newId(), ...overriding } as ExamEvent)),
    ).toMatch(/cannot be overridden/);
  });

  it("a sudden or new artery picture is an emergency and leaves no neck test", () => {
    const exam = neck({ artery: ["new", "sudden"] });
    expect(urgencies(exam)).toEqual(["emergency"]);
    expect(isWhole(exam, "sharp-purser", null)).toBe(true);
    /** Unlike any before, but gradual: today, and a documented reason may open the tests. */
    const gradual = neck({ artery: ["new", "unlike"] });
    expect(urgencies(gradual)).toEqual(["urgent"]);
    expect(guardOf(gradual).blocks.map(({ final }) => final)).toEqual([false]);
  });

  it("a blocked neck takes the neck out of the slump, the raise and the arm tests, not the whole test", () => {
    const exam = neck({ dizziness: "new" });
    expect(blocked(exam, "slump")).toEqual(expect.arrayContaining(["chin", "overpressure"]));
    expect(blocked(exam, "slump")).not.toContain("knee");
    expect(blocked(exam, "ulnt-1")).toContain("neck");
    expect(blocked(exam, "ulnt-1")).not.toContain("elbow");
    expect(isWhole(exam, "neck-flexion-after-raise")).toBe(true);
    expect(isWhole(exam, "lhermitte", null)).toBe(true);
    expect(isWhole(exam, "slump")).toBe(false);
  });

  it("asks about a new headache only over 50", () => {
    expect(questionsFor(neck({}, { birthDate: "1984-05-12" }).state()).some(({ id }) => id === "giant-cell")).toBe(
      false,
    );
    const older = (part: string) => neck({ "giant-cell": ["yes", part] }, { birthDate: "1960-01-01" });
    expect(urgencies(older("jaw"))).toEqual(["urgent"]);
    expect(urgencies(older("sight"))).toEqual(["emergency"]);
  });

  it("cord signs block neck and lumbar loading", () => {
    const exam = back({ "cord-signs": "yes" });
    expect(isWhole(exam, "quadrant")).toBe(true);
    expect(isWhole(exam, "foraminal-compression")).toBe(true);
    expect(isWhole(exam, "thigh-thrust")).toBe(false);
    expect(urgencies(exam)).toEqual(["urgent"]);
  });

  it("a tight chest now stops everything and is an emergency; on effort it is seen today; a wasted hand within days", () => {
    const now = neck({ "heart-and-chest": ["yes", "now"] });
    expect(urgencies(now)).toEqual(["emergency"]);
    expect(guardOf(now).blocks.map(({ loads, final }) => [loads, final])).toEqual([["all", true]]);
    for (const test of ["ulnt-1", "foraminal-compression", "valsalva", "elevated-arm", "neck-distraction"] as const)
      expect([test, isWhole(now, test, protocolOf(test).sided ? "left" : null)]).toEqual([test, true]);
    expect(urgencies(neck({ "heart-and-chest": ["yes", "effort"] }))).toEqual(["urgent"]);
    const apex = neck({ "heart-and-chest": ["yes", "apex"] });
    expect(urgencies(apex)).toEqual(["soon"]);
    expect(isWhole(apex, "ulnt-1")).toBe(true);
    expect(urgencies(neck({ "heart-and-chest": ["yes", "effort", "apex", "now"] })).toSorted()).toEqual([
      "emergency",
      "soon",
      "urgent",
    ]);
  });

  it.each([
    [{ "neck-injury": "recent", "cspine-applies": "no", "cspine-high": "yes" }, true],
    [{ "neck-injury": "recent", "cspine-applies": "no", "cspine-high": "no", "cspine-low": "none" }, true],
    [
      {
        "neck-injury": "recent",
        "cspine-applies": "no",
        "cspine-high": "no",
        "cspine-low": "present",
        "cspine-turn": "unable",
      },
      true,
    ],
    [
      {
        "neck-injury": "recent",
        "cspine-applies": "no",
        "cspine-high": "no",
        "cspine-low": "present",
        "cspine-turn": "able",
      },
      false,
    ],
  ])("the injury rule, step by step: %j", (answers, imagingFirst) => {
    const exam = neck(answers as Answers);
    expect(guardOf(exam).blocks.some(({ final }) => final)).toBe(imagingFirst);
    expect(isWhole(exam, "alar")).toBe(imagingFirst);
    expect(urgencies(exam)).toEqual(imagingFirst ? ["urgent"] : []);
  });

  it("asks the rule's next step only when the one before calls for it, and cites it", () => {
    const asked = (answers: Record<string, string>) => questionsFor(neck(answers).state()).filter(({ step }) => step);
    expect(asked({})).toEqual([]);
    expect(asked({ "neck-injury": "recent" }).map(({ id }) => id)).toEqual(["cspine-applies"]);
    expect(asked({ "neck-injury": "later" })).toEqual([]);
    expect(asked({ "neck-injury": "recent" })[0]?.citation).toBe("stiell-2001");
    expect(guardOf(neck({ "neck-injury": "later" })).blocks[0]).toMatchObject({ final: false });
    expect(guardOf(neck({ "neck-injury": "recent", "cspine-applies": "yes" })).blocks[0]?.reason).toMatch(
      /Clinical judgement/,
    );
  });

  it("an upper neck at risk waits for a medical view, or for the ligament tests, by school", () => {
    const medical = neck({ "upper-neck-risk": "yes" });
    expect(isWhole(medical, "sharp-purser", null)).toBe(true);
    const manual = neck({ "upper-neck-risk": "yes" }, { settings: { schools: { "ligament-order": "manual-first" } } });
    expect(isWhole(manual, "sharp-purser", null)).toBe(false);
    expect(isWhole(manual, "foraminal-compression")).toBe(true);
    expect(guardOf(manual).first[0]?.tests).toEqual(["sharp-purser", "alar", "transverse"]);
    const clear = (test: TestId, side: Side | null, ...answers: [string, string][]) => {
      const run = manual.start(test, side);
      answers.forEach(([stage, answer]) => manual.record(run, { stage, answer }));
    };
    clear("sharp-purser", null, ["ease-back", "none"]);
    expect(isWhole(manual, "foraminal-compression")).toBe(true);
    for (const side of ["left", "right"] as const)
      clear(
        "alar",
        side,
        ...["neutral", "flexion", "extension", "turning"].map((stage) => [stage, "at-once"] as [string, string]),
      );
    clear("transverse", null, ["lift", "none"]);
    expect(isWhole(manual, "foraminal-compression")).toBe(false);
    expect(guardOf(manual).first).toEqual([]);
  });

  it("bearing down is asked about only when a test needs it, and then blocked", () => {
    expect(questionsFor(back({}).state()).some(({ id }) => id === "bearing-down")).toBe(false);
    const exam = neck({ "bearing-down": "yes" });
    expect(isWhole(exam, "valsalva", null)).toBe(true);
  });

  it("a hip replacement spares neither the sweep nor the inward turn on its side", () => {
    const exam = back({ hip: ["right", "replaced"] });
    for (const test of [
      "scour",
      "flexion-adduction-rotation",
      "pump-handle",
      "seated-piriformis",
      "resisted-piriformis",
      "faber",
    ] as const)
      expect([test, blocked(exam, test).length > 0, blocked(exam, test, "left").length > 0]).toEqual([
        test,
        true,
        false,
      ]);
    expect(blocked(exam, "prone-lift")).toContain("thigh");
    expect(blocked(exam, "side-lying-leg-raise")).toEqual(["sensitise"]);
  });

  it("pregnancy bars lying face down everywhere", () => {
    const exam = back({ pregnancy: "yes" });
    for (const test of ["prone-lift", "prone-instability", "sacral-sulcus", "passive-lumbar-extension"] as const)
      expect([test, isWhole(exam, test)]).toEqual([test, true]);
  });
});

describe("what the examination itself finds", () => {
  it("severe weakness, and weaker than last time, stop all provocation", () => {
    const exam = buildExam();
    exam.add("neuro-recorded", { findings: [{ kind: "power", level: "l5", side: "right", value: 3 }] });
    expect(guardOf(exam).blocks[0]?.loads).toBe("all");
    const worse = buildExam();
    worse.add("neuro-recorded", { findings: [{ kind: "power", level: "l5", side: "right", value: 4, before: 5 }] });
    expect(guardOf(worse).blocks[0]?.reason).toContain("L5 right 5 to 4");
  });
  it("weak legs on both sides are an emergency once pain is not what limits them; a cord sign is referred", () => {
    const exam = buildExam();
    exam.add("neuro-recorded", {
      findings: [
        { kind: "power", level: "l5", side: "right", value: 4 },
        { kind: "power", level: "s1", side: "left", value: 4 },
      ],
    });
    expect(guardOf(exam).questions.map(({ id }) => id)).toContain("weak-legs");
    expect(isWhole(exam, "straight-leg-raise")).toBe(true);
    exam.add("guard-answered", { question: "weak-legs", answer: "yes" });
    expect(urgencies(exam)).toContain("emergency");
    const cord = buildExam();
    cord.add("neuro-recorded", { findings: [{ kind: "upper-motor", level: "hoffmann", side: "left", value: 1 }] });
    expect(urgencies(cord)).toEqual(["urgent"]);
  });
  it("a positive compression ends every further compression that visit, until overridden with a reason", () => {
    const exam = neck();
    const run = exam.start("foraminal-compression", "right");
    exam.record(run, { stage: "neutral", response: "familiar", felt: ["radial-forearm.right"] });
    expect(isWhole(exam, "maximal-compression")).toBe(true);
    expect(isWhole(exam, "ulnt-1")).toBe(false);
    const { id } = guardOf(exam).blocks.find((one) => one.id.startsWith("after."))!;
    exam.add("block-overridden", {
      block: id,
      test: "maximal-compression",
      reason: "to compare once with the other side",
    });
    expect(isWhole(exam, "maximal-compression")).toBe(false);
  });
  it("a positive ligament test ends the neck examination for good, and opens the letter", () => {
    const exam = neck();
    exam.complaint("neck.central");
    const run = exam.start("sharp-purser", null);
    exam.record(run, { stage: "ease-back", answer: "slide" });
    for (const test of NECK_TESTS) expect([test, isWhole(exam, test)]).toEqual([test, true]);
    const letter = writeReferral(exam.state())!;
    expect(letter.title).toBe("Urgent referral: today");
    expect(noteText(letter)).toMatch(/Relocation test: transverse ligament of the atlas positive/);
  });
  it("the letter names the answers that led to it and what was done; nothing to refer, no letter", () => {
    const exam = back({ "cauda-equina": ["yes", "saddle"] });
    exam.add("referral-acknowledged", {
      referral: guardOf(exam).referrals[0]!.id,
      action: "sent by ambulance at 10:40",
    });
    const text = noteText(writeReferral(exam.state())!);
    expect(text).toContain("EMERGENCY referral");
    expect(text).toContain("numbness between your legs");
    expect(text).toContain("sent by ambulance at 10:40");
    expect(text).not.toMatch(/diagnos|\bsafe\b/i);
    expect(writeReferral(back({}).state())).toBeNull();
  });
  it("a sign that is new since a technique brings the guard and the baseline back, until both were gone through", () => {
    const exam = buildExam().complaint("si-area.right").consent().guard();
    exam.run({ test: "thigh-thrust", side: "right", response: "nothing" });
    exam.technique();
    exam.run({ test: "thigh-thrust", side: "right", response: "familiar", felt: ["si-area.right"] });
    expect(guardOf(exam)).toMatchObject({ askAgain: true });
    expect(guardOf(exam).newSigns.map(({ test }) => test)).toContain("thigh-thrust");
    exam.guard();
    expect(guardOf(exam).askAgain).toBe(false);
    expect(guardOf(exam).newSigns.length).toBeGreaterThan(0);
    exam.add("neuro-recorded", { findings: [{ kind: "power", level: "l5", side: "right", value: 5 }] });
    expect(guardOf(exam).newSigns).toEqual([]);
  });
});
