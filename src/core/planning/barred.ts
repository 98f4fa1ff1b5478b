import { partsUsed, type Protocol } from "../knowledge";
import { type ExamState, limbsOf } from "../record";
import { goneLimb, LIMB_PARTS, LIMB_STATES, type LimbNoted, type Position, type Side, unfeltLimb } from "../vocabulary";

/** How a position is spoken of that somebody cannot take. */
const TAKING: Record<Position, string> = {
  standing: "stand",
  seated: "sit",
  supine: "lie on the back",
  "side-lying": "lie on the side",
  prone: "lie on the front",
};

/** Whether a position can be taken today: as it was said, and as the wheelchair allows. */
function positionBar(visit: NonNullable<ExamState["visit"]>, position: Position): string | null {
  if (visit.cannotTake.includes(position))
    return `cannot ${TAKING[position]}${visit.cannotWhy ? `: ${visit.cannotWhy}` : ""}`;
  const chair = visit.chair ?? null;
  if (chair !== null && position === "standing") return "cannot stand: they came in a wheelchair";
  if (chair === "none" && position !== "seated") return `cannot ${TAKING[position]}: they stay in the chair today`;
  return null;
}

const named = ({ part, side }: LimbNoted): string => `the ${side} ${LIMB_PARTS[part].label}`;

/**
 * Why a test cannot be done on somebody as they are today, in words; null where
 * nothing speaks against it. It says nothing of the guard.
 *
 * @param side the side it is done on; null for a test without sides
 * @example barredBy(openedState, protocolOf("slump"), "right") // null
 */
export function barredBy(state: Pick<ExamState, "visit">, protocol: Protocol, side: Side | null): string | null {
  if (!state.visit) return null;
  const position = positionBar(state.visit, protocol.position);
  if (position) return position;
  const limbs = limbsOf(state);
  if (limbs.length === 0) return null;
  for (const { part, side: where } of partsUsed(protocol, side)) {
    const gone = goneLimb(limbs, part, where);
    if (gone) return `${named(gone)} is ${LIMB_STATES[gone.is]}`;
    const unfelt = unfeltLimb(limbs, part, where);
    if (unfelt) return `${named(unfelt)} is without feeling: what the test brings on cannot be felt`;
  }
  return null;
}

/** How many turns it counts as to get between a wheelchair and the table. */
export const TRANSFER_TURNS = 3;

/** What a change between chair and table counts as for somebody; undefined: it is a turn like any other. */
export const transferOf = ({ visit }: Pick<ExamState, "visit">): number | undefined =>
  (visit?.chair ?? null) === null ? undefined : TRANSFER_TURNS;
