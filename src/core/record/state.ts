import type { Irritability } from "../vocabulary";
import type { RecordedEvent } from "./envelope";
import { type BaselineState, noBaseline } from "./events/baseline";
import { type ComplaintState, noComplaint } from "./events/complaint";
import { noVisitCourse, type VisitCourseState } from "./events/course";
import { type EndingState, notEnded } from "./events/ending";
import { type NoteState, noNotes } from "./events/notes";
import { nothingOpened, type OpeningState } from "./events/opening";
import { noPlan, type PlanState } from "./events/plan";
import { noRuns, type RunState } from "./events/run";
import { nothingAsked, type SafetyState } from "./events/safety";
import { noSegments, type SegmentState } from "./events/segment";
import { notSigned, type SignatureState } from "./events/signature";
import { noTechniques, type TechniqueState } from "./events/technique";
import { noVisit, type VisitState } from "./events/visit";
import { KnownIds } from "./known-ids";

/** An event that came after this program: kept, chained, and told of; it changes nothing here. */
export type UnreadEvent = Pick<RecordedEvent, "id" | "type" | "at" | "v">;

/** Everything an exam's events add up to, family by family. Derived each time, never stored. */
export type ExamState = OpeningState &
  VisitState &
  ComplaintState &
  SafetyState &
  PlanState &
  RunState &
  BaselineState &
  SegmentState &
  TechniqueState &
  VisitCourseState &
  EndingState &
  NoteState &
  SignatureState & {
    readonly id: string;
    /** Ids of every event of the exam. */
    readonly known: KnownIds;
    /** Ids of every run, found at once however long the exam is. */
    readonly runIds: KnownIds;
    /** Ids of the events that were taken back. */
    readonly retracted: ReadonlySet<string>;
    readonly unread: readonly UnreadEvent[];
  };

/** Nothing recorded yet. */
export const emptyState = (id: string): ExamState => ({
  id,
  ...nothingOpened,
  ...noVisit,
  ...noComplaint,
  ...nothingAsked,
  ...noPlan,
  ...noRuns,
  ...noBaseline,
  ...noSegments,
  ...noTechniques,
  ...noVisitCourse,
  ...notEnded,
  ...noNotes,
  ...notSigned,
  known: new KnownIds(),
  runIds: new KnownIds(),
  retracted: new Set<string>(),
  unread: [],
});

/** How irritable the symptom is, and why it is called so. */
export type IrritabilityReading = { readonly level: Irritability | null; readonly reason: string };
