import type { SourceId } from "./sources";
import type { Side } from "./sides";

/** What a source is called where there is room for two or three words. */
const SHORT: Record<SourceId, string> = {
  "cervical-root": "neck root",
  "lower-lumbosacral-root": "root L4-S1",
  "upper-lumbar-root": "root L2-L4",
  "median-nerve": "median nerve",
  "radial-nerve": "radial nerve",
  "ulnar-nerve": "ulnar nerve",
  "thoracic-outlet": "outlet",
  "peripheral-leg-nerve": "leg nerve",
  "deep-gluteal": "deep gluteal",
  "alar-ligament": "alar ligament",
  "transverse-ligament": "transverse ligament",
  "lumbar-passive-restraint": "loose segment",
  "lumbar-muscular-control": "segment control",
  "pelvic-ring": "pelvic ring",
  "cervical-facet": "neck facet",
  "c1-c2": "C1-C2",
  "lumbar-facet": "lumbar facet",
  sacroiliac: "sacroiliac",
  "pubic-symphysis": "pubis",
  hip: "hip",
  "cervical-disc": "neck disc",
  "lumbar-disc": "lumbar disc",
  "hamstring-length": "hamstring",
  "quadriceps-length": "quadriceps",
  "lumbar-paravertebral": "back muscles",
  piriformis: "piriformis",
  "gluteal-tendon": "gluteal tendon",
  suboccipital: "suboccipital",
  "upper-trapezius": "trapezius",
  "abdominal-wall": "abdominal wall",
  "deep-neck-flexors": "neck flexors",
  "spinal-cord": "cord",
  "cauda-equina": "cauda equina",
  "cervical-artery": "neck artery",
  "serious-disease": "serious disease",
  viscera: "organs",
};

/**
 * A source and its side in a few letters.
 *
 * @example shortSource("lower-lumbosacral-root", "right") // "root L4-S1 R"
 */
export const shortSource = (source: SourceId, side: Side | null): string =>
  `${SHORT[source]}${side ? ` ${side === "right" ? "R" : "L"}` : ""}`;
