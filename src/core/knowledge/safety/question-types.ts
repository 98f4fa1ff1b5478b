import type { ExamRegion, Lifetime, LoadId } from "../../vocabulary";
import type { CitationId } from "../citations";
import { type BodySide, caution, type GuardEffect, referral, type ReferredTo } from "./effects";

export type GuardOption = Lifetime & {
  readonly id: string;
  readonly label: string;
  readonly effects: readonly GuardEffect[];
  /** The patient's age alone gives this answer: from this age on, or up to it. */
  readonly byAge?: { readonly from?: number; readonly upTo?: number };
};

/** One sentence of a question, answered by itself. */
export type GuardPart = Lifetime & {
  readonly id: string;
  /** A whole question with a time frame, spoken and on the tablet. */
  readonly ask: string;
  /** Looked at or tried by the examiner, not asked of the patient. */
  readonly examiner?: true;
  /** What a yes to this part adds, by the question's answer. */
  readonly effects?: Readonly<Record<string, readonly GuardEffect[]>>;
};

/** The groups in the order they are asked in, the gravest first. */
export const GUARD_GROUPS = {
  grave: "Ask in person",
  vessels: "Vascular and head",
  neck: "Neck and arm",
  bones: "Bone, joint and surgery",
  illness: "Systemic illness",
  inflammation: "Inflammatory back pain",
  body: "Pregnancy, medication, straining",
} as const;
export type GuardGroupId = keyof typeof GUARD_GROUPS;

/** A part of the body that was drawn as sore, tingling or numb. */
export type DrawnLimb = "arm" | "leg";

/** What the examination itself found, as far as a question or a combined rule depends on it. */
export const GUARD_FINDINGS = [
  "new pain",
  "pain for less than 12 weeks",
  "limb weakness",
  "weak arms",
  "weak hands on both sides",
  "weak legs on both sides",
  "cord signs",
  "cord signs not examined",
  "brisk legs",
  "brisk on one side",
  "tingling in both hands",
  "testing stopped",
] as const;
export type GuardFinding = (typeof GUARD_FINDINGS)[number];

export type GuardQuestion = Lifetime & {
  readonly id: string;
  readonly heading: string;
  readonly group: GuardGroupId;
  /** At least one; those of earlier versions stay, with the version they ended in. */
  readonly parts: readonly GuardPart[];
  readonly options: readonly GuardOption[];
  /** Asked of everybody it can concern, whatever is planned. */
  readonly always?: true;
  /** Asked only where it can be true, or where an earlier answer calls for it. */
  readonly onlyIf?: {
    readonly notSex?: "male";
    readonly maxAge?: number;
    readonly minAge?: number;
    /** In an examination that reaches into one of these. */
    readonly regions?: readonly ExamRegion[];
    /** Where a symptom was drawn in this limb. */
    readonly drawn?: DrawnLimb;
    /** Before version 10: where a planned test put one of these loads on the body, done in any way. */
    readonly loads?: readonly LoadId[];
    readonly answered?: {
      readonly question: string;
      readonly options: readonly string[];
      readonly parts?: readonly string[];
    };
    /** Only where the examination found this. */
    readonly found?: GuardFinding;
    /** Left out where the examination found this. */
    readonly notFound?: GuardFinding;
  };
  /**
   * Outside its regions it is asked only where this shorter question, asked in
   * its place, was not answered no.
   */
  readonly behind?: { readonly question: string; readonly part: string };
  /** A step of a decision rule: answered one at a time, never with "all others: no". */
  readonly step?: true;
  /** Looked at, tried or planned by the examiner: not for the tablet. */
  readonly examiner?: true;
  /** Never asked through a relative: what is private stays unsaid, and counts as a no. */
  readonly private?: true;
  /** Its parts ask what, when and how, and cannot be answered by yes or no. */
  readonly open?: true;
  /** Before version 10 the parts were stored by position: their ids in the order of then. */
  readonly partsByPosition?: readonly string[];
  readonly citation?: CitationId;
};

