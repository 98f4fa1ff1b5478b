import type { Condition, Protocol } from "../knowledge";
import { type ReadingSettings, type Run, schoolIn } from "../record";
import type { Side } from "../vocabulary";
import { earlierIn } from "./interpret";

/** Which tests can be offered, as far as chosen options and earlier tests decide it. */

/**
 * Whether a test that has to be earned could be at all: the options it is for are chosen.
 *
 * @example mayBeEarned(protocolOf("pelvic-levels"), settings) // false
 */
export const mayBeEarned = ({ earned }: Protocol, settings: ReadingSettings): boolean =>
  areChosen(earned?.condition.school, settings);

const areChosen = (school: Condition["school"], settings: ReadingSettings): boolean =>
  Object.entries(school ?? {}).every(([id, options]) => options.includes(schoolIn(settings, id)));

/** Whether a test can be offered, as far as earlier tests decide it. */
export function isEarned(
  protocol: Protocol,
  side: Side | null,
  runs: readonly Run[],
  settings: ReadingSettings,
): boolean {
  if (!protocol.earned) return true;
  const asked = (condition: Condition): boolean =>
    areChosen(condition.school, settings) &&
    (condition.earlier === undefined || earlierIn(runs, settings)(condition.earlier, side)) &&
    (condition.any === undefined || condition.any.some(asked));
  return asked(protocol.earned.condition);
}
