import { type PlaceSide, PLACE_SIDES } from "./sides";

type SiteEntry = {
  /** What a colleague reads. */
  readonly label: string;
  /** Which of right, left and central the site can have. */
  readonly sides: readonly PlaceSide[];
};

const sided = ["right", "left"] as const;
const anywhere = PLACE_SIDES;
const midline = ["central"] as const;

/** Body sites of the chart, head to foot. A place is a site with its side. */
export const SITES = {
  "head-occiput": { label: "head and occiput", sides: anywhere },
  face: { label: "face or around the mouth", sides: anywhere },
  jaw: { label: "jaw", sides: sided },
  neck: { label: "neck", sides: anywhere },
  "upper-trapezius-scapula": { label: "upper trapezius and scapula", sides: sided },
  shoulder: { label: "shoulder", sides: sided },
  "lateral-upper-arm": { label: "lateral upper arm", sides: sided },
  "inner-upper-arm": { label: "inner upper arm", sides: sided },
  "radial-forearm": { label: "radial forearm", sides: sided },
  "ulnar-forearm": { label: "ulnar forearm", sides: sided },
  "thumb-index": { label: "thumb and index finger", sides: sided },
  "middle-finger": { label: "middle finger", sides: sided },
  "ring-little-finger": { label: "ring and little finger", sides: sided },
  thoracic: { label: "thoracic spine", sides: anywhere },
  "low-back": { label: "low back above L5", sides: anywhere },
  flank: { label: "flank", sides: sided },
  "si-area": { label: "buttock below L5, beside the sacrum", sides: sided },
  "central-buttock": { label: "central buttock", sides: sided },
  coccyx: { label: "tailbone", sides: midline },
  "lateral-hip": { label: "lateral hip", sides: sided },
  groin: { label: "groin", sides: sided },
  pubis: { label: "pubis", sides: midline },
  abdomen: { label: "abdomen", sides: anywhere },
  "anterior-thigh": { label: "anterior thigh", sides: sided },
  "inner-thigh": { label: "inner thigh", sides: sided },
  knee: { label: "knee", sides: sided },
  "medial-knee-shin": { label: "medial knee and shin", sides: sided },
  "posterior-thigh": { label: "posterior thigh", sides: sided },
  "lateral-calf": { label: "lateral calf", sides: sided },
  "posterior-calf": { label: "posterior calf", sides: sided },
  "dorsum-foot": { label: "top of the foot and big toe", sides: sided },
  "lateral-foot": { label: "lateral foot", sides: sided },
  sole: { label: "sole", sides: sided },
  saddle: { label: "saddle area", sides: midline },
} as const satisfies Record<string, SiteEntry>;

export type SiteId = keyof typeof SITES;
export type Place = `${SiteId}.${PlaceSide}`;

export const SITE_IDS = Object.keys(SITES) as SiteId[];

/** Every place the chart offers, e.g. "si-area.right". */
export const PLACES: readonly Place[] = SITE_IDS.flatMap((site) =>
  SITES[site].sides.map((side) => `${site}.${side}` as Place),
);
const PLACE_SET: ReadonlySet<string> = new Set(PLACES);

/** True when the text names a place that is on the chart. */
export const isPlace = (text: unknown): text is Place => typeof text === "string" && PLACE_SET.has(text);

/** Splits a place into its site and side. */
export function placeParts(place: Place): { site: SiteId; side: PlaceSide } {
  const dot = place.lastIndexOf(".");
  return { site: place.slice(0, dot) as SiteId, side: place.slice(dot + 1) as PlaceSide };
}

/**
 * A place in words, side first, so that the side is never at the end of a line.
 *
 * @example placeLabel("si-area.right") // "right buttock below L5, beside the sacrum"
 */
export function placeLabel(place: Place): string {
  const { site, side } = placeParts(place);
  const { label, sides } = SITES[site];
  return side === "central" && sides.length === 1 ? label : `${side} ${label}`;
}
