import { keysOf } from "../../base";
import { ARM, BELOW_KNEE, type SiteId, type SourceId, type SourceStatus } from "../../vocabulary";
import type { ComplaintCondition } from "./complaint-condition";

export type { ComplaintCondition } from "./complaint-condition";

/** Where patients are seen: as their first contact, or sent by somebody who could not settle it. */
export const CARE_SETTING_LABELS = {
  "primary care": "primary care, first contact",
  referred: "referred by somebody who could not settle it",
} as const;
export type CareSetting = keyof typeof CARE_SETTING_LABELS;
export const CARE_SETTINGS = keysOf(CARE_SETTING_LABELS);

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
  /** The people it was found in were seen first, or were sent; left out: it is proposed in both. */
  readonly setting?: CareSetting;
  /** Said beside it: what its study does not know of, as a figure by age. */
  readonly remark?: string;
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
const RARE: readonly SourceId[] = ["lumbar-passive-restraint"];
/** Outside inflammatory disease, Down syndrome and injury a positive is nearly always false: 0.001 to 0.005 is likely. */
const VERY_RARE_MEAN = 0.003;
const VERY_RARE: readonly SourceId[] = ["spinal-cord", "alar-ligament", "transverse-ligament"];

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

/** Ages that the studies describe as younger and older people. The limits are ours: none of them prints one. */
const YOUNGER = { to: 44 } as const;
const OLDER = { from: 60 } as const;
const LIMIT_IS_OURS = "The study describes its people and prints no age limit; the limit is ours.";
const NO_FIGURE_BY_AGE = "No figure by age.";
const OF_SPECIALISTS = "Nobody has counted it in primary care: the figure is of patients sent to specialists.";

