import type { Position } from "../vocabulary";
import { GUIDES } from "./guides";
import { PROTOCOLS, protocolOf, type TestId } from "./protocols";
import { WHOLE_NECK } from "./safety/effects";
import { GUARD_ASKED } from "./safety/question-parts";
import { GUARD_QUESTIONS } from "./safety/questions";

/**
 * Every sentence a person is told or asked, where it is said. A clinic may say
 * any of them in its own words; the shipped sentence is what they stand for.
 */

export const TOLD_KINDS = {
  consent: "Before anybody is touched",
  rest: "At rest",
  guard: "Warning questions",
  say: "Before a test",
  ask: "During a test",
} as const;
export type ToldKind = keyof typeof TOLD_KINDS;

export type Told = { readonly text: string; readonly kind: ToldKind; readonly where: readonly string[] };

/** What no sentence of the app says, nor any that a clinic puts in its place. */
export const NEVER_SAID = /\b(diagnos\w*|confirm\w*|safe\w*|clear|cleared)\b/i;

const STOP_SAID = "Say stop at any time, and I stop.";

/** What is explained before the tests: by what they do. */
export const CONSENT_TEXTS = {
  press: "These tests press on your joints to see whether they bring on your pain. You may be sore for a day or two.",
  nerve: "Some stretch a nerve a little. It may tingle for some minutes.",
  neck: "Some move your neck. Tell me at once of dizziness, changed sight or speech, or a numb face.",
  stop: STOP_SAID,
} as const;

const isNerve = (test: TestId): boolean => protocolOf(test).tissueGroup.endsWith("-neural");
const isNeck = (test: TestId): boolean =>
  protocolOf(test).stages.some(({ loads }) =>
    loads.some(({ load }) => (WHOLE_NECK as readonly string[]).includes(load)),
  );

/**
 * What is explained before these tests, sentence by sentence.
 *
 * @example consentSentences(["thigh-thrust"]).length // 2
 */
export function consentSentences(tests: readonly TestId[]): readonly string[] {
  const others = tests.some((test) => !isNerve(test) && !isNeck(test));
  return [
    ...(others || tests.length === 0 ? [CONSENT_TEXTS.press] : []),
    ...(tests.some(isNerve) ? [CONSENT_TEXTS.nerve] : []),
    ...(tests.some(isNeck) ? [CONSENT_TEXTS.neck] : []),
    CONSENT_TEXTS.stop,
  ];
}

/** The posture of a test, as the person is asked about it. */
const IN_POSTURE = {
  standing: "Standing here",
  seated: "Sitting here",
  supine: "Lying on your back here",
  "side-lying": "Lying on your side here",
  prone: "Lying on your front here",
} as const satisfies Record<Position, string>;

/**
 * How the symptom at rest is asked about, in the posture the person is in.
 *
 * @example restQuestion("supine") // "Lying on your back here, at rest: how bad is it now?"
 */
export const restQuestion = (position: Position | undefined): string =>
  `${position ? IN_POSTURE[position] : "Keeping still"}, at rest: how bad is it now?`;

/** Every sentence there is, each once, with all the places it is said at. */
export function toldSentences(): readonly Told[] {
  const told = new Map<string, { kind: ToldKind; where: Set<string> }>();
  const add = (kind: ToldKind, text: string, where: string) => {
    const known = told.get(text);
    if (known) known.where.add(where);
    else told.set(text, { kind, where: new Set([where]) });
  };
  Object.values(CONSENT_TEXTS).forEach((text) => add("consent", text, "consent"));
  for (const position of [undefined, ...Object.keys(IN_POSTURE)] as (Position | undefined)[])
    add("rest", restQuestion(position), position ?? "in no posture of its own");
  for (const { id, ask, heading, until } of GUARD_QUESTIONS) {
    if (until !== undefined) continue;
    add("guard", ask, heading);
    (GUARD_ASKED[id]?.parts ?? []).forEach((part) => add("guard", part, heading));
  }
  for (const { id, name, stages } of PROTOCOLS) {
    const { say, ways = [] } = GUIDES[id];
    [say, ...ways.flatMap((way) => way.say ?? [])].forEach((text) => add("say", text, name));
    stages.forEach((stage) => add("ask", stage.question, name));
  }
  return [...told].map(([text, { kind, where }]) => ({ text, kind, where: [...where] }));
}
