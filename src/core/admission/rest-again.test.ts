import { describe, expect, it } from "vitest";
import { buildExam, type ExamBuilder } from "@/fixtures/samples/build";
import { protocolOf, PROTOCOLS, restQuestion, type TestId } from "../knowledge";
import { restAgain } from "./rest-again";
import type { Position } from "../vocabulary";

const rated = (position?: Position) => {
  const exam = buildExam().complaint("si-area.right").consent().guard();
  exam.add("rest-rated", { intensity: 2, places: ["si-area.right"], ...(position ? { position } : {}) });
  return exam;
};
const before = (exam: ExamBuilder, test: TestId, side: "right" | "left" | null = "right") =>
  restAgain(exam.state(), { protocol: protocolOf(test), side: protocolOf(test).sided ? side : null });

describe("the symptom at rest, before the next test", () => {
  it("is asked in each posture that was not rated, over every test", () => {
    for (const { id, position } of PROTOCOLS) {
      expect([id, before(rated(position), id)]).toEqual([id, null]);
      const other = position === "seated" ? "prone" : "seated";
      expect([id, before(rated(other), id)]).toEqual([id, "other posture"]);
      expect([id, before(rated(), id)]).toEqual([id, null]);
      expect(restQuestion(position)).toMatch(/ here, at rest/);
    }
  });

  it("is asked after a test that brought it on, until it is rated, and not after one that did not", () => {
    const exam = rated("supine").run({ test: "thigh-thrust", side: "right", response: "nothing" });
    expect(before(exam, "thigh-thrust", "left")).toBeNull();
    exam.run({ test: "thigh-thrust", side: "left", response: "familiar", felt: ["si-area.left"], intensity: 5 });
    expect(before(exam, "faber")).toBe("brought on");
    expect(before(exam, "thigh-thrust", "left")).toBeNull();
    exam.add("rest-rated", { intensity: 4, places: ["si-area.right"], position: "supine" });
    expect(before(exam, "faber")).toBeNull();
    exam.start("faber", "right");
    expect(exam.state().runs.map(({ rest }) => rest?.intensity)).toEqual([2, 2, 4]);
  });

  it("a test is judged by the last rating in its own posture, else by the last of all", () => {
    const exam = rated("supine");
    exam.add("rest-rated", { intensity: 7, places: ["si-area.right"], position: "prone" });
    for (const test of ["faber", "sacral-thrust", "slump"] as const) exam.start(test, "right");
    expect(exam.state().runs.map(({ test, rest }) => [test, rest?.intensity])).toEqual([
      ["faber", 2],
      ["sacral-thrust", 7],
      ["slump", 7],
    ]);
  });
});
