import type { Side } from "./sides";

export const FAMILIES = ["nerve", "ligament", "joint", "disc", "muscle", "elsewhere"] as const;
export type Family = (typeof FAMILIES)[number];

export type SourceEntry = {
  readonly label: string;
  readonly family: Family;
  readonly sided: boolean;
  /** Never called "unlikely": the tests for it miss too many. */
  readonly neverUnlikely?: true;
  /** What is done today hangs on it: the person is referred, or a technique is left out. */
  readonly changesManagement?: "refer" | "leave out a technique";
};

/** Pain sources. They are not mutually exclusive, and their probabilities do not sum to one. */
export const SOURCES = {
  "cervical-root": { label: "cervical nerve root", family: "nerve", sided: true },
  "lower-lumbosacral-root": { label: "lower lumbosacral nerve root L4-S1", family: "nerve", sided: true },
  "upper-lumbar-root": { label: "upper lumbar nerve root L2-L4", family: "nerve", sided: true },
  "median-nerve": { label: "median nerve in the arm", family: "nerve", sided: true },
  "radial-nerve": { label: "radial nerve in the arm", family: "nerve", sided: true },
  "ulnar-nerve": { label: "ulnar nerve in the arm", family: "nerve", sided: true },
  "thoracic-outlet": { label: "thoracic outlet", family: "nerve", sided: true },
  "peripheral-leg-nerve": { label: "peripheral leg nerve", family: "nerve", sided: true },
  "deep-gluteal": { label: "deep gluteal sciatic entrapment", family: "nerve", sided: true },
  "alar-ligament": {
    label: "alar ligament",
    family: "ligament",
    sided: true,
    neverUnlikely: true,
    changesManagement: "leave out a technique",
  },
  "transverse-ligament": {
    label: "transverse ligament of the atlas",
    family: "ligament",
    sided: false,
    neverUnlikely: true,
    changesManagement: "leave out a technique",
  },
  "lumbar-passive-restraint": { label: "lumbar segment, passive restraint", family: "ligament", sided: false },
  "lumbar-muscular-control": { label: "lumbar segment, muscular control", family: "ligament", sided: false },
  "pelvic-ring": { label: "pelvic ring, form and force closure", family: "ligament", sided: true },
  "cervical-facet": { label: "cervical facet joint", family: "joint", sided: true },
  "c1-c2": { label: "C1-C2", family: "joint", sided: true },
  "lumbar-facet": { label: "lumbar facet joint", family: "joint", sided: true },
  sacroiliac: { label: "sacroiliac joint", family: "joint", sided: true },
  "pubic-symphysis": { label: "pubic symphysis", family: "joint", sided: false },
  hip: { label: "hip joint", family: "joint", sided: true },
  "cervical-disc": { label: "cervical disc or other space-occupying lesion", family: "disc", sided: false },
  "lumbar-disc": { label: "lumbar disc", family: "disc", sided: false },
  "hamstring-length": { label: "hamstring length", family: "muscle", sided: true },
  "quadriceps-length": { label: "quadriceps or hip flexor length", family: "muscle", sided: true },
  "lumbar-paravertebral": { label: "lumbar paravertebral muscles", family: "muscle", sided: false },
  piriformis: { label: "piriformis and deep rotators", family: "muscle", sided: true },
  "gluteal-tendon": { label: "gluteal tendon or bursa", family: "muscle", sided: true },
  suboccipital: { label: "suboccipital muscles", family: "muscle", sided: false },
  "upper-trapezius": { label: "upper trapezius or scalene", family: "muscle", sided: true },
  "abdominal-wall": { label: "abdominal wall", family: "muscle", sided: false },
  "deep-neck-flexors": { label: "deep neck flexor endurance", family: "muscle", sided: false },
  "spinal-cord": {
    label: "spinal cord",
    family: "elsewhere",
    sided: false,
    neverUnlikely: true,
    changesManagement: "refer",
  },
  "cauda-equina": { label: "cauda equina", family: "elsewhere", sided: false, changesManagement: "refer" },
  "cervical-artery": {
    label: "cervical artery",
    family: "elsewhere",
    sided: false,
    neverUnlikely: true,
    changesManagement: "refer",
  },
  "serious-disease": {
    label: "fracture, infection, tumour or inflammatory disease",
    family: "elsewhere",
    sided: false,
    changesManagement: "refer",
  },
  viscera: { label: "viscera", family: "elsewhere", sided: false },
} as const satisfies Record<string, SourceEntry>;

export type SourceId = keyof typeof SOURCES;
export const SOURCE_IDS = Object.keys(SOURCES) as SourceId[];

/**
 * A source and its side as a colleague reads them.
 *
 * @example sourceLabel("sacroiliac", "right") // "sacroiliac joint right"
 */
export const sourceLabel = (source: SourceId, side: Side | null): string =>
  `${SOURCES[source].label}${side ? ` ${side}` : ""}`;
