"use client";

import type { ComponentProps } from "react";
import { Field, inputClass } from "../primitives/field";

type LineProps = Omit<ComponentProps<"input">, "onChange" | "value"> & {
  label: string;
  hint?: string;
  error?: string | undefined;
  value: string;
  onChange: (value: string) => void;
};

/** A line of text under its label. */
export const TextLine = ({ label, hint, error, className, onChange, ...input }: LineProps) => (
  <Field label={label} hint={hint} error={error} {...(className ? { className } : {})}>
    {(ids) => <input {...ids} {...input} className={inputClass} onChange={(event) => onChange(event.target.value)} />}
  </Field>
);

/** The passphrase as it is now: asked before anything of an account is changed. */
export const CurrentPassphrase = (line: Pick<LineProps, "value" | "onChange">) => (
  <TextLine
    {...line}
    label="Passphrase as it is now"
    type="password"
    autoComplete="current-password"
    required
    maxLength={200}
  />
);

const SHORTEST = 12;

/** A new passphrase, twice: what was typed unseen is typed again. */
export function NewPassphrase({
  value,
  again,
  onChange,
}: {
  value: string;
  again: string;
  onChange: (value: string, again: string) => void;
}) {
  const shared = { type: "password", autoComplete: "new-password", required: true, maxLength: 200 } as const;
  return (
    <>
      <TextLine
        {...shared}
        label="Passphrase"
        hint={`${SHORTEST} letters or more: four or five words that do not belong together.`}
        minLength={SHORTEST}
        value={value}
        onChange={(next) => onChange(next, again)}
      />
      <TextLine
        {...shared}
        label="Once more"
        error={again !== "" && again !== value ? "Is not the same. Write it again." : undefined}
        value={again}
        onChange={(next) => onChange(value, next)}
      />
    </>
  );
}

/** Four to six digits that nobody beside is to read. */
export const ShortCodeLine = (line: Pick<LineProps, "label" | "hint" | "autoFocus" | "value" | "onChange">) => (
  <TextLine type="password" inputMode="numeric" autoComplete="off" required minLength={4} maxLength={6} {...line} />
);
