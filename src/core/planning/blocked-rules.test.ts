import { expect, it } from "vitest";
import { buildExam } from "@/fixtures/samples/build";
import { readExam } from "../reading";
import { assessGuard } from "../safety";
import { blockedRules } from "./blocked-rules";

it("a rule that the guard keeps from being met says so, and names the one that is decided", () => {
  const exam = buildExam()
    .complaint("si-area.right")
    .consent()
    .guard({ hip: ["both", "replaced"] })
    .rest(0);
  for (const test of ["si-distraction", "si-compression"] as const)
    exam.run({ test, response: "familiar", felt: ["si-area.right"], intensity: 6, kgf: 26 });
  const state = exam.state();
  const [line] = blockedRules(state, readExam(state), assessGuard(state));
  expect(line).toMatch(/^sacroiliac joint right: Thigh thrust right, Gaenslen right, FABER right are blocked/);
  expect(line).toContain("cannot be met");
  expect(line).toContain("four-test composite (met, 2 positive");
});

it("says nothing where nothing is blocked", () => {
  const exam = buildExam().complaint("si-area.right").consent().guard().rest(0);
  exam.run({ test: "thigh-thrust", side: "right", response: "familiar", felt: ["si-area.right"], intensity: 6 });
  const state = exam.state();
  expect(blockedRules(state, readExam(state), assessGuard(state))).toEqual([]);
});
