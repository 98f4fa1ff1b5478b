"use client";

import { type KeyboardEvent, type ReactNode, useRef } from "react";
import { Choice } from "./choice";

const STEPS = Array.from({ length: 11 }, (_, step) => String(step));
/** A nought this soon after a one makes ten of it. */
const TEN_WITHIN_MS = 1200;

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
  const one = useRef(0);
  const onKeyDown = (event: KeyboardEvent) => {
    if (!digits || !/^\d$/.test(event.key) || event.ctrlKey || event.altKey || event.metaKey) return;
    event.preventDefault();
    event.nativeEvent.stopImmediatePropagation();
    const isTen = event.key === "0" && event.timeStamp - one.current < TEN_WITHIN_MS;
    one.current = event.key === "1" ? event.timeStamp : 0;
    onChoose(isTen ? 10 : Number(event.key));
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
