import type { Profile } from "./practitioners";

/** Who works in this browser, and what the server's clock and figures say. */
export type Here = {
  readonly profile: Profile | null;
  /** The version of the evidence in force. */
  readonly evidence: string;
  readonly now: string;
};
