import { raisesAgree } from "../measurement";
import { effectiveRuns, type Run } from "../record";
import { type Side, SIDES } from "../vocabulary";

/** A seated and a supine raise of one leg that are further apart than they should be. */
export type RaiseGap = { readonly side: Side; readonly seated: number; readonly supine: number };

/**
 * Legs whose seated and supine raise do not agree; judged nowhere, shown so that
 * one of them is repeated. A supine raise counts by its onset, else by its end.
 *
 * @example raiseGaps(disagreeingRaises) // [{ side: "right", seated: 88, supine: 45 }]
 */
export function raiseGaps(runs: readonly Run[]): RaiseGap[] {
  const counted = effectiveRuns(runs);
  const measuresOf = (test: Run["test"], side: Side) =>
    counted.find((run) => run.test === test && run.side === side)?.measures;
  return SIDES.flatMap((side) => {
    const seated = measuresOf("seated-straight-leg-raise", side)?.angle;
    const lying = measuresOf("straight-leg-raise", side);
    const supine = lying?.onset ?? lying?.end;
    if (seated === undefined || supine === undefined || raisesAgree(seated, supine)) return [];
    return [{ side, seated, supine }];
  });
}
