import { describe, expect, it } from "vitest";
import { buildExam } from "@/fixtures/samples/build";
import { PROTOCOLS, protocolOf, RANGES } from "../knowledge";
import { rangesOf } from "./ranges";

const exam = () => buildExam({ birthDate: "1980-01-01" }).complaint("si-area.right").consent().guard().rest(0);

describe("the board of ranges", () => {
  it("names tests and numbers that there are, in degrees, an onset only of the same test", () => {
    for (const { test, measure, less, onset, side } of RANGES) {
      const { measures, sided } = protocolOf(test);
      for (const id of [measure, less, onset])
        if (id !== undefined) expect(measures.find((one) => one.id === id)?.unit, `${test} ${id}`).toBe("°");
      /** A test that is done on each side needs no side of its number's own. */
      expect(sided && side !== undefined, test).toBe(false);
    }
  });

  it("shows every range of neck, back and hip that the catalogue measures to its end", () => {
    const shown = new Set(RANGES.flatMap(({ test, measure, less }) => [`${test} ${measure}`, `${test} ${less}`]));
    const ends = PROTOCOLS.flatMap(({ id, measures }) =>
      measures
        .filter((one) => one.unit === "°" && !measures.some((other) => other.id === "end" && one.id === "onset"))
        .map((one) => `${id} ${one.id}`),
    );
    /** Those that end where a symptom comes, or tell how far something was let down, are no ranges. */
    const NO_RANGE = [
      "dorsiflexion-sign lowered",
      "crossed-leg-raise onset",
      "side-lying-femoral onset",
      "prone-lift onset",
      "seated-straight-leg-raise angle",
    ];
    expect(ends.filter((one) => !shown.has(one)).toSorted()).toEqual(NO_RANGE.toSorted());
  });

  it("puts both sides in one row, with where it came and by how much they differ against the error", () => {
    const builder = exam();
    for (const [side, end, onset] of [
      ["right", 48, 32],
      ["left", 71, null],
    ] as const) {
      const run = builder.start("straight-leg-raise", side);
      if (onset !== null) builder.add("measure-recorded", { run, measure: "onset", value: onset });
      builder.add("measure-recorded", { run, measure: "end", value: end });
    }
    expect(rangesOf(builder.state())).toMatchObject([
      {
        joint: "hip",
        done: "passive",
        right: { value: 48, cameAt: 32 },
        left: { value: 71, cameAt: null },
        middle: null,
        difference: { difference: 23, mdc: 6, beyondMdc: true },
      },
    ]);
  });

  it("takes the sacrum off the thorax, expects nothing of the rest, and says nothing of half of it", () => {
    const builder = exam();
    const run = builder.start("lumbar-range", null);
    builder.add("measure-recorded", { run, measure: "flexion-t12", value: 62 });
    expect(rangesOf(builder.state())).toEqual([]);
    builder.add("measure-recorded", { run, measure: "flexion-s1", value: 21 });
    builder.add("measure-recorded", { run, measure: "bend-right-t12", value: 30 });
    builder.add("measure-recorded", { run, measure: "bend-right-s1", value: 8 });
    const rows = rangesOf(builder.state());
    expect(rows.map(({ way, middle, right, left }) => [way, middle?.value, right?.value, left?.value])).toEqual([
      ["Forward", 41, undefined, undefined],
      ["To the side", undefined, 22, undefined],
    ]);
    expect(rows[0]!.measure.expected).toBeUndefined();
  });

  it("expects of somebody what their age allows", () => {
    const builder = buildExam({ birthDate: "1950-01-01", region: "neck-arm" })
      .complaint("neck.right")
      .consent()
      .guard()
      .rest(0);
    const run = builder.start("neck-rotation", "right");
    builder.add("measure-recorded", { run, measure: "rotation", value: 50 });
    const [row] = rangesOf(builder.state());
    expect(row!.measure.expectedWhy).toMatch(/^at 7\d$/);
    expect(row!.measure.expected![0]).toBeLessThan(66);
  });
});
