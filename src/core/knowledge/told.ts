import { POSITIONS } from "../vocabulary";
import { GUIDES } from "./guides";
import { ASKED_ANEW_IDS, askedAnew, CONSENT_TEXTS, FIXED_WORDS } from "./consent";
import { PROTOCOLS } from "./protocols";
import { restQuestion } from "./rest-question";
import { GUARD_QUESTIONS } from "./safety/questions";
import { LANGUAGE_STANDING } from "./texts/texts";

/**
 * Every sentence a person is told or asked, where it is said. A clinic may say
 * any of them in its own words; the shipped sentence is what they stand for.
 */

export const TOLD_KINDS = {
  consent: "Before anybody is touched",
  rest: "At rest",
  guard: "Safety questions",
  languages: "Who has checked a language",
  say: "Before a test",
  ask: "During a test",
} as const;
export type ToldKind = keyof typeof TOLD_KINDS;

export type Told = { readonly text: string; readonly kind: ToldKind; readonly where: readonly string[] };

/** Every sentence there is, each once, with all the places it is said at. */
export function toldSentences(): readonly Told[] {
  const told = new Map<string, { kind: ToldKind; where: Set<string> }>();
  const add = (kind: ToldKind, text: string, where: string) => {
    const known = told.get(text);
    if (known) known.where.add(where);
    else told.set(text, { kind, where: new Set([where]) });
  };
  Object.values(CONSENT_TEXTS).forEach((text) => add("consent", text, "consent"));
  ASKED_ANEW_IDS.filter((id) => !FIXED_WORDS.includes(id))
    .map(askedAnew)
    .forEach(({ say, label }) => add("consent", say, label));
  for (const position of [undefined, ...POSITIONS])
    add("rest", restQuestion(position), position ?? "in no posture of its own");
  for (const { parts, heading, until } of GUARD_QUESTIONS) {
    if (until !== undefined) continue;
    parts.filter((part) => part.until === undefined).forEach(({ ask }) => add("guard", ask, heading));
  }
  Object.values(LANGUAGE_STANDING).forEach((text) => add("languages", text, "safety questions on a tablet"));
  for (const { id, name, stages } of PROTOCOLS) {
    const { say, ways = [] } = GUIDES[id];
    [say, ...ways.flatMap((way) => way.say ?? [])].forEach((text) => add("say", text, name));
    stages.forEach((stage) => add("ask", stage.question, name));
  }
  return [...told].map(([text, { kind, where }]) => ({ text, kind, where: [...where] }));
}
