import { ARM, BELOW_KNEE, type SiteId, type SourceId, type SourceStatus } from "../../vocabulary";

/** What the complaint must say for a starting probability to fit; everything in it must hold. */
export type ComplaintCondition = {
  /** A symptom at one of these sites, on the source's side or central. */
  readonly symptomAt?: readonly SiteId[];
  /** The familiar symptom is at one of these, on the source's side. */
  readonly familiarAt?: readonly SiteId[];
  /** The familiar symptom is at none of these. */
  readonly familiarNotAt?: readonly SiteId[];
  /** No symptom in the midline of these sites. */
  readonly noneInMidlineOf?: readonly SiteId[];
  /** The head pain is thought to come from the neck. */
  readonly headFromNeck?: true;
};

/** A starting probability: a Beta distribution with this mean and weight, and when it fits. */
export type StartingProbability = {
  readonly id: string;
  readonly source: SourceId;
  readonly mean: number;
  /** The weight of the Beta distribution, as a number of people. */
  readonly equivalentPeople: number;
  readonly population: string;
  /** Their pain was chronic: the figures say less of a fresh one. */
  readonly chronic?: boolean | undefined;
  readonly citation?: string;
  readonly standing: SourceStatus;
  /** Left out: never chosen by itself, offered beside the one that is. */
  readonly when?: ComplaintCondition;
  /** Why it fits, as said to the practitioner. */
  readonly because: string;
};

/** People's worth of certainty behind a shipped starting probability. */
export const DEFAULT_EQUIVALENT_PEOPLE = 20;

const NECK: readonly SiteId[] = ["neck", "upper-trapezius-scapula"];
const BACK: readonly SiteId[] = ["low-back", "si-area", "central-buttock"];
const LEG: readonly SiteId[] = ["posterior-thigh", ...BELOW_KNEE];

/**
 * Where a source's symptom is usually felt: with no symptom there, it starts at
 * the setting for that. Sources left out may be felt anywhere.
 */
export const SOURCE_SITES: Partial<Record<SourceId, readonly SiteId[]>> = {
  "cervical-root": [...ARM, ...NECK],
  "median-nerve": ARM,
  "radial-nerve": ARM,
  "ulnar-nerve": ARM,
  "thoracic-outlet": [...ARM, ...NECK],
  "lower-lumbosacral-root": [...LEG, ...BACK],
  "upper-lumbar-root": ["anterior-thigh", "inner-thigh", "knee", "groin", "medial-knee-shin", "low-back"],
  "peripheral-leg-nerve": LEG,
  "deep-gluteal": ["central-buttock", ...LEG],
  "lumbar-passive-restraint": [...BACK, ...LEG],
  "lumbar-muscular-control": [...BACK, ...LEG],
  "pelvic-ring": [...BACK, "coccyx", "groin", "pubis"],
  "cervical-facet": [...NECK, "head-occiput"],
  "c1-c2": ["head-occiput", "neck"],
  "lumbar-facet": [...BACK, "posterior-thigh", "lateral-hip"],
  sacroiliac: ["si-area", "central-buttock", "low-back", "posterior-thigh"],
  "pubic-symphysis": ["pubis", "groin", "inner-thigh"],
  hip: ["groin", "lateral-hip", "anterior-thigh", "inner-thigh", "knee", "central-buttock"],
  "cervical-disc": [...NECK, ...ARM],
  "lumbar-disc": [...BACK, ...LEG],
  "gluteal-tendon": ["lateral-hip"],
};

/** Mean for a source whose sites hold a symptom, where no study gives one; a clinic sets its own. */
export const OTHER_MEAN = 0.1;
/** The same for sources that are rare wherever the symptom is. */
const RARE_MEAN = 0.05;
const RARE: readonly SourceId[] = ["spinal-cord", "alar-ligament", "transverse-ligament", "lumbar-passive-restraint"];

