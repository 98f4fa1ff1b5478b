import { ALL_CLEAR_OPTION, type GuardPart, type GuardQuestion, WHICH, type WhichId } from "../knowledge";
import { RECORD_VERSION, wasThere } from "../vocabulary";

/** The warning questions as a person answers them alone beforehand: one thing a page, nothing preset, not sure always there. */

const NOT_KNOWN = "not-known";
const YES = "yes";

/** Which heading fits the page that asks which of several it is. */
const WHICH_BY_OPTIONS: Readonly<Record<string, WhichId>> = {
  "new known": "new",
  "right left both": "side",
  "yes severe": "severe",
};
export const PAD_NOT_SURE = "Not sure";

export type PadPage = {
  /** By which its answer names it. */
  readonly id: string;
  readonly question: string;
  /** The id of its part; null: which of several, after a yes. */
  readonly part: string | null;
  /** The id of its text, by which a language has it. */
  readonly text: string;
  /** In English. */
  readonly words: string;
  readonly choices: readonly { readonly id: string; readonly label: string }[];
};

/** What was pressed, by page. */
export type PadGiven = Readonly<Record<string, string>>;

/** What a person can say of themselves: not what is looked at or planned. */
export const isForPad = ({ examiner }: Pick<GuardQuestion, "examiner">): boolean => !examiner;

const several = (question: GuardQuestion) =>
  question.options.filter(({ id }) => id !== ALL_CLEAR_OPTION && id !== NOT_KNOWN);

/** The parts that are asked today. */
export const partsToday = ({ parts }: Pick<GuardQuestion, "parts">): readonly GuardPart[] =>
  parts.filter((part) => wasThere(part, RECORD_VERSION));

/** Those of them that the patient can answer alone. */
const partsOf = (question: GuardQuestion): readonly GuardPart[] =>
  partsToday(question).filter(({ examiner }) => !examiner);

const NO = { id: ALL_CLEAR_OPTION, label: "No" };
const UNSURE = { id: NOT_KNOWN, label: PAD_NOT_SURE };

/** The pages of one question, as far as they are called for by what was pressed before. */
function pagesOf(question: GuardQuestion, given: PadGiven): readonly PadPage[] {
  const parts = partsOf(question);
  const options = several(question).map(({ id, label }) => ({ id, label }));
  const page = (part: string | null, words: string, choices: PadPage["choices"]): PadPage => ({
    id: `${question.id}.${part ?? "which"}`,
    question: question.id,
    part,
    text: `${question.id}.${part ?? ""}`,
    words,
    choices,
  });
  const each = parts.map(({ id, ask }) => page(id, ask, [NO, { id: YES, label: "Yes" }, UNSURE]));
  const isYes = each.some(({ id }) => given[id] === YES);
  const which = WHICH_BY_OPTIONS[options.map(({ id }) => id).join(" ")] ?? "several";
  return isYes && options.length > 1
    ? [...each, { ...page(null, WHICH[which], [...options, UNSURE]), text: `which.${which}` }]
    : each;
}

/**
 * The page that is shown next: the first that was not answered. Null: all were.
 *
 * @param questions those that wait, in the order they are asked in
 * @example nextPadPage([], {}) // null
 */
export function nextPadPage(questions: readonly GuardQuestion[], given: PadGiven): PadPage | null {
  for (const question of questions)
    for (const page of isForPad(question) ? pagesOf(question, given) : []) if (!given[page.id]) return page;
  return null;
}

export type PadAnswer = { readonly question: string; readonly answer: string; readonly parts: readonly string[] };

/**
 * What the pages come to, question by question: those that are answered whole.
 * One part that is not sure leaves the question not known, unless another is a yes.
 *
 * @example padAnswers([], {}) // []
 */
export function padAnswers(questions: readonly GuardQuestion[], given: PadGiven): readonly PadAnswer[] {
  return questions.filter(isForPad).flatMap((question): PadAnswer[] => {
    const pages = pagesOf(question, given);
    if (pages.length === 0 || pages.some(({ id }) => !given[id])) return [];
    const said = (page: PadPage) => given[page.id]!;
    const parts = pages.flatMap((page) => (page.part !== null && said(page) === YES ? [page.part] : []));
    const which = pages.find(({ part }) => part === null);
    if (parts.length > 0)
      return [{ question: question.id, answer: which ? said(which) : several(question)[0]!.id, parts }];
    const isUnsure = pages.some((page) => said(page) === NOT_KNOWN);
    return [{ question: question.id, answer: isUnsure ? NOT_KNOWN : ALL_CLEAR_OPTION, parts: [] }];
  });
}

/**
 * How far somebody is: pages answered, and how many there are as things stand.
 *
 * @example padProgress([], {}) // { done: 0, all: 0 }
 */
export function padProgress(questions: readonly GuardQuestion[], given: PadGiven): { done: number; all: number } {
  const pages = questions.filter(isForPad).flatMap((question) => pagesOf(question, given));
  return { done: pages.filter(({ id }) => given[id]).length, all: pages.length };
}
