import { CRANIAL_ITEMS, NEURO_SCALES, ROOT_LEVELS, UPPER_MOTOR_SIGNS } from "../knowledge";
import type { NeuroFinding } from "../record";

/**
 * A thing of the baseline in a few words.
 *
 * @example shortLevel({ kind: "power", level: "l5", side: "right" }) // "L5 power right"
 */
export function shortLevel({ kind, level, side }: Pick<NeuroFinding, "kind" | "level" | "side">): string {
  const named = [...UPPER_MOTOR_SIGNS, ...CRANIAL_ITEMS].find(({ id }) => id === level)?.label;
  const root = ROOT_LEVELS.find(({ id }) => id === level)?.label ?? level.toUpperCase();
  const what = named ?? `${root} ${NEURO_SCALES[kind].label.toLowerCase()}`;
  return side ? `${what} ${side}` : what;
}
