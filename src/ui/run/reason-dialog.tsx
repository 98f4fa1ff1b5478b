"use client";

import { useState } from "react";
import { Button } from "../primitives/button";
import { Dialog } from "../primitives/dialog";
import { Field, inputClass } from "../primitives/field";

type ReasonDialogProps = {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  reasons: readonly string[];
  /** What the typed field is for; left out: only the list can be given. */
  otherLabel?: string | undefined;
  onGive: (reason: string, typed: string) => void;
};

/** A reason by one large tap, or typed. */
export function ReasonDialog({ open, onOpenChange, title, reasons, otherLabel, onGive }: ReasonDialogProps) {
  const [typed, setTyped] = useState("");
  const give = (reason: string) => {
    onGive(reason, typed.trim());
    setTyped("");
    onOpenChange(false);
  };
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={title}>
      <div className="flex flex-col gap-2">
        {reasons.map((reason) => (
          <Button key={reason} big onClick={() => give(reason)}>
            {reason}
          </Button>
        ))}
      </div>
      {otherLabel && (
        <>
          <Field label={otherLabel}>
            {(ids) => (
              <input
                {...ids}
                className={inputClass}
                maxLength={300}
                value={typed}
                onChange={(event) => setTyped(event.target.value)}
              />
            )}
          </Field>
          <Button big disabled={typed.trim() === ""} onClick={() => give("other")}>
            Record what is typed
          </Button>
        </>
      )}
    </Dialog>
  );
}
