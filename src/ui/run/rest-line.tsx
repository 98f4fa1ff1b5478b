"use client";

import { useState } from "react";
import { restAgain } from "@/core/admission";
import { restQuestion } from "@/core/knowledge";
import type { SheetStep } from "@/core/planning";
import { Button } from "../primitives/button";
import { Score } from "../primitives/score";
import { useExam } from "../exam/exam-provider";
import { useSaid } from "../exam/use-said";
import { KeyHint } from "../shell/key-hint";
import { KEYS } from "../shell/keymap";
import { useKeys } from "../shell/use-keys";
import { SymptomName } from "./symptom-name";
import { useRestRating } from "./use-rest-rating";

/** The symptom at rest, where it is asked before a test begins, and how it is rated. */
export function useRest({ protocol, side }: SheetStep) {
  const { state } = useExam();
  const { rest } = state;
  const own = state.areas.find(({ area }) => area === state.familiar?.area)?.places ?? [];
  const places = rest?.places.length ? rest.places : own;
  const asked = restAgain(state, { protocol, side });
  const rating = useRestRating(protocol.position, places);
  return { ...rating, asked, rate: (intensity: number) => void rating.rate(intensity) };
}

type RestLineProps = { step: SheetStep; rest: ReturnType<typeof useRest> };

/** One press before the next test, where the last one brought the symptom on or they lie another way. */
export function RestLine({ step, rest: { asked, last, of, rate, keep } }: RestLineProps) {
  /** On a phone the eleven steps would push the answers off the screen; they come when asked for. */
  const [opened, setOpened] = useState(false);
  const said = useSaid();
  useKeys(KEYS.restKept, () => asked && last !== null && keep());
  if (!asked || last === null) return null;
  return (
    <section
      aria-label="At rest, before this test"
      className="rounded-xl bg-card p-2 outline-3 outline-lantern"
      data-rest-again={asked}
    >
      <p className="flex flex-wrap items-center gap-2 sm:mb-1">
        <span className="min-w-48 flex-1 text-xl">
          {of && <SymptomName symptom={of} />}&ldquo;{said(restQuestion(step.protocol.position))}&rdquo;
        </span>
        <Button big className="px-3! text-sm" onClick={keep}>
          Still {last} <KeyHint entry={KEYS.restKept} />
        </Button>
        {!opened && (
          <Button big className="px-3! text-sm sm:hidden" onClick={() => setOpened(true)}>
            Not {last}
          </Button>
        )}
      </p>
      <div className={opened ? "mt-2" : "hidden sm:block"}>
        <Score label="At rest now, 0 to 10" hideLabel value={null} onChoose={rate} big inRow />
      </div>
    </section>
  );
}
