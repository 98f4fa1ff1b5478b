import type { EvidenceChanges } from "@/core/evidence";

/** One saved version of the clinic's figures. */
export type EvidenceVersion = {
  readonly number: number;
  readonly version: string;
  readonly at: string;
  readonly by: string;
  readonly reason: string;
  readonly changes: EvidenceChanges;
  readonly inForce: boolean;
};
