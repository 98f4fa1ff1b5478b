import type { RefusalClass } from "@/core/admission";

/** What a sender does with what was not taken: as for one event, and "split" where it was too much at once. */
export type Answering = RefusalClass | "split";

/**
 * What an answer's status means for who sent it: only "again" is tried again by
 * itself.
 *
 * @param status of the answer; 0 when there was none
 */
export function refusalOf(status: number): Answering {
  if (status === 0 || status === 429 || status >= 500) return "again";
  if (status === 413) return "split";
  if (status === 401) return "sign-in";
  if (status === 403) return "forbidden";
  if (status === 426) return "update";
  return status === 409 ? "depends" : "never";
}
