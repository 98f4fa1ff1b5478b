import { describe, expect, it } from "vitest";
import { comparedRuns, errorsThatJudge, type OwnErrorInput } from "@/core";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { NOW, sampleStore } from "@/fixtures/store";
import { clinicErrors, clinicOf, keepOwnError, ownErrorsOf, withdrawOwnError } from "./clinic";

/** Ten people measured twice; 30 and more are the same ten again. */
const TEN = [
  [62, 64],
  [71, 70],
  [55, 58],
  [80, 79],
  [66, 69],
  [74, 73],
  [59, 57],
  [68, 71],
  [77, 80],
  [63, 62],
];
const SAYER = { now: NOW, actor: { id: idOf(900_001), name: "Ines Calder" } };
const of = (over: Partial<OwnErrorInput> = {}): OwnErrorInput => ({
  test: "straight-leg-raise",
  measure: "onset",
  device: null,
  method: null,
  apart: "days",
  examiners: "one",
  pairs: TEN,
  ...over,
});
const raise = (onset: number) => {
  const exam = buildExam();
  const run = exam.start("straight-leg-raise", "right");
  exam.add("measure-recorded", { run, measure: "onset", value: onset });
  return exam.state().runs[0]!;
};

describe("a clinic's own error", () => {
  it("is kept with its pairs, its day and its maker; the same one twice is once; withdrawn it judges nothing", () => {
    const store = sampleStore();
    expect(clinicErrors(store)).toEqual([]);
    keepOwnError(store, idOf(1), of(), SAYER);
    keepOwnError(store, idOf(1), of(), SAYER);
    expect(ownErrorsOf(store)).toMatchObject([{ id: idOf(1), at: NOW, by: "Ines Calder", pairs: TEN }]);
    expect(clinicErrors(store)).toMatchObject([{ test: "straight-leg-raise", pairs: 10 }]);
    expect(clinicErrors(store)[0]!.sem).toBeCloseTo(1.5492, 4);
    expect(clinicErrors(store)).toBe(clinicErrors(store));
    expect(withdrawOwnError(store, idOf(1), SAYER)).toEqual([]);
    expect(clinicErrors(store)).toEqual([]);
    expect(() => withdrawOwnError(store, idOf(1), SAYER)).toThrow("not one that is kept");
  });

  it("judges a change alone from thirty pairs on, and from ten as the larger of both", () => {
    const store = sampleStore();
    const verdict = () => comparedRuns(raise(50), raise(55), clinicErrors(store)).find(({ id }) => id === "onset")!;
    expect(verdict()).toMatchObject({ verdict: "better within", because: "error 9°" });
    keepOwnError(store, idOf(1), of(), SAYER);
    expect(verdict()).toMatchObject({ verdict: "better within", because: "error 9°" });
    keepOwnError(store, idOf(2), of({ pairs: [...TEN, ...TEN, ...TEN] }), {
      ...SAYER,
      now: "2026-04-01T10:00:00.000Z",
    });
    expect(verdict()).toMatchObject({ verdict: "better beyond", because: "error 4.3°" });
  });

  it("belongs to measure, device, way of marking and time apart, and is one examiner's", () => {
    const store = sampleStore();
    const many = [...TEN, ...TEN, ...TEN];
    const errors = [
      of({ pairs: many, apart: "minutes" }),
      of({ pairs: many, device: "inclinometer", method: "onset by pad" }),
      of({ pairs: many, measure: "end" }),
      of({ pairs: many, examiners: "two" }),
    ];
    errors.forEach((one, index) => keepOwnError(store, idOf(10 + index), one, SAYER));
    expect(errorsThatJudge(clinicOf(store))).toHaveLength(3);
    const [was, is] = [raise(50), raise(55)];
    const said = (apart?: "minutes") =>
      comparedRuns(was, is, clinicErrors(store), apart).find(({ id }) => id === "onset")!.because;
    expect(said()).toBe("error 9°");
    expect(said("minutes")).toBe("error 4.3°");
  });

  it.each([
    [of({ measure: "nonsense" }), "is not measured in that test"],
    [of({ test: "neck-rotation", measure: "rotation", device: "inclinometer" }), "cannot measure that"],
    [
      of({
        pairs: [
          [50, 50],
          [50, 50],
          [50, 50],
        ],
      }),
      "are all the same value",
    ],
  ])("refuses what cannot be, and keeps nothing of it", (wrong, why) => {
    const store = sampleStore();
    expect(() => keepOwnError(store, idOf(1), wrong, SAYER)).toThrow(why);
    expect(ownErrorsOf(store)).toEqual([]);
  });
});
