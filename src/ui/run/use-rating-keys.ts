"use client";

import { useRef } from "react";
import { KEYS } from "../shell/keymap";
import { useKeys } from "../shell/use-keys";

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

/** The digits rate, where nothing else is asked. */
export function useRatingKeys(rate: (intensity: number) => void): void {
  const ten = useTen();
  useKeys(KEYS.digit, (event) => {
    const digit = Number(event.key);
    if (ten.completes(digit, event.timeStamp)) return;
    ten.rated(digit, event.timeStamp, rate);
    rate(digit);
  });
}
