import { describe, expect, it } from "vitest";
import { buildExam } from "@/fixtures/samples/build";
import { PROTOCOLS } from "../knowledge";
import { doseFor } from "./dose-for";

const STAGES = PROTOCOLS.flatMap(({ id, stages }) => stages.map((stage) => [`${id} ${stage.id}`, stage] as const));
const born = (birthDate: string) => buildExam({ birthDate }).state();

describe("what is asked of a person, over every stage of every test", () => {
  it("a grown person is asked what the stage asks", () => {
    for (const [, stage] of STAGES) expect(doseFor(stage, born("1984-05-12"))).toEqual(stage.dose);
  });

  it("one of 17 is given no force to aim at, no thrust and no long hold; one of 18 is", () => {
    const [young, grown] = [born("2008-03-03"), born("2008-03-02")];
    for (const [name, stage] of STAGES) {
      const { kgf, thrusts, holdSeconds = 0 } = doseFor(stage, young);
      expect([name, kgf, thrusts, holdSeconds < 30]).toEqual([name, undefined, undefined, true]);
      expect(doseFor(stage, grown)).toEqual(stage.dose);
    }
    expect(STAGES.some(([, { dose }]) => dose.kgf)).toBe(true);
    expect(STAGES.some(([, { dose }]) => (dose.holdSeconds ?? 0) >= 30)).toBe(true);
  });
});
