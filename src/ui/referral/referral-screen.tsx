"use client";

import { ClipboardCopy, Printer } from "lucide-react";
import { useState } from "react";
import { noteText, writeReferral } from "@/core/exchange";
import { copyText } from "../primitives/copy-text";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { useExam, useSync } from "../exam/exam-provider";
import { useNotedPrint } from "../shell/use-noted-print";
import { NotePage } from "../sign/note-page";

/** The letter that goes with a referral: short, with the findings that led to it. */
export function ReferralScreen() {
  const { exam, state } = useExam();
  useNotedPrint(exam, "referral letter");
  const { head, anchor } = useSync();
  const [copied, setCopied] = useState(false);
  const letter = writeReferral(state, { head, anchor });
  if (!letter)
    return (
      <div className="mx-auto w-full max-w-3xl p-4">
        <Card heading="Nothing to refer">
          <p>No answer, baseline or test so far asks for a referral.</p>
        </Card>
      </div>
    );
  const copy = async () => {
    setCopied(await copyText(noteText(letter)));
  };
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-4 p-4 lg:grid-cols-[1fr_18rem] print:block print:p-0">
      <div className="rounded-2xl border border-line bg-white print:border-0">
        <NotePage note={letter} />
      </div>
      <div className="no-print">
        <Card heading="Take it with you">
          <div className="flex flex-col gap-2">
            <Button onClick={() => window.print()}>
              <Printer aria-hidden size={18} /> Print, or save as PDF
            </Button>
            <Button onClick={() => void copy()}>
              <ClipboardCopy aria-hidden size={18} /> {copied ? "Copied" : "Copy as plain text"}
            </Button>
          </div>
        </Card>
      </div>
    </div>
  );
}
