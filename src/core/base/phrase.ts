/** Words and what fills them kept apart, so that another language can say the same: `{1}` stands for the first. */
export type Phrase = { readonly phrase: string; readonly with: readonly (string | number)[] };

/** What is said to a person, by its English words: they are the key under which a language keeps its own. */
export type Message = string | Phrase;

/** A language's own words by the English ones. */
export type Wordings = Readonly<Record<string, string>>;

/**
 * A message whose parts are filled in later, in whatever language.
 *
 * @example phrase`${"Slump"} has no side of its own` // { phrase: "{1} has no side of its own", with: ["Slump"] }
 */
export const phrase = (
  parts: readonly string[],
  ...filled: readonly (string | number | null | undefined)[]
): Phrase => ({
  phrase: parts.reduce((text, part, index) => `${text}{${index}}${part}`),
  with: filled.map((one) => (typeof one === "number" ? one : String(one))),
});

const ENGLISH: Wordings = {};
const own = (wordings: Wordings, words: string): string => (Object.hasOwn(wordings, words) ? wordings[words]! : words);

/**
 * A message in a language; what that language has no words for is said in English.
 *
 * @example worded(phrase`has more than ${5} rows`) // "has more than 5 rows"
 */
export const worded = (message: Message, wordings: Wordings = ENGLISH): string =>
  typeof message === "string"
    ? own(wordings, message)
    : own(wordings, message.phrase).replace(/\{(\d+)\}/g, (hole, number: string) => {
        const filled = message.with[Number(number) - 1];
        return filled === undefined ? hole : own(wordings, String(filled));
      });
