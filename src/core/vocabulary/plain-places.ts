import { type Place, placeParts, type SiteId, SITES } from "./sites";

/** Places as somebody calls them who has learned no anatomy. */
const PLAIN: Readonly<Record<SiteId, string>> = {
  "head-occiput": "head",
  face: "face",
  jaw: "jaw",
  neck: "neck",
  "upper-trapezius-scapula": "shoulder blade",
  shoulder: "shoulder",
  "lateral-upper-arm": "outside of the upper arm",
  "inner-upper-arm": "inside of the upper arm",
  "radial-forearm": "forearm, thumb side",
  "ulnar-forearm": "forearm, little finger side",
  "thumb-index": "thumb, first finger",
  "middle-finger": "middle finger",
  "ring-little-finger": "ring and little finger",
  thoracic: "upper back",
  "low-back": "low back",
  flank: "flank",
  "si-area": "buttock, near the middle",
  "central-buttock": "middle of the buttock",
  coccyx: "tailbone",
  "lateral-hip": "outside of the hip",
  groin: "groin",
  pubis: "pubic bone",
  abdomen: "belly",
  "anterior-thigh": "front of the thigh",
  "inner-thigh": "inside of the thigh",
  knee: "knee",
  "medial-knee-shin": "inside of the knee, shin",
  "posterior-thigh": "back of the thigh",
  "lateral-calf": "outside of the calf",
  "posterior-calf": "back of the calf",
  "dorsum-foot": "top of the foot, big toe",
  "lateral-foot": "outside of the foot",
  sole: "sole of the foot",
  saddle: "between the legs",
};

/**
 * A place in plain words, its side first and loud, so that nobody has to think about it.
 *
 * @example plainPlace("posterior-calf.right") // "RIGHT back of the calf"
 * @example plainPlace("coccyx.central") // "tailbone"
 */
export function plainPlace(place: Place): string {
  const { site, side } = placeParts(place);
  if (side !== "central") return `${side.toUpperCase()} ${PLAIN[site]}`;
  return SITES[site].sides.length === 1 ? PLAIN[site] : `MIDDLE ${PLAIN[site]}`;
}
