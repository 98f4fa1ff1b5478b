import { pathOf } from "@/wire/route";
import { EXAM_ROUTES } from "@/wire/exam-routes";

/** A browser has six connections to one server: so many are left to taps and pages. */
const SLOTS = ["dust-lantern-live-1", "dust-lantern-live-2", "dust-lantern-live-3"];

/** Waits for one of the browser's places for a live connection; null when all are taken. */
async function withSlot(signal: AbortSignal, work: () => Promise<void>): Promise<void> {
  if (!("locks" in navigator)) return;
  for (const name of SLOTS) {
    const got = await navigator.locks.request(name, { ifAvailable: true }, async (lock) => {
      if (lock && !signal.aborted) await work();
      return lock !== null;
    });
    if (got) return;
  }
}

/**
 * Hears of news of an exam as it happens, as long as the connection stands.
 * Where there is none, whoever asks goes on asking.
 *
 * @param onNews called when the record has moved on
 * @param onState told whether news comes by itself
 * @returns ends it
 */
export function listenLive(exam: string, onNews: () => void, onState: (isLive: boolean) => void): () => void {
  const ending = new AbortController();
  const { signal } = ending;
  void withSlot(
    signal,
    () =>
      new Promise((done) => {
        const source = new EventSource(pathOf(EXAM_ROUTES.liveEvents.path, { exam }));
        source.onopen = () => onState(true);
        source.onmessage = onNews;
        /** The browser connects again by itself; one that was refused for good stays closed. */
        source.onerror = () => {
          onState(false);
          /** A session that has ended ends the stream: whoever asks next is told to sign in. */
          onNews();
          if (source.readyState === EventSource.CLOSED) done();
        };
        signal.addEventListener("abort", () => {
          source.close();
          onState(false);
          done();
        });
      }),
  ).catch(() => {});
  return () => ending.abort();
}
