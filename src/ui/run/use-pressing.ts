"use client";

import { startTransition, useState } from "react";

/**
 * What was pressed last, from the press until it is kept: shown at once, while
 * the tap itself waits for the disk. A new press takes the mark over.
 */
export function usePressing<T extends string>(): [T | null, (pressed: T, kept: Promise<unknown>) => void] {
  const [pressing, setPressing] = useState<{ pressed: T; kept: Promise<unknown> } | null>(null);
  const press = (pressed: T, kept: Promise<unknown>) => {
    setPressing({ pressed, kept });
    /** Together with the record that shows it as taken. */
    void kept.finally(() => startTransition(() => setPressing((now) => (now?.kept === kept ? null : now))));
  };
  return [pressing?.pressed ?? null, press];
}
