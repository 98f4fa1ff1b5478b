import type { DeviceState, Reading } from "@/core/measurement";

type Listener = (reading: Reading | null, stream: 0 | 1) => void;

/** What every device needs to tell of itself: its readings, and how it is. */
export function makeFeed() {
  const listeners = new Set<Listener>();
  let current: DeviceState = { is: "closed" };
  const all = (reading: Reading | null, stream: 0 | 1) => listeners.forEach((listener) => listener(reading, stream));
  return {
    state: (): DeviceState => current,
    listen: (listener: Listener) => {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    set: (next: DeviceState): void => {
      if (JSON.stringify(next) === JSON.stringify(current)) return;
      current = next;
      all(null, 0);
    },
    /** A reading of a device that is open; one that was silent speaks again by it. */
    send: (reading: Reading, stream: 0 | 1 = 0): void => {
      if (current.is === "silent") {
        current = { is: "open" };
        all(null, 0);
      }
      if (current.is === "open") all(reading, stream);
    },
  };
}

/** The clock that the devices of this machine share, in ms: it goes on evenly whatever happens to the time of day. */
export const clock = (): number => performance.now();

/** An event older than this does not tell the time of this clock. */
const BELIEVED_MS = 5000;

/**
 * When a press was made, in ms of the same clock: a page that is busy hears of it
 * later, and that is no part of anybody's delay.
 *
 * @example pressedAt({ timeStamp: 1200 }, 1450) // 1200
 * @example pressedAt({ timeStamp: 0 }, 99_000) // 99000
 */
export const pressedAt = (event: { readonly timeStamp: number }, now = clock()): number =>
  event.timeStamp <= now && now - event.timeStamp <= BELIEVED_MS ? event.timeStamp : now;
