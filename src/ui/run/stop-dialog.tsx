"use client";

import { useEffect, useState } from "react";
import type { Stage } from "@/core/knowledge";
import type { SheetStep } from "@/core/planning";
import { Button } from "../primitives/button";
import { Dialog } from "../primitives/dialog";
import { TypedReason } from "./reason-dialog";
import { type StopReason, theirAnswer, useStop } from "./use-stop";
import type { TestActions } from "./use-test";

/** How long a stop pressed by mistake can be taken back here. */
const SLIP_SECONDS = 10;

const SOMETHING_ELSE: readonly (readonly [StopReason, string])[] = [
  ["new numbness, tingling or weakness", "New numbness, tingling or weakness"],
  ["faint or unwell", "Faint or unwell"],
  ["pain too strong", "Another pain, too strong"],
];

/** Whether the time to take it back has run out. */
function useTooLate(seconds: number): boolean {
  const [late, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), seconds * 1000);
    return () => clearTimeout(timer);
  }, [seconds]);
  return late;
}

type StopDialogProps = { step: SheetStep; test: TestActions; at: Stage; onClose: () => void };

/** The test is stopped already: one press says what it was. Left unsaid, it was just a stop. */
export function StopDialog({ step, test, at, onClose }: StopDialogProps) {
  const stop = useStop(step, test);
  const tooLate = useTooLate(SLIP_SECONDS);
  const say = (what: () => void) => {
    what();
    onClose();
  };
  const justStop = () => say(() => stop.wasFor("asked to stop", ""));
  return (
    <Dialog open onOpenChange={justStop} title="Stopped. What was it?">
      <div className="flex flex-col gap-2">
        {theirAnswer(at) !== null && (
          <Button big look="main" onClick={() => say(() => stop.wasTheirs(at))}>
            Their pain
          </Button>
        )}
        {SOMETHING_ELSE.map(([reason, said]) => (
          <Button key={reason} big look="stop" onClick={() => say(() => stop.wasFor(reason, ""))}>
            {said}
          </Button>
        ))}
        <Button big onClick={justStop}>
          Just stop
        </Button>
        <Button big look="quiet" disabled={tooLate} onClick={() => say(stop.wasSlip)}>
          {tooLate ? "No longer a slip: Undo takes it back" : "A slip: go on"}
        </Button>
      </div>
      <TypedReason label="Something else that was felt" onGive={(felt) => say(() => stop.wasFor("other", felt))} />
    </Dialog>
  );
}
