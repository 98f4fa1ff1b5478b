import type { Standing } from "../vocabulary/examination";
import type { SiteId } from "../vocabulary/sites";
import type { SourceId } from "../vocabulary/sources";
import type { CitationId } from "./citations";

/** A starting probability: a Beta distribution with this mean and weight. */
export type StartingProbability = {
  readonly id: string;
  readonly source: SourceId;
  readonly mean: number;
  /** The weight of the Beta distribution, as a number of people. */
  readonly equivalentPeople: number;
  readonly population: string;
  readonly citation?: CitationId;
  readonly standing: Standing;
};

/** People's worth of certainty behind a shipped starting probability. */
export const DEFAULT_EQUIVALENT_PEOPLE = 20;

/** Where a source's symptom is usually felt: no symptom there, and it starts at `NO_SYMPTOM_MEAN`. */
export const SOURCE_SITES: Partial<Record<SourceId, readonly SiteId[]>> = {
  sacroiliac: ["si-area", "central-buttock", "low-back", "posterior-thigh"],
  hip: ["groin", "lateral-hip", "anterior-thigh", "central-buttock"],
  "gluteal-tendon": ["lateral-hip"],
};

export const NO_SYMPTOM_MEAN = 0.03;

export const SACROILIAC_STARTS = {
  belowL5: {
    id: "sacroiliac.below-l5",
    source: "sacroiliac",
    mean: 0.25,
    equivalentPeople: DEFAULT_EQUIVALENT_PEOPLE,
    population: "pain mainly below L5, none in the midline: usually put at 0.25 to 0.30; the lower end is used",
    standing: "second-hand",
  },
  chronicLowBack: {
    id: "sacroiliac.depalma-2011",
    source: "sacroiliac",
    mean: 0.18,
    equivalentPeople: DEFAULT_EQUIVALENT_PEOPLE,
    population: "chronic low back pain seen by specialists, among those in whom one source was found",
    citation: "depalma-2011",
    standing: "published",
  },
  noSymptom: {
    id: "sacroiliac.no-symptom",
    source: "sacroiliac",
    mean: NO_SYMPTOM_MEAN,
    equivalentPeople: DEFAULT_EQUIVALENT_PEOPLE,
    population: "no symptom on this side in the places this joint usually refers to",
    standing: "none",
  },
} as const satisfies Record<string, StartingProbability>;
