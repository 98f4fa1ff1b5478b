"use client";

import clsx from "clsx";
import { type ReactNode, useId } from "react";
import { PRESSING } from "./button";

type ChoiceProps<T extends string> = {
  label: ReactNode;
  hideLabel?: boolean;
  value: T | null;
  options: readonly { value: T; label: ReactNode; name?: string }[];
  onChoose: (value: T) => void;
  big?: boolean;
  stacked?: boolean;
  /** The option that was just pressed, and is not kept yet. */
  pressing?: T | null;
  /** All in one row that fills the width, wrapping only on a phone. */
  inRow?: boolean;
};

/** One of a few, as a row of buttons: arrow keys move, the chosen one is marked by weight and border. */
export function Choice<T extends string>({
  label,
  hideLabel = false,
  value,
  options,
  onChoose,
  big = false,
  stacked = false,
  inRow = false,
  pressing = null,
}: ChoiceProps<T>) {
  const id = useId();
  const inTabOrder = options.some((option) => option.value === value) ? value : options[0]?.value;
  return (
    <div className="flex flex-col gap-1.5">
      <span id={id} className={hideLabel ? "sr-only" : "font-medium"}>
        {label}
      </span>
      <div
        role="radiogroup"
        aria-labelledby={id}
        className={clsx(
          stacked
            ? "flex flex-col items-stretch gap-1.5"
            : inRow
              ? "grid grid-cols-6 gap-1.5 lg:flex lg:gap-1"
              : "flex flex-wrap gap-1.5",
        )}
      >
        {options.map((option) => (
          <label
            key={option.value}
            className={clsx(
              "relative flex items-center justify-center gap-2 rounded-lg border px-3 leading-tight",
              big ? "min-h-14 min-w-14" : "min-h-11 min-w-11",
              inRow && "grow px-0!",
              stacked && "justify-start! py-2 text-start",
              pressing === option.value && PRESSING,
              option.value === value ? "border-ink bg-ink font-semibold text-paper" : "border-edge bg-card",
              "cursor-pointer has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-lantern",
            )}
          >
            {/* The browser's own radio, as large as the button it lies on. */}
            <input
              type="radio"
              name={id}
              value={option.value}
              checked={option.value === value}
              onChange={() => onChoose(option.value)}
              tabIndex={option.value === inTabOrder ? 0 : -1}
              aria-label={option.name}
              className="absolute -inset-px m-0 cursor-pointer appearance-none outline-none"
            />
            {option.label}
          </label>
        ))}
      </div>
    </div>
  );
}
