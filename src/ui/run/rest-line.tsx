"use client";

import { useState } from "react";
import { IN_POSTURE, restAgain } from "@/core/admission";
import type { SheetStep } from "@/core/planning";
import { Button } from "../primitives/button";
import { Score } from "../primitives/score";
import { useExam } from "../exam/exam-provider";
import { KeyHint } from "../shell/key-hint";
import { KEYS } from "../shell/keymap";
import { useKeys } from "../shell/use-keys";

/** One press before the next test, where the last one brought the symptom on or they lie another way. */
export function RestLine({ step }: { step: SheetStep }) {
  const { state, append } = useExam();
  /** On a phone the eleven steps would push the answers off the screen; they come when asked for. */
  const [opened, setOpened] = useState(false);
  const asked = restAgain(state, step);
  const { rest } = state;
  const own = state.areas.find(({ area }) => area === state.familiar?.area)?.places ?? [];
  const places = rest?.places.length ? rest.places : own;
  const rate = (intensity: number) =>
    void append({
      type: "rest-rated",
      body: {
        intensity,
        places: intensity === 0 ? [] : [...places],
        position: step.protocol.position,
      },
    });
  useKeys(KEYS.restKept, () => asked && rest && rate(rest.intensity));
  if (!asked || !rest) return null;
  return (
    <section
      aria-label="At rest, before this test"
      className="rounded-xl border border-edge p-2"
      data-rest-again={asked}
    >
      <p className="flex flex-wrap items-center gap-2 sm:mb-1">
        <span className="min-w-48 flex-1 font-medium">
          &ldquo;{IN_POSTURE[step.protocol.position]}, at rest: how bad is it now?&rdquo;
        </span>
        <Button big className="px-3! text-sm" onClick={() => rate(rest.intensity)}>
          Still {rest.intensity} <KeyHint entry={KEYS.restKept} />
        </Button>
        {!opened && (
          <Button big className="px-3! text-sm sm:hidden" onClick={() => setOpened(true)}>
            Not {rest.intensity}
          </Button>
        )}
      </p>
      <div className={opened ? "mt-2" : "hidden sm:block"}>
        <Score label="At rest now, 0 to 10" hideLabel value={null} onChoose={rate} big inRow />
      </div>
    </section>
  );
}
