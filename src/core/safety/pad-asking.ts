import { ALL_CLEAR_OPTION, ANSWERED_BY_EXAMINER, GUARD_ASKED, type GuardQuestion, OPEN_PARTS } from "../knowledge";

/** The warning questions as a person answers them alone beforehand: one thing a page, nothing preset, not sure always there. */

const NOT_KNOWN = "not-known";
const YES = "yes";

/** Said where a yes leaves open which of several it is. */
export const WHICH = "Which of these is it?";
export const PAD_NOT_SURE = "Not sure";

export type PadPage = {
  /** By which its answer names it. */
  readonly id: string;
  readonly question: string;
  /** Its part, counted from the first; 0: the question itself; null: which of several, after a yes. */
  readonly part: number | null;
  readonly words: string;
  readonly choices: readonly { readonly id: string; readonly label: string }[];
};

/** What was pressed, by page. */
export type PadGiven = Readonly<Record<string, string>>;

/** What a person can say of themselves: not what is looked at or planned. */
export const isForPad = ({ id }: Pick<GuardQuestion, "id">): boolean => !ANSWERED_BY_EXAMINER.includes(id);

const several = (question: GuardQuestion) =>
  question.options.filter(({ id }) => id !== ALL_CLEAR_OPTION && id !== NOT_KNOWN);

const partsOf = ({ id }: GuardQuestion): readonly string[] =>
  OPEN_PARTS.includes(id) ? [] : (GUARD_ASKED[id]?.parts ?? []);

const NO = { id: ALL_CLEAR_OPTION, label: "No" };
const UNSURE = { id: NOT_KNOWN, label: PAD_NOT_SURE };

/** The pages of one question, as far as they are called for by what was pressed before. */
function pagesOf(question: GuardQuestion, given: PadGiven): readonly PadPage[] {
  const parts = partsOf(question);
  const options = several(question).map(({ id, label }) => ({ id, label }));
  const page = (part: number | null, words: string, choices: PadPage["choices"]): PadPage => ({
    id: `${question.id}.${part ?? "which"}`,
    question: question.id,
    part,
    words,
    choices,
  });
  if (parts.length === 0) return [page(0, question.ask, [NO, ...options, UNSURE])];
  const each = parts.map((part, index) => page(index + 1, part, [NO, { id: YES, label: "Yes" }, UNSURE]));
  const isYes = each.some(({ id }) => given[id] === YES);
  return isYes && options.length > 1 ? [...each, page(null, WHICH, [...options, UNSURE])] : each;
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

export type PadAnswer = { readonly question: string; readonly answer: string; readonly parts: readonly number[] };

/**
 * What the pages come to, question by question: those that are answered whole.
 * One part that is not sure leaves the question not known, unless another is a yes.
 *
 * @example padAnswers([], {}) // []
 */
export function padAnswers(questions: readonly GuardQuestion[], given: PadGiven): readonly PadAnswer[] {
  return questions.filter(isForPad).flatMap((question): PadAnswer[] => {
    const pages = pagesOf(question, given);
    if (pages.some(({ id }) => !given[id])) return [];
    const said = (page: PadPage) => given[page.id]!;
    if (pages[0]!.part === 0) return [{ question: question.id, answer: said(pages[0]!), parts: [] }];
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
