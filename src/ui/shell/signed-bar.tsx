"use client";

import type { ExamState } from "@/core/record";
import { useExam } from "../exam/exam-provider";
import { Button } from "../primitives/button";
import { dayText } from "../primitives/dates";
import { ReasonForm } from "../primitives/reason-form";

const SHORTEST = 3;

/** Above a signed record: read it, or say why it is changed. */
export function SignedBar({ signed }: { signed: NonNullable<ExamState["signed"]> }) {
  const { amending, setAmending } = useExam();
  return (
    <div className="no-print border-b border-line bg-caution-well px-4 py-2 text-caution">
      {amending ? (
        <p className="flex flex-wrap items-center gap-3">
          <strong>Amending the signed record:</strong> {amending}
          <Button onClick={() => setAmending(null)}>Stop amending</Button>
        </p>
      ) : (
        <details>
          <summary className="flex min-h-11 items-center font-medium">
            Signed by {signed.body.name} on {dayText(signed.at)}. Changes from here are amendments: open to make one.
          </summary>
          <ReasonForm
            label="Why is the signed record changed?"
            button="Begin amending"
            shortest={SHORTEST}
            className="gap-3 py-2"
            fieldClass="min-w-72"
            onGive={(reason) => reason.length >= SHORTEST && setAmending(reason)}
          />
        </details>
      )}
    </div>
  );
}
