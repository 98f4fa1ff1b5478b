"use client";

import { startTransition, useState } from "react";

/**
 * What was pressed last, from the press until it is kept: shown at once, while
 * the tap itself waits for the disk. A new press takes the mark over.
 */
export function usePressing<T extends string>(): [T | null, (pressed: T, taken: Promise<unknown>) => void] {
  const [pressing, setPressing] = useState<{ pressed: T; taken: Promise<unknown> } | null>(null);
  const press = (pressed: T, taken: Promise<unknown>) => {
    setPressing({ pressed, taken });
    /** Together with the record that shows it as taken. */
    void taken.finally(() => startTransition(() => setPressing((now) => (now?.taken === taken ? null : now))));
  };
  return [pressing?.pressed ?? null, press];
}
