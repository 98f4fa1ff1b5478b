import { patientText, restQuestion, safetyAnswer, safetyText, type TextId } from "../knowledge";
import {
  EFFECTS,
  type Effect,
  isPlace,
  type Language,
  type Place,
  plainPlace,
  POSITIONS,
  type Response,
  RESPONSES,
} from "../vocabulary";

/** What the answer pad asks and offers, in each language. */

export const ELSEWHERE = "elsewhere";

const ASKED = ["provoked", "eased", "how-bad", "where"] as const;

/**
 * What is asked, but for the symptom at rest.
 *
 * @example padAsks("eased") // "And now?"
 */
export const padAsks = (question: (typeof ASKED)[number], language: Language = "en"): string =>
  patientText(`tablet.asked.${question}`, language);

type PadAnswer = Response | Effect | typeof ELSEWHERE;
const ANSWERS: readonly string[] = [...RESPONSES, ...EFFECTS, ELSEWHERE] satisfies PadAnswer[];

/**
 * An answer as the pad offers it.
 *
 * @example padAnswer("gone") // "Gone"
 */
export const padAnswer = (answer: PadAnswer, language: Language = "en"): string =>
  patientText(`tablet.answers.${answer}`, language);

/** The English sentence of everything that is asked, with the id of its text. */
const SENTENCES: ReadonlyMap<string, TextId> = new Map<string, TextId>([
  ...ASKED.map((question): [string, TextId] => [padAsks(question), `tablet.asked.${question}`]),
  ...[...POSITIONS, undefined].map((posture): [string, TextId] => [
    restQuestion(posture),
    `tablet.rest.${posture ?? "still"}`,
  ]),
]);

/**
 * A question as the pad shows it in a language; one that a clinic says in its own words stays as it is.
 *
 * @param text the id of its text, where it is a safety question's
 * @example padQuestion("And now?", "de") // "Und jetzt?"
 */
export function padQuestion(words: string, language: Language, text?: string): string {
  const id = SENTENCES.get(words);
  if (id) return patientText(id, language);
  return (text ? safetyText(text, language) : null) ?? words;
}

/**
 * A choice as the pad shows it in a language, by its id; a place by its side and name.
 *
 * @param question the safety question whose answer it is
 * @example padChoice({ id: "gone", label: "Gone" }, "de") // "Weg"
 */
export const padChoice = (
  { id, label }: { readonly id: string; readonly label: string },
  language: Language,
  question?: string,
): string => {
  if (isPlace(id)) return plainPlace(id as Place, language);
  if (question) return safetyAnswer(question, id, language) ?? label;
  return ANSWERS.includes(id) ? padAnswer(id as PadAnswer, language) : label;
};
