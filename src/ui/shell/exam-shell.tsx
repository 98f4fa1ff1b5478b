"use client";

import dynamic from "next/dynamic";
import { Link } from "../primitives/link";
import { usePathname, useRouter } from "next/navigation";
import type { ReactNode } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { ageAtExam, type ExamState, SIGNALS, symptomsOf } from "@/core/record";
import { placeLabel } from "@/core/vocabulary";
import { LanternMark } from "../drawing/lantern-mark";
import { Button } from "../primitives/button";
import { useHere } from "./here";
import { useExam } from "../exam/exam-provider";
import { EmergencyDialog } from "../guard/emergency-dialog";
import { StatusPill } from "./status-pill";
import { later, useLater } from "../primitives/later";

const STEPS = [
  { path: "complaint", label: "Complaint" },
  { path: "guard", label: "Guard" },
  { path: "plan", label: "Plan" },
  { path: "baseline", label: "Baseline" },
  { path: "run", label: "Run" },
  { path: "reading", label: "Reading" },
  { path: "sign", label: "Sign" },
] as const;

/** Going from step to step works from any field. */
const FROM_ANY_FIELD = { enableOnFormTags: true } as const;

function useStepKeys(exam: string): void {
  const router = useRouter();
  useHotkeys(
    "alt+1, alt+2, alt+3, alt+4, alt+5, alt+6, alt+7",
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

/** What they came with, by its places, as long as nobody has put down their words. */
const placesDrawn = ({ areas }: Pick<ExamState, "areas">): string =>
  areas[0] ? `${areas[0].places.map(placeLabel).join(" · ")}, their words not noted` : "Nothing drawn yet";

const SignedBar = dynamic(() => import("./signed-bar").then((module) => module.SignedBar));

const ScreenKeys = later(
  () => import("./screen-keys").then((module) => module.ScreenKeys),
  () => <span aria-hidden className="size-11" />,
);

const RecordNotices = later(() => import("./record-notices").then((module) => module.RecordNotices));

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

const MINUTE_MS = 60_000;
const CLOCK_OFF_MS = 10 * MINUTE_MS;

/** Times in the record are this device's: a clock that is wrong is said while it can still be set. */
function ClockNote() {
  const { behindMs } = useHere();
  if (Math.abs(behindMs) < CLOCK_OFF_MS) return null;
  const minutes = Math.round(Math.abs(behindMs) / MINUTE_MS);
  const long = minutes < 120 ? `${minutes} minutes` : `${Math.round(minutes / 60)} hours`;
  return (
    <p role="alert" className="no-print border-b border-caution bg-caution-well px-4 py-2 text-caution">
      This device&rsquo;s clock is {long} {behindMs > 0 ? "behind" : "ahead of"} the server&rsquo;s, and times in the
      record are this device&rsquo;s. Set its clock.
    </p>
  );
}

/** Stands where the screen will: nothing is offered to press before a press can be taken. */
function Opening() {
  return (
    <div role="status" className="mx-auto grid w-full max-w-7xl gap-4 p-4 lg:grid-cols-[1fr_20rem]">
      <span className="sr-only">The examination is opening.</span>
      <div aria-hidden className="h-72 rounded-2xl bg-well" />
      <div aria-hidden className="h-40 rounded-2xl bg-well" />
    </div>
  );
}

/** Who, what hurts, where we are, and whether it is saved: above every screen of an exam. */
export function ExamShell({ children }: { children: ReactNode }) {
  const { exam, state, isOpen } = useExam();
  const pathname = usePathname();
  useStepKeys(exam);
  useLater();
  const symptoms = symptomsOf(state);
  const signals = (state.visit?.signals ?? []).flatMap((signal) => (signal ? SIGNALS[signal] : []));
  const person = state.opened?.body.person;
  const screen = pathname.endsWith("/run")
    ? "run"
    : pathname.endsWith("/guard")
      ? "guard"
      : pathname.endsWith("/plan")
        ? "plan"
        : "other";
  return (
    <div className="flex min-h-dvh flex-col">
      <header className="hush no-print flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line bg-card px-3 py-1.5">
        <Link href="/" aria-label="Roster" className="grid size-11 place-items-center rounded-lg">
          <LanternMark />
        </Link>
        <div className="me-auto min-w-0 flex-1 leading-tight">
          <h1 className="font-semibold">
            {person?.name}{" "}
            <span className="font-normal text-soft">
              {ageAtExam(state)} years · {person?.number}
            </span>
          </h1>
          <p className="max-w-56 truncate text-sm text-soft xl:max-w-md">
            {symptoms.length === 0
              ? placesDrawn(state)
              : symptoms.map(({ letter, words }) => `${symptoms.length > 1 ? `${letter} ` : ""}"${words}"`).join(" ")}
          </p>
          {signals.length > 0 && (
            <p className="text-sm font-semibold text-caution" data-signals>
              {signals.join(" · ")}
            </p>
          )}
        </div>
        <nav
          aria-label="Steps of the examination"
          className="order-last grid w-full grid-cols-7 gap-1 lg:order-none lg:flex lg:w-auto"
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
          <ScreenKeys screen={screen} />
        </div>
      </header>
      {state.signed && <SignedBar signed={state.signed} />}
      <ClockNote />
      {isOpen && <RecordNotices />}
      <Refusal />
      <main className="flex grow flex-col" aria-busy={!isOpen}>
        {isOpen ? children : <Opening />}
      </main>
      {isOpen && <EmergencyDialog />}
    </div>
  );
}
