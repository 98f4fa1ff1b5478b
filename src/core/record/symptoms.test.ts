import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { whatOf } from "@/fixtures/samples/what-of";
import { buildExam } from "@/fixtures/samples/build";
import { admit } from "../admission";
import { readExam } from "../reading";
import type { Place } from "../vocabulary";
import type { ExamEvent } from "./event";
import { restOf, symptomAt, symptomsOf } from "./events/complaint";

const area = (name: string, ...places: Place[]) => ({
  area: name,
  places,
  qualities: [],
  now: null,
  best: null,
  worst: null,
});

/** Back pain as the first symptom, a calf beside it. */
function backAndCalf(atRest: readonly [back: number, calf: number]) {
  const exam = buildExam();
  exam.add("area-recorded", area("area-1", "low-back.central"));
  exam.add("area-recorded", area("area-2", "posterior-calf.right"));
  exam.add("symptom-named", { area: "area-1", words: "the ache" });
  exam.add("symptom-named", { area: "area-2", words: "the buzz" });
  exam.consent().guard();
  exam.add("rest-rated", {
    intensity: atRest[0],
    places: ["low-back.central"],
    others: [{ symptom: "area-2", intensity: atRest[1] }],
  });
  return exam;
}

describe("several symptoms of one complaint", () => {
  it("are named in their order, and the next moves up when the first is dropped", () => {
    const exam = backAndCalf([0, 0]);
    expect(symptomsOf(exam.state()).map(({ letter, words }) => `${letter} ${words}`)).toEqual([
      "A the ache",
      "B the buzz",
    ]);
    exam.add("symptom-dropped", { area: "area-1" });
    expect(exam.state().familiar?.words).toBe("the buzz");
    exam.add("area-removed", { area: "area-2" });
    expect(symptomsOf(exam.state())).toEqual([]);
  });

  it("go by what matters most today: it becomes the first, and none is lost", () => {
    const exam = backAndCalf([0, 0]);
    exam.add("symptom-first", { area: "area-2" });
    const named = () => symptomsOf(exam.state()).map(({ letter, words }) => `${letter} ${words}`);
    expect(named()).toEqual(["A the buzz", "B the ache"]);
    exam.add("symptom-first", { area: "area-2" });
    expect(named()).toEqual(["A the buzz", "B the ache"]);
    const unnamed = { ...exam.events.at(-1)!, id: exam.newId(), body: { area: "area-9" } } as ExamEvent;
    expect(admit(exam.state(), unnamed)).toMatchObject({ what: expect.stringContaining("not named") });
  });

  it("are three at most: a fourth is refused with what to do", () => {
    const exam = backAndCalf([0, 0]);
    exam.add("area-recorded", area("area-3", "groin.left"));
    exam.add("area-recorded", area("area-4", "lateral-calf.left"));
    exam.add("symptom-named", { area: "area-3", words: "the groin" });
    const fourth = {
      ...exam.events.at(-1)!,
      id: exam.newId(),
      body: { area: "area-4", words: "the foot" },
    } as ExamEvent;
    expect(whatOf(admit(exam.state(), fourth))).toContain("fourth symptom");
  });

  it("tell which came by the place, and are judged by their own rest", () => {
    for (const [calfAtRest, expected] of [
      [5, "negative"],
      [2, "positive"],
    ] as const) {
      const exam = backAndCalf([1, calfAtRest]);
      const run = exam.start("straight-leg-raise", "right");
      exam.record(run, { stage: "lift", response: "familiar", felt: ["posterior-calf.right"], intensity: 5 });
      const [stage] = Object.values(exam.state().runs[0]!.stages);
      expect(stage!.symptom).toBe("area-2");
      const heard = readExam(exam.state()).outcomes.find(({ source }) => source === "lower-lumbosacral-root")!;
      if (expected === "negative") expect(heard.outcome).not.toBe("positive");
      else expect(heard.outcome).not.toBe("negative");
    }
  });

  it("leave a single symptom exactly as it was", () => {
    const one = buildExam().complaint("si-area.right").consent().guard().rest(3, "si-area.right");
    one.run({ test: "thigh-thrust", side: "right", response: "familiar", felt: ["si-area.right"], intensity: 6 });
    expect(Object.values(one.state().runs[0]!.stages)[0]!.symptom).toBeNull();
    expect(readExam(one.state()).outcomes.find(({ source }) => source === "sacroiliac")?.outcome).toBe("positive");
  });

  it("never take a rest from another symptom that has its own", () => {
    fc.assert(
      fc.property(fc.nat(10), fc.nat(10), (first, second) => {
        const rest = { intensity: first, places: [], others: [{ symptom: "b", intensity: second }] };
        expect(restOf(rest, "b").intensity).toBe(second);
        expect(restOf(rest, null).intensity).toBe(first);
        expect(restOf(rest, "c").intensity).toBe(first);
      }),
    );
    expect(symptomAt({ areas: [], familiar: null, alsoTheirs: [] }, ["lateral-calf.right"])).toBeNull();
  });
});
