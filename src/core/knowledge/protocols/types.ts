import type { Measure } from "../../measurement";
import type {
  Lifetime,
  LoadId,
  Outcome,
  Position,
  Quality,
  Region,
  Response,
  SiteId,
  SourceId,
} from "../../vocabulary";
import type { CitationId } from "../citations";
import type { GuardEffect } from "../safety/effects";
import type { TestId } from "./test-ids";

export { TEST_IDS, type TestId } from "./test-ids";

/** A load on the whole person, or on one limb: the tested side's or the other's. */
export type StageLoad = { readonly load: LoadId; readonly on: "person" | "tested side" | "other side" };

export type Dose = {
  /** Force asked for, low to high, in kilograms-force. */
  readonly kgf?: readonly [number, number];
  readonly holdSeconds?: number;
  /** Rest after each hold. */
  readonly restSeconds?: number;
  readonly thrusts?: readonly [number, number];
};

export type Option = Lifetime & { readonly id: string; readonly label: string };

/**
 * What a stage asks. provoke: one of the four responses, and the first familiar
 * symptom ends the ladder. release: a differentiating step, once the familiar
 * symptom came. relief: load taken off a symptom that is there. observe: what
 * the examiner sees or feels, or the person reports. measure: only numbers.
 */
export type StageKind = "provoke" | "release" | "relief" | "observe" | "measure";

/** Which options of schools a stage or line belongs to, by school id. */
export type SchoolChoice = Readonly<Record<string, readonly string[]>>;

export type Stage = Lifetime & {
  readonly id: string;
  readonly name: string;
  readonly instruction: string;
  /** Said to the patient, or asked of the examiner where nothing is asked aloud. */
  readonly question: string;
  readonly dose: Dose;
  readonly loads: readonly StageLoad[];
  /** Left out: provoke. */
  readonly kind?: StageKind;
  /** What an observe stage is answered with, the ordinary answer first. */
  readonly options?: readonly Option[];
  /** Answers of an observe stage that end the ladder. */
  readonly endsOn?: readonly string[];
  /** From this version on they end only this stage. */
  readonly endsUntil?: number;
  /** Part of the ladder only under these schools. */
  readonly only?: SchoolChoice;
  /** What is otherwise when the test is done another way. */
  readonly ways?: readonly Way[];
  /** Asked only when this holds: a release for a symptom in the leg, a step that an earlier one earns. */
  readonly due?: Condition;
  /** What this release lets go was loaded when the symptom came; else it is not offered, and its answer says nothing. */
  readonly loaded?: Condition;
  /** A release that comes first when the symptom was felt at these sites alone: the furthest from it. */
  readonly first?: readonly SiteId[];
  /** It is held and then pressed in: the position is asked about by itself first. */
  readonly pressed?: true;
  /** A release step that adds load instead of taking it off: worse is what nerve does. */
  readonly addsLoad?: true;
  /** A familiar symptom here does not end the ladder. */
  readonly goesOn?: true;
  /** From this version on; left out: from the first. */
  readonly goesOnSince?: number;
  /** Numbers read at this stage, by the measure's id. */
  readonly measures?: readonly string[];
};

/** A way of doing a stage: its own words, more loads. */
export type Way = {
  readonly under: SchoolChoice;
  readonly name?: string;
  readonly instruction?: string;
  /** Added to the stage's own. */
  readonly loads?: readonly StageLoad[];
};

export type School = {
  readonly id: string;
  readonly label: string;
  /** doing: how the test is run. reading: what counts. */
  readonly kind: "doing" | "reading";
  readonly defaultOption: string;
  readonly options: readonly (Option & { readonly reason: string })[];
};

/** Something seen or felt beside the answer: end feel, pulse, how C2 moved. */
export type Sign = Lifetime & { readonly id: string; readonly label: string; readonly options: readonly Option[] };

/** Which of a source's sides a test says something about; midline: a source without sides. */
export type SpokenSides = "tested side" | "other side" | "both sides" | "midline";

/** Where the symptom was felt, seen from one side of the source that is being read. */
export type FeltCondition = {
  readonly sites: readonly SiteId[] | "anywhere";
  readonly side: "same side" | "same side or central" | "other side" | "any side";
};

/** What the provoking stages as a whole brought on; done: the test has none. */
export type Provoked = "reproduced" | "not reproduced" | "nothing" | "stretch" | "other" | "done";

/** eased: gone or less. */
export type EffectIs = "eased" | "unchanged" | "worse" | "not done";

export type MeasureCondition = {
  readonly id: string;
  readonly atLeast?: number;
  readonly atMost?: number;
  readonly over?: number;
  readonly under?: number;
  /** Lower than this other number of the same run. */
  readonly lowerThan?: string;
  readonly notLowerThan?: string;
  /** What is judged is the number less this other number of the same run. */
  readonly less?: string;
};

export type DifferenceCondition = {
  readonly id: string;
  /** How far this side must differ from the other, like variants only; "mdc": its minimal detectable change. */
  readonly over: number | "mdc";
  /** Instead: this side has at most this share of the other's number. */
  readonly share?: number;
  /** less: this side's number is the smaller; more: the larger. */
  readonly way: "less" | "more" | "either";
  /** A difference of exactly `over` counts too. */
  readonly orEqual?: true;
};

