import { type Side } from "./sides";
import { type Place, placeParts, type SiteId } from "./sites";
import { ARM, BELOW_KNEE, LEG } from "./site-groups";

/** Parts of a limb that can be missing, made, stiff or without feeling; the first of each limb is the whole of it. */
export const LIMB_PARTS = {
  arm: { label: "arm", within: [], sites: ARM.filter((site) => site !== "shoulder") },
  forearm: {
    label: "forearm and hand",
    within: ["arm"],
    sites: ["radial-forearm", "ulnar-forearm", "thumb-index", "middle-finger", "ring-little-finger"],
  },
  leg: { label: "leg", within: [], sites: LEG },
  "lower-leg": {
    label: "lower leg and foot",
    within: ["leg"],
    sites: BELOW_KNEE.filter((site) => site !== "medial-knee-shin"),
  },
} as const satisfies Record<string, LimbPartEntry>;

type LimbPartEntry = {
  readonly label: string;
  /** What it is a part of: gone with it. */
  readonly within: readonly string[];
  readonly sites: readonly SiteId[];
};

export type LimbPart = keyof typeof LIMB_PARTS;
export const LIMB_PART_IDS = Object.keys(LIMB_PARTS) as LimbPart[];

/** How a part of a limb can be that is not as usual. */
export const LIMB_STATES = {
  absent: "absent",
  "artificial, worn": "artificial, worn",
  "artificial, off": "artificial, taken off",
  stiff: "stiff: fused, or in plaster",
  "without feeling": "without feeling",
} as const;

export type LimbState = keyof typeof LIMB_STATES;
export const LIMB_STATE_IDS = Object.keys(LIMB_STATES) as LimbState[];

/** There is no limb of theirs there. */
const GONE: ReadonlySet<LimbState> = new Set(["absent", "artificial, worn", "artificial, off"]);

const UNFELT: ReadonlySet<LimbState> = new Set(["without feeling"]);

export type LimbNoted = { readonly part: LimbPart; readonly side: Side; readonly is: LimbState };

const holds = (whole: LimbPart, part: LimbPart): boolean =>
  whole === part || (LIMB_PARTS[part].within as readonly LimbPart[]).includes(whole);

/** The whole limb that a part belongs to. */
export const limbOf = (part: LimbPart): LimbPart => (LIMB_PARTS[part].within[0] as LimbPart | undefined) ?? part;

/**
 * What was noted of a part of a limb, or of the limb it is a part of, that takes it away.
 *
 * @example goneLimb([{ part: "leg", side: "right", is: "absent" }], "lower-leg", "right")?.part // "leg"
 */
export const goneLimb = (limbs: readonly LimbNoted[], part: LimbPart, side: Side): LimbNoted | undefined =>
  limbThatIs(GONE, limbs, part, side);

/** The same for a part that nothing is felt in. */
export const unfeltLimb = (limbs: readonly LimbNoted[], part: LimbPart, side: Side): LimbNoted | undefined =>
  limbThatIs(UNFELT, limbs, part, side);

const limbThatIs = (states: ReadonlySet<LimbState>, limbs: readonly LimbNoted[], part: LimbPart, side: Side) =>
  limbs.find((limb) => limb.side === side && states.has(limb.is) && holds(limb.part, part));

/**
 * Whether a place of the chart lies on a part that is not there.
 *
 * @example isPlaceGone([{ part: "lower-leg", side: "right", is: "absent" }], "sole.right") // true
 */
export const isPlaceGone = (limbs: readonly LimbNoted[], place: Place): boolean => {
  const { site, side } = placeParts(place);
  return (
    side !== "central" &&
    LIMB_PART_IDS.some(
      (part) => (LIMB_PARTS[part].sites as readonly SiteId[]).includes(site) && goneLimb(limbs, part, side),
    )
  );
};

/**
 * A limb that is not as usual, in words.
 *
 * @example limbText({ part: "lower-leg", side: "right", is: "artificial, worn" }) // "right lower leg and foot artificial, worn"
 */
export const limbText = ({ part, side, is }: LimbNoted): string =>
  `${side} ${LIMB_PARTS[part].label} ${LIMB_STATES[is]}`;
