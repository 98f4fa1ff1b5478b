"use client";

import { useState } from "react";
import { Button } from "./button";
import { Field, inputClass } from "./field";

type ReasonFormProps = {
  label: string;
  button: string;
  /** Fewest characters. */
  shortest: number;
  className: string;
  fieldClass: string;
  onGive: (reason: string) => void;
};

/** A reason typed once: for an override, what was done about a referral, or a change to a signed record. */
export function ReasonForm({ label, button, shortest, className, fieldClass, onGive }: ReasonFormProps) {
  const [reason, setReason] = useState("");
  return (
    <form
      className={`flex flex-wrap items-end ${className}`}
      onSubmit={(event) => {
        event.preventDefault();
        onGive(reason.trim());
      }}
    >
      <Field label={label} className={`${fieldClass} grow`}>
        {(ids) => (
          <input
            {...ids}
            className={inputClass}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            minLength={shortest}
            maxLength={600}
            required
          />
        )}
      </Field>
      <Button type="submit">{button}</Button>
    </form>
  );
}
