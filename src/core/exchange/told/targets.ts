import { protocolOf, RANGE_JOINTS, type RangeOf, RANGES } from "../../knowledge";
import type { ToldUnit } from "../../record";

/**
 * What a number that another system tells may be here: a range of the catalogue,
 * to one side where it has sides, or how bad it was.
 */

export type ToldTarget = {
  readonly id: string;
  /** What it is of: a joint, or how bad it is. */
  readonly group: string;
  readonly label: string;
  readonly unit: ToldUnit;
  readonly range: RangeOf | null;
  readonly side: "right" | "left" | null;
};

const sidesOf = ({ test, side }: RangeOf): readonly ("right" | "left" | null)[] =>
  side ? [side] : protocolOf(test).sided ? ["right", "left"] : [null];

const ofRange = (range: RangeOf): readonly ToldTarget[] =>
  sidesOf(range).map((side) => ({
    id: [range.test, range.measure, side].filter(Boolean).join("."),
    group: RANGE_JOINTS[range.joint],
    label: [range.way, side, range.done === "active" ? "by themselves" : "led"].filter(Boolean).join(", "),
    unit: "deg",
    range,
    side,
  }));

export const TOLD_TARGETS: readonly ToldTarget[] = [
  ...RANGES.flatMap(ofRange),
  { id: "rating", group: "How bad it is", label: "Pain, 0 to 10", unit: "of 10", range: null, side: null },
];

const BY_ID: ReadonlyMap<string, ToldTarget> = new Map(TOLD_TARGETS.map((target) => [target.id, target]));

/**
 * What a number was said to be; null: nothing of the catalogue.
 *
 * @example toldTarget("rating")?.unit // "of 10"
 */
export const toldTarget = (id: string | null): ToldTarget | null => (id === null ? null : (BY_ID.get(id) ?? null));

/** Words that other systems say, and which range they can only mean. */
const WORDS: readonly { readonly says: readonly RegExp[]; readonly range: string }[] = (() => {
  const neck = /\b(neck|cervical|hws)\b/;
  const back = /\b(low(er)? back|lumbar|lws)\b/;
  const forward = /\b(flexion|forward bend(ing)?)\b/;
  const backward = /\b(extension|backward bend(ing)?)\b/;
  const aside = /\b(lateral (flexion|bend(ing)?)|side ?bend(ing)?)\b/;
  return [
    { says: [neck, aside], range: "neck-bending.bend" },
    { says: [back, aside], range: "lumbar-range.bend" },
    { says: [neck, /\bflexion.rotation\b/], range: "flexion-rotation.rotation" },
    { says: [neck, /\brotation\b/], range: "neck-rotation.rotation" },
    { says: [neck, forward], range: "neck-bending.flexion" },
    { says: [neck, backward], range: "neck-bending.extension" },
    { says: [back, forward], range: "lumbar-range.flexion" },
    { says: [back, backward], range: "lumbar-range.extension" },
    { says: [/\b(straight leg raise|straight leg raising|slr)\b/], range: "straight-leg-raise.end" },
    { says: [/\bhip\b/, /\b(internal|medial|inward) rotation\b/], range: "hip-internal-rotation.rotation" },
  ];
})();
const PAIN = /\b(pain|schmerz(en)?|nprs|nrs|vas)\b/;
/** Another way of doing the same is another range. */
const ANOTHER = /\b(side.lying|crossed|slump|passive|resisted)\b/;

/**
 * What a number may be by the words it is told in, where they leave one meaning;
 * null: somebody has to say it.
 *
 * @param unit as it was told; null: none was
 * @example guessTold("Cervical rotation to the right", "deg") // "neck-rotation.rotation.right"
 * @example guessTold("Cervical rotation", "deg") // null
 * @example guessTold("Number of children", null) // null
 */
export function guessTold(words: string, unit: ToldUnit | null): string | null {
  const said = words.toLowerCase().replaceAll(/[-_]/g, " ");
  if (unit !== "deg") return PAIN.test(said) ? "rating" : null;
  if (ANOTHER.test(said)) return null;
  const range = WORDS.find(({ says }) => says.every((word) => word.test(said)))?.range;
  if (range === undefined) return null;
  const sides = (["right", "left"] as const).filter((side) => new RegExp(`\\b${side}\\b`).test(said));
  const fits = TOLD_TARGETS.filter(
    ({ id, side }) =>
      id.startsWith(range) && (side === null ? sides.length === 0 : sides.length === 1 && sides[0] === side),
  );
  return fits.length === 1 ? fits[0]!.id : null;
}
