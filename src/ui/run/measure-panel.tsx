"use client";

import { useRef, useState } from "react";
import { readNumber } from "@/core/base";
import { type Measure, rangeText, sideDifference } from "@/core/measurement";
import { otherSide, type Side } from "@/core/vocabulary";
import { KEYS } from "../shell/keymap";
import { Button } from "../primitives/button";
import { inputClass } from "../primitives/field";
import { KeyHint } from "../shell/key-hint";
import { SideBadge } from "../primitives/side-badge";
import { useKeys } from "../shell/use-keys";
import type { TestActions } from "./use-test";

type NumberFieldProps = {
  measure: Measure;
  value: number | undefined;
  other: number | undefined;
  /** Both sides are sore, so the difference is shown and not judged. */
  bothSore: boolean;
  side: Side | null;
  onKeep: (value: number | null) => void;
  onStep: (steps: number) => void;
  inputRef?: React.Ref<HTMLInputElement>;
  /** This number is what is asked now. */
  isAsked?: boolean;
};

/** The other side's number, and whether the difference is larger than the error of measuring it. */
function Beside({
  measure,
  value,
  other,
  bothSore,
  side,
}: Omit<NumberFieldProps, "onKeep" | "onStep" | "inputRef" | "isAsked">) {
  if (other === undefined || !side) return null;
  const compared = value === undefined ? null : sideDifference(value, other, measure.mdc ?? null);
  return (
    <span className="flex items-center gap-1.5 text-sm text-soft">
      <SideBadge side={otherSide(side)} size="sm" />
      {other}
      {measure.unit === "°" ? "°" : ""}
      {compared && (
        <span className={compared.beyondMdc && !bothSore ? "font-semibold text-ink" : ""}>
          , difference {Math.round(compared.difference * 10) / 10}
          {bothSore
            ? ": both sore, not judged"
            : compared.mdc === null
              ? ""
              : compared.beyondMdc
                ? `: beyond the error (${compared.mdc})`
                : `: within the error (${compared.mdc})`}
        </span>
      )}
    </span>
  );
}

/** One number: typed, or stepped by the arrow keys and buttons; kept when left or on Enter. */
function NumberField(props: NumberFieldProps) {
  const { measure, value, other, bothSore, side, onKeep, onStep, inputRef, isAsked = false } = props;
  const [typed, setTyped] = useState<string | null>(null);
  const keep = () => {
    if (typed !== null) onKeep(readNumber(typed));
    setTyped(null);
  };
  const by = (steps: number) => {
    setTyped(null);
    onStep(steps);
  };
  return (
    <div
      className={`flex flex-wrap items-center gap-x-2 gap-y-1 ${isAsked ? "rounded-xl outline-3 outline-offset-4 outline-lantern" : ""}`}
      data-measure={measure.id}
    >
      <label className="flex items-center gap-2">
        <span className="leading-tight">
          {measure.label}
          {measure.expected && (
            <span className="block text-sm text-soft">
              expected {rangeText(measure.expected)}
              {measure.expectedWhy && ` ${measure.expectedWhy}`}
            </span>
          )}
        </span>
        <input
          ref={inputRef}
          inputMode="decimal"
          aria-label={`${measure.label}, ${measure.unit === "°" ? "degrees" : measure.unit}`}
          className={`${inputClass} min-h-14 w-20! text-lg`}
          value={typed ?? (value === undefined ? "" : String(value))}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={keep}
          onKeyDown={(event) => {
            if (event.key === "Enter") event.currentTarget.blur();
            if (event.key === "ArrowUp" || event.key === "ArrowDown") {
              event.preventDefault();
              by(event.key === "ArrowUp" ? 1 : -1);
            }
          }}
        />
        {measure.unit}
      </label>
      <Button big className="px-2" aria-label={`${measure.label}: one less`} onClick={() => by(-1)}>
        −
      </Button>
      <Button big className="px-2" aria-label={`${measure.label}: one more`} onClick={() => by(1)}>
        +
      </Button>
      <Beside measure={measure} value={value} other={other} bothSore={bothSore} side={side} />
    </div>
  );
}

type MeasurePanelProps = {
  measures: readonly Measure[];
  test: TestActions;
  side: Side | null;
  /** The number that is asked now; digits go to it. */
  asked: string | null;
};

/** The numbers a test reads, beside the other side's. */
export function MeasurePanel({ measures, test, side, asked }: MeasurePanelProps) {
  const first = useRef<HTMLInputElement>(null);
  useKeys(KEYS.firstNumber, (event) => {
    event.preventDefault();
    first.current?.focus();
  });
  if (measures.length === 0) return null;
  return (
    <div role="group" aria-label="Numbers" className="flex flex-wrap items-center gap-x-6 gap-y-2">
      {measures.map((measure, index) => (
        <NumberField
          key={measure.id}
          measure={measure}
          value={test.run?.measures[measure.id]}
          other={test.likeRun?.measures[measure.id]}
          bothSore={test.run?.bothSore ?? false}
          side={side}
          onKeep={(value) => void test.measure(measure.id, value)}
          onStep={(steps) => void test.measureBy(measure, steps)}
          isAsked={measure.id === asked}
          {...(index === 0 ? { inputRef: first } : {})}
        />
      ))}
      {asked ? (
        <span className="text-sm font-medium">Where did it start? Type it, Enter.</span>
      ) : (
        <KeyHint entry={KEYS.firstNumber} />
      )}
    </div>
  );
}
