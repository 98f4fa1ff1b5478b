"use client";

import { format } from "date-fns";
import { ArrowLeft, ClipboardCopy, FileDown, Printer } from "lucide-react";
import { useState } from "react";
import { noteText, writeProgress } from "@/core/exchange";
import type { PersonCourses } from "@/wire/course";
import { call } from "@/wire/call";
import { EXCHANGE_ROUTES } from "@/wire/exchange-routes";
import { ROUTES } from "@/wire/routes";
import { Button, ButtonLink } from "../primitives/button";
import { Card } from "../primitives/card";
import { copyText } from "../primitives/copy-text";
import { Field, inputClass } from "../primitives/field";
import { useNotedPrint } from "../shell/use-noted-print";
import { savePdf } from "../letters/save-pdf";
import { NotePage } from "../sign/note-page";
import { useHere } from "../shell/here";
import { Loaded, Outline } from "../shell/loaded";
import { NothingHere } from "../shell/nothing-here";
import { PageHeader } from "../shell/page-header";

function Letter({ told, episode }: { told: PersonCourses; episode: string }) {
  const { here } = useHere();
  useNotedPrint(episode, "progress letter");
  const [asked, setAsked] = useState("");
  const [copied, setCopied] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const course = told.courses.find((one) => one.episode === episode);
  if (!course) return <NothingHere />;
  const { name = "", registration = "" } = here?.profile ?? {};
  const letter = writeProgress(course, {
    person: told.person,
    writer: { name, registration },
    today: format(new Date(), "yyyy-MM-dd"),
    asked,
  });
  const last = course.visits.at(-1)?.exam;
  const make = async () => {
    const asking = { kind: "progress", paper: "A4", reader: "doctor", language: "en", own: asked } as const;
    const made = await call(EXCHANGE_ROUTES.letter, { exam: last! }, { ...asking, leave: [] });
    if (made.ok) savePdf(made.value.pdf, `progress-${told.person.number}.pdf`);
    setSaid(made.ok ? "Made." : made.message);
  };
  return (
    <main className="mx-auto grid w-full max-w-6xl gap-4 p-4 lg:grid-cols-[1fr_18rem] print:block print:p-0">
      <h1 className="sr-only">Progress letter</h1>
      <div className="rounded-2xl border border-line bg-white print:border-0">
        <NotePage note={letter} />
      </div>
      <div className="no-print flex flex-col gap-4">
        <Card heading="What is asked of them">
          <Field label="A question, or what you suggest">
            {(ids) => (
              <textarea
                {...ids}
                rows={4}
                maxLength={800}
                className={`${inputClass} py-2`}
                value={asked}
                onChange={(event) => setAsked(event.target.value)}
              />
            )}
          </Field>
        </Card>
        <Card heading="Take it with you">
          <div className="flex flex-col gap-2">
            <Button onClick={() => window.print()}>
              <Printer aria-hidden size={18} /> Print, or save as PDF
            </Button>
            {last && here?.acts.includes("take records out") && (
              <Button onClick={() => void make()}>
                <FileDown aria-hidden size={18} /> PDF with the signs drawn
              </Button>
            )}
            <Button onClick={async () => setCopied(await copyText(noteText(letter)))}>
              <ClipboardCopy aria-hidden size={18} /> {copied ? "Copied" : "Copy as plain text"}
            </Button>
            <p role="status" className="text-sm">
              {said}
            </p>
            <ButtonLink href={`/people/${told.person.id}`}>
              <ArrowLeft aria-hidden size={18} /> To the course, to say that it was sent
            </ButtonLink>
          </div>
        </Card>
      </div>
    </main>
  );
}

/** The letter that says how it goes: one page, each line from what was recorded. */
export const ProgressScreen = ({ person, episode }: { person: string; episode: string }) => (
  <>
    <div className="no-print">
      <PageHeader />
    </div>
    <Loaded route={ROUTES.courses} ids={{ person }} ask={null} skeleton={<Outline blocks={["h-16", "h-96"]} />}>
      {(told) => <Letter told={told} episode={episode} />}
    </Loaded>
  </>
);
