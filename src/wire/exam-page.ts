import type { EvidenceChanges } from "@/core/evidence";
import type { RecordedEvent } from "@/core/record";
import type { ExamBranch } from "./branches";
import type { ExamCourse } from "./course";
import type { PreviousVisit } from "./previous-visit";
import type { RecordEnd } from "./exam-events";

/** The clinic's changes by version, as far as an exam needs them, and the version in force. */
export type EvidenceInStore = {
  readonly held: Readonly<Record<string, EvidenceChanges>>;
  readonly current: string;
};

/** An event whose own time is far from when it was received. */
export type FarTime = {
  readonly event: string;
  readonly seq: number;
  readonly at: string;
  readonly receivedAt: string;
};

/** All that an exam's screens begin with. */
export type ExamPage = RecordEnd & {
  readonly events: readonly RecordedEvent[];
  readonly importedUpTo: number;
  readonly branches: readonly ExamBranch[];
  readonly previous: PreviousVisit | null;
  readonly course: ExamCourse | null;
  readonly evidence: EvidenceInStore;
  readonly farTimes: readonly FarTime[];
  /** Whoever asks keeps the keys of its run as a helper; left out: they do not. */
  readonly isAtKeys?: true;
};
