"use client";

import { useRef } from "react";

/** A nought this soon after a one makes ten of it. */
const TEN_WITHIN_MS = 1200;

/** Tells a ten from a one and a nought, whatever the digits rate. */
export function useTen() {
  const one = useRef<{ at: number; rate: (intensity: number) => void } | null>(null);
  return {
    /** True when the nought made ten of the one before it. */
    completes: (digit: number, at: number): boolean => {
      const last = one.current;
      one.current = null;
      if (digit !== 0 || !last || at - last.at >= TEN_WITHIN_MS) return false;
      last.rate(10);
      return true;
    },
    rated: (digit: number, at: number, rate: (intensity: number) => void): void => {
      if (digit === 1) one.current = { at, rate };
    },
  };
}
