import type { Act } from "@/core/access";
import type { ClinicError } from "@/core/measurement";
import type { Profile } from "./practitioners";

/** Who works in this browser, and what the server's clock and figures say. */
export type Here = {
  readonly profile: Profile | null;
  /** What they may do. */
  readonly acts: readonly Act[];
  /** Null: people come in here without accounts. */
  readonly account: { readonly canLock: boolean } | null;
  /** How many records wait for their countersignature. */
  readonly awaiting: number;
  /** What is said to people here in other words, under the sentence that ships. */
  readonly words: Readonly<Record<string, string>>;
  /** How far measuring errs here, where that was measured. */
  readonly errors: readonly ClinicError[];
  /** The version of the evidence in force. */
  readonly evidence: string;
  /** Why somebody has to look after the back-ups; null when they go well or none are set up. */
  readonly missedBackup: string | null;
  readonly now: string;
};
