import type { Side, SourceId, SourceStatus } from "../../vocabulary";
import type { Condition, SchoolChoice, TestId } from "../protocols/types";
import type { ComplaintCondition } from "../starts/complaint-condition";

/** People by what the test said and what the reference standard said. */
export type Counts = { readonly tp: number; readonly fn: number; readonly fp: number; readonly tn: number };

/** A single test's accuracy, as one study found it. */
export type AccuracyRecord = {
  readonly id: string;
  readonly test: TestId;
  /** Set when the study gives the test's two runs figures of their own. */
  readonly testedSide?: Side;
  readonly source: SourceId;
  readonly definition: string;
  /** The same as a condition, where it differs from how the test is read here. */
  readonly positive?: Condition;
  /**
   * Why no condition of its own is needed: a reason of this record's own. A shipped record has
   * one or the other (check-records); without either it moves nothing.
   */
  readonly needsNone?: string;
  /** In whom the figures were found, where that is narrower than whom the test is done on; they count in nobody else. */
  readonly patients?: { readonly condition: ComplaintCondition; readonly otherwise: string };
  /** Absent where a study gives ratios alone. */
  readonly sensitivity?: number;
  readonly specificity?: number;
  /** As printed, 95 %. */
  readonly sensitivity95?: readonly [number, number];
  readonly specificity95?: readonly [number, number];
  /** Ratios as printed, where they are. */
  readonly lrPositive?: number;
  readonly lrNegative?: number;
  readonly lrPositive95?: readonly [number, number];
  readonly lrNegative95?: readonly [number, number];
  readonly people?: number;
  /** How many of them had the source, and how many had not; left out: not known, so half and half is assumed. */
  readonly split?: readonly [having: number, lacking: number];
  /** The printed interval of a ratio that is borrowed from another study, and from which. */
  readonly intervalBorrowed?: string;
  /** Shown beside the record that counts; counts itself only when chosen in settings. */
  readonly alternative?: true;
  /** The way of doing the test the figures belong to, by school. */
  readonly variant?: SchoolChoice;
  /** Ways of doing the test that the figures hold for whatever is chosen, each with why. */
  readonly anyWay?: Readonly<Record<string, string>>;
  /** Absent when the paper gives none; then the record has no interval of its own. */
  readonly counts?: Counts;
  /** The counts were rebuilt from the printed proportions. */
  readonly countsRebuilt?: boolean;
  readonly population: string;
  /** Their pain was chronic: the figures say less of a fresh one. */
  readonly chronic?: boolean | undefined;
  readonly reference: string;
  /** A shipped citation's id, or a clinic's own words for where the figure comes from. */
  readonly citation: string;
  readonly standing: SourceStatus;
  /** Why the record is shown but moves nothing. */
  readonly off?: string;
};
