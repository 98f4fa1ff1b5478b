import type { ExamRegion, Lifetime, LoadId } from "../../vocabulary";
import type { CitationId } from "../citations";
import { caution, type GuardEffect, referral } from "./effects";

export type GuardOption = Lifetime & {
  readonly id: string;
  readonly label: string;
  readonly effects: readonly GuardEffect[];
  /** The person's age alone gives this answer: from this age on, or up to it. */
  readonly byAge?: { readonly from?: number; readonly upTo?: number };
};

export type GuardQuestion = Lifetime & {
  readonly id: string;
  /** Asked of the patient in plain words. */
  readonly ask: string;
  readonly heading: string;
  readonly options: readonly GuardOption[];
  /** Asked only where it can be true, or where an earlier answer calls for it. */
  readonly onlyIf?: {
    readonly notSex?: "male";
    readonly maxAge?: number;
    readonly minAge?: number;
    /** In an exam that reaches into one of these, or whose tests put one of those loads on the body. */
    readonly regions?: readonly ExamRegion[];
    readonly loads?: readonly LoadId[];
    readonly answered?: { readonly question: string; readonly options: readonly string[] };
  };
  /** A step of a decision rule: answered one at a time, never with "all others: no". */
  readonly step?: true;
  readonly citation?: CitationId;
};

/** Several answers that mean something only together. */
export type GuardCount = {
  readonly id: string;
  readonly of: readonly { readonly question: string; readonly options: readonly string[] }[];
  readonly atLeast: number;
  readonly effects: readonly GuardEffect[];
};

/** The first option of every question is the one a well person gives. */
export const ALL_CLEAR_OPTION = "no";

export const no: GuardOption = { id: ALL_CLEAR_OPTION, label: "No", effects: [] };
export const yes = (...effects: GuardEffect[]): GuardOption => ({ id: "yes", label: "Yes", effects });
export const answer = (id: string, label: string, ...effects: GuardEffect[]): GuardOption => ({ id, label, effects });

const plain = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/**
 * "Not known" is taken for the gravest of the other answers until somebody asks
 * or examines: its blocks become cautions and nothing is referred. Where what is
 * not known is a cord, a cauda equina, an artery or a fracture the blocks stay,
 * and the referral says to find out today.
 *
 * @param settle what would settle it
 */
export function notKnown(
  settle: string,
  others: readonly GuardOption[],
  { blocksStay = false }: { readonly blocksStay?: boolean } = {},
): GuardOption {
  const told = new Set<string>();
  const effects = others
    .flatMap((option) => option.effects)
    .filter((effect) => told.size < told.add(JSON.stringify(effect)).size);
  const kept = effects.flatMap((effect): GuardEffect[] => {
    if (effect.kind === "caution" || effect.kind === "first") return [effect];
    if (effect.kind === "referral") return [];
    return blocksStay
      ? [{ ...effect, reason: `Not known: ${effect.reason}` }]
      : [caution(effect.loads, `Not known: ${plain(effect.reason)}`)];
  });
  return {
    id: "not-known",
    label: "Not known",
    effects: [
      caution("all", `Asked, but not known: treat it as possible until it is. ${settle}`),
      ...kept,
      ...(blocksStay ? [referral("urgent", `Find out today: ${plain(settle)}`)] : []),
    ],
  };
}

/** A question about grave things, "not known" made of its other answers. */
export function question(
  parts: Omit<GuardQuestion, "options">,
  settle: string,
  options: readonly GuardOption[],
  how: { readonly blocksStay?: boolean } = {},
): GuardQuestion {
  return { ...parts, options: [no, ...options, notKnown(settle, options, how)] };
}

/** An answer for the right, the left or both, each side with its own effects; what concerns both is said once. */
export function sides(
  effectsOf: (side: "right side" | "left side") => readonly GuardEffect[],
  labels: readonly [right: string, left: string, both: string],
  shared: readonly GuardEffect[] = [],
): readonly GuardOption[] {
  return [
    answer("right", labels[0], ...effectsOf("right side"), ...shared),
    answer("left", labels[1], ...effectsOf("left side"), ...shared),
    answer("both", labels[2], ...effectsOf("right side"), ...effectsOf("left side"), ...shared),
  ];
}
