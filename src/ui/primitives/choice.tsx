"use client";

import clsx from "clsx";
import { RadioGroup } from "radix-ui";
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
  return (
    <div className="flex flex-col gap-1.5">
      <span id={id} className={hideLabel ? "sr-only" : "font-medium"}>
        {label}
      </span>
      <RadioGroup.Root
        aria-labelledby={id}
        value={value ?? ""}
        onValueChange={(next) => onChoose(next as T)}
        className={clsx(
          stacked
            ? "flex flex-col items-stretch gap-1.5"
            : inRow
              ? "grid grid-cols-6 gap-1.5 lg:flex lg:gap-1"
              : "flex flex-wrap gap-1.5",
        )}
      >
        {options.map((option) => (
          <RadioGroup.Item
            key={option.value}
            value={option.value}
            aria-label={option.name}
            className={clsx(
              "flex items-center justify-center gap-2 rounded-lg border px-3 leading-tight",
              big ? "min-h-14 min-w-14" : "min-h-11 min-w-11",
              inRow && "grow px-0!",
              stacked && "justify-start! py-2 text-left",
              pressing === option.value && PRESSING,
              "border-edge bg-card data-[state=checked]:border-ink data-[state=checked]:bg-ink data-[state=checked]:font-semibold data-[state=checked]:text-paper",
            )}
          >
            {option.label}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
    </div>
  );
}
