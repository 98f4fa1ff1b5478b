import type { RecordedEvent } from "./envelope";

const KEPT = new Set(["exam-opened", "exam-signed", "amendment-signed", "event-retracted"]);

/**
 * The events of the last tap that can still be taken back. One tap's events
 * share their device and their instant.
 *
 * @param retracted ids already taken back
 * @returns the events, last first; empty when there is nothing to take back
 */
export function lastTap(
  events: readonly RecordedEvent[],
  retracted: ReadonlySet<string>,
  device: string,
): RecordedEvent[] {
  const last = events.findLast((event) => event.device === device && !KEPT.has(event.type) && !retracted.has(event.id));
  if (!last) return [];
  return events
    .filter(
      (event) => event.device === device && event.at === last.at && !KEPT.has(event.type) && !retracted.has(event.id),
    )
    .toReversed();
}
