import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { readExam } from "../reading";
import { assessGuard } from "../safety";
import { buildExam, type ExamBuilder } from "@/fixtures/samples/build";
import { offeredPlaces } from "./offered-places";
import { runSheet, type SheetStep, stepAfter } from "./run-sheet";

const sheetOf = (exam: ExamBuilder) => {
  const state = exam.state();
  return runSheet(state, assessGuard(state), readExam(state));
};
const keys = (exam: ExamBuilder) => sheetOf(exam).steps.map(({ key }) => key);

describe("the run sheet", () => {
  it("the less sore side comes first, whichever the familiar symptom is on", () => {
    for (const right of [1, 4, 8])
      for (const left of [1, 4, 8]) {
        const exam = buildExam();
        for (const [area, place, now] of [
          ["area-1", "si-area.right", right],
          ["area-2", "si-area.left", left],
        ] as const)
          exam.add("area-recorded", { area, places: [place], qualities: [], now, best: null, worst: null });
        exam.add("familiar-chosen", { area: "area-1", words: "the right one" });
        const first = sheetOf(exam).steps.find(({ side }) => side !== null)?.side;
        expect([right, left, first]).toEqual([right, left, right < left ? "right" : "left"]);
      }
  });

  it("turns nobody over twice, and begins with the uninvolved side", () => {
    expect(sheetOf(buildExam().complaint("si-area.right")).blocks.map(({ position }) => position)).toEqual([
      "supine",
      "side-lying",
      "prone",
    ]);
    expect(keys(buildExam().complaint("si-area.right")).slice(0, 3)).toEqual([
      "si-distraction",
      "thigh-thrust.left",
      "thigh-thrust.right",
    ]);
    expect(keys(buildExam().complaint("si-area.left")).slice(0, 3)).toEqual([
      "si-distraction",
      "thigh-thrust.right",
      "thigh-thrust.left",
    ]);
  });

  it("keeps the four-test composite's own order", () => {
    const order = keys(buildExam().complaint("si-area.right"));
    const at = ["si-distraction", "thigh-thrust.right", "si-compression", "sacral-thrust"].map((key) =>
      order.indexOf(key),
    );
    expect(at).toEqual(at.toSorted((a, b) => a - b));
  });

  it("shows a blocked test with why, and goes on to the next one", () => {
    const exam = buildExam()
      .complaint("si-area.right")
      .guard({ hip: ["left", "replaced"] });
    const step = sheetOf(exam).steps.find(({ key }) => key === "thigh-thrust.left");
    expect(step).toMatchObject({ status: "blocked" });
    expect(step?.blocks[0]?.reason).toContain("Hip replacement");
    exam.run({ test: "si-distraction", response: "nothing" });
    expect(sheetOf(exam).next?.key).toBe("thigh-thrust.right");
  });

  it("says why the rest can be skipped once the rule is decided on the painful side", () => {
    const exam = buildExam().complaint("si-area.right");
    const familiar = { response: "familiar" as const, felt: ["si-area.right" as const] };
    exam.run({ test: "si-distraction", ...familiar }).run({ test: "thigh-thrust", side: "right", ...familiar });
    expect(sheetOf(exam).decided).toBeNull();
    exam.run({ test: "si-compression", ...familiar });
    expect(sheetOf(exam).decided).toBe("five-test regimen is decided on the right: met");
  });

  it("drops a skip when the test is done after all", () => {
    const exam = buildExam().complaint("si-area.right");
    exam.add("test-skipped", { test: "si-distraction", side: null, reason: "too sore" });
    expect(sheetOf(exam).steps[0]).toMatchObject({ status: "skipped", because: "too sore" });
    exam.run({ test: "si-distraction", response: "nothing" });
    expect(sheetOf(exam).steps[0]?.status).toBe("done");
  });
});

describe("the places offered at the table", () => {
  it("are the person's own first, and none twice", () => {
    const places = offeredPlaces(buildExam().complaint("posterior-thigh.left", "si-area.left").state(), "left");
    expect(places.slice(0, 2)).toEqual(["posterior-thigh.left", "si-area.left"]);
    expect(new Set(places).size).toBe(places.length);
  });
});

describe("the step after", () => {
  const STATUSES: Record<SheetStep["status"], boolean> = {
    "to do": true,
    begun: true,
    done: false,
    blocked: false,
    skipped: false,
    "not earned": false,
    "not needed": false,
    later: false,
  };
  const steps = (...statuses: SheetStep["status"][]) =>
    statuses.map((status, index) => ({ key: `${index}`, status }) as SheetStep);

  it("every status: the next step is one that is open", () =>
    forEvery(Object.entries(STATUSES), (status, isOpen) => {
      const sheet = steps("done", status as SheetStep["status"]);
      expect(stepAfter(sheet, "0")?.key).toBe(isOpen ? "1" : undefined);
    }));

  it("goes round once, never back to the step itself, and begins at the front without one", () => {
    expect(stepAfter(steps("to do", "done", "begun"), "2")?.key).toBe("0");
    expect(stepAfter(steps("done", "begun", "done"), "1")).toBeNull();
    expect(stepAfter(steps("done", "to do"), undefined)?.key).toBe("1");
    expect(stepAfter([], "0")).toBeNull();
  });
});

describe("the step that comes next", () => {
  it("is the test whose symptom came and that is not finished with, wherever it stands", () => {
    const exam = buildExam().complaint("si-area.right").consent().guard().rest(1, "si-area.right");
    exam.add("sheet-set", { label: "own", tests: ["si-distraction", "thigh-thrust", "sacral-thrust"], reason: "" });
    const run = exam.start("thigh-thrust", "right");
    exam.record(run, { stage: "push", response: "familiar" });
    const next = () => runSheet(exam.state(), assessGuard(exam.state()), readExam(exam.state())).next?.key;
    expect(next()).toBe("thigh-thrust.right");
    exam.add("felt-recorded", { run, stage: "push", places: ["si-area.right"], intensity: 5, reactions: [] });
    expect(next()).toBe("si-distraction");
  });
});
