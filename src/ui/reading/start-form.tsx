"use client";

import { useState } from "react";
import { citationText } from "@/core/knowledge";
import { otherStarts, percentText, type SourceReading } from "@/core/reading";
import { numberTyped, type StartDraft, StartFields } from "../evidence/start-fields";
import { Button } from "../primitives/button";
import { useExam } from "../exam/exam-provider";
import { useReading } from "../exam/use-reading";

/** Another starting probability for this person, with the reason; it stays in the record. */
export function StartForm({ source }: { source: SourceReading }) {
  const { append } = useExam();
  const reading = useReading();
  const [draft, setDraft] = useState<StartDraft>({
    percent: String(Math.round(source.start.mean * 100)),
    people: String(source.start.equivalentPeople),
    reason: "",
  });
  const [error, setError] = useState<string | undefined>();
  const offered = otherStarts(source.source, source.start, reading.evidence);
  return (
    <form
      noValidate
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        const mean = numberTyped(draft.percent) / 100;
        if (!(mean > 0 && mean < 1))
          return setError("Is 0 %, 100 % or no number: nothing could ever move it. Use a value between 0.1 and 99.9.");
        setError(undefined);
        void append({
          type: "start-set",
          body: {
            source: source.source,
            side: source.side,
            mean,
            equivalentPeople: numberTyped(draft.people),
            reason: draft.reason.trim(),
          },
        });
      }}
    >
      <p className="text-sm">
        Starts at {percentText(source.start.mean)}: {source.start.reason}. {source.start.remark ?? ""}
      </p>
      <StartFields draft={draft} onChange={setDraft} errors={{ percent: error }}>
        <Button type="submit">Use it</Button>
      </StartFields>
      {offered.length > 0 && (
        <ul className="flex flex-col gap-1 text-sm">
          {offered.map((start) => (
            <li key={start.id} className="flex flex-wrap items-center gap-2">
              <Button
                onClick={() =>
                  setDraft({
                    percent: String(Math.round(start.mean * 1000) / 10),
                    people: String(start.equivalentPeople),
                    reason: start.because,
                  })
                }
              >
                {percentText(start.mean)}
              </Button>
              <span>
                {start.population}
                {start.citation ? ` (${citationText(start.citation)})` : ""};{" "}
                {start.standing === "none" ? "no study" : start.standing}
                {start.setting ? `; ${start.setting}` : ""}. {start.remark ?? ""}
              </span>
            </li>
          ))}
        </ul>
      )}
    </form>
  );
}
