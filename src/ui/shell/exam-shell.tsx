"use client";

import Link from "next/link";
import { usePathname, useRouter } from "next/navigation";
import { type ReactNode, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { ageAtExam } from "@/core/record";
import { LanternMark } from "../drawing/lantern-mark";
import { Button } from "../primitives/button";
import { Field, inputClass } from "../primitives/field";
import { useExam } from "../exam/exam-provider";
import { EmergencyDialog } from "../guard/emergency-dialog";
import { KeyHelp, type KeyRow } from "./key-help";
import { StatusPill } from "./status-pill";

const STEPS = [
  { path: "complaint", label: "Complaint" },
  { path: "guard", label: "Guard" },
  { path: "baseline", label: "Baseline" },
  { path: "run", label: "Run" },
  { path: "reading", label: "Reading" },
  { path: "sign", label: "Sign" },
] as const;

const EVERYWHERE: readonly KeyRow[] = [
  ["Alt 1 … Alt 6", "complaint, guard, baseline, run, reading, sign"],
  ["Alt 0", "back to the roster"],
  ["?", "this list"],
];

const RUN_KEYS: readonly KeyRow[] = [
  ["1 2 3 4 5", "the answers in the order shown: nothing, stretch, another pain, THEIRS; gone, less, the same, worse"],
  ["Q W E R T Y", "where it was felt: the first six places shown"],
  ["C", "another place, on the body chart"],
  ["+  −", "how bad, one step up or down"],
  ["N", "all clear to the end of this test"],
  ["M", "the same as the other side"],
  ["G", "the first number; arrow keys step it"],
  ["Enter", "on to the next test"],
  ["Backspace", "back to the test before"],
  ["H", "start or stop the hold timer"],
  ["S", "stop the test"],
  ["X  P", "skip this test, or do it later, with a reason"],
  ["A", "repeat this test"],
  ["U", "undo the last tap"],
  ["D", "dose given"],
  ["F  L", "a note at this stage; log a technique"],
  ["O", "change the run sheet"],
];

/** Going from step to step works from any field. */
const FROM_ANY_FIELD = { enableOnFormTags: true } as const;

function useStepKeys(exam: string): void {
  const router = useRouter();
  useHotkeys(
    "alt+1, alt+2, alt+3, alt+4, alt+5, alt+6",
    (event) => {
      event.preventDefault();
      const step = STEPS[Number(event.code.replace(/\D/g, "")) - 1];
      if (step) router.push(`/exams/${exam}/${step.path}`);
    },
    FROM_ANY_FIELD,
  );
  useHotkeys(
    "alt+0",
    (event) => {
      event.preventDefault();
      router.push("/");
    },
    FROM_ANY_FIELD,
  );
}

/** Above a signed record: read it, or say why it is changed. */
function SignedBar() {
  const { state, amending, setAmending } = useExam();
  const [reason, setReason] = useState("");
  if (!state.signed) return null;
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
            Signed by {state.signed.body.name} on {state.signed.at.slice(0, 10)}. Changes from here are amendments: open
            to make one.
          </summary>
          <form
            className="flex flex-wrap items-end gap-3 py-2"
            onSubmit={(event) => {
              event.preventDefault();
              if (reason.trim().length >= 3) setAmending(reason.trim());
            }}
          >
            <Field label="Why is the signed record changed?" className="min-w-72 grow">
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
            <Button type="submit">Begin amending</Button>
          </form>
        </details>
      )}
    </div>
  );
}

function Refusal() {
  const { refusal, clearRefusal } = useExam();
  if (!refusal) return null;
  return (
    <div
      role="alert"
      className="no-print sticky top-0 z-30 flex items-center justify-between gap-4 border-b-2 border-stop bg-stop-well px-4 py-2 text-stop"
    >
      <p>
        <strong>Not taken.</strong> {refusal}
      </p>
      <Button onClick={clearRefusal}>Close</Button>
    </div>
  );
}

/** Who, what hurts, where we are, and whether it is saved: above every screen of an exam. */
export function ExamShell({ children }: { children: ReactNode }) {
  const { exam, state } = useExam();
  const pathname = usePathname();
  useStepKeys(exam);
  const person = state.opened?.body.person;
  const onRun = pathname.endsWith("/run");
  return (
    <div className="flex min-h-dvh flex-col">
      <header className="no-print flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line bg-card px-3 py-1.5">
        <Link href="/" aria-label="Roster" className="grid size-11 place-items-center rounded-lg">
          <LanternMark />
        </Link>
        <div className="mr-auto min-w-0 flex-1 leading-tight">
          <h1 className="font-semibold">
            {person?.name}{" "}
            <span className="font-normal text-soft">
              {ageAtExam(state)} years · {person?.number}
            </span>
          </h1>
          <p className="max-w-56 truncate text-sm text-soft xl:max-w-md">
            {state.familiar ? `"${state.familiar.words}"` : "Familiar symptom not chosen yet"}
          </p>
        </div>
        <nav
          aria-label="Steps of the examination"
          className="order-last grid w-full grid-cols-6 gap-1 lg:order-none lg:flex lg:w-auto"
        >
          {STEPS.map(({ path, label }, index) => {
            const here = pathname.endsWith(`/${path}`);
            return (
              <Link
                key={path}
                href={`/exams/${exam}/${path}`}
                aria-current={here ? "step" : undefined}
                className={`flex min-h-11 items-center justify-center gap-1.5 rounded-lg px-0.5 text-xs sm:text-base lg:px-2 xl:px-3 ${here ? "bg-ink font-semibold text-paper" : "hover:bg-well"}`}
              >
                <span aria-hidden className="hidden text-xs opacity-75 sm:inline">
                  {index + 1}
                </span>
                {label}
              </Link>
            );
          })}
        </nav>
        <div className="flex items-center">
          <StatusPill />
          <KeyHelp rows={onRun ? [...RUN_KEYS, ...EVERYWHERE] : EVERYWHERE} />
        </div>
      </header>
      <SignedBar />
      <Refusal />
      <main className="flex grow flex-col">{children}</main>
      <EmergencyDialog />
    </div>
  );
}
