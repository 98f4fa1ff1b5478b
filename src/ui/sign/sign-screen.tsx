"use client";

import { ClipboardCopy, Download, Mail, PenLine, Printer } from "lucide-react";
import { useMemo, useState } from "react";
import { openEmergency } from "@/core/safety";
import { keepReading, noteText, writeNote } from "@/core/exchange";
import { SIGN_STATEMENT } from "@/core/record";
import type { Sync } from "@/sync/exam-client";
import { copyText } from "../primitives/copy-text";
import { Button, ButtonLink, DownloadLink } from "../primitives/button";
import { Card } from "../primitives/card";
import { GiveCard } from "../accounts/give-card";
import { useMay } from "../accounts/use-may";
import { CountersignBar } from "../accounts/countersign-bar";
import { useHere } from "../shell/here";
import { useNotedPrint } from "../shell/use-noted-print";
import { Field, inputClass } from "../primitives/field";
import { useExam, useSync } from "../exam/exam-provider";
import { useReading } from "../exam/use-reading";
import { type Spreads, useArrivedSpreads } from "../exam/use-spreads";
import { SignsCard } from "../course/signs-card";
import { AsSigned } from "./as-signed";
import { NotePage } from "./note-page";

function AddNote() {
  const { append } = useExam();
  const [text, setText] = useState("");
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        if (await append({ type: "note-written", body: { text: text.trim() } })) setText("");
      }}
    >
      <Field label="A line for the note">
        {(ids) => (
          <textarea
            {...ids}
            rows={2}
            className={`${inputClass} py-2`}
            maxLength={4000}
            value={text}
            onChange={(event) => setText(event.target.value)}
            required
          />
        )}
      </Field>
      <Button type="submit" className="mt-2">
        Add to the note
      </Button>
    </form>
  );
}

type SignOffProps = { spreads: Spreads; arrived: boolean };

/** What keeps a record from being signed now, in a sentence; null when nothing does. */
function hindranceOf(emergency: boolean, sync: Sync, held: boolean, arrived: boolean): string | null {
  if (emergency) return "An emergency referral is not answered yet.";
  if (sync.state !== "saved") return "Waiting until every tap is saved.";
  if (!held) return "The figures it is read under are not in this store, so there is no reading to sign.";
  return arrived ? null : "Waiting for the intervals: what is signed is what is shown.";
}

/** Signing names the record's end and what is read, so it waits until everything is with the server and worked out. */
function SignOff({ spreads, arrived }: SignOffProps) {
  const { state, guard, profile, changes, append } = useExam();
  const reading = useReading();
  const isTrainee = useHere().here?.profile?.role === "trainee";
  const { head, sync } = useSync();
  const openAmendments = state.amendments.length - state.amendmentsClosed;
  if (state.signed && openAmendments === 0) return null;
  const hindrance = hindranceOf(openEmergency(guard) !== null, sync, changes !== null, arrived);
  const sign = () =>
    void append({
      type: state.signed ? "amendment-signed" : "exam-signed",
      body: {
        name: profile.name,
        registration: profile.registration,
        statement: SIGN_STATEMENT,
        head: head.head,
        length: head.length,
        reading: keepReading(state, reading, head, spreads),
      },
    });
  return (
    <Card heading={state.signed ? "Sign the amendments" : "Sign"}>
      <p>
        &ldquo;{SIGN_STATEMENT}&rdquo; <strong>{profile.name}</strong>
        {profile.registration && `, ${profile.registration}`}
      </p>
      <p className="mt-1 text-sm text-soft">
        {state.signed
          ? `${openAmendments} ${openAmendments === 1 ? "change stands" : "changes stand"} after the last signature.`
          : "After this, changes are amendments and are shown as such."}
      </p>
      {hindrance && (
        <p role="status" className="mt-2 text-sm font-medium text-caution">
          {hindrance}
        </p>
      )}
      {isTrainee && <p className="mt-2 text-sm text-soft">It then waits for its countersignature.</p>}
      <Button look="main" big className="mt-3 w-full" disabled={hindrance !== null} onClick={sign}>
        <PenLine aria-hidden size={20} /> {state.signed ? "Sign the amendments" : "Sign the record"}
      </Button>
    </Card>
  );
}

/** The note, the signature, and the ways out of here. */
export function SignScreen() {
  const { exam, state } = useExam();
  const reading = useReading();
  const { here } = useHere();
  useNotedPrint(exam, "record");
  const mayExamine = useMay("examine");
  const { head, anchor } = useSync();
  const { spreads, arrived } = useArrivedSpreads(reading.sources);
  const [copied, setCopied] = useState<string | null>(null);
  const note = useMemo(() => writeNote(state, reading, head, spreads, anchor), [state, reading, head, spreads, anchor]);
  return (
    <div className="mx-auto grid w-full max-w-7xl gap-4 p-4 lg:grid-cols-[1fr_20rem] print:block print:p-0">
      <div className="flex flex-col gap-4">
        {state.signed && <CountersignBar exam={exam} head={head.head} />}
        <div className="rounded-2xl border border-line bg-white print:border-0">
          <NotePage note={note} />
        </div>
      </div>
      <aside className="no-print flex flex-col gap-4" aria-label="Sign and send">
        {mayExamine && <SignOff spreads={spreads} arrived={arrived} />}
        {mayExamine && <SignsCard />}
        <AsSigned />
        <Card heading="Take it with you">
          <div className="flex flex-col gap-2">
            <Button onClick={() => window.print()}>
              <Printer aria-hidden size={18} /> Print, or save as PDF
            </Button>
            <Button
              onClick={async () =>
                setCopied(
                  (await copyText(noteText(note)))
                    ? "Copied."
                    : "This browser would not copy; select the note and copy it by hand.",
                )
              }
            >
              <ClipboardCopy aria-hidden size={18} /> Copy as plain text
            </Button>
            <p role="status" className="text-sm">
              {copied}
            </p>
            <ButtonLink href={`/exams/${exam}/letters`}>
              <Mail aria-hidden size={18} /> Letters, and a page for the person
            </ButtonLink>
            {here?.acts.includes("take records out") && (
              <>
                <DownloadLink href={`/api/exams/${exam}/export?as=json`}>
                  <Download aria-hidden size={18} /> Exam file (JSON)
                </DownloadLink>
                <DownloadLink href={`/api/exams/${exam}/export?as=csv`}>
                  <Download aria-hidden size={18} /> Findings (CSV)
                </DownloadLink>
                <DownloadLink href={`/api/exams/${exam}/fhir`}>
                  <Download aria-hidden size={18} /> For another system (FHIR)
                </DownloadLink>
              </>
            )}
          </div>
        </Card>
        {state.signed && here?.acts.includes("change who works here") && <GiveCard exam={exam} />}
        {mayExamine && (
          <Card heading="Add">
            <AddNote />
          </Card>
        )}
      </aside>
    </div>
  );
}
