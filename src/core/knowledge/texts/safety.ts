import type { Language } from "../../vocabulary";
import { RECORD_VERSION, wasThere } from "../../vocabulary";
import type { GuardQuestion } from "../safety/question-types";
import { GUARD_QUESTIONS } from "../safety/questions";
import { SAFETY_DE } from "./safety.de";

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

/** Every text a patient is shown with the safety questions, in English, by id. */
function english(): Record<string, string> {
  const texts: Record<string, string> = {};
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

/** The safety texts of each language, by id. */
export const SAFETY_TEXTS: Readonly<Record<Language, Readonly<Record<string, string>>>> = {
  en: english(),
  de: SAFETY_DE,
};

/** The file each language stands in, for what a check says. */
export const SAFETY_FILES: Readonly<Record<Language, string>> = {
  en: "src/core/knowledge/safety/questions.ts",
  de: "src/core/knowledge/texts/safety.de.ts",
};

/**
 * A text of the safety questions in a language; null: there is none with this id.
 *
 * @example safetyText("which.side", "de") // "Auf welcher Seite?"
 */
export const safetyText = (id: string, language: Language): string | null => SAFETY_TEXTS[language][id] ?? null;

/**
 * An answer of a question in a language.
 *
 * @example safetyAnswer("artery", "new", "de") // "Ja, neu"
 */
export const safetyAnswer = (question: string, option: string, language: Language): string | null =>
  safetyText(`answer.${question}.${option}`, language) ?? safetyText(`answer.${option}`, language);

/**
 * What a language lacks of the English texts, and what it has that no longer
 * belongs to any, each with its id and file.
 *
 * @example safetyTextFaults("en", SAFETY_TEXTS.en) // []
 */
export function safetyTextFaults(language: Language, texts: Readonly<Record<string, string>>): readonly string[] {
  const wanted = SAFETY_TEXTS.en;
  return [
    ...Object.keys(wanted)
      .filter((id) => !texts[id]?.trim())
      .map((id) => `"${id}" is missing in ${SAFETY_FILES[language]}: it says "${wanted[id]}" in English.`),
    ...Object.keys(texts)
      .filter((id) => !(id in wanted))
      .map((id) => `"${id}" in ${SAFETY_FILES[language]} belongs to no question: take it out.`),
  ];
}
