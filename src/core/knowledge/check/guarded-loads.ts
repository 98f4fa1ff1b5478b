import { LOAD_IDS, type LoadId } from "../../vocabulary";
import type { Protocol } from "../protocols";
import type { GuardEffect } from "../safety/effects";
import type { GuardQuestion } from "../safety/question-types";

const A_POSITION = "being in that position; reached by answers that concern every load";

/** Loads that no answer names by itself, each with why it stands so today. */
export const NAMED_BY_NO_ANSWER: Partial<Record<LoadId, string>> = {
  "dural-tension": "the nerve is tensioned by leg, spine and neck, and each of those is named by itself",
  touch: "light touch and positioning; reached by answers that concern every load",
  standing: A_POSITION,
  seated: A_POSITION,
  "side-lying": A_POSITION,
};

const loadsNamed = (effects: readonly GuardEffect[]): readonly LoadId[] =>
  effects.flatMap((effect) =>
    (effect.kind === "block" || effect.kind === "caution") && effect.loads !== "all" ? effect.loads : [],
  );

/**
 * Loads that are neither named by an answer nor on the written list: a new load
 * would otherwise be blocked by nobody, in silence.
 *
 * @example unguardedLoads(GUARD_QUESTIONS, PROTOCOLS) // []
 */
export function unguardedLoads(
  questions: readonly GuardQuestion[],
  protocols: readonly Protocol[],
  loads: readonly LoadId[] = LOAD_IDS,
  listed: Partial<Record<LoadId, string>> = NAMED_BY_NO_ANSWER,
): string[] {
  const named = new Set([
    ...questions.flatMap(({ options, parts }) => [
      ...options.flatMap(({ effects }) => loadsNamed(effects)),
      ...parts.flatMap(({ effects = {} }) => loadsNamed(Object.values(effects).flat())),
    ]),
    ...protocols.flatMap(({ aftermath }) => (aftermath ?? []).flatMap(({ effects }) => loadsNamed(effects))),
  ]);
  return [
    ...loads
      .filter((load) => !named.has(load) && listed[load] === undefined)
      .map((load) => `"${load}" is named by no answer: let one block or caution it, or list it with its reason.`),
    ...loads
      .filter((load) => named.has(load) && listed[load] !== undefined)
      .map((load) => `"${load}" is named by an answer and listed as named by none: take it off the list.`),
  ];
}
