import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { buildExam } from "@/fixtures/samples/build";
import { GUARD_ASKED, GUARD_GROUPS, GUARD_QUESTIONS } from "../knowledge";
import { answeredTogether, askedInOrder } from "./asking";
import { assessGuard } from "./assess";

const IN_USE = GUARD_QUESTIONS.filter(({ until }) => until === undefined);
const given = (at: readonly (readonly [question: string, ms: number, actor?: string])[]) => ({
  guardGiven: Object.fromEntries(
    at.map(([question, ms, actor = "a"]) => [
      question,
      { by: "them" as const, at: new Date(ms).toISOString(), actor, parts: [] },
    ]),
  ),
});

describe("the guard as it is asked", () => {
  it("every question belongs to a group, and asks one thing at a time", () =>
    forEvery(IN_USE, ({ id, ask }) => {
      const asked = GUARD_ASKED[id]!;
      expect(Object.keys(GUARD_GROUPS)).toContain(asked.group);
      const things = ask.split(/[,?]| or /).filter((piece) => piece.trim().length > 3).length;
      if (things > 3 && !id.startsWith("cspine-low") && id !== "cancer")
        expect(asked.parts?.length, ask).toBeGreaterThanOrEqual(2);
      for (const part of asked.parts ?? []) {
        expect(part.split(/\s+/).length, part).toBeLessThanOrEqual(12);
        expect(part).toMatch(/^[A-Z0-9].*\?$/);
      }
      expect(asked.parts?.length ?? 1).toBeLessThanOrEqual(9);
    }));

  it("names no question that there is not, and each once", () => {
    const known = GUARD_QUESTIONS.map(({ id }) => id);
    expect(Object.keys(GUARD_ASKED).filter((id) => !known.includes(id))).toEqual([]);
  });

  it.each(["lumbopelvic", "neck-arm"] as const)(
    "%s: the grave ones first, each question once, and all of them",
    (region) => {
      const guard = assessGuard(buildExam({ region }).complaint("si-area.right").state());
      const groups = askedInOrder(guard);
      expect(groups[0]?.id).toBe("grave");
      expect(groups.flatMap(({ questions }) => questions.map(({ id }) => id)).toSorted()).toEqual(
        guard.questions.map(({ id }) => id).toSorted(),
      );
      expect(groups.reduce((sum, { left }) => sum + left, 0)).toBe(guard.unanswered.length);
    },
  );

  it("asks about inflammation right after the grave where both sides hurt, and loses no question by it", () => {
    const guard = assessGuard(buildExam({ region: "lumbopelvic" }).complaint("si-area.right").state());
    const [usual, both] = [askedInOrder(guard), askedInOrder(guard, true)];
    expect(both.slice(0, 2).map(({ id }) => id)).toEqual(["grave", "inflammation"]);
    expect(both.map(({ id }) => id).toSorted()).toEqual(usual.map(({ id }) => id).toSorted());
    expect(usual[1]?.id).not.toBe("inflammation");
  });

  it("marks answers of one person within a second of each other, and no others", () => {
    expect(
      [
        ...answeredTogether(
          given([
            ["a", 0],
            ["b", 1000],
            ["c", 2001],
            ["d", 9000],
          ]),
        ),
      ].toSorted(),
    ).toEqual(["a", "b"]);
    expect([
      ...answeredTogether(
        given([
          ["a", 0],
          ["b", 500, "other"],
        ]),
      ),
    ]).toEqual([]);
    expect(
      [
        ...answeredTogether(
          given([
            ["a", 0],
            ["b", 400, "other"],
            ["c", 900],
          ]),
        ),
      ].toSorted(),
    ).toEqual(["a", "c"]);
  });

  it("keeps who answered, and which part it was yes to", () => {
    const exam = buildExam({ region: "lumbopelvic" });
    exam.add("guard-answered", { question: "cauda-equina", answer: "yes", by: "interpreter", parts: [2, 5] });
    expect(exam.state().guardGiven["cauda-equina"]).toMatchObject({ by: "interpreter", parts: [2, 5] });
    exam.add("guard-answered", { question: "weight-loss", answer: "no" });
    expect(exam.state().guardGiven["weight-loss"]).toBeUndefined();
  });
});
