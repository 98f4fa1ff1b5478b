import { describe, expect, it } from "vitest";
import { buildExam, type RunPlan } from "@/fixtures/samples/build";
import type { Place, Side, SourceId } from "../vocabulary";
import { readExam, sourceIn } from "./reading";

type Rest = { intensity: number; places: Place[] };

/** One test after a rating at rest; outcomes as "source side: outcome". */
function read(
  plan: RunPlan,
  { rest, settings = {} }: { rest?: Rest; settings?: Parameters<typeof buildExam>[0] } = {},
) {
  const exam = buildExam(settings).complaint("si-area.right");
  if (rest) exam.rest(rest.intensity, ...rest.places);
  exam.run(plan);
  const { outcomes } = readExam(exam.state());
  return {
    outcomes,
    of: (source: SourceId, side: Side) =>
      outcomes.find((outcome) => outcome.source === source && outcome.side === side)?.outcome ?? "not tested",
    reason: (source: SourceId, side: Side) =>
      outcomes.find((outcome) => outcome.source === source && outcome.side === side)?.reason ?? "",
  };
}

const thighThrustRight = (felt: Place[], more: Partial<RunPlan> = {}): RunPlan => ({
  test: "thigh-thrust",
  side: "right",
  response: "familiar",
  felt,
  ...more,
});

describe("where a familiar symptom was felt decides the source", () => {
  it("reads the right buttock below L5 as positive for the right joint", () => {
    const found = read(thighThrustRight(["si-area.right"]));
    expect(found.of("sacroiliac", "right")).toBe("positive");
    expect(found.of("sacroiliac", "left")).toBe("not tested");
    expect(found.of("hip", "right")).toBe("not tested");
  });

  it("reads the groin as the hip's, not the joint's", () => {
    const found = read(thighThrustRight(["groin.right"]));
    expect(found.of("sacroiliac", "right")).toBe("negative");
    expect(found.of("hip", "right")).toBe("positive");
    expect(found.reason("sacroiliac", "right")).toContain("hip");
  });

  it("reads above L5 as negative, and points to the lumbar spine", () => {
    const found = read(thighThrustRight(["low-back.central"]));
    expect(found.of("sacroiliac", "right")).toBe("negative");
    expect(found.reason("sacroiliac", "right")).toContain("lumbar");
  });

  it("reads the other side only as negative, without saying anything of the other joint", () => {
    const found = read(thighThrustRight(["si-area.left"]));
    expect(found.of("sacroiliac", "right")).toBe("negative");
    expect(found.of("sacroiliac", "left")).toBe("not tested");
  });

  it("reads groin and sacroiliac area together as both", () => {
    const found = read(thighThrustRight(["groin.right", "si-area.right"]));
    expect(found.of("sacroiliac", "right")).toBe("positive");
    expect(found.of("hip", "right")).toBe("positive");
  });

  it("reads the central buttock alone as equivocal", () => {
    expect(read(thighThrustRight(["central-buttock.right"])).of("sacroiliac", "right")).toBe("equivocal");
  });

  it("waits for the place before it calls anything positive", () => {
    expect(read(thighThrustRight([])).of("sacroiliac", "right")).toBe("equivocal");
  });

  it("reads the side of the hip in FABER as gluteal tendon or bursa", () => {
    const found = read({ test: "faber", side: "left", response: "familiar", felt: ["lateral-hip.left"] });
    expect(found.of("gluteal-tendon", "left")).toBe("positive");
    expect(found.of("sacroiliac", "left")).toBe("negative");
    expect(found.of("hip", "left")).toBe("negative");
  });
});

describe("tests that load both joints", () => {
  it.each(["si-distraction", "si-compression", "sacral-thrust", "gaenslen"] as const)(
    "%s speaks for both sides",
    (test) => {
      const found = read({ test, side: "right", response: "familiar", felt: ["si-area.left"] });
      expect(found.of("sacroiliac", "right")).toBe("negative");
      expect(found.of("sacroiliac", "left")).toBe("positive");
    },
  );

  it("calls both buttocks bilateral", () => {
    const found = read({ test: "si-distraction", response: "familiar", felt: ["si-area.right", "si-area.left"] });
    expect(found.of("sacroiliac", "right")).toBe("positive");
    expect(found.of("sacroiliac", "left")).toBe("positive");
    expect(found.outcomes.filter(({ source }) => source === "sacroiliac").every(({ bilateral }) => bilateral)).toBe(
      true,
    );
  });
});

describe("only their own symptom, risen or spread, can be positive", () => {
  it.each(["nothing", "stretch", "other"] as const)("%s is negative, whatever its intensity", (response) => {
    const found = read({
      test: "thigh-thrust",
      side: "right",
      response,
      felt: response === "other" ? ["si-area.right"] : [],
      intensity: 10,
    });
    expect(found.of("sacroiliac", "right")).toBe("negative");
  });

  const rest = (intensity: number): Rest => ({ intensity, places: ["si-area.right"] });
  it.each([
    [4, 4, "negative"],
    [4, 5, "negative"],
    [4, 6, "positive"],
    [8, 10, "positive"],
    [9, 10, "not interpretable"],
    [10, 10, "not interpretable"],
    [0, 1, "positive"],
  ] as const)("%i at rest, %i now: %s", (before, now, outcome) => {
    expect(
      read(thighThrustRight(["si-area.right"], { intensity: now }), { rest: rest(before) }).of("sacroiliac", "right"),
    ).toBe(outcome);
  });

  it("counts a further spread although the intensity did not rise", () => {
    const spread = thighThrustRight(["si-area.right", "posterior-thigh.right"], { intensity: 4 });
    expect(read(spread, { rest: rest(4) }).of("sacroiliac", "right")).toBe("positive");
    expect(read({ ...spread, intensity: 9 }, { rest: rest(9) }).of("sacroiliac", "right")).toBe("positive");
  });

  it("asks how bad it became when it was there at rest", () => {
    expect(read(thighThrustRight(["si-area.right"]), { rest: rest(3) }).of("sacroiliac", "right")).toBe("equivocal");
  });
});

