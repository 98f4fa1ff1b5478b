import { goneLimb, isPlaceGone, type LimbNoted, type LimbPart, type Place, type Side } from "../vocabulary";
import { findRootLevel, type NeuroKind } from "./neurology";

/** The part of a limb that a muscle moves or a tendon lies in, by kind and level; what is not here is on the trunk. */
const PARTS: Readonly<Record<string, LimbPart>> = {
  "power c5": "arm",
  "power c6": "forearm",
  "power c7": "forearm",
  "power c8": "forearm",
  "power t1": "forearm",
  "power l2": "leg",
  "power l3": "lower-leg",
  "power l4": "lower-leg",
  "power l5": "lower-leg",
  "power s1": "lower-leg",
  "reflex c5": "arm",
  "reflex c6": "forearm",
  "reflex c7": "arm",
  "reflex l4": "leg",
  "reflex s1": "lower-leg",
  "upper-motor hoffmann": "forearm",
  "upper-motor inverted-supinator": "forearm",
  "upper-motor babinski": "lower-leg",
  "upper-motor clonus": "lower-leg",
};

/**
 * Whether what is examined at a level on a side lies on a part of a limb that is
 * not there. Skin is gone only when all of its places are.
 *
 * @example isNeuroGone([{ part: "lower-leg", side: "right", is: "absent" }], { kind: "reflex", level: "s1", side: "right" }) // true
 */
export function isNeuroGone(
  limbs: readonly LimbNoted[],
  { kind, level, side }: { readonly kind: NeuroKind; readonly level: string; readonly side: Side | null },
): boolean {
  if (limbs.length === 0 || side === null) return false;
  if (kind !== "touch" && kind !== "pin") {
    const part = PARTS[`${kind} ${level}`];
    return part !== undefined && goneLimb(limbs, part, side) !== undefined;
  }
  const sites = findRootLevel(level)?.sites ?? [];
  return sites.length > 0 && sites.every((site) => isPlaceGone(limbs, `${site}.${side}` as Place));
}
