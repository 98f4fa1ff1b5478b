import type { Channel } from "@/core/record";

/** By which channel a tap comes: the key or the touch that was last, or what speaks just now. */

let last: "key" | "tap" = "tap";
let speaking: Channel | null = null;

if (typeof window !== "undefined") {
  window.addEventListener("keydown", () => void (last = "key"), { capture: true });
  window.addEventListener("pointerdown", () => void (last = "tap"), { capture: true });
}

/** Whatever is recorded by this work came by that channel. */
export function byChannel<T>(channel: Channel, work: () => T): T {
  const before = speaking;
  speaking = channel;
  try {
    return work();
  } finally {
    speaking = before;
  }
}

export const channelNow = (isHelper: boolean): Channel => speaking ?? (isHelper ? "helper" : last);