/** An earlier test of the same exam. */
export type EarlierCondition = {
  readonly test: TestId;
  readonly side: "same side" | "other side" | "any side";
  readonly heard?: readonly Provoked[];
  readonly felt?: FeltCondition;
  readonly outcome?: { readonly source: SourceId; readonly is: readonly Outcome[] };
  readonly seen?: Readonly<Record<string, readonly string[]>>;
};

/** Everything in it must hold. The one language in which tests, rules and records say what counts. */
export type Condition = {
  readonly when?: Provoked | readonly Provoked[];
  /** The familiar symptom came at one of these stages. */
  readonly at?: readonly string[];
  readonly felt?: FeltCondition;
  readonly notFelt?: FeltCondition;
  readonly quality?: readonly Quality[];
  readonly effect?: Readonly<Record<string, readonly EffectIs[]>>;
  readonly response?: Readonly<Record<string, readonly (Response | "not done")[]>>;
  /** An observe stage's answer, or a sign's option. */
  readonly seen?: Readonly<Record<string, readonly string[]>>;
  readonly seenCount?: {
    readonly of: readonly string[];
    readonly is: readonly string[];
    readonly atLeast?: number;
    readonly atMost?: number;
  };
  readonly measure?: readonly MeasureCondition[];
  readonly difference?: DifferenceCondition;
  readonly school?: SchoolChoice;
  readonly rest?: "present" | "absent";
  /** Where the symptom was at rest when the test began. */
  readonly restFelt?: FeltCondition;
  readonly earlier?: EarlierCondition;
  /** For a test that speaks of both sides: which side is being read. */
  readonly seenFrom?: "tested side" | "other side";
  readonly any?: readonly Condition[];
  readonly not?: Condition;
};

/** One line of a test's reading, tried in order for each side of the source; the first that holds decides. */
export type ReadingLine = Condition & {
  readonly outcome: Outcome;
  readonly reason: string;
  /** Said beside the outcome: "severe", "no thrust techniques". */
  readonly note?: string;
  /** Read in words only, also where a record exists. */
  readonly noFigure?: true;
  /** Where treatment may begin, as the finding has it: "flexion bias". */
  readonly direction?: string;
  /** False: the step that tells nerve from other tissue was not done. */
  readonly differentiated?: false;
};

export type SourceInterpretation = {
  readonly source: SourceId;
  readonly sides: SpokenSides;
  /** The test can point to this source but its absence says nothing about it. */
  readonly pointsOnly?: boolean;
  /** Figures of another test belong to it: a crossed raise is not a plain one. */
  readonly figuresOf?: TestId;
  readonly lines: readonly ReadingLine[];
  /** From this age on most healthy people come to this outcome too: said with the reading. */
  readonly usualAt?: { readonly outcome: Outcome; readonly fromAge: number; readonly said: string };
};

/** What follows for the rest of the visit from an outcome of this test. */
export type Aftermath = {
  readonly source: SourceId;
  readonly outcomes: readonly Outcome[];
  readonly effects: readonly GuardEffect[];
};

export type Protocol = {
  readonly id: TestId;
  readonly name: string;
  readonly otherNames: readonly string[];
  readonly regions: readonly Region[];
  readonly position: Position;
  readonly sided: boolean;
  /**
   * Done on both sides in one go. each: the other side answers for itself.
   * stages: the other side's answers are these, stage for stage.
   */
  readonly atOnce?: "each" | { readonly stages: Readonly<Record<string, string>> };
  readonly tissueGroup: GroupId;
  /** How the person is placed. */
  readonly placing: string;
  /** Where the practitioner stands and puts the hands. */
  readonly hands: string;
  readonly direction: string;
  readonly stages: readonly Stage[];
  /** Another order of the same stages under a school's option. */
  readonly orders?: readonly { readonly school: string; readonly option: string; readonly stages: readonly string[] }[];
  readonly schools: readonly School[];
  readonly measures: readonly Measure[];
  readonly signs: readonly Sign[];
  readonly stopRule: string;
  readonly cautions: readonly string[];
  /** 1 light to 5 heavy. */
  readonly burden: 1 | 2 | 3 | 4 | 5;
  readonly equipment: readonly string[];
  readonly readings: readonly SourceInterpretation[];
  /** Offered only once this holds, and said so until then. */
  readonly earned?: { readonly condition: Condition; readonly otherwise: string };
  readonly aftermath?: readonly Aftermath[];
  readonly citations: readonly CitationId[];
};

export const DOSE_SCHOOLS = ["steady", "hold-then-thrust", "graded"] as const;
export type DoseSchool = (typeof DOSE_SCHOOLS)[number];

/** Tests that load the same tissue in the same way; within a group, evidence is discounted. */
export const GROUPS = {
  "sacroiliac-provocation": "sacroiliac provocation",
  "pelvic-ring-load": "pelvic ring load",
  "lower-limb-neural": "lower limb neural tension",
  "femoral-neural": "femoral neural tension",
  "upper-limb-neural": "upper limb neural tension",
  "neck-compression-relief": "neck compression and relief",
  "neck-range": "neck range",
  "c1-c2-range": "C1-C2 range",
  "upper-cervical-ligament": "upper cervical ligament",
  "lumbar-extension-rotation": "lumbar extension and rotation",
  "lumbar-instability": "lumbar instability",
  hip: "hip",
  outlet: "outlet",
  "repeated-movement": "repeated movement",
  "deep-gluteal": "deep gluteal",
  palpation: "palpation and motion",
  "neck-endurance": "neck endurance",
} as const;
export type GroupId = keyof typeof GROUPS;
