"use client";

import { readNumber } from "@/core/base";
import type { ReactNode } from "react";
import { Field, inputClass } from "../primitives/field";

/** A starting probability as it is typed. */
export type StartDraft = { readonly percent: string; readonly people: string; readonly reason: string };

/** Digits with a point or a comma; an empty field is no number. */
export const numberTyped = (text: string): number => readNumber(text) ?? Number.NaN;

const FIELDS = [
  ["percent", "Start, %", "decimal"],
  ["people", "People", "decimal"],
  ["reason", "Why", "text"],
] as const;

/** Start, people and reason, each with its own error, and the buttons beside them. */
export function StartFields(props: {
  draft: StartDraft;
  onChange: (draft: StartDraft) => void;
  errors: Partial<Record<keyof StartDraft, string | undefined>>;
  children: ReactNode;
}) {
  const { draft, onChange, errors, children } = props;
  return (
    <div className="grid items-start gap-3 sm:grid-cols-[7rem_7rem_1fr_auto]">
      {FIELDS.map(([field, label, mode]) => (
        <Field key={field} label={label} error={errors[field]}>
          {(ids) => (
            <input
              {...ids}
              inputMode={mode}
              className={inputClass}
              maxLength={300}
              value={draft[field]}
              onChange={(event) => onChange({ ...draft, [field]: event.target.value })}
            />
          )}
        </Field>
      ))}
      <div className="flex flex-wrap gap-2 sm:mt-7">{children}</div>
    </div>
  );
}