describe("dose and stages", () => {
  it("marks a clear test given with less than 60 % of the force, and leaves its figure out", () => {
    const exam = buildExam({ settings: { preferredRule: "none" } }).complaint("si-area.right");
    exam.run({ test: "thigh-thrust", side: "right", response: "nothing", kgf: 14 });
    const right = sourceIn(readExam(exam.state()), "sacroiliac", "right");
    expect(right.outcomes[0]?.doseMismatch).toBe("14 kgf given, 25 asked");
    expect(right.probability).toBeCloseTo(right.start.mean, 12);
    expect(right.listings[0]?.why).toContain("too little force");
  });

  it("lets a positive at low force count, and an unmeasured dose pass as asked", () => {
    const exam = buildExam({ settings: { preferredRule: "none" } }).complaint("si-area.right");
    exam.run(thighThrustRight(["si-area.right"], { kgf: 10 }));
    expect(sourceIn(readExam(exam.state()), "sacroiliac", "right").probability).toBeGreaterThan(0.4);
    exam.run({ test: "sacral-thrust", response: "nothing" });
    expect(sourceIn(readExam(exam.state()), "sacroiliac", "right").listings).toEqual([]);
  });

  it("is negative under a school with several doses only after every dose", () => {
    const exam = buildExam({ settings: { dose: "graded" } }).complaint("si-area.right");
    const run = exam.newId();
    exam.add("run-started", { run, test: "thigh-thrust", side: "right", variant: { dose: "graded" } });
    const outcome = () => readExam(exam.state()).outcomes.find(({ source }) => source === "sacroiliac")?.outcome;
    exam.add("response-recorded", { run, stage: "pressure", response: "nothing" });
    expect(outcome()).toBe("not tested");
    exam.add("response-recorded", { run, stage: "hold", response: "nothing" });
    expect(outcome()).toBe("not tested");
    exam.add("response-recorded", { run, stage: "thrusts", response: "nothing" });
    expect(outcome()).toBe("negative");
  });

  it("moves no figure when a stage was left out", () => {
    const exam = buildExam().complaint("si-area.right");
    const run = exam.newId();
    exam.add("run-started", { run, test: "sacral-thrust", side: null, variant: { dose: "steady" } });
    exam.add("response-recorded", { run, stage: "pressure", response: "nothing" });
    exam.add("stage-skipped", { run, stage: "thrusts", reason: "no thrusts" });
    const right = sourceIn(readExam(exam.state()), "sacroiliac", "right");
    expect(right.outcomes[0]).toMatchObject({ outcome: "negative", modified: true });
    expect(right.probability).toBeCloseTo(right.start.mean, 12);
  });

  it("is not interpretable when it was stopped before an answer", () => {
    const exam = buildExam().complaint("si-area.right");
    const run = exam.newId();
    exam.add("run-started", { run, test: "gaenslen", side: "right", variant: { dose: "steady" } });
    exam.add("run-stopped", { run, reason: "asked to stop", note: "" });
    expect(readExam(exam.state()).outcomes[0]?.outcome).toBe("not interpretable");
  });
});

describe("repeats", () => {
  it("lets the later run replace the earlier, and keeps both", () => {
    const exam = buildExam()
      .complaint("si-area.right")
      .run(thighThrustRight(["si-area.right"]));
    exam.run({ test: "thigh-thrust", side: "right", response: "nothing" });
    expect(
      readExam(exam.state())
        .outcomes.filter(({ source }) => source === "sacroiliac")
        .map(({ outcome }) => outcome),
    ).toEqual(["negative"]);
    expect(exam.state().runs).toHaveLength(2);
  });

  it("keeps the earlier run while the repeat has no answer yet", () => {
    const exam = buildExam()
      .complaint("si-area.right")
      .run(thighThrustRight(["si-area.right"]));
    exam.add("run-started", { run: exam.newId(), test: "thigh-thrust", side: "right", variant: { dose: "steady" } });
    expect(readExam(exam.state()).outcomes[0]?.outcome).toBe("positive");
  });
});

describe("the two schools of what counts as positive", () => {
  it("counts any familiar symptom on that side when the studies' definition is chosen", () => {
    const settings = { settings: { feltWhere: "any-familiar" } } as const;
    expect(read(thighThrustRight(["groin.right"]), { settings }).of("sacroiliac", "right")).toBe("positive");
    expect(read(thighThrustRight(["low-back.central"]), { settings }).of("sacroiliac", "right")).toBe("positive");
    expect(read(thighThrustRight(["groin.left"]), { settings }).of("sacroiliac", "right")).toBe("negative");
  });

  it("uses no single figure where our negative is the study's positive", () => {
    const exam = buildExam({ settings: { preferredRule: "none" } })
      .complaint("si-area.right")
      .run(thighThrustRight(["groin.right"]));
    const right = sourceIn(readExam(exam.state()), "sacroiliac", "right");
    expect(right.probability).toBeCloseTo(right.start.mean, 12);
    expect(right.listings[0]?.why).toContain("the study would have counted it positive");
  });
});
