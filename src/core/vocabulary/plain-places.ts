import type { Language } from "./languages";
import type { PlaceSide } from "./sides";
import { type Place, placeParts, type SiteId, SITES } from "./sites";

/** Places as somebody calls them who has learned no anatomy. */
const PLAIN: Readonly<Record<Language, Readonly<Record<SiteId, string>>>> = {
  en: {
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
  },
  de: {
    "head-occiput": "Kopf",
    face: "Gesicht",
    jaw: "Kiefer",
    neck: "Nacken",
    "upper-trapezius-scapula": "Schulterblatt",
    shoulder: "Schulter",
    "lateral-upper-arm": "Oberarm außen",
    "inner-upper-arm": "Oberarm innen",
    "radial-forearm": "Unterarm, Daumenseite",
    "ulnar-forearm": "Unterarm, Kleinfingerseite",
    "thumb-index": "Daumen und Zeigefinger",
    "middle-finger": "Mittelfinger",
    "ring-little-finger": "Ringfinger und kleiner Finger",
    thoracic: "oberer Rücken",
    "low-back": "unterer Rücken",
    flank: "Seite der Taille",
    "si-area": "Gesäß, nahe der Mitte",
    "central-buttock": "Gesäß",
    coccyx: "Steißbein",
    "lateral-hip": "Hüfte außen",
    groin: "Leiste",
    pubis: "Becken vorn",
    abdomen: "Bauch",
    "anterior-thigh": "Oberschenkel vorn",
    "inner-thigh": "Oberschenkel innen",
    knee: "Knie",
    "medial-knee-shin": "Knie und Schienbein innen",
    "posterior-thigh": "Oberschenkel hinten",
    "lateral-calf": "Wade außen",
    "posterior-calf": "Wade hinten",
    "dorsum-foot": "Fußrücken und große Zehe",
    "lateral-foot": "Fuß außen",
    sole: "Fußsohle",
    saddle: "zwischen den Beinen",
  },
};

const SIDE_WORDS: Readonly<Record<Language, Readonly<Record<PlaceSide, string>>>> = {
  en: { right: "RIGHT", left: "LEFT", central: "MIDDLE" },
  de: { right: "RECHTS", left: "LINKS", central: "MITTE" },
};

/**
 * A site in plain words, whichever side of it.
 *
 * @example plainSite("posterior-calf", "en") // "back of the calf"
 */
export const plainSite = (site: SiteId, language: Language): string => PLAIN[language][site];

/**
 * A place in plain words, its side first and loud, so that nobody has to think about it.
 *
 * @example plainPlace("posterior-calf.right") // "RIGHT back of the calf"
 * @example plainPlace("coccyx.central") // "tailbone"
 */
export function plainPlace(place: Place, language: Language = "en"): string {
  const { site, side } = placeParts(place);
  const plain = PLAIN[language][site];
  return side === "central" && SITES[site].sides.length === 1 ? plain : `${SIDE_WORDS[language][side]} ${plain}`;
}
