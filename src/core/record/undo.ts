import type { RecordedEvent } from "./envelope";

const KEPT = new Set(["exam-opened", "exam-signed", "amendment-signed", "event-retracted", "plan-set"]);

/** The browser or machine of a device's name, which says after a "#" which of its open pages it was. */
const machineOf = (device: string): string => device.split("#", 1)[0]!;

/**
 * The events of the last tap that can still be taken back. One tap's events
 * share their device and their instant; a tap of another page of the same browser
 * is this browser's own too.
 *
 * @param retracted ids already taken back
 * @returns the events, last first; empty when there is nothing to take back
 */
export function lastTap(
  events: readonly RecordedEvent[],
  retracted: ReadonlySet<string>,
  device: string,
): RecordedEvent[] {
  const machine = machineOf(device);
  const last = events.findLast(
    (event) => machineOf(event.device) === machine && !KEPT.has(event.type) && !retracted.has(event.id),
  );
  if (!last) return [];
  return events
    .filter(
      (event) =>
        event.device === last.device && event.at === last.at && !KEPT.has(event.type) && !retracted.has(event.id),
    )
    .toReversed();
}
