import { anchorText, remembered } from "@/core";
import type { ExamPage, FarTime } from "@/wire/exam-page";
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

const statements = remembered(({ sqlite }: Store) =>
  sqlite.prepare<[string], { event: string; seq: number; at: string; receivedAt: string }>(
    `SELECT id AS event, seq, json_extract(payload, '$.at') AS at, received_at AS receivedAt
     FROM stream_events WHERE kind = 'exam' AND stream = ? ORDER BY seq`,
  ),
);

/** Events that say they were made long before they came here, or after. What was imported came when its own store had it. */
export const farTimes = (store: Store, exam: string): FarTime[] =>
  statements(store)
    .all(exam)
    .filter(({ at, receivedAt }) => {
      const late = Date.parse(receivedAt) - Date.parse(at);
      return late < -AHEAD || late > BEHIND;
    });

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
      evidence: evidenceInStore(store, stored.events),
      farTimes: farTimes(store, exam),
    }
  );
}
