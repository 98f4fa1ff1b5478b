import type { Standing } from "../../vocabulary/examination";
import type { SourceId } from "../../vocabulary/sources";
import type { CitationId } from "../citations";
import type { Counts } from "../evidence/types";
import type { Condition, TestId } from "../protocols/types";

/**
 * One test a rule counts, for one side of its source. `run` says which run of a
 * one-sided test is meant: that side's own, or the other side's. A test without
 * sides has one run.
 */
export type RuleMember = {
  readonly test: TestId;
  readonly run: "own side" | "other side" | "only run";
  /** The rule's own definition of positive, where it differs from ours; shown beside the member. */
  readonly positive?: { readonly condition: Condition; readonly said: string };
};

/** A printed pooled figure, shown beside a rule and never counted. */
export type PooledFigure = {
  readonly lrPositive: number;
  readonly lrNegative: number;
  readonly citation: CitationId;
  readonly standing: Standing;
};

/** A k-of-n cluster rule as one study printed it. */
export type ClusterRule = {
  readonly id: string;
  readonly label: string;
  readonly source: SourceId;
  readonly members: readonly RuleMember[];
  /** Positive members needed. */
  readonly k: number;
  readonly counts: Counts;
  readonly countsRebuilt?: boolean;
  readonly definition: string;
  readonly population: string;
  readonly reference: string;
  readonly citation: CitationId;
  readonly standing: Standing;
  readonly precondition?: "centralisation excluded";
  /** The study ran the members in the order listed and stopped when met. */
  readonly prescribedOrder?: boolean;
  readonly remark?: string;
  readonly pooled: PooledFigure;
};
