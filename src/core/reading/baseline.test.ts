import { describe, expect, it } from "vitest";
import { buildExam } from "@/fixtures/samples/build";
import { NEURO_SCALES } from "../knowledge";
import { baselineGroups, baselineLeft } from "./baseline";

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
});
