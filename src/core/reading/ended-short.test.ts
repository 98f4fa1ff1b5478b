import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { ALL } from "@/fixtures/property-runs";
import { END_REASONS, type EndReason } from "../record";
import { buildExam, continueExam, type ExamBuilder } from "@/fixtures/samples/build";
import { TEST_CASES, examOfCase } from "@/fixtures/samples/cases";
import { readExam, sourceIn } from "./reading";

const REASONS = Object.keys(END_REASONS) as EndReason[];
const SHORT: readonly EndReason[] = REASONS.filter((reason) => reason !== "answered");
/** Reasons but "answered" differ in one sentence, which is checked for each of them below. */
const ONE_OF_EACH: readonly EndReason[] = ["answered", "time"];
const ending = (exam: ExamBuilder, reason: EndReason) => {
  exam.add("exam-ended", { reason, note: reason === "other" ? "the phone rang" : "" });
  return readExam(exam.state());
};

const clearThrust = (sheet: readonly string[]) => {
  const exam = buildExam().complaint("si-area.right").consent().guard().rest(1);
  exam.add("sheet-set", { label: "Chosen", tests: [...sheet] as never, reason: "" });
  for (const test of ["thigh-thrust", "gaenslen"] as const) exam.run({ test, side: "right", response: "nothing" });
  return exam;
};

describe("an exam that stopped short", () => {
  it("every case and reason for ending puts no open source aside", () =>
    forEvery(
      TEST_CASES.map((one, index) => [`${one.test} ${one.kind} ${index}`, one] as const),
      (_name, one) => {
        const { exam } = examOfCase(one);
        const before = readExam(exam.state());
        for (const reason of ALL ? REASONS : ONE_OF_EACH) {
          const after = ending(continueExam(exam.options, exam.events), reason);
          for (const source of after.sources) {
            const was = sourceIn(before, source.source, source.side);
            expect(source.probability).toBe(was.probability);
            const isAside = was.wording.word === "unlikely" || was.wording.word === "not suggested";
            if (source.wording.word !== was.wording.word) {
              expect([isAside, source.wording.word, SHORT.includes(reason)]).toEqual([true, "open", true]);
              expect(source.against[0]).toContain(`not “${was.wording.word}”`);
            } else if (isAside && SHORT.includes(reason)) {
              expect([source.preferred?.settled ?? null]).not.toEqual([false]);
            }
          }
        }
      },
    ));

  it("every reason for ending leaves the rule open, and says why tests are missing", () =>
    forEvery(SHORT, (reason) => {
      const exam = clearThrust(["si-distraction", "thigh-thrust", "gaenslen"]);
      const source = sourceIn(ending(exam, reason), "sacroiliac", "right");
      expect(source.wording.word).not.toMatch(/unlikely|not suggested/);
      const open = source.preferred!.members.filter(({ result }) => result === "open");
      expect(open.length).toBeGreaterThan(0);
      for (const { reason: why } of open)
        expect(why).toBe(`exam ended (${reason === "other" ? "the phone rang" : END_REASONS[reason]})`);
    }));

  it("an answered question keeps its words and its open tests", () => {
    const exam = clearThrust(["si-distraction", "thigh-thrust", "gaenslen"]);
    const before = sourceIn(readExam(exam.state()), "sacroiliac", "right");
    const after = sourceIn(ending(exam, "answered"), "sacroiliac", "right");
    expect(after.wording).toEqual(before.wording);
    expect(after.preferred?.members).toEqual(before.preferred?.members);
  });
});
