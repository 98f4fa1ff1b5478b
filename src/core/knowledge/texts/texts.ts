import type { Language } from "../../vocabulary";
import { RECORD_VERSION, wasThere } from "../../vocabulary";
import type { GuardQuestion } from "../safety/question-types";
import { GUARD_QUESTIONS } from "../safety/questions";
import { DE } from "./de";
import { EN, type TextId } from "./en";

/** Headings of the page that asks which of several, after a yes. */
export const WHICH = {
  several: "Which of these is it?",
  new: "Is this new?",
  side: "Which side?",
  severe: "Is the pain severe?",
} as const;
export type WhichId = keyof typeof WHICH;

/** Answers that several questions share. */
const SHARED: Readonly<Record<string, string>> = {
  no: "No",
  yes: "Yes",
  "not-known": "Not sure",
  back: "Back",
  new: "Yes, new",
  right: "Right",
  left: "Left",
  both: "Both",
};

/** What is shown to the patient: the parts asked today, but for what the examiner looks at. */
const forPatients = (): readonly GuardQuestion[] =>
  GUARD_QUESTIONS.filter((question) => wasThere(question, RECORD_VERSION) && !question.examiner);

/** Every text a patient is shown, in English, by id: the safety questions as they are defined, and the rest. */
function english(): Record<string, string> {
  const texts: Record<string, string> = { ...EN };
  for (const [id, text] of Object.entries(SHARED)) texts[`answer.${id}`] = text;
  for (const [id, text] of Object.entries(WHICH)) texts[`which.${id}`] = text;
  for (const { id, parts, options } of forPatients()) {
    for (const part of parts)
      if (wasThere(part, RECORD_VERSION) && !part.examiner) texts[`${id}.${part.id}`] = part.ask;
    for (const option of options)
      if (!(option.id in SHARED) || (option.id === "yes" && option.label !== "Yes"))
        texts[`answer.${id}.${option.id}`] = option.label;
  }
  return texts;
}

/**
 * Who wrote a language and who has checked it, shown before its texts are used.
 * A clinic puts the name of the clinician who checked it in its own words of
 * this sentence; until then it says that nobody has.
 */
export const LANGUAGE_STANDING: Readonly<Record<Language, string>> = {
  en: "English: written by the makers of this program; not checked by a native-speaking clinician.",
  de: "Deutsch: written by the makers of this program; not checked by a native-speaking clinician.",
};

/** What patients are shown and given in each language, by id. */
export const PATIENT_TEXTS: Readonly<Record<Language, Readonly<Record<string, string>>>> = { en: english(), de: DE };

/** The file each language stands in, for what a check says. */
export const TEXT_FILES: Readonly<Record<Language, string>> = {
  en: "src/core/knowledge/texts/en.ts",
  de: "src/core/knowledge/texts/de.ts",
};

/**
 * A text that patients are shown, with what is filled in between its braces.
 *
 * @example patientText("take-home.your-words", "en", { words: "stabbing" }) // "You told us: \"stabbing\"."
 */
export function patientText(
  id: TextId,
  language: Language,
  values: Readonly<Record<string, string | number>> = {},
): string {
  const withNumber = { number: PATIENT_TEXTS[language]["emergency-number"]!, ...values };
  return Object.entries(withNumber).reduce(
    (text, [name, value]) => text.replaceAll(`{${name}}`, () => String(value)),
    PATIENT_TEXTS[language][id]!,
  );
}

/**
 * Every text of a list, in its order: those whose id goes on after this one.
 *
 * @example patientTexts("take-home.us-if", "en")[1] // "you get a fever"
 */
export const patientTexts = (list: string, language: Language): readonly string[] =>
  (Object.keys(EN) as TextId[]).filter((id) => id.startsWith(`${list}.`)).map((id) => patientText(id, language));

/**
 * A text of the safety questions in a language; null: there is none with this id.
 *
 * @example safetyText("which.side", "de") // "Auf welcher Seite?"
 */
export const safetyText = (id: string, language: Language): string | null => PATIENT_TEXTS[language][id] ?? null;

/**
 * An answer of a question in a language.
 *
 * @example safetyAnswer("artery", "new", "de") // "Ja, neu"
 */
export const safetyAnswer = (question: string, option: string, language: Language): string | null =>
  safetyText(`answer.${question}.${option}`, language) ?? safetyText(`answer.${option}`, language);

const filledIn = (text: string): string =>
  [...text.matchAll(/\{\w+\}/g)]
    .map(([name]) => name)
    .sort()
    .join(" ");

/**
 * What a language lacks of the English texts, what it has that no longer belongs
 * to any, and what fills in something else, each with its id and file.
 *
 * @example textFaults("en", PATIENT_TEXTS.en) // []
 */
export function textFaults(language: Language, texts: Readonly<Record<string, string>>): readonly string[] {
  const wanted = PATIENT_TEXTS.en;
  const file = TEXT_FILES[language];
  const here = Object.keys(wanted).filter((id) => texts[id]?.trim());
  return [
    ...Object.keys(wanted)
      .filter((id) => !texts[id]?.trim())
      .map((id) => `"${id}" is missing in ${file}: it says "${wanted[id]}" in English.`),
    ...Object.keys(texts)
      .filter((id) => !(id in wanted))
      .map((id) => `"${id}" in ${file} belongs to nothing that is shown: take it out.`),
    ...here
      .filter((id) => filledIn(texts[id]!) !== filledIn(wanted[id]!))
      .map(
        (id) =>
          `"${id}" in ${file} fills in ${filledIn(texts[id]!) || "nothing"}, not ${filledIn(wanted[id]!) || "nothing"}.`,
      ),
  ];
}
