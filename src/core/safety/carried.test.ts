import { describe, expect, it } from "vitest";
import { buildExam } from "@/fixtures/samples/build";
import { GUARD_QUESTIONS } from "../knowledge";
import { assessGuard } from "./assess";
import { answeredTogether } from "./asking";
import { carriedAnswers, isGrave } from "./carried";

/** An exam of a region whose grave questions are answered, but those named. */
function graveAnswered(region: "lumbopelvic" | "neck-arm", but: readonly string[] = []) {
  const exam = buildExam({ region }).complaint(region === "neck-arm" ? "radial-forearm.right" : "posterior-calf.right");
  exam.consent();
  for (let again = true; again;) {
    const waiting = assessGuard(exam.state()).unanswered.filter(({ id }) => isGrave(id) && !but.includes(id));
    again = waiting.length > 0;
    for (const { id, options } of waiting) exam.add("guard-answered", { question: id, answer: options[0]!.id });
  }
  return exam;
}

const ALL_NO = Object.fromEntries(GUARD_QUESTIONS.map(({ id, options }) => [id, options[0]!.id]));
const ALL_YES = Object.fromEntries(GUARD_QUESTIONS.map(({ id, options }) => [id, options[1]?.id ?? options[0]!.id]));

describe("answers that stand again when nothing is new", () => {
  it.each(["lumbopelvic", "neck-arm"] as const)(
    "%s: never a grave one, and none while one of those waits",
    (region) => {
      const guard = assessGuard(graveAnswered(region).state());
      for (const earlier of [ALL_NO, ALL_YES]) {
        const carried = carriedAnswers(guard, earlier);
        expect(carried.length).toBeGreaterThan(3);
        expect(carried.filter(({ body }) => isGrave(body.question))).toEqual([]);
        expect(carried.map(({ body }) => body.question).toSorted()).toEqual(
          guard.unanswered.map(({ id }) => id).toSorted(),
        );
        expect(carried.every(({ body }) => body.by === "records" && body.answer === earlier[body.question])).toBe(true);
      }
      for (const { id } of GUARD_QUESTIONS.filter((question) => isGrave(question.id))) {
        const without = assessGuard(graveAnswered(region, [id]).state());
        if (without.unanswered.some((question) => question.id === id))
          expect(carriedAnswers(without, ALL_NO), id).toEqual([]);
      }
    },
  );

  it("are only those that were given, and are not taken for pressed together", () => {
    const exam = graveAnswered("lumbopelvic");
    const [first] = assessGuard(exam.state()).unanswered;
    const carried = carriedAnswers(assessGuard(exam.state()), {
      [first!.id]: first!.options[0]!.id,
      "not-a-question": "no",
    });
    expect(carried.map(({ body }) => body.question)).toEqual([first!.id]);
    for (const { body } of carriedAnswers(assessGuard(exam.state()), ALL_NO)) exam.add("guard-answered", body);
    expect(answeredTogether(exam.state()).size).toBe(0);
  });

  it("block, caution and refer as if they were given now, over every question and answer", () => {
    const said = (exam: ReturnType<typeof graveAnswered>) => {
      const { blocks, cautions, referrals } = assessGuard(exam.state());
      return [blocks, cautions, referrals].map((list) => list.map(({ id }) => id));
    };
    let stopped = 0;
    for (const { id, options } of assessGuard(graveAnswered("lumbopelvic").state()).unanswered)
      for (const option of options) {
        const earlier = { ...ALL_NO, [id]: option.id };
        const [carried, given] = [graveAnswered("lumbopelvic"), graveAnswered("lumbopelvic")];
        for (const { body } of carriedAnswers(assessGuard(carried.state()), earlier)) {
          carried.add("guard-answered", body);
          given.add("guard-answered", { ...body, by: "them" });
        }
        expect(said(carried), `${id} ${option.id}`).toEqual(said(given));
        stopped += said(carried)[0]!.length;
      }
    expect(stopped).toBeGreaterThan(5);
  });
});
