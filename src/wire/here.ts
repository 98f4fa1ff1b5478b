import type { Profile } from "./practitioners";

/** Who works in this browser, and what the server's clock and figures say. */
export type Here = {
  readonly profile: Profile | null;
  /** The version of the evidence in force. */
  readonly evidence: string;
  /** Why somebody has to look after the back-ups; null when they go well or none are set up. */
  readonly missedBackup: string | null;
  readonly now: string;
};
