"use client";

import { useState } from "react";
import type { ExamPlan } from "@/core/planning";
import { useOwnSheets } from "../exam/use-own-sheets";
import { Button } from "../primitives/button";
import { Field, inputClass } from "../primitives/field";

/** The tests of this plan, in its order, as a sheet for other people too. */
export function KeepSheet({ plan }: { plan: ExamPlan }) {
  const { keep, said } = useOwnSheets();
  const [label, setLabel] = useState("");
  const tests = [...new Set(plan.blocks.flatMap(({ tests: shown }) => shown.map(({ test }) => test)))];
  return (
    <details className="w-full">
      <summary className="flex min-h-11 items-center">Keep these tests as a sheet of my own</summary>
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void keep(label.trim(), tests);
        }}
      >
        <Field label="Name of the sheet" className="min-w-56 grow">
          {(ids) => (
            <input
              {...ids}
              required
              maxLength={80}
              className={inputClass}
              value={label}
              onChange={(event) => setLabel(event.target.value)}
            />
          )}
        </Field>
        <Button type="submit" disabled={label.trim() === "" || tests.length === 0}>
          Keep it
        </Button>
      </form>
      {said && (
        <p role="status" className="pt-1">
          {said}
        </p>
      )}
    </details>
  );
}
