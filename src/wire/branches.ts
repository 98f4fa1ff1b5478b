import type { RecordedEvent } from "@/core/record";

/** Another continuation of an exam, kept whole beside its record. Its head is its name. */
export type ExamBranch = { readonly head: string; readonly events: readonly RecordedEvent[] };
