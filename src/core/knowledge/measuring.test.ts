import { describe, expect, it } from "vitest";
import { MEASURING, notMeasuredBy, PRESSURES, PROTOCOLS, protocolOf, type TestId } from "@/core/knowledge";
import { MEASURED_WITH } from "@/core/measurement";

const ANGLES = PROTOCOLS.flatMap((protocol) =>
  protocol.measures.filter(({ unit }) => unit === "°").map((measure) => ({ protocol, measure })),
);

describe("how a movement can be measured", () => {
  it("is said of every angle of the catalogue, and of nothing else", () => {
    const told = Object.entries(MEASURING).flatMap(([test, of]) => Object.keys(of).map((id) => `${test} ${id}`));
    expect(told.toSorted()).toEqual(ANGLES.map(({ protocol, measure }) => `${protocol.id} ${measure.id}`).toSorted());
  });

  it("refuses a device that feels gravity wherever the plane is level, with the reason and what to do instead", () => {
    for (const { protocol, measure } of ANGLES) {
      const how = MEASURING[protocol.id as TestId]![measure.id]!;
      for (const by of ["inclinometer", "two inclinometers", "three axes", "simulated"] as const) {
        const why = notMeasuredBy(protocol.id as TestId, measure.id, by);
        if (how.plane === "level") expect(why).toMatch(/^Not by gravity: .+\. Instead: .+\.$/);
        else if (how.plane === "upright") expect(why).toBeNull();
        else expect(why === null).toBe(by === "three axes" || by === "simulated");
      }
    }
  });

  /** Lying on the side a leg moves level; lying on the back an arm led out does; standing and sitting the trunk does not. */
  it.each([
    ["straight-leg-raise", "onset", "upright"],
    ["slump", "end", "upright"],
    ["lumbar-range", "flexion-t12", "upright"],
    ["neck-bending", "bend-left", "upright"],
    ["prone-lift", "onset", "upright"],
    ["neck-rotation", "rotation", "level"],
    ["ulnt-2a", "onset", "level"],
    ["side-lying-leg-raise", "onset", "level"],
    ["hip-internal-rotation", "rotation", "level"],
    ["flexion-rotation", "rotation", "leaning"],
  ] as const)("%s %s: %s", (test, measure, plane) => expect(MEASURING[test]![measure]!.plane).toBe(plane));

  it("never stands in the way of a hand: what is typed, photographed or taped is taken everywhere", () => {
    for (const { protocol, measure } of ANGLES)
      for (const by of MEASURED_WITH.filter(
        (one) => !["inclinometer", "two inclinometers", "three axes", "simulated", "cuff", "force gauge"].includes(one),
      ))
        expect(notMeasuredBy(protocol.id as TestId, measure.id, by)).toBeNull();
    expect(notMeasuredBy("thigh-thrust", "nothing", "inclinometer")).toContain("type it");
  });

  it("takes from a cuff what it counts and nothing else, and no number of the catalogue from a force gauge", () => {
    const taken = (by: "cuff" | "force gauge") =>
      PROTOCOLS.flatMap(({ id, measures }) =>
        measures.flatMap((measure) =>
          notMeasuredBy(id as TestId, measure.id, by) === null ? [`${id} ${measure.id}`] : [],
        ),
      );
    expect(taken("cuff")).toEqual(Object.entries(PRESSURES).map(([id, { counts }]) => `${id} ${counts}`));
    expect(taken("force gauge")).toEqual([]);
  });

  it("names stages and answers of the test for each level of a cuff, a number of it for what is counted", () => {
    for (const [id, { levels, clean, short, counts, rest }] of Object.entries(PRESSURES)) {
      const { stages, measures } = protocolOf(id as TestId);
      expect(stages.map((stage) => stage.id)).toEqual(Object.keys(levels));
      for (const stage of stages) {
        const answers = stage.options!.map((option) => option.id);
        expect(answers).toEqual(expect.arrayContaining([clean, short]));
        expect(stage.instruction).toContain(String(levels[stage.id]));
        expect(levels[stage.id]).toBeGreaterThan(rest);
      }
      expect(measures.map((measure) => measure.id)).toContain(counts);
    }
  });

  it("reads the knee that falls short of straight as what is left to zero", () => {
    for (const { protocol, measure } of ANGLES) {
      const how = MEASURING[protocol.id as TestId]![measure.id]!;
      if (how.plane === "upright" && measure.falling) expect(how.reads).toBe("short of zero");
    }
  });
});

it("a device of an unknown kind measures nothing", () => {
  const unknown = "divining rod" as (typeof MEASURED_WITH)[number];
  expect(notMeasuredBy("straight-leg-raise", "onset", unknown)).toContain("does not know such a device");
  expect(notMeasuredBy("craniocervical-flexion", "good-holds", unknown)).toContain("does not know such a device");
});
