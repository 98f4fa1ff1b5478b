"use client";

import { Printer, Siren } from "lucide-react";
import { AlertDialog } from "radix-ui";
import { useRef, useState } from "react";
import { noteText, writeReferral } from "@/core/exchange";
import { ALL_CLEAR_OPTION, GUARD_QUESTIONS, REFERRED_TO } from "@/core/knowledge";
import type { Referral } from "@/core/safety";
import { Button } from "../primitives/button";
import { Field, inputClass } from "../primitives/field";
import { Link } from "../primitives/link";
import { useExam } from "../exam/exam-provider";
import { KeyHint } from "../shell/key-hint";
import { KEYS } from "../shell/keymap";

const SHORTEST = 10;

/** What is usually done, each recorded by one press. */
const ACTIONS = [
  "Emergency services called; patient kept still and observed.",
  "Patient sent to the emergency department, accompanied.",
  "Handed over to the emergency team, with the letter.",
  "Patient declined: risk explained, doctor informed by phone.",
] as const;

/** An emergency asks what was done, or whether the answer was a mistake. */
export function EmergencyAlert({ open }: { open: Referral }) {
  const { append, refusal, state, exam } = useExam();
  const [action, setAction] = useState("");
  const first = useRef<HTMLButtonElement>(null);
  /** What a test or the neurological examination showed is corrected there, not here. */
  const question = open.from.kind === "answer" ? open.from.question : null;
  const canBeNo = GUARD_QUESTIONS.some(
    ({ id, options }) => id === question && options.some((option) => option.id === ALL_CLEAR_OPTION),
  );
  const short = action.trim().length < SHORTEST;
  const letter = writeReferral(state);
  const record = (done: string) =>
    void append({ type: "referral-acknowledged", body: { referral: open.id, action: done } });
  const byMistake = () => {
    if (question) void append({ type: "guard-answered", body: { question, answer: ALL_CLEAR_OPTION, by: "them" } });
  };
  return (
    <AlertDialog.Root open>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-black/70" />
        <AlertDialog.Content
          onEscapeKeyDown={(event) => event.preventDefault()}
          onOpenAutoFocus={(event) => {
            event.preventDefault();
            first.current?.focus();
          }}
          onKeyDown={(event) => {
            if (event.target instanceof HTMLTextAreaElement || event.altKey || event.ctrlKey || event.metaKey) return;
            const done = ACTIONS[Number(event.key) - 1];
            if (done) record(done);
          }}
          className="fixed top-1/2 left-1/2 z-50 flex max-h-[calc(100dvh-1.5rem)] w-[calc(100vw-1.5rem)] max-w-2xl -translate-x-1/2 -translate-y-1/2 flex-col gap-4 overflow-y-auto rounded-2xl border-4 border-stop bg-card p-6"
        >
          <AlertDialog.Title className="flex items-center gap-3 text-2xl font-bold text-stop">
            <Siren aria-hidden size={32} className="shrink-0" /> {open.text}
          </AlertDialog.Title>
          <AlertDialog.Description>
            Stop. Refer now to {REFERRED_TO[open.to]}, and follow your local emergency procedure. Record below what you
            did; it goes into the record and the note.
          </AlertDialog.Description>
          <div role="group" aria-label="Action taken" className="grid gap-2">
            {ACTIONS.map((done, index) => (
              <Button
                key={done}
                ref={index === 0 ? first : undefined}
                big
                look={index === 0 ? "stop" : undefined}
                className="justify-start! text-start"
                onClick={() => record(done)}
              >
                <KeyHint entry={KEYS.option} nth={index} /> {done}
              </Button>
            ))}
          </div>
          <Field label="Or in your own words" hint={`At least ${SHORTEST} characters.`} error={refusal ?? undefined}>
            {(ids) => (
              <textarea
                {...ids}
                rows={2}
                maxLength={600}
                className={`${inputClass} py-2`}
                value={action}
                onChange={(event) => setAction(event.target.value)}
              />
            )}
          </Field>
          <div className="flex flex-wrap gap-3">
            <Button big disabled={short} onClick={() => record(action.trim())}>
              Record action
            </Button>
            {canBeNo ? (
              <Button big look="quiet" onClick={byMistake}>
                Entered by mistake: change the answer to no
              </Button>
            ) : (
              <Link href={`/exams/${exam}/baseline`} className="flex min-h-14 items-center underline">
                Entered by mistake: correct the finding
              </Link>
            )}
          </div>
          {letter && (
            <details className="border-t border-line pt-2">
              <summary className="flex min-h-11 items-center font-semibold">Referral letter</summary>
              <Link
                href={`/exams/${exam}/referral`}
                target="_blank"
                className="flex min-h-11 items-center gap-2 font-medium underline"
              >
                <Printer aria-hidden size={18} /> Open it to print
              </Link>
              <pre className="max-h-80 overflow-y-auto font-sans text-sm whitespace-pre-wrap" tabIndex={0}>
                {noteText(letter)}
              </pre>
            </details>
          )}
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
