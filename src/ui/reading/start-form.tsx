"use client";

import { useState } from "react";
import type { FiguredReading } from "@/core/reading/reading";
import { Button } from "../primitives/button";
import { Field, inputClass } from "../primitives/field";
import { useExam } from "../exam/exam-provider";

/** Another starting probability for this person, with the reason; it stays in the record. */
export function StartForm({ figured }: { figured: FiguredReading }) {
  const { append } = useExam();
  const [percentText, setPercentText] = useState(String(Math.round(figured.start.mean * 100)));
  const [people, setPeople] = useState(String(figured.start.equivalentPeople));
  const [reason, setReason] = useState("");
  const number = (text: string) => Number(text.replace(",", "."));
  return (
    <details>
      <summary className="flex min-h-11 items-center underline">Start elsewhere for this person</summary>
      <form
        className="grid items-end gap-3 sm:grid-cols-[7rem_7rem_1fr_auto]"
        onSubmit={(event) => {
          event.preventDefault();
          void append({
            type: "start-set",
            body: {
              source: figured.source,
              side: figured.side,
              mean: number(percentText) / 100,
              equivalentPeople: number(people),
              reason: reason.trim(),
            },
          });
        }}
      >
        <Field label="Start, %">
          {(ids) => (
            <input
              {...ids}
              inputMode="decimal"
              className={inputClass}
              value={percentText}
              onChange={(event) => setPercentText(event.target.value)}
              required
            />
          )}
        </Field>
        <Field label="People">
          {(ids) => (
            <input
              {...ids}
              inputMode="decimal"
              className={inputClass}
              value={people}
              onChange={(event) => setPeople(event.target.value)}
              required
            />
          )}
        </Field>
        <Field label="Why">
          {(ids) => (
            <input
              {...ids}
              className={inputClass}
              value={reason}
              onChange={(event) => setReason(event.target.value)}
              minLength={3}
              maxLength={600}
              required
            />
          )}
        </Field>
        <Button type="submit">Use it</Button>
      </form>
    </details>
  );
}
