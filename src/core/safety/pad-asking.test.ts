import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { forEvery } from "@/fixtures/for-every";
import { buildExam } from "@/fixtures/samples/build";
import { admit, padChoice, padQuestion } from "../admission";
import { ALL_CLEAR_OPTION, GUARD_QUESTIONS, type GuardQuestion } from "../knowledge";
import type { ExamEvent } from "../record";
import { LANGUAGE_IDS } from "../vocabulary";
import { isForPad, nextPadPage, padAnswers, type PadGiven, type PadPage, padProgress } from "./pad-asking";

const ASKED = GUARD_QUESTIONS.filter((question) => question.until === undefined);

/** Answers page after page, as somebody with a pad would. */
function walk(questions: readonly GuardQuestion[], choose: (page: PadPage) => string): PadGiven {
  const given: Record<string, string> = {};
  for (let page = nextPadPage(questions, given); page; page = nextPadPage(questions, given)) {
    expect(Object.keys(given)).not.toContain(page.id);
    given[page.id] = choose(page);
  }
  return given;
}

describe("the warning questions on a pad", () => {
  it("every question for the tablet: all no is no, all not sure is not known, and each yes is its own answer", () =>
    forEvery(
      ASKED.filter(isForPad).map((question) => [question.id, question] as const),
      (_id, question) => {
        const all = (choice: string) =>
          padAnswers(
            [question],
            walk([question], () => choice),
          );
        expect(all(ALL_CLEAR_OPTION)).toEqual([{ question: question.id, answer: ALL_CLEAR_OPTION, parts: [] }]);
        expect(all("not-known")).toEqual([{ question: question.id, answer: "not-known", parts: [] }]);
        const plain = question.options.filter(({ id }) => id !== ALL_CLEAR_OPTION && id !== "not-known");
        for (const option of plain) {
          const given = walk([question], ({ choices }) =>
            choices.some(({ id }) => id === option.id) ? option.id : choices.find(({ id }) => id === "yes")!.id,
          );
          expect(padAnswers([question], given)[0]).toMatchObject({ question: question.id, answer: option.id });
        }
      },
    ));

  it("says which parts were a yes, and one yes outweighs what was not sure", () => {
    const cord = ASKED.find(({ id }) => id === "cord-signs")!;
    const given = {
      "cord-signs.tingling": "not-known",
      "cord-signs.clumsy": "yes",
      "cord-signs.unsteady": ALL_CLEAR_OPTION,
    };
    expect(padAnswers([cord], given)).toEqual([{ question: "cord-signs", answer: "yes", parts: ["clumsy"] }]);
    expect(padAnswers([cord], { ...given, "cord-signs.clumsy": ALL_CLEAR_OPTION })[0]!.answer).toBe("not-known");
    expect(padAnswers([cord], { "cord-signs.tingling": "yes" })).toEqual([]);
  });

  it("asks nobody alone what is looked at or planned by the examiner", () => {
    const own = ASKED.filter((question) => !isForPad(question)).map(({ id }) => id);
    expect(own).toEqual(expect.arrayContaining(["cspine-turn", "weak-legs"]));
    expect(
      nextPadPage(
        ASKED.filter((question) => !isForPad(question)),
        {},
      ),
    ).toBeNull();
  });

  it("whatever is pressed comes to answers the record takes, as many as were asked, and none before its last page", () => {
    const exam = buildExam({ region: "neck-arm" }).complaint("neck.right", "low-back.central").consent();
    fc.assert(
      fc.property(
        fc.shuffledSubarray([...ASKED], { maxLength: 8 }),
        fc.infiniteStream(fc.nat(20)),
        (questions, picks) => {
          const given = walk(questions, ({ choices }) => choices[picks.next().value % choices.length]!.id);
          const answers = padAnswers(questions, given);
          expect(answers.map(({ question }) => question)).toEqual(questions.filter(isForPad).map(({ id }) => id));
          expect(padProgress(questions, given)).toEqual({
            done: Object.keys(given).length,
            all: Object.keys(given).length,
          });
          for (const { question, answer, parts } of answers) {
            const event = {
              ...exam.events.at(-1)!,
              id: exam.newId(),
              type: "guard-answered",
              body: { question, answer, by: "them", parts },
            };
            const against = admit(exam.state(), event as ExamEvent);
            expect(against?.where ?? "body › question").toBe("body › question");
          }
          const [last] = Object.keys(given).slice(-1);
          if (last) {
            const { [last]: _left, ...before } = given;
            expect(padAnswers(questions, before)).toHaveLength(answers.length - 1);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it("is said whole in every language: each page and each answer of every question", () => {
    const pages: PadPage[] = [];
    for (const question of ASKED)
      for (const choice of ["yes", "no"])
        walk([question], (page) => {
          pages.push(page);
          return page.choices.find(({ id }) => id === choice)?.id ?? page.choices[choice === "yes" ? 1 : 0]!.id;
        });
    /** The pad takes so much and no more. */
    expect(Math.max(...pages.map(({ words }) => words.length))).toBeLessThanOrEqual(300);
    for (const language of LANGUAGE_IDS.filter((id) => id !== "en"))
      for (const { question, text, words, choices } of pages) {
        expect(padQuestion(words, language, text), words).not.toBe(words);
        for (const one of choices) expect(padChoice(one, language, question), one.label).not.toBe(one.label);
      }
  });
});
