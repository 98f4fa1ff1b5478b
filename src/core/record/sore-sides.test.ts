import { describe, expect, it } from "vitest";
import { TEST_IDS, protocolOf } from "../knowledge";
import { interpretExam } from "../reading";
import { NECK_OR_ARM, type Place, PLACES, placeParts, SITE_IDS } from "../vocabulary";
import { buildExam } from "@/fixtures/samples/build";
import { explicitSteps } from "@/fixtures/samples/cases";
import { settingsOf } from "./settings";
import { sheetTests } from "./sheet";
import { soreOnBothSides } from "./sore-sides";

const isUpper = (site: string) => NECK_OR_ARM.some((one) => one === site);
const upperTest = (test: (typeof TEST_IDS)[number]) =>
  protocolOf(test).regions.some((region) => region === "neck" || region === "arm");
const pairs = SITE_IDS.filter((site) => PLACES.includes(`${site}.right` as Place)).map((site) => [
  `${site}.right` as Place,
  `${site}.left` as Place,
]);

describe("sore on both sides", () => {
  it("holds for the tests of that half of the body, over every test and every place", () => {
    for (const test of TEST_IDS)
      for (const [right, left] of pairs) {
        const own = isUpper(placeParts(right!).site) === upperTest(test);
        expect([test, right, soreOnBothSides([{ places: [right!, left!] }], test)]).toEqual([test, right, own]);
        expect(soreOnBothSides([{ places: [right!] }, { places: [left!] }], test)).toBe(own);
        expect(soreOnBothSides([{ places: [right!] }], test)).toBe(false);
      }
    expect(soreOnBothSides([{ places: ["low-back.central"] }], "slump")).toBe(false);
  });

  const turned = (places: readonly Place[]) => {
    const exam = buildExam({ settings: { schools: { "flexion-rotation-way": "difference" } } });
    exam
      .complaint(...(places as [Place, ...Place[]]))
      .consent()
      .guard()
      .rest(0);
    for (const [side, degrees] of [
      ["left", 44],
      ["right", 34],
    ] as const) {
      const run = exam.start("flexion-rotation", side);
      for (const step of explicitSteps(exam, run, [{ rest: "nothing" }, { measure: "rotation", value: degrees }]))
        exam.record(run, step);
    }
    const state = exam.state();
    return interpretExam(state.runs, settingsOf(state)).find(({ testedSide }) => testedSide === "right")!.outcome;
  };
  it("a difference between the sides counts where one side is sore, and is not judged where both are", () => {
    expect(turned(["head-occiput.right"])).toBe("positive");
    expect(turned(["head-occiput.right", "head-occiput.left"])).toBe("negative");
    expect(turned(["head-occiput.right", "posterior-calf.left"])).toBe("positive");
  });
});

describe("a baseline for everybody", () => {
  const sheetOf = (provokedBy: "little" | "much", settlesMinutes: number) => {
    const exam = buildExam({ settings: { schools: { "slump-baseline": "everybody" } } }).complaint("si-area.right");
    exam.add("history-recorded", {
      ...exam.state().history!,
      provokedBy,
      settlesMinutes,
    });
    return sheetTests(exam.state());
  };
  it("is a slump and a raise, and the raise alone where little brings it on for long", () => {
    expect(sheetOf("much", 5)).toEqual(expect.arrayContaining(["slump", "straight-leg-raise"]));
    expect(sheetOf("little", 120)).toContain("straight-leg-raise");
    expect(sheetOf("little", 120)).not.toContain("slump");
    expect(new Set(sheetOf("much", 5)).size).toBe(sheetOf("much", 5).length);
  });
});
