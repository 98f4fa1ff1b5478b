"use client";

import { useEffect } from "react";

/** Keeps the screen awake while the run screen is in sight, where the browser offers it. */
export function useWakeLock(): void {
  useEffect(() => {
    if (!("wakeLock" in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let isGone = false;
    const ask = async () => {
      if (document.visibilityState !== "visible") return;
      /** Refused on a low battery or by policy: then the tablet sleeps as usual. */
      const taken = await navigator.wakeLock.request("screen").catch(() => null);
      if (isGone) void taken?.release();
      else lock = taken;
    };
    void ask();
    document.addEventListener("visibilitychange", ask);
    return () => {
      isGone = true;
      document.removeEventListener("visibilitychange", ask);
      void lock?.release();
    };
  }, []);
}
