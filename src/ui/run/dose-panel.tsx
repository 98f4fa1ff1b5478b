"use client";

import { useRef, useState } from "react";
import { readNumber } from "@/core/base";
import { doseFor } from "@/core/record";
import { convertForce, describeForceRange, rangeText } from "@/core/measurement";
import { KEYS } from "../shell/keymap";
import { inputClass } from "../primitives/field";
import { Button } from "../primitives/button";
import { KeyHint } from "../shell/key-hint";
import { useExam } from "../exam/exam-provider";
import { HoldTimer } from "./hold-timer";
import type { TestActions } from "./use-test";
import { useKeys } from "../shell/use-keys";

type DosePanelProps = Pick<TestActions, "stage" | "record" | "giveDose"> & {
  /** Names the test and side, so that a hold and its rest outlast the first answer and a reload. */
  holdId: string;
};

/** The force given, beside the force asked; the hold; the thrusts. All may stay empty: "as asked, not measured". */
export function DosePanel({ holdId, stage, record, giveDose }: DosePanelProps) {
  const { profile, state } = useExam();
  const { unit, sound } = profile.settings.work;
  const { kgf, holdSeconds, restSeconds, thrusts } = doseFor(stage, state);
  const input = useRef<HTMLInputElement>(null);
  const given = record?.dose?.force;
  const [typed, setTyped] = useState(given ? String(Math.round(convertForce(given, unit) * 10) / 10) : "");
  useKeys(KEYS.dose, (event) => {
    event.preventDefault();
    input.current?.focus();
  });

  const keep = (text: string) => {
    const value = readNumber(text);
    if (value === null) return;
    if (given?.value !== value || given.unit !== unit) giveDose({ force: { value, unit } });
  };
  const asAsked = (asked: number) => {
    const text = String(Math.round(convertForce({ value: asked, unit: "kgf" }, unit)));
    setTyped(text);
    keep(text);
  };

  if (!kgf && !holdSeconds && !thrusts) return null;
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
      {kgf && (
        <>
          <label className="flex items-center gap-2">
            <span className="leading-tight">
              Dose
              <span className="block text-sm text-soft">{describeForceRange(kgf, unit)}</span>
            </span>
            <input
              ref={input}
              inputMode="decimal"
              aria-label={`Force given, in ${unit}`}
              className={`${inputClass} min-h-14 w-20! text-lg`}
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
              onBlur={() => keep(typed)}
              onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
            />
            {unit}
            <KeyHint entry={KEYS.dose} />
          </label>
          <Button big onClick={() => asAsked(kgf[0])}>
            as asked
          </Button>
        </>
      )}
      {holdSeconds && (
        <HoldTimer
          key={holdSeconds}
          id={`${holdId} ${stage.id}`}
          seconds={holdSeconds}
          rest={restSeconds ?? 0}
          sound={sound}
          held={record?.dose?.seconds ?? null}
          onHeld={(seconds) => giveDose({ seconds })}
        />
      )}
      {thrusts && (
        <div role="group" aria-label="Thrusts given" className="flex items-center gap-1">
          <span className="me-1 leading-tight">
            Thrusts
            <span className="block text-sm text-soft">{rangeText(thrusts)} asked</span>
          </span>
          {Array.from({ length: thrusts[1] }, (_, index) => index + 1).map((count) => (
            <Button
              key={count}
              big
              aria-pressed={record?.dose?.thrusts === count}
              className="px-2"
              onClick={() => giveDose({ thrusts: count })}
            >
              {count}
            </Button>
          ))}
        </div>
      )}
    </div>
  );
}
