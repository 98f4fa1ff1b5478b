import type { SourceId, SourceStatus } from "../../vocabulary";
import type { Counts } from "../studies/types";
import type { Condition, TestId } from "../protocols/types";

/**
 * One test a rule counts, for one side of its source. `run` says which run of a
 * one-sided test is meant: that side's own, or the other side's. A test without
 * sides has one run.
 */
export type TestMember = {
  readonly test: TestId;
  readonly run: "own side" | "other side" | "only run";
  /** The rule's own definition of positive, where it differs from ours; shown beside the member. */
  readonly positive?: {
    readonly condition: Condition;
    readonly said: string;
    /** What must be recorded before it can be called negative. */
    readonly known?: Condition;
  };
  /** What the rule counts as positive beside what the test's own reading does. */
  readonly also?: { readonly condition: Condition; readonly said: string };
  /** The record whose ratios the member counts with while the rule is open; left out: the one that counts for the test. */
  readonly record?: string;
};

/** What a rule asks of the person rather than of a test. */
export type Fact =
  | { readonly kind: "age"; readonly over?: number; readonly under?: number }
  | { readonly kind: "reported"; readonly movement: string }
  | { readonly kind: "upper motor sign"; readonly sign: string }
  | { readonly kind: "mean of both sides"; readonly test: TestId; readonly measure: string; readonly over: number };

export type FactMember = { readonly fact: Fact; readonly label: string };

export type RuleMember = TestMember | FactMember;

/** A figure pooled over several studies: the one that counts unless settings choose the rule's own. */
export type PooledFigure = {
  readonly lrPositive: number;
  readonly lrNegative: number;
  readonly lrPositive95?: readonly [number, number];
  readonly lrNegative95?: readonly [number, number];
  /** Where an interval is not its own. */
  readonly intervalBorrowed?: string;
  readonly citation: string;
  readonly standing: SourceStatus;
};

/** Sensitivity, specificity and ratios of a rule met or not met, in any form a study prints. */
export type PrintedFigures = {
  readonly counts?: Counts;
  readonly sensitivity?: number;
  readonly specificity?: number;
  readonly sensitivity95?: readonly [number, number];
  readonly specificity95?: readonly [number, number];
  readonly lrPositive?: number;
  readonly lrNegative?: number;
  readonly lrPositive95?: readonly [number, number];
  readonly lrNegative95?: readonly [number, number];
  readonly people?: number;
  /** How many of them had the source, and how many had not; left out: not known. */
  readonly split?: readonly [having: number, lacking: number];
};

/** One figure of a table: it holds from one count of positive members to another, both included. */
export type Stratum = {
  readonly from: number;
  readonly to: number;
  readonly lr: number;
  readonly lr95?: readonly [number, number];
  /** How many of those with the source, and of those without, had such a count. */
  readonly people?: { readonly with: readonly [number, number]; readonly without: readonly [number, number] };
  readonly said?: string;
  /** How many people had such a count: its weight where drawn figures would fall as the count rises. */
  readonly size?: number;
};

/**
 * How a rule turns a count into a ratio. k of n: below k one, from k on the
 * other. k or more: several cut-offs as printed, from which the ratio of each
 * exact count follows. by count: the printed ratio of each count; counts that no
 * stratum covers have none.
 */
export type RuleFigures =
  | ({ readonly kind: "k of n"; readonly k: number } & PrintedFigures)
  | {
      readonly kind: "k or more";
      readonly cutOffs: readonly {
        readonly k: number;
        readonly sensitivity: number;
        readonly specificity: number;
        readonly lrPositive: number;
      }[];
      readonly people: { readonly with: number; readonly without: number };
    }
  | { readonly kind: "by count"; readonly strata: readonly Stratum[] };

/** A cluster rule as one study printed it. */
export type ClusterRule = {
  readonly id: string;
  readonly label: string;
  readonly source: SourceId;
  readonly members: readonly RuleMember[];
  readonly figures: RuleFigures;
  readonly countsRebuilt?: boolean;
  readonly definition: string;
  readonly population: string;
  /** Their pain was chronic: the figures say less of a fresh one. */
  readonly chronic?: boolean | undefined;
  readonly reference: string;
  readonly citation: string;
  readonly standing: SourceStatus;
  readonly precondition?: "centralisation excluded";
  /** The study ran the members in the order listed and stopped when met. */
  readonly prescribedOrder?: boolean;
  readonly remark?: string;
  /** Made from these people and tried on no others: its figures are sure to be too good. */
  readonly derivationOnly?: true;
  readonly pooled?: PooledFigure;
  /** It counts for its source unless another is chosen. A source with several rules marks one; standing first means nothing. */
  readonly usual?: true;
  /** Why the rule is shown but can move nothing. */
  readonly off?: string;
};