/** One thing that a combined rule asks for. */
export type GuardCondition =
  | { readonly question: string; readonly options: readonly string[]; readonly part?: string }
  | { readonly found: GuardFinding }
  | { readonly ageFrom: number }
  | { readonly region: ExamRegion };

/** Answers and findings that mean something only together. */
export type GuardCount = Lifetime & {
  readonly id: string;
  readonly of: readonly GuardCondition[];
  /** How many of them. */
  readonly atLeast: number;
  /** All of these besides. */
  readonly with?: readonly GuardCondition[];
  readonly effects: readonly GuardEffect[];
};

/** The first option of every question is the one a well person gives. */
export const ALL_CLEAR_OPTION = "no";
export const NOT_KNOWN_OPTION = "not-known";

export const no: GuardOption = { id: ALL_CLEAR_OPTION, label: "No", effects: [] };
export const yes = (...effects: GuardEffect[]): GuardOption => ({ id: "yes", label: "Yes", effects });
export const answer = (id: string, label: string, ...effects: GuardEffect[]): GuardOption => ({ id, label, effects });

/** A part that a yes to the whole question concerns as it stands. */
export const part = (id: string, ask: string, effects?: GuardPart["effects"]): GuardPart => ({
  id,
  ask,
  ...(effects ? { effects } : {}),
});
/** A part with effects of its own, where the question has one yes. */
export const partYes = (id: string, ask: string, ...effects: GuardEffect[]): GuardPart =>
  part(id, ask, { yes: effects });

/** The version in which the questions became whole sentences and each followed the plan. */
export const FOLLOWS_THE_PLAN = 10;
/** A part that was asked until then; its text is the one of then. */
export const formerPart = (id: string, ask: string, effects?: GuardPart["effects"]): GuardPart => ({
  ...part(id, ask, effects),
  until: FOLLOWS_THE_PLAN,
});

const plain = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** Each effect once. */
export function distinct(effects: readonly GuardEffect[]): readonly GuardEffect[] {
  const seen = new Set<string>();
  return effects.filter((effect) => seen.size < seen.add(JSON.stringify(effect)).size);
}

const loadsOf = (effect: GuardEffect): readonly LoadId[] | "all" =>
  effect.kind === "block" || effect.kind === "caution" ? effect.loads : [];

/** The loads that any of these effects names, each once. */
function loadsTogether(effects: readonly GuardEffect[]): readonly LoadId[] | "all" {
  const named = effects.map(loadsOf);
  return named.includes("all") ? "all" : [...new Set(named.flatMap((loads) => (loads === "all" ? [] : loads)))];
}

/**
 * "Not known" counts as possible until it was asked or examined: the blocks of
 * the other answers become cautions on the same loads, and nothing is referred.
 * Where what is not known is a cord, a cauda equina, an artery or a fracture the
 * blocks stay, and the referral says to find out today. It never restricts more
 * than the answer it stands for.
 *
 * @param settle what would settle it
 * @param others what the answers it stands for ask for
 */
export function notKnown(
  settle: string,
  others: readonly GuardEffect[],
  { blocksStay = false, to = "doctor today" }: { readonly blocksStay?: boolean; readonly to?: ReferredTo } = {},
): GuardOption {
  const blocks = distinct(others).filter((effect) => effect.kind === "block");
  const kept = blocks.map((effect): GuardEffect =>
    blocksStay
      ? { ...effect, reason: `Not known: ${effect.reason}` }
      : caution(effect.loads, `Not known: ${plain(effect.reason)}`),
  );
  const orders = distinct(others).filter((effect) => effect.kind === "first");
  return {
    id: NOT_KNOWN_OPTION,
    label: "Not known",
    effects: [
      caution(
        loadsTogether(blocks.length > 0 ? blocks : others),
        `Asked, answer not known: treat as positive until clarified. ${settle}`,
      ),
      ...kept,
      ...orders,
      ...(blocksStay
        ? [referral("urgent", to, `Find out today: ${plain(settle)}`, `Please clarify today: ${plain(settle)}`)]
        : []),
    ],
  };
}

