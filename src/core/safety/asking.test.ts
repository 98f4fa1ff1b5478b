import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { buildExam } from "@/fixtures/samples/build";
import { QUESTIONS_TODAY } from "@/fixtures/tables/guard-answers";
import { GUARD_GROUPS, GUARD_QUESTIONS } from "../knowledge";
import { answeredTogether, askedInOrder } from "./asking";
import { assessGuard } from "./assess";

const given = (at: readonly (readonly [question: string, ms: number, actor?: string])[]) => ({
  guardGiven: Object.fromEntries(
    at.map(([question, ms, actor = "a"]) => [
      question,
      { by: "them" as const, at: new Date(ms).toISOString(), actor, parts: [] },
    ]),
  ),
});

describe("the guard as it is asked", () => {
  it("every question of today has a group, and asks each thing in a whole sentence with a question mark", () =>
    forEvery(QUESTIONS_TODAY, ({ group, parts }) => {
      expect(Object.keys(GUARD_GROUPS)).toContain(group);
      const today = parts.filter(({ until }) => until === undefined);
      expect(today.length).toBeGreaterThanOrEqual(1);
      expect(today.length).toBeLessThanOrEqual(9);
      for (const { ask } of today) {
        expect(ask).toMatch(/^[A-Z].*\?( |$)/);
        /** A verb that a question begins with, after what it may be set off by. */
        expect(ask).toMatch(/\b(am|is|are|was|were|do|does|did|have|has|had|can|could|will)\b/i);
        expect(ask.split(/\s+/).length, ask).toBeLessThanOrEqual(ask.startsWith("Is there a low-risk") ? 60 : 36);
      }
    }));

  it("names each part once within its question, today's and those of before", () =>
    forEvery(GUARD_QUESTIONS, ({ parts, partsByPosition = [] }) => {
      const ids = parts.map(({ id }) => id);
      expect(new Set(ids).size).toBe(ids.length);
      expect(partsByPosition.filter((id) => !ids.includes(id))).toEqual([]);
    }));

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
    exam.add("guard-answered", {
      question: "cauda-equina",
      answer: "yes",
      by: "interpreter",
      parts: ["bladder", "sexual"],
    });
    expect(exam.state().guardGiven["cauda-equina"]).toMatchObject({ by: "interpreter", parts: ["bladder", "sexual"] });
    exam.add("guard-answered", { question: "cancer", answer: "no" });
    expect(exam.state().guardGiven.cancer).toBeUndefined();
  });
});
