import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { ROOT_LEVELS } from "../knowledge";
import type { NeuroFinding } from "../record";
import { SITES } from "../vocabulary";
import { buildExam } from "@/fixtures/samples/build";
import { bestRootLevel, neuroChanges } from "./root-level";

const find = (kind: NeuroFinding["kind"], level: string, value: number, side: NeuroFinding["side"] = "right") =>
  ({ kind, level, side, value }) as NeuroFinding;
const levels = ROOT_LEVELS.filter(({ id }) => id !== "c4");

describe("the best-explaining root level", () => {
  it("every root level is found from power and touch, and from its reflex and sites where it has them", () =>
    forEvery(levels, (level) => {
      const exam = buildExam();
      const [site] = level.sites;
      const sided = site && SITES[site].sides.some((side) => side === "right");
      if (sided) exam.complaint(`${site}.right` as never);
      exam.add("neuro-recorded", {
        findings: [
          ...(level.power ? [find("power", level.id, 4)] : []),
          find("touch", level.id, 1),
          ...(level.reflex ? [find("reflex", level.id, 1), find("reflex", level.id, 2, "left")] : []),
        ],
      });
      const best = bestRootLevel(exam.state(), "right")!;
      expect(best.level.id).toBe(level.id);
      expect(best.doesNotExplain).toEqual([]);
      expect(best.kinds).toBe(1 + (level.power ? 1 : 0) + (level.reflex ? 1 : 0) + (sided ? 1 : 0));
      expect(best.ruleMet).toBe(best.kinds >= 3);
      expect(bestRootLevel(exam.state(), "left")).toBeNull();
    }));

  it("of two levels that a place belongs to, names the one with a muscle of its own", () => {
    for (const [place, id] of [
      ["groin.right", "l2"],
      ["posterior-thigh.right", "s1"],
      ["inner-upper-arm.right", "t1"],
      ["knee.right", "l3"],
    ] as const)
      expect([place, bestRootLevel(buildExam().complaint(place).state(), "right")?.level.id]).toEqual([place, id]);
  });

  it("names what it does not explain", () => {
    const exam = buildExam();
    exam.add("neuro-recorded", {
      findings: [find("power", "c6", 4), find("reflex", "c6", 1), find("touch", "c7", 0)],
    });
    const best = bestRootLevel(exam.state(), "right")!;
    expect(best.level.id).toBe("c6");
    expect(best.doesNotExplain.map(({ label }) => label)).toEqual(["light touch absent at C7"]);
    expect(best.ruleMet).toBe(false);
  });

  it("a reflex that is equally low on both sides is no sign, unless it is gone", () => {
    const exam = buildExam();
    exam.add("neuro-recorded", { findings: [find("reflex", "s1", 1), find("reflex", "s1", 1, "left")] });
    expect(bestRootLevel(exam.state(), "right")).toBeNull();
    exam.add("neuro-recorded", { findings: [find("reflex", "s1", 0)] });
    expect(bestRootLevel(exam.state(), "right")?.level.id).toBe("s1");
  });

  it("compares with the last visit", () => {
    const [change] = neuroChanges([find("power", "l5", 3)], [find("power", "l5", 4)]);
    expect(change).toMatchObject({ before: 4, worse: true });
    expect(neuroChanges([find("pin", "l5", 2)], [find("pin", "l5", 1)])[0]?.worse).toBe(false);
    expect(neuroChanges([find("pin", "l5", 2)], [find("pin", "l5", 2)])).toEqual([]);
  });
});
