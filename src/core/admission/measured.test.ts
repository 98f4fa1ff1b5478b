import { describe, expect, it } from "vitest";
import { problemAtField } from "../base";
import { MEASURING, notMeasuredBy, PROTOCOLS, type TestId } from "../knowledge";
import { MEASURED_WITH } from "../measurement";
import { comparedRuns } from "../reading";
import { type ExamEvent, kindOf, type MeasuredHow, measuredText } from "../record";
import { EFFECTS, RESPONSES } from "../vocabulary";
import { buildExam, type ExamBuilder } from "@/fixtures/samples/build";
import { admit } from "./admit";

const HOW: MeasuredHow = {
  device: "inclinometer",
  method: "onset by pad",
  trials: 1,
  mount: "the front of the shin",
  zero: "the leg resting on the table",
  error: 1.5,
};

const refused = (exam: ExamBuilder, type: ExamEvent["type"], body: object): string | null => {
  const event = { ...exam.events.at(-1)!, id: exam.newId(), type, body } as ExamEvent;
  const found = admit(exam.state(), event);
  return found && problemAtField(found);
};

describe("what a number was measured with", () => {
  it("stands beside it, and goes when it is typed anew", () => {
    const exam = buildExam();
    const run = exam.start("straight-leg-raise", "right");
    exam.add("measure-recorded", { run, measure: "onset", value: 42, how: HOW });
    expect(exam.state().runs[0]).toMatchObject({ measures: { onset: 42 }, measured: { onset: HOW } });
    exam.add("measure-recorded", { run, measure: "onset", value: 45 });
    expect(exam.state().runs[0]).toMatchObject({ measures: { onset: 45 }, measured: {} });
    expect(measuredText({ ...HOW, trials: 3, spread: 1.26, tooQuick: true })).toBe(
      "inclinometer, onset by pad, mean of 3, spread 1.3, ± 1.5, moved too quickly to compare",
    );
  });

  it("is refused where it cannot have measured that, over every number of the catalogue and every device", () => {
    let [taken, not] = [0, 0];
    for (const protocol of PROTOCOLS)
      for (const measure of protocol.measures) {
        const exam = buildExam();
        const run = exam.start(protocol.id, protocol.sided ? "right" : null);
        for (const device of MEASURED_WITH) {
          const why = notMeasuredBy(protocol.id as TestId, measure.id, device);
          const said = refused(exam, "measure-recorded", {
            run,
            measure: measure.id,
            value: measure.range[0],
            how: { ...HOW, device },
          });
          if (why === null) expect(said).toBeNull();
          else expect(said).toBe(`Is no way to measure ${measure.label.toLowerCase()} here. ${why}`);
          if (why === null) taken++;
          else not++;
        }
      }
    expect(taken).toBeGreaterThan(200);
    expect(not).toBeGreaterThan(50);
    expect(Object.keys(MEASURING).length).toBeGreaterThan(10);
  });
});

describe("what they say themselves", () => {
  it("fits what the stage asks, over every stage of the catalogue and everything that can be said", () => {
    for (const protocol of PROTOCOLS) {
      const exam = buildExam();
      const run = exam.start(protocol.id, protocol.sided ? "right" : null);
      for (const stage of protocol.stages.filter(({ only, until }) => !only && until === undefined))
        for (const says of [...RESPONSES, ...EFFECTS]) {
          const kind = kindOf(stage);
          const fits =
            kind === "provoke"
              ? (RESPONSES as readonly string[]).includes(says)
              : (kind === "release" || kind === "relief") && (EFFECTS as readonly string[]).includes(says);
          const said = refused(exam, "answer-reported", { run, stage: stage.id, says, places: [], intensity: null });
          if (fits) expect(said, `${protocol.id} ${stage.id} ${says}`).toBeNull();
          else expect(said).toMatch(/is nothing that is said of this stage/);
        }
    }
  });

  it("is no answer: what was recorded stands, and both are kept", () => {
    const exam = buildExam();
    const run = exam.start("thigh-thrust", "right");
    exam.add("answer-reported", { run, stage: "push", says: "familiar", places: ["si-area.right"], intensity: 6 });
    expect(exam.state().runs[0]!.stages).toEqual({});
    exam.record(run, { stage: "push", response: "stretch" });
    const [done] = exam.state().runs;
    expect(done!.stages.push!.response).toBe("stretch");
    expect(done!.reports).toMatchObject([{ stage: "push", says: "familiar", intensity: 6, channel: null }]);
  });
});

describe("a number beside one that was taken otherwise", () => {
  const raised = (value: number, how?: Partial<MeasuredHow>) => {
    const exam = buildExam();
    const run = exam.start("straight-leg-raise", "right");
    exam.add("measure-recorded", { run, measure: "onset", value, ...(how ? { how: { ...HOW, ...how } } : {}) });
    return exam.state().runs[0]!;
  };
  const verdict = (before: ReturnType<typeof raised>, after: ReturnType<typeof raised>) =>
    comparedRuns(before, after).find(({ id }) => id === "onset")!;

  it.each([
    ["both typed", undefined, undefined, "better beyond"],
    ["both marked on a pad", {}, {}, "better beyond"],
    ["by two devices, marked alike", {}, { device: "simulated" }, "better beyond"],
    ["by pad and by pedal", {}, { method: "onset by pedal" }, "cannot be compared"],
    ["typed and marked", undefined, {}, "cannot be compared"],
    ["too quickly then", { tooQuick: true }, {}, "cannot be compared"],
    ["too quickly now", {}, { tooQuick: true }, "cannot be compared"],
  ] as const)("%s", (_words, before, after, is) => {
    expect(verdict(raised(42, before), raised(60, after)).verdict).toBe(is);
  });

  it("says why", () => {
    expect(verdict(raised(42, {}), raised(60, { method: "onset by pedal" })).because).toBe(
      "onset by pad then, onset by pedal now",
    );
    expect(verdict(raised(42, { tooQuick: true }), raised(60, {})).because).toBe("moved too quickly then");
  });
});