/** In order: the first of a source whose condition and setting hold is the one it starts from. */
export const STARTS: readonly StartingProbability[] = [
  start("sacroiliac.van-der-wurff-2006", "sacroiliac", 0.45, {
    setting: "referred",
    when: {
      familiarAt: ["si-area", "central-buttock"],
      familiarNotAt: ["low-back"],
      noneInMidlineOf: ["low-back"],
    },
    because: "the familiar symptom is below L5, with none in the midline, and the patient was referred",
    population: "60 patients with chronic pain below L5, referred for a block; 27 of them had the source",
    chronic: true,
    citation: "van-der-wurff-2006",
    standing: "published",
    remark: NO_FIGURE_BY_AGE,
  }),
  start("sacroiliac.below-l5", "sacroiliac", 0.3, {
    when: {
      familiarAt: ["si-area", "central-buttock"],
      familiarNotAt: ["low-back"],
      noneInMidlineOf: ["low-back"],
    },
    because: "the familiar symptom is below L5, with none in the midline",
    population: "43 patients with chronic pain below L5-S1 seen by specialists; 13 of them had the source",
    chronic: true,
    citation: "schwarzer-si-1995",
    standing: "published",
    remark: OF_SPECIALISTS,
  }),
  start("sacroiliac.depalma-2011", "sacroiliac", 0.18, {
    when: {},
    because: "low back or buttock pain, not only below L5",
    ...depalma,
    remark: "Those with this source were about 60 years old on average. No figure by age.",
  }),
  start("lumbar-disc.older", "lumbar-disc", OTHER_MEAN, {
    when: { symptomAt: BACK, age: OLDER },
    because: "low back or buttock pain at 60 or over, for which no figure is published",
    population: "set by the clinic: the published 0.42 is of people who were 44 on average",
    standing: "none",
    remark: LIMIT_IS_OURS,
  }),
  start("lumbar-disc.depalma-2011", "lumbar-disc", 0.42, {
    when: { symptomAt: BACK },
    because: "low back or buttock pain",
    ...depalma,
    remark: "Those with this source were about 44 years old on average: in older people it is less.",
  }),
  start("lumbar-facet.schwarzer-1994", "lumbar-facet", 0.15, {
    when: { symptomAt: BACK, age: YOUNGER },
    because: "low back or buttock pain before 45",
    population: "younger people with a low back injured at work and chronic pain, by controlled blocks",
    chronic: true,
    citation: "schwarzer-1994",
    standing: "published",
    remark: LIMIT_IS_OURS,
  }),
  start("lumbar-facet.schwarzer-facet-1995", "lumbar-facet", 0.4, {
    when: { symptomAt: BACK, age: OLDER },
    because: "low back or buttock pain at 60 or over",
    population: "older people with chronic low back pain, by blocks",
    chronic: true,
    citation: "schwarzer-facet-1995",
    standing: "second-hand",
    remark: LIMIT_IS_OURS,
  }),
  start("lumbar-facet.depalma-2011", "lumbar-facet", 0.31, {
    when: { symptomAt: BACK },
    because: "low back or buttock pain",
    ...depalma,
    remark: "Those with this source were about 60 years old on average.",
  }),
  start("lower-lumbosacral-root.spine-clinic", "lower-lumbosacral-root", 0.5, {
    setting: "referred",
    when: { symptomAt: BELOW_KNEE },
    because: "leg pain below the knee, and the patient was referred",
    population: "leg pain sent to a spine clinic: 0.50 or more",
    standing: "second-hand",
    remark: NO_FIGURE_BY_AGE,
  }),
  start("lower-lumbosacral-root.primary-care", "lower-lumbosacral-root", 0.55, {
    when: { symptomAt: BELOW_KNEE },
    because: "leg pain below the knee, as seen in primary care",
    population:
      "609 people with back and leg pain in primary care: about 0.74 clinically, 0.5 to 0.6 when imaging agrees; 0.55 is used",
    citation: "konstantinou-2015",
    standing: "second-hand",
    remark: NO_FIGURE_BY_AGE,
  }),
  start("lower-lumbosacral-root.thigh-only", "lower-lumbosacral-root", 0.15, {
    when: { symptomAt: ["posterior-thigh"] },
    because: "pain in the thigh, none below the knee",
    population: "an assumption: no study gives a figure for pain that stops above the knee",
    standing: "none",
    remark: NO_FIGURE_BY_AGE,
  }),
  start("cervical-root.wainner-2003", "cervical-root", 0.23, {
    when: { symptomAt: ARM },
    because: "arm pain, as in people sent for electrodiagnosis",
    population: "82 patients with neck and arm pain sent for electrodiagnosis; 19 of them had radiculopathy",
    citation: "wainner-2003",
    standing: "published",
    remark: OF_SPECIALISTS,
  }),
  start("cervical-root.apelby-albrecht-2013", "cervical-root", 0.69, {
    because: "patients seen by a spinal surgeon",
    population: "51 patients with neck or arm pain seen by a spinal surgeon; 35 of them had radiculopathy",
    citation: "apelby-albrecht-2013",
    standing: "second-hand",
  }),
  start("cervical-facet.chronic", "cervical-facet", 0.36, {
    when: { symptomAt: ["neck"] },
    because: "neck pain",
    population: "chronic neck pain in block studies: 0.36 to 0.60; the lower end is used",
    chronic: true,
    citation: "speldewinde-2001",
    standing: "second-hand",
    remark: OF_SPECIALISTS,
  }),
  start("c1-c2.headache", "c1-c2", 0.5, {
    when: { symptomAt: ["head-occiput"], headFromNeck: true },
    because: "a headache thought to come from the neck",
    population: "an assumption: no study gives a figure for a headache that is thought to come from the neck",
    standing: "none",
  }),
  start("c1-c2.other-headache", "c1-c2", 0.15, {
    when: { symptomAt: ["head-occiput"] },
    because: "a headache of which it is not said that it comes from the neck",
    population: "an assumption: no study gives a figure for other head pain",
    standing: "none",
  }),
  start("lumbar-muscular-control.hicks-2005", "lumbar-muscular-control", 0.33, {
    when: { symptomAt: BACK },
    because: "low back or buttock pain; what starts here is success of stabilising exercise",
    population: "54 people given stabilising exercise; 18 of them did well",
    citation: "hicks-2005",
    standing: "published",
    remark: NO_FIGURE_BY_AGE,
  }),
  start("lumbar-passive-restraint.kasai-2006", "lumbar-passive-restraint", 0.31, {
    setting: "referred",
    when: { symptomAt: BACK },
    because: "low back or buttock pain, and the patient was referred",
    population: "122 people with degenerative disease of the low back in hospital; 38 of them had instability",
    citation: "kasai-2006",
    standing: "published",
    remark: NO_FIGURE_BY_AGE,
  }),
  start("lumbar-passive-restraint.fritz-2005", "lumbar-passive-restraint", 0.57, {
    because: "people sent for flexion and extension radiographs because instability was suspected",
    population: "49 people sent for radiographs; 28 of them had instability",
    citation: "fritz-2005",
    standing: "published",
  }),
  start("deep-gluteal.martin-2014", "deep-gluteal", 0.7, {
    because: "people sent for endoscopy because entrapment was suspected",
    population: "33 people sent for endoscopy; 23 of them had it",
    citation: "martin-2014",
    standing: "published",
  }),
  start("hip.sutlive-2008", "hip", 0.29, {
    when: { familiarAt: ["groin", "lateral-hip", "anterior-thigh"] },
    because: "the familiar symptom is in the groin, at the side of the hip or in the front of the thigh",
    population: "72 people with hip pain; 21 of them had osteoarthritis on radiographs",
    citation: "sutlive-2008",
    standing: "published",
    remark: NO_FIGURE_BY_AGE,
  }),
  ...(["alar-ligament", "transverse-ligament"] as const).map((source) =>
    start(`${source}.at-risk`, source, RARE_MEAN, {
      when: { answered: { question: "upper-neck-risk" } },
      because: "a disease or medicine that weakens the ligaments of the upper neck",
      population: "set by the clinic: no study gives a figure",
      standing: "none",
    }),
  ),
  start("spinal-cord.suspected", "spinal-cord", RARE_MEAN, {
    when: { answered: { question: "cord-signs" } },
    because: "tingling, clumsiness or unsteadiness that could come from the cord",
    population: "set by the clinic: no study gives a figure",
    standing: "none",
  }),
];

/** Sources that start from another mean than the usual one where no study speaks about them. */
export const OTHER_MEANS: Readonly<Partial<Record<SourceId, number>>> = Object.fromEntries([
  ...RARE.map((source) => [source, RARE_MEAN]),
  ...VERY_RARE.map((source) => [source, VERY_RARE_MEAN]),
]);

/**
 * A source that no study speaks about: the clinic's own figure.
 *
 * @param means sources with another mean than the usual one: those of the version that is read under
 */
export const otherStart = (
  source: SourceId,
  means: Readonly<Partial<Record<SourceId, number>>> = OTHER_MEANS,
): StartingProbability =>
  start(`${source}.other`, source, means[source] ?? OTHER_MEAN, {
    because: "no study gives a start for this complaint",
    population:
      means[source] === VERY_RARE_MEAN
        ? "an assumption: rare in people without a disease or an injury that explains it; no study gives a figure"
        : "set by the clinic; 0.05 to 0.10 is usual where nothing is known",
    standing: "none",
  });

/** No symptom where the source is usually felt. */
export const noSymptomStart = (source: SourceId, mean: number): StartingProbability =>
  start(`${source}.no-symptom`, source, mean, {
    because: "no symptom on this side where it is usually felt",
    population: "no symptom on this side in the places this source usually refers to",
    standing: "none",
  });
