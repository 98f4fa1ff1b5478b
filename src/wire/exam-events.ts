import type { RefusalClass } from "@/core/admission";
import type { ChainHead } from "@/core/record";
import type { SentProblem } from "./problems";

/** The end of a record, and of the journal of the store that holds it. */
export type RecordEnd = { readonly head: ChainHead; readonly anchor: string };

/** What became of one event that was sent. */
export type Receipt = {
  readonly id: string;
  readonly result: "stored" | "already stored" | "refused";
  readonly why: string | null;
  /** The same as data; none where it was not refused, or refused together with others. */
  readonly problems: readonly SentProblem[];
  /** What may become of a refused event; null when it was not refused. */
  readonly refusal: RefusalClass | null;
};
