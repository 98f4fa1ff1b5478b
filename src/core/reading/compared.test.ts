import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { buildExam } from "@/fixtures/samples/build";
import { protocolOf, PROTOCOLS } from "../knowledge";
import { comparedRuns, sayCompared, VERDICTS, type VerdictId } from "./compared";
import { examinedSources, readExam } from "./index";

type Shown = {
  readonly rest?: number;
  readonly response?: "familiar" | "nothing";
  readonly intensity?: number;
  readonly at?: "posterior-calf.right" | "posterior-thigh.right";
  readonly onset?: number;
  readonly stop?: true;
};

/** A raise before a technique and the same raise after it. */
function raises(first: Shown, second: Shown) {
  const exam = buildExam().complaint("posterior-calf.right", "posterior-thigh.right").consent().guard();
  const one = ({ rest = 0, response = "familiar", intensity = 6, at = "posterior-calf.right", onset, stop }: Shown) => {
    exam.rest(rest, ...(rest ? (["low-back.central"] as never[]) : []));
    const run = exam.start("straight-leg-raise", "right");
    for (const stage of protocolOf("straight-leg-raise").stages.filter(({ kind, only }) => !kind && !only))
      exam.record(run, {
        stage: stage.id,
        response,
        ...(response === "familiar" ? { felt: [at], intensity } : {}),
      });
    if (onset !== undefined) exam.add("measure-recorded", { run, measure: "onset", value: onset });
    if (stop) exam.add("run-stopped", { run, reason: "pain too strong", note: "" });
    return run;
  };
  const before = one(first);
  exam.technique();
  const after = one(second);
  const runs = exam.state().runs;
  const find = (id: string) => runs.find((run) => run.id === id)!;
  return { exam, compared: comparedRuns(find(before), find(after)) };
}

const verdicts = (first: Shown, second: Shown): Record<string, VerdictId> =>
  Object.fromEntries(raises(first, second).compared.map(({ sign, verdict }) => [sign, verdict]));

describe("a sign after a technique", () => {
  it("is gone, or new, and says so in those words", () => {
    expect(verdicts({}, { response: "nothing" })["the test"]).toBe("gone");
    expect(verdicts({ response: "nothing" }, {})["the test"]).toBe("new");
    expect(Object.values(VERDICTS).join(" ")).not.toMatch(/clear|cured|safe/);
  });

  it.each([
    [6, 3, "better beyond"],
    [6, 5, "better within"],
    [5, 5, "unchanged"],
    [4, 5, "worse within"],
    [4, 7, "worse beyond"],
    [1, 0, "shown"],
  ] as const)("how bad %d → %d: %s", (before, after, wanted) => {
    expect(verdicts({ intensity: before }, { intensity: after })["how bad"]).toBe(wanted);
  });

  it("judges an angle by its error, the more the better", () => {
    const measure = protocolOf("straight-leg-raise").measures.find(({ id }) => id === "onset")!;
    /** Known of one day only: over days half as much again. */
    const error = measure.mdc! * 1.5;
    const label = measure.label.toLowerCase();
    expect(verdicts({ onset: 40 }, { onset: 40 + Math.ceil(error) })[label]).toBe("better beyond");
    expect(verdicts({ onset: 40 }, { onset: 41 })[label]).toBe("better within");
    expect(verdicts({ onset: 40 }, { onset: 40 - Math.ceil(error) })[label]).toBe("worse beyond");
  });

  it("from a sorer rest is called better, and never worse", () => {
    const worse = raises({ rest: 1, intensity: 5, onset: 50 }, { rest: 4, intensity: 10, onset: 30 }).compared;
    for (const { verdict, because } of worse) {
      expect(verdict).not.toMatch(/^worse/);
      if (verdict === "cannot be compared") expect(because).toBe("started sorer");
    }
    const better = verdicts({ rest: 1, intensity: 6, onset: 30 }, { rest: 4, intensity: 5, onset: 60 });
    expect(Object.values(better)).toContain("better beyond");
  });

  it("is nearer or further out by the furthest place", () => {
    expect(verdicts({}, { at: "posterior-thigh.right" })["how far it spreads"]).toBe("nearer");
    expect(verdicts({ at: "posterior-thigh.right" }, {})["how far it spreads"]).toBe("further out");
  });

  it("cannot be compared when it was stopped, and moves no probability either way", () => {
    expect(verdicts({}, { stop: true })["the test"]).toBe("cannot be compared");
    const { exam } = raises({}, { response: "nothing" });
    const alone = buildExam().complaint("posterior-calf.right", "posterior-thigh.right").consent().guard();
    alone.rest(0);
    const run = alone.start("straight-leg-raise", "right");
    for (const stage of protocolOf("straight-leg-raise").stages.filter(({ kind, only }) => !kind && !only))
      alone.record(run, { stage: stage.id, response: "familiar", felt: ["posterior-calf.right"], intensity: 6 });
    const chances = (built: typeof exam) =>
      examinedSources(readExam(built.state())).map(({ source, side, probability }) => [source, side, probability]);
    expect(chances(exam)).toEqual(chances(alone));
  });

  it("turned round says the opposite, over every test that leaves a number", () => {
    const opposite: Partial<Record<VerdictId, VerdictId>> = {
      "better beyond": "worse beyond",
      "better within": "worse within",
      "worse beyond": "better beyond",
      "worse within": "better within",
      unchanged: "unchanged",
      shown: "shown",
    };
    for (const protocol of PROTOCOLS.filter(({ measures }) => measures.length > 0)) {
      const measure = protocol.measures[0]!;
      const [low, high] = measure.range;
      fc.assert(
        fc.property(
          fc.integer({ min: Math.ceil(low), max: high }),
          fc.integer({ min: Math.ceil(low), max: high }),
          (one, two) => {
            const exam = buildExam().complaint("si-area.right").consent().guard().rest(0);
            const runs = [one, two].map((value) => {
              const run = exam.start(protocol.id, protocol.sided ? "right" : null);
              exam.add("measure-recorded", { run, measure: measure.id, value });
              return run;
            });
            const [first, second] = runs.map((id) => exam.state().runs.find((run) => run.id === id)!);
            const [there] = comparedRuns(first!, second!);
            const [back] = comparedRuns(second!, first!);
            expect(back!.verdict).toBe(opposite[there!.verdict]);
            expect(sayCompared(there!)).toContain(VERDICTS[there!.verdict]);
          },
        ),
        { numRuns: 6 },
      );
    }
  });
});
