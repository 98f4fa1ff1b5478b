"use client";

import { useSyncExternalStore } from "react";

/** The angle as a device measures it now, for the figure: which number it is of, and how large. */
let live: { readonly measure: string; readonly angle: number } | null = null;
const shown = new Set<() => void>();

export function setLiveAngle(next: typeof live): void {
  live = next;
  shown.forEach((show) => show());
}

/** The live angle of a number; null where nothing measures it. */
export const useLiveAngle = (measure: string | undefined): number | null =>
  useSyncExternalStore(
    (show) => {
      shown.add(show);
      return () => void shown.delete(show);
    },
    () => (live && live.measure === measure ? live.angle : null),
    () => null,
  );
