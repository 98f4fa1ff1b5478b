import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { admit } from "../admission";
import { PROTOCOLS } from "../knowledge";
import { effectiveRuns, fold, parseEvent } from "../record";
import { examOfCase, TEST_CASES } from "@/fixtures/samples/cases";
import { interpretRun } from "./interpret";

const named = TEST_CASES.map((one, index) => [`${one.test} ${one.side ?? ""} ${one.kind} ${index}`, one] as const);

describe("every test of the catalogue", () => {
  it("every case reads as expected, and every entry is admitted", () =>
    forEvery(named, (_name, one) => {
      const { exam, run } = examOfCase(one);
      exam.events.forEach((event, index) => {
        parseEvent(event);
        expect(admit(fold(exam.events.slice(0, index)), event)).toBeNull();
      });
      const state = exam.state();
      const runs = effectiveRuns(state.runs);
      const outcomes = interpretRun(
        runs.find(({ id }) => id === run)!,
        state.settings!,
        runs,
      );
      for (const [source, side, outcome] of one.expect)
        expect(outcomes.find((found) => found.source === source && found.side === side)).toMatchObject({ outcome });
      outcomes.forEach(({ reason }) => expect(reason).not.toMatch(/undefined|null|NaN|\[object|^\s*$/));
    }));

  /** Tests that by their nature never come out one way: notes, and recordings that count nowhere. */
  const WITHOUT_POSITIVE = [
    "neck-side-bend",
    "neck-bending",
    "diaphragm-palpation",
    "segmental-pressure",
    "one-leg-lift",
    "hip-rotation-difference",
    "pelvic-levels",
  ];
  const WITHOUT_NEGATIVE = ["segmental-pressure", "pelvic-levels", "neck-bending"];
  it("has a positive and a negative way for each, but those that only note", () => {
    for (const { id } of PROTOCOLS) {
      const kinds = TEST_CASES.filter(({ test }) => test === id).map(({ kind }) => kind);
      if (!WITHOUT_POSITIVE.includes(id)) expect([id, ...kinds]).toContain("positive");
      if (!WITHOUT_NEGATIVE.includes(id)) expect([id, ...kinds]).toContain("negative");
    }
  });
});
