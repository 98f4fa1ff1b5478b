import type { LoadId, Outcome, Position } from "../../vocabulary/examination";
import type { SiteId } from "../../vocabulary/sites";
import type { SourceId } from "../../vocabulary/sources";
import type { CitationId } from "../citations";
import type { FigurePose } from "./figure";

export const TEST_IDS = [
  "si-distraction",
  "thigh-thrust",
  "faber",
  "gaenslen",
  "si-compression",
  "sacral-thrust",
] as const;
export type TestId = (typeof TEST_IDS)[number];

/** A load on the whole person, or on one hip: the tested side's or the other's. */
export type StageLoad = { readonly load: LoadId; readonly on: "person" | "tested side" | "other side" };

export type Dose = {
  /** Force asked for, low to high, in kilograms-force. */
  readonly kgf?: readonly [number, number];
  readonly holdSeconds?: number;
  readonly thrusts?: readonly [number, number];
};

export type Stage = {
  readonly id: string;
  readonly name: string;
  readonly instruction: string;
  /** Said to the patient, in quotes. */
  readonly question: string;
  readonly dose: Dose;
  readonly loads: readonly StageLoad[];
};

/** A real disagreement between practitioners: one option is the default, with its reason. */
export type School = {
  readonly id: string;
  readonly label: string;
  readonly defaultOption: string;
  readonly options: readonly { readonly id: string; readonly label: string; readonly reason: string }[];
};

/** Which of a source's sides a test says something about. */
export type SpokenSides = "tested side" | "both sides";

/** Where the symptom was felt, seen from one side of the source that is being read. */
export type FeltCondition = {
  readonly sites: readonly SiteId[] | "anywhere";
  readonly side: "same side" | "same side or central" | "any side";
};

/**
 * One line of a test's reading, tried in order for each side of the source; the
 * first that holds decides. `felt` asks about places where the familiar symptom
 * was reproduced. `school` limits a line to one school's option.
 */
export type ReadingLine = {
  readonly when: "reproduced" | "not reproduced" | "nothing" | "stretch" | "other";
  readonly felt?: FeltCondition;
  readonly notFelt?: FeltCondition;
  readonly school?: { readonly id: "felt-where"; readonly option: string };
  readonly outcome: Outcome;
  readonly reason: string;
};

export type SourceReading = {
  readonly source: SourceId;
  readonly sides: SpokenSides;
  /** The test can point to this source but its absence says nothing about it. */
  readonly pointsOnly?: boolean;
  readonly lines: readonly ReadingLine[];
};

export type Protocol = {
  readonly id: TestId;
  readonly name: string;
  readonly otherNames: readonly string[];
  readonly region: "pelvis";
  readonly position: Position;
  readonly sided: boolean;
  readonly tissueGroup: GroupId;
  readonly placing: string;
  readonly hands: string;
  readonly direction: string;
  /** Ladder per dose school. */
  readonly stages: Readonly<Record<DoseSchool, readonly Stage[]>>;
  readonly schools: readonly School[];
  readonly stopRule: string;
  readonly cautions: readonly string[];
  /** 1 light to 5 heavy. */
  readonly burden: 1 | 2 | 3 | 4 | 5;
  readonly equipment: readonly string[];
  readonly readings: readonly SourceReading[];
  readonly figure: FigurePose;
  readonly citations: readonly CitationId[];
};

export const DOSE_SCHOOLS = ["steady", "hold-then-thrust", "graded"] as const;
export type DoseSchool = (typeof DOSE_SCHOOLS)[number];

/** Tests that load the same tissue in the same way; within a group, evidence is discounted. */
export const GROUPS = {
  "sacroiliac-provocation": "sacroiliac provocation",
  hip: "hip",
} as const;
export type GroupId = keyof typeof GROUPS;
