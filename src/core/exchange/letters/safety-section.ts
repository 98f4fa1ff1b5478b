import {
  ALL_CLEAR_OPTION,
  GUARD_QUESTIONS,
  type GuardQuestion,
  NOT_KNOWN_OPTION,
  URGENCY_LABELS,
} from "../../knowledge";
import type { ExamState } from "../../record";
import { assessGuard, overriddenText } from "../../safety";

/** What was asked before testing, what was denied and what was found: every letter has it. */

const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** An answer with the sentences it was a yes to: which of them is what its reader needs. */
export function saidYes(
  { guardGiven }: Pick<ExamState, "guardGiven">,
  { id, heading, parts }: GuardQuestion,
  label: string,
): string {
  const named = parts.filter((part) => guardGiven[id]?.parts.includes(part.id)).map(({ ask }) => ask);
  return `${heading}: ${lower(label)}${named.length ? ` (${named.join(" ")})` : ""}`;
}

type Answered = Pick<ExamState, "guardAnswers" | "guardGiven">;

/**
 * The answers to the safety questions: what was a yes with its sentences, what
 * is not known, what was denied by name, what was not asked.
 *
 * @param questions what there was to ask; none: what was answered
 * @example answerLines(openedState, GUARD_QUESTIONS) // ["Safety questions: none answered."]
 */
export function answerLines(visit: Answered, questions: readonly GuardQuestion[] | null): readonly string[] {
  const answers = visit.guardAnswers;
  const answered = (questions ?? GUARD_QUESTIONS).filter(({ id }) => answers[id] !== undefined);
  const unanswered = (questions ?? []).filter(({ id }) => answers[id] === undefined);
  if (answered.length === 0) return ["Safety questions: none answered."];
  const with_ = (isMeant: (answer: string) => boolean) => answered.filter(({ id }) => isMeant(answers[id]!));
  const named = (found: readonly GuardQuestion[]) => found.map(({ heading }) => lower(heading)).join(", ");
  const labelOf = ({ id, options }: GuardQuestion) =>
    options.find((option) => option.id === answers[id])?.label ?? answers[id]!;
  const positive = with_((answer) => answer !== ALL_CLEAR_OPTION && answer !== NOT_KNOWN_OPTION);
  const unknown = with_((answer) => answer === NOT_KNOWN_OPTION);
  const denied = with_((answer) => answer === ALL_CLEAR_OPTION);
  return [
    ...(questions ? [`Safety questions: ${answered.length} of ${questions.length} answered.`] : []),
    `Positive: ${positive.length ? `${positive.map((question) => saidYes(visit, question, labelOf(question))).join("; ")}.` : "none."}`,
    ...(unknown.length ? [`Not known: ${named(unknown)}.`] : []),
    `Denied: ${denied.length ? named(denied) : "none"}.`,
    ...(unanswered.length ? [`Not asked: ${named(unanswered)}.`] : []),
  ];
}

/** The short examination of the neck, item by item. */
export function shortExamLines({ shortExam }: Pick<ExamState, "shortExam">): readonly string[] {
  if (!shortExam) return [];
  const { pressure, eyes, cranial, gait, range } = shortExam.items;
  return [
    `Short examination of the neck by ${shortExam.actor.name}: blood pressure and pulse ${pressure}, eye movements ${eyes}, cranial nerves ${cranial}, gait ${gait}, active range ${range}.`,
  ];
}

/** What the answers led to: referrals, contraindications and precautions. */
export function consequenceLines(state: ExamState): readonly string[] {
  const { referrals, blocks, cautions } = assessGuard(state);
  return [
    ...referrals.map(
      ({ urgency, text, acknowledged }) =>
        `Referral (${URGENCY_LABELS[urgency].toLowerCase()}): ${text}${acknowledged ? ` Action taken: ${acknowledged}` : ""}`,
    ),
    ...blocks.map((block) =>
      block.overridden.length
        ? `Contraindication overridden: ${block.reason} ${overriddenText(block)}`
        : `Contraindicated: ${block.reason}`,
    ),
    ...cautions.map(({ text }) => `Precaution: ${text}`),
  ];
}

/** The whole section, as every letter has it. */
export const safetyLines = (state: ExamState): readonly string[] => [
  ...answerLines(state, assessGuard(state).questions),
  ...shortExamLines(state),
  ...consequenceLines(state),
];
