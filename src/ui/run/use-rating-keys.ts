"use client";

import { KEYS } from "../shell/keymap";
import { useTen } from "../primitives/use-ten";
import { useKeys } from "../shell/use-keys";

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
