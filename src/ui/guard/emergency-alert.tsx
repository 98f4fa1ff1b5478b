"use client";

import { Siren } from "lucide-react";
import { AlertDialog } from "radix-ui";
import { useState } from "react";
import type { Referral } from "@/core/safety";
import { Button } from "../primitives/button";
import { Field, inputClass } from "../primitives/field";
import { useExam } from "../exam/exam-provider";

const SHORTEST = 10;

/** What an emergency asks: what was done, or that it was a slip. */
export function EmergencyAlert({ open }: { open: Referral }) {
  const { append, refusal } = useExam();
  const [action, setAction] = useState("");
  /** What a test or the baseline showed is corrected there, not here. */
  const question = open.from.kind === "answer" ? open.from.question : null;
  const short = action.trim().length < SHORTEST;
  return (
    <AlertDialog.Root open>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-black/70" />
        <AlertDialog.Content
          onEscapeKeyDown={(event) => event.preventDefault()}
          className="fixed top-1/2 left-1/2 z-50 flex w-[calc(100vw-1.5rem)] max-w-xl -translate-x-1/2 -translate-y-1/2 flex-col gap-4 rounded-2xl border-4 border-stop bg-card p-6"
        >
          <AlertDialog.Title className="flex items-center gap-3 text-2xl font-bold text-stop">
            <Siren aria-hidden size={32} /> {open.text}
          </AlertDialog.Title>
          <AlertDialog.Description>
            Stop here. Follow your local emergency path. Say below what was done; it stays in the record and in the
            note. If the answer was a slip, take it back.
          </AlertDialog.Description>
          <Field
            label="What was done, when, and who was told"
            hint={`At least ${SHORTEST} characters.`}
            error={refusal ?? undefined}
          >
            {(ids) => (
              <textarea
                {...ids}
                rows={3}
                className={`${inputClass} py-2`}
                value={action}
                onChange={(event) => setAction(event.target.value)}
              />
            )}
          </Field>
          <div className="flex flex-wrap gap-3">
            <Button
              look="stop"
              big
              disabled={short}
              onClick={() =>
                void append({ type: "referral-acknowledged", body: { referral: open.id, action: action.trim() } })
              }
            >
              Record and go on
            </Button>
            {question && (
              <Button big onClick={() => void append({ type: "guard-answered", body: { question, answer: "no" } })}>
                It was a slip: the answer is no
              </Button>
            )}
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
