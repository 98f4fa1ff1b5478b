"use client";

import type { PlanStop } from "@/core/planning";
import type { Position } from "@/core/vocabulary";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { KeyHint } from "../shell/key-hint";
import { KEYS } from "../shell/keymap";
import { useKeys } from "../shell/use-keys";

type StopFirstProps = { stop: PlanStop; position: Position; onOpen: () => void; onPass: () => void };

/** The plan has something to examine in this position before its first test. */
export function StopFirst({ stop, position, onOpen, onPass }: StopFirstProps) {
  useKeys(KEYS.next, (event) => {
    if (event.target instanceof Element && event.target.closest("a, summary, button")) return;
    event.preventDefault();
    onOpen();
  });
  useKeys(KEYS.skip, onPass);
  return (
    <Card heading={stop.label}>
      <p className="text-xl">
        Before the first test, {position}: power, reflexes and light touch, about {stop.minutes} min.
      </p>
      <p className="mt-1 text-lg text-soft">Why: {stop.because}.</p>
      <div className="mt-4 flex flex-wrap gap-2">
        <Button look="main" big className="text-lg" onClick={onOpen} autoFocus>
          Examine now <KeyHint entry={KEYS.next} />
        </Button>
        <Button big onClick={onPass}>
          Not now <KeyHint entry={KEYS.skip} />
        </Button>
      </div>
    </Card>
  );
}