const start = (
  id: string,
  source: SourceId,
  mean: number,
  rest: Omit<StartingProbability, "id" | "source" | "mean" | "equivalentPeople">,
): StartingProbability => ({ id, source, mean, equivalentPeople: DEFAULT_EQUIVALENT_PEOPLE, ...rest });

const depalma = {
  population: "chronic low back pain seen by specialists, among those in whom one source was found",
  chronic: true,
  citation: "depalma-2011",
  standing: "published",
} as const;

/** In order: the first of a source whose condition holds is the one it starts from. */
export const STARTS: readonly StartingProbability[] = [
  start("sacroiliac.below-l5", "sacroiliac", 0.25, {
    when: {
      familiarAt: ["si-area", "central-buttock"],
      familiarNotAt: ["low-back"],
      noneInMidlineOf: ["low-back"],
    },
    because: "the familiar symptom is below L5, with none in the midline",
    population: "pain mainly below L5, none in the midline: usually put at 0.25 to 0.30; the lower end is used",
    standing: "second-hand",
  }),
  start("sacroiliac.depalma-2011", "sacroiliac", 0.18, {
    when: {},
    because: "low back or buttock pain, not only below L5",
    ...depalma,
  }),
  start("lumbar-disc.depalma-2011", "lumbar-disc", 0.42, {
    when: { symptomAt: BACK },
    because: "low back or buttock pain",
    ...depalma,
  }),
  start("lumbar-facet.depalma-2011", "lumbar-facet", 0.31, {
    when: { symptomAt: BACK },
    because: "low back or buttock pain",
    ...depalma,
  }),
  start("lower-lumbosacral-root.primary-care", "lower-lumbosacral-root", 0.15, {
    when: { symptomAt: BELOW_KNEE },
    because: "leg pain below the knee, as seen in primary care",
    population: "leg pain below the knee in primary care: usually put at 0.10 to 0.20; the middle is used",
    standing: "second-hand",
  }),
  start("lower-lumbosacral-root.spine-clinic", "lower-lumbosacral-root", 0.5, {
    because: "leg pain sent to a spine clinic",
    population: "leg pain sent to a spine clinic: 0.50 or more",
    standing: "second-hand",
  }),
  start("cervical-root.wainner-2003", "cervical-root", 0.23, {
    when: { symptomAt: ARM },
    because: "arm pain, as in people sent for electrodiagnosis",
    population: "neck and arm pain sent for electrodiagnosis",
    citation: "wainner-2003",
    standing: "published",
  }),
  start("cervical-facet.chronic", "cervical-facet", 0.36, {
    when: { symptomAt: ["neck"] },
    because: "neck pain",
    population: "chronic neck pain in block studies: 0.36 to 0.60; the lower end is used",
    chronic: true,
    standing: "second-hand",
  }),
  start("c1-c2.headache", "c1-c2", 0.5, {
    when: { symptomAt: ["head-occiput"], headFromNeck: true },
    because: "a headache thought to come from the neck",
    population: "neck-related headache",
    standing: "second-hand",
  }),
  start("c1-c2.other-headache", "c1-c2", 0.15, {
    when: { symptomAt: ["head-occiput"] },
    because: "a headache of which it is not said that it comes from the neck",
    population: "other head pain",
    standing: "second-hand",
  }),
];

/** A source that no study speaks about: the clinic's own figure. */
export const otherStart = (source: SourceId): StartingProbability =>
  start(`${source}.other`, source, RARE.includes(source) ? RARE_MEAN : OTHER_MEAN, {
    because: "no study gives a start for this complaint",
    population: "set by the clinic; 0.05 to 0.10 is usual where nothing is known",
    standing: "none",
  });

/** No symptom where the source is usually felt. */
export const noSymptomStart = (source: SourceId, mean: number): StartingProbability =>
  start(`${source}.no-symptom`, source, mean, {
    because: "no symptom on this side where it is usually felt",
    population: "no symptom on this side in the places this source usually refers to",
    standing: "none",
  });
