import { namedId } from "../../base";
import { ALL_CLEAR_OPTION, GUARD_QUESTIONS, type GuardQuestion } from "../../knowledge";
import { assessGuard, partsToday } from "../../safety";
import { codeOf } from "./codes";
import type { Resource } from "./resources";
import { byActor, type Telling } from "./telling";

export const QUESTIONNAIRE_URL = "urn:dust-lantern:questionnaire:guard";

const replyOf = ({ id }: GuardQuestion, option: { readonly id: string; readonly label: string }) =>
  codeOf("reply", `${id}.${option.id}`, option.label);

const partLink = ({ id }: GuardQuestion, part: { readonly id: string }): string => `${id}.${part.id}`;

/** The sentences that were answered yes, below their question's answer; all no where that is the answer. */
function partsOf(question: GuardQuestion, answer: string, yesTo: readonly string[]): { item?: readonly object[] } {
  const asked = partsToday(question);
  const item =
    answer === ALL_CLEAR_OPTION
      ? asked.map((part) => ({ part, value: false }))
      : question.parts.filter(({ id }) => yesTo.includes(id)).map((part) => ({ part, value: true }));
  return item.length === 0
    ? {}
    : {
        item: item.map(({ part, value }) => ({
          linkId: partLink(question, part),
          text: part.ask,
          answer: [{ valueBoolean: value }],
        })),
      };
}

/**
 * The warning questions as a questionnaire: every one this version knows.
 *
 * @param date YYYY-MM-DD, when the program that writes it was made
 * @example guardQuestionnaire("2026-03-02").url // "urn:dust-lantern:questionnaire:guard"
 */
export const guardQuestionnaire = (date: string): Resource => ({
  resourceType: "Questionnaire",
  id: namedId("dust-lantern questionnaire of the guard"),
  url: QUESTIONNAIRE_URL,
  name: "DustLanternGuard",
  title: "Warning questions before manual tests",
  status: "active",
  date,
  subjectType: ["Patient"],
  item: GUARD_QUESTIONS.map((question) => ({
    linkId: question.id,
    code: [codeOf("question", question.id, question.heading)],
    prefix: question.heading,
    text: question.heading,
    type: "choice",
    answerOption: question.options.map((option) => ({ valueCoding: replyOf(question, option) })),
    item: question.parts.map((part) => ({ linkId: partLink(question, part), text: part.ask, type: "boolean" })),
  })),
});

/** What was answered, question by question; nothing when none was asked. */
export function guardResponse({ state, opened, subject, encounter, idOf }: Telling): readonly Resource[] {
  const { questions, unanswered, answers } = assessGuard(state);
  const item = questions.flatMap((question) => {
    const option = question.options.find(({ id }) => id === answers[question.id]);
    return option
      ? [
          {
            linkId: question.id,
            text: question.heading,
            answer: [
              {
                valueCoding: replyOf(question, option),
                ...partsOf(question, option.id, state.guardGiven[question.id]?.parts ?? []),
              },
            ],
          },
        ]
      : [];
  });
  if (item.length === 0) return [];
  return [
    {
      resourceType: "QuestionnaireResponse",
      id: idOf("guard"),
      questionnaire: QUESTIONNAIRE_URL,
      status: unanswered.length > 0 ? "in-progress" : "completed",
      subject,
      encounter,
      authored: opened.at,
      author: byActor(opened.actor),
      source: subject,
      item,
    },
  ];
}
