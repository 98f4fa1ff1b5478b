"use client";

import type { KeyboardEvent, ReactNode } from "react";
import { Choice } from "./choice";
import { useTen } from "./use-ten";

const STEPS = Array.from({ length: 11 }, (_, step) => String(step));

type ScoreProps = {
  label: ReactNode;
  hideLabel?: boolean;
  value: number | null;
  onChoose: (value: number) => void;
  big?: boolean;
  inRow?: boolean;
  pressing?: number | null;
  /** Digits rate while the focus is in it; left out where they belong to something else. */
  digits?: boolean;
};

/** 0 none to 10 worst imaginable, eleven steps. */
export function Score({ label, hideLabel, value, onChoose, big, inRow, pressing = null, digits = false }: ScoreProps) {
  const ten = useTen();
  const onKeyDown = (event: KeyboardEvent) => {
    if (!digits || !/^\d$/.test(event.key) || event.ctrlKey || event.altKey || event.metaKey) return;
    event.preventDefault();
    event.nativeEvent.stopImmediatePropagation();
    const digit = Number(event.key);
    if (ten.completes(digit, event.timeStamp)) return;
    ten.rated(digit, event.timeStamp, onChoose);
    onChoose(digit);
  };
  return (
    <div className="contents" onKeyDown={onKeyDown}>
      <Choice
        label={label}
        hideLabel={hideLabel ?? false}
        big={big ?? false}
        inRow={inRow ?? false}
        pressing={pressing === null ? null : String(pressing)}
        value={value === null ? null : String(value)}
        options={STEPS.map((step) => ({ value: step, label: step, name: `${step} of 10` }))}
        onChoose={(step) => onChoose(Number(step))}
      />
    </div>
  );
}
