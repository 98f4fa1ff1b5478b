"use client";

import { useState } from "react";
import { Button } from "../primitives/button";
import { Dialog } from "../primitives/dialog";
import { Field, inputClass } from "../primitives/field";

/** A reason that stands in no list. */
export function TypedReason({ label, onGive }: { label: string; onGive: (reason: string) => void }) {
  const [typed, setTyped] = useState("");
  return (
    <>
      <Field label={label}>
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
      <Button big disabled={typed.trim() === ""} onClick={() => onGive(typed.trim())}>
        Record what is typed
      </Button>
    </>
  );
}

type ReasonDialogProps = {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  reasons: readonly string[];
  /** What the typed field is for; left out: only the list can be given. */
  otherLabel?: string | undefined;
  onGive: (reason: string) => void;
};

/** A reason by one large tap, or typed. */
export function ReasonDialog({ open, onOpenChange, title, reasons, otherLabel, onGive }: ReasonDialogProps) {
  const give = (reason: string) => {
    onGive(reason);
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
      {otherLabel && <TypedReason label={otherLabel} onGive={give} />}
    </Dialog>
  );
}
