import { describe, expect, it } from "vitest";
import { buildExam } from "@/fixtures/samples/build";
import { NEURO_SCALES, ROOT_LEVELS } from "../knowledge";
import { baselineGroups, baselineLeft, cellsOneByOne, isOfCell } from "./baseline";

const normal = (exam: ReturnType<typeof buildExam>, kinds: readonly string[]) =>
  exam.add("neuro-recorded", {
    findings: baselineGroups(exam.state())
      .filter(({ kind }) => kinds.includes(kind))
      .flatMap(({ kind, open }) =>
        open.map(({ level, side }) => ({ kind, level, side, value: NEURO_SCALES[kind].normal })),
      ),
  });

describe("a baseline by groups", () => {
  it.each(["lumbopelvic", "neck-arm"] as const)(
    "%s: each group is filled by itself, and half of it is told of",
    (region) => {
      const exam = buildExam({ region });
      const kinds = baselineGroups(exam.state()).map(({ kind }) => kind);
      expect(kinds).toEqual([
        "power",
        "reflex",
        "touch",
        "pin",
        "upper-motor",
        ...(region === "neck-arm" ? ["cranial"] : []),
      ]);
      expect(baselineLeft(exam.state())).toBeNull();
      for (const [index, kind] of kinds.entries()) {
        normal(exam, [kind]);
        const groups = baselineGroups(exam.state());
        expect(groups.filter(({ open }) => open.length === 0).map((group) => group.kind)).toEqual(
          kinds.slice(0, index + 1),
        );
        const left = baselineLeft(exam.state());
        for (const later of kinds.slice(index + 1))
          expect(left).toContain(`${NEURO_SCALES[later].label.toLowerCase()} not examined`);
      }
      expect(baselineLeft(exam.state())).toBeNull();
    },
  );

  it("never takes the saddle for ordinary with the rest, and counts what is not", () => {
    const exam = buildExam({ region: "lumbopelvic" });
    normal(exam, ["touch"]);
    exam.add("neuro-recorded", { findings: [{ kind: "touch", level: "l5", side: "right", value: 1 }] });
    const touch = baselineGroups(exam.state()).find(({ kind }) => kind === "touch")!;
    expect(touch.cells.length - touch.recorded).toBe(2);
    expect([touch.open.length, touch.odd]).toEqual([0, 1]);
    expect(exam.state().neuro.some(({ level }) => level === "s3-s5")).toBe(false);
  });

  it("tells how far a group was taken", () => {
    const exam = buildExam({ region: "lumbopelvic" });
    exam.add("neuro-recorded", { findings: [{ kind: "reflex", level: "s1", side: "right", value: 2 }] });
    expect(baselineLeft(exam.state())).toMatch(/power not examined, reflex 1 of 4 examined/);
  });

  it("at a later visit asks one by one what was odd, what was not seen, and the levels of what hurts, over every site", () => {
    for (const region of ["lumbopelvic", "neck-arm"] as const) {
      const before = buildExam({ region });
      const kinds = baselineGroups(before.state()).map(({ kind }) => kind);
      normal(before, kinds);
      const all = before.state().neuro;
      expect(cellsOneByOne(buildExam({ region }).state(), [])).toEqual([]);
      const nothingHurts = cellsOneByOne(buildExam({ region }).state(), all);
      expect(new Set(nothingHurts.map(({ level }) => level))).toEqual(
        new Set(region === "lumbopelvic" ? ["s3-s5"] : []),
      );
      for (const [index, level] of ROOT_LEVELS.entries())
        for (const site of level.region === region ? level.sites : []) {
          const exam = buildExam({ region }).complaint(site === "saddle" ? "saddle.central" : `${site}.right`);
          const asked = cellsOneByOne(exam.state(), all);
          for (const near of [index - 1, index, index + 1]) {
            const beside = ROOT_LEVELS[near];
            if (!beside || beside.region !== region) continue;
            for (const side of ["right", "left"] as const)
              if (beside.power)
                expect(
                  asked.some((cell) => cell.kind === "power" && cell.level === beside.id && cell.side === side),
                  `${site} ${beside.id}`,
                ).toBe(true);
          }
          expect(asked.some(({ kind, level: at }) => kind === "pin" && at !== "s3-s5")).toBe(false);
        }
      const odd = all.map((finding, index) => (index === 0 ? { ...finding, value: 3 } : finding)).slice(0, -1);
      const asked = cellsOneByOne(buildExam({ region }).state(), odd);
      expect(asked.some((cell) => isOfCell(cell, all[0]!))).toBe(true);
      expect(asked.some((cell) => isOfCell(cell, all.at(-1)!))).toBe(true);
    }
  });
});
