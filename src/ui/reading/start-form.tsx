"use client";

import { useState } from "react";
import { citationText } from "@/core/knowledge/citations";
import type { SourceReading } from "@/core/reading/reading";
import { otherStarts } from "@/core/reading/starting";
import { percentText } from "@/core/reading/words";
import { Button } from "../primitives/button";
import { Field, inputClass } from "../primitives/field";
import { useExam } from "../exam/exam-provider";

/** Another starting probability for this person, with the reason; it stays in the record. */
export function StartForm({ one }: { one: SourceReading }) {
  const { append, reading } = useExam();
  const [percent, setPercent] = useState(String(Math.round(one.start.mean * 100)));
  const [people, setPeople] = useState(String(one.start.equivalentPeople));
  const [reason, setReason] = useState("");
  const [error, setError] = useState<string | undefined>();
  const number = (text: string) => Number(text.replace(",", "."));
  const offered = otherStarts(one.source, one.start, reading.evidence);
  return (
    <form
      noValidate
      className="grid items-start gap-3 sm:grid-cols-[7rem_7rem_1fr_auto]"
      onSubmit={(event) => {
        event.preventDefault();
        const mean = number(percent) / 100;
        if (!(mean > 0 && mean < 1))
          return setError("Is 0 %, 100 % or no number: nothing could ever move it. Use a value between 0.1 and 99.9.");
        setError(undefined);
        void append({
          type: "start-set",
          body: {
            source: one.source,
            side: one.side,
            mean,
            equivalentPeople: number(people),
            reason: reason.trim(),
          },
        });
      }}
    >
      <p className="text-sm sm:col-span-4">
        Starts at {percentText(one.start.mean)}: {one.start.reason}.
      </p>
      <Field label="Start, %" error={error}>
        {(ids) => (
          <input
            {...ids}
            inputMode="decimal"
            className={inputClass}
            value={percent}
            onChange={(event) => setPercent(event.target.value)}
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
            maxLength={600}
          />
        )}
      </Field>
      <Button type="submit" className="sm:mt-7">
        Use it
      </Button>
      {offered.length > 0 && (
        <ul className="flex flex-col gap-1 text-sm sm:col-span-4">
          {offered.map((start) => (
            <li key={start.id} className="flex flex-wrap items-center gap-2">
              <Button
                onClick={() => {
                  setPercent(String(Math.round(start.mean * 1000) / 10));
                  setPeople(String(start.equivalentPeople));
                  setReason(start.because);
                }}
              >
                {percentText(start.mean)}
              </Button>
              <span>
                {start.population}
                {start.citation ? ` (${citationText(start.citation)})` : ""}; {start.standing}
              </span>
            </li>
          ))}
        </ul>
      )}
    </form>
  );
}
