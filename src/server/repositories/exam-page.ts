import { anchorText, type RecordedEvent, remembered } from "@/core";
import type { ExamPage, FarTime } from "@/wire/exam-page";
import { courseBehind } from "./episodes";
import { evidenceInStore } from "./evidence";
import { importedUpTo, loadExam, previousVisit } from "./exams";
import { examBranches } from "./merge";
import { journalEnd } from "./streams";
import type { Store } from "../store/store";

const MINUTE = 60_000;
const DAY = 24 * 60 * MINUTE;
/** A device's clock may go before the server's by that much; a tablet may wait offline so long. */
const AHEAD = 10 * MINUTE;
const BEHIND = 90 * DAY;

const received = remembered(({ sqlite }: Store) =>
  sqlite
    .prepare<[string], string>("SELECT received_at FROM stream_events WHERE kind = 'exam' AND stream = ? ORDER BY seq")
    .pluck(),
);

/** Events that say they were made long before they came here, or after. What was imported came when its own store had it. */
export function farTimes(
  store: Store,
  exam: string,
  events: readonly RecordedEvent[] = loadExam(store, exam)?.events ?? [],
): FarTime[] {
  const receipts = received(store).all(exam);
  return events.flatMap(({ id, at }, index) => {
    const receivedAt = receipts[index];
    if (receivedAt === undefined) return [];
    const late = Date.parse(receivedAt) - Date.parse(at);
    return late < -AHEAD || late > BEHIND ? [{ event: id, seq: index + 1, at, receivedAt }] : [];
  });
}

/** All that an exam's screens begin with; null when there is no such exam. */
export function examPage(store: Store, exam: string): ExamPage | null {
  const stored = loadExam(store, exam);
  return (
    stored && {
      events: stored.events,
      head: stored.head,
      anchor: anchorText(journalEnd(store)),
      importedUpTo: importedUpTo(store, exam),
      branches: examBranches(store, exam),
      previous: previousVisit(store, exam),
      course: courseBehind(store, exam),
      evidence: evidenceInStore(store, stored.events),
      farTimes: farTimes(store, exam, stored.events),
    }
  );
}
