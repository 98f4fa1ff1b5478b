import { eventsIn, type ExamFile, examIn, type ExamState, fold, type ReadingSettings, refuse } from "@/core";

/** What an exam file adds up to; an exam that was never opened is refused. */
export function stateIn(file: ExamFile): ExamState & { settings: ReadingSettings } {
  const state = fold(eventsIn(examIn(file)));
  return state.settings
    ? { ...state, settings: state.settings }
    : refuse("file › event 1", "is not the opening of an exam", "Export the exam again and choose that file.");
}