/** Everything that can follow from an answer by a question's parts. */
const ofParts = (parts: readonly GuardPart[], option: string): readonly GuardEffect[] =>
  parts.flatMap(({ until, effects = {} }) => (until === undefined ? (effects[option] ?? []) : []));

/**
 * A question about grave things, "not known" made of its other answers.
 *
 * @param how.like the answer that "not known" stands for; left out: any of them
 */
export function question(
  about: Omit<GuardQuestion, "options">,
  settle: string,
  options: readonly GuardOption[],
  how: { readonly blocksStay?: boolean; readonly to?: ReferredTo; readonly like?: string } = {},
): GuardQuestion {
  const others = options
    .filter(({ id }) => how.like === undefined || id === how.like)
    .flatMap(({ id, effects }) => [...effects, ...ofParts(about.parts, id)]);
  return { ...about, options: [no, ...options, notKnown(settle, others, how)] };
}

/** The answers by side. */
export const SIDE_IDS = ["right", "left", "both"] as const;

/** What each side's answer brings, by the answers right, left and both; what concerns both is said once. */
export const bySide = (
  effectsOf: (side: BodySide) => readonly GuardEffect[],
  shared: readonly GuardEffect[] = [],
): Readonly<Record<(typeof SIDE_IDS)[number], readonly GuardEffect[]>> => ({
  right: [...effectsOf("right side"), ...shared],
  left: [...effectsOf("left side"), ...shared],
  both: [...effectsOf("right side"), ...effectsOf("left side"), ...shared],
});

/** An answer for the right, the left or both, each side with its own effects. */
export function sides(
  effectsOf: (side: BodySide) => readonly GuardEffect[],
  labels: readonly [right: string, left: string, both: string],
  shared: readonly GuardEffect[] = [],
): readonly GuardOption[] {
  const { right, left, both } = bySide(effectsOf, shared);
  return [answer("right", labels[0], ...right), answer("left", labels[1], ...left), answer("both", labels[2], ...both)];
}

/** Effects that come to the same; where it was not said which part was meant, their words do not matter. */
const sameAs = (effect: GuardEffect, byWords: boolean): string => {
  if (byWords) return JSON.stringify(effect);
  if (effect.kind === "referral") return `${effect.kind} ${effect.urgency} ${effect.to}`;
  return JSON.stringify({ ...effect, reason: "", text: "" });
};

/**
 * What an answer asks for, with the parts it was a yes to. An answer whose
 * parts have effects of their own and that names none of them asks for all.
 *
 * @returns each effect with the id it goes by: the question, the answer, the part if it is a part's, a number
 * @example effectsOfAnswer({ id: "x", options: [{ id: "no", label: "No", effects: [] }], parts: [] }, "no", []) // []
 */
export function effectsOfAnswer(
  { id, options, parts }: Pick<GuardQuestion, "id" | "options" | "parts">,
  given: string,
  yesTo: readonly string[],
): readonly { readonly id: string; readonly effect: GuardEffect }[] {
  const option = options.find((one) => one.id === given);
  if (!option) return [];
  const own = option.effects.map((effect, index) => ({ id: `${id}.${given}.${index + 1}`, effect }));
  const withEffects = parts.filter(({ effects }) => (effects?.[given] ?? []).length > 0);
  const named = withEffects.filter((one) => yesTo.includes(one.id));
  const isNamed = parts.some((one) => yesTo.includes(one.id));
  const ofEach = (isNamed ? named : withEffects).flatMap((one) =>
    one.effects![given]!.map((effect, index) => ({ id: `${id}.${given}.${one.id}.${index + 1}`, effect })),
  );
  const said = new Set<string>();
  return [...own, ...ofEach.filter(({ effect }) => said.size < said.add(sameAs(effect, isNamed)).size)];
}
