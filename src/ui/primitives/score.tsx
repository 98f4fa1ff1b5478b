"use client";

import type { ReactNode } from "react";
import { Choice } from "./choice";

const STEPS = Array.from({ length: 11 }, (_, step) => String(step));

type ScoreProps = {
  label: ReactNode;
  hideLabel?: boolean;
  value: number | null;
  onChoose: (value: number) => void;
  big?: boolean;
  inRow?: boolean;
  pressing?: number | null;
};

/** 0 none to 10 worst imaginable, eleven steps. */
export const Score = ({ label, hideLabel, value, onChoose, big, inRow, pressing = null }: ScoreProps) => (
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
);
