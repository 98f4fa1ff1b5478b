"use client";

import { format } from "date-fns";
import { ArrowLeft, ClipboardCopy, FileDown, Printer } from "lucide-react";
import { useMemo, useState } from "react";
import type { Course } from "@/core/course";
import { editedLetter, noteText, writeProgress } from "@/core/exchange";
import { foldEpisode } from "@/core/record";
import { OWN_MOST } from "@/core/vocabulary";
import type { PersonCourses } from "@/wire/course";
import { call } from "@/wire/call";
import { EXCHANGE_ROUTES } from "@/wire/exchange-routes";
import { ROUTES } from "@/wire/routes";
import { Button, ButtonLink } from "../primitives/button";
import { Card } from "../primitives/card";
import { copyText } from "../primitives/copy-text";
import { Field, inputClass } from "../primitives/field";
import { useNotedPrint } from "../shell/use-noted-print";
import { LetterLines, MadeBefore } from "../letters/letter-lines";
import { savePdf } from "../letters/save-pdf";
import { useEdits } from "../letters/use-edits";
import { NotePage } from "../sign/note-page";
import { useHere } from "../shell/here";
import { Loaded, Outline } from "../shell/loaded";
import { NothingHere } from "../shell/nothing-here";
import { PageHeader } from "../shell/page-header";
import { useSaying } from "./use-saying";

/** A progress letter is of one kind: for whoever sent them. */
const WHICH = { kind: "progress", reader: null, language: "en" } as const;

type LetterProps = { told: PersonCourses; course: Course; onChanged: () => Promise<void> };

function Letter({ told, course, onChanged }: LetterProps) {
  const { here } = useHere();
  useNotedPrint(course.episode, "progress letter");
  const { say } = useSaying({ person: told.person, course, onChanged });
  const written = useMemo(() => foldEpisode(course.events).lettersWritten, [course.events]);
  const last = course.visits.at(-1)?.exam ?? "";
  const { own, left, made, setOwn, toggle, keep } = useEdits(WHICH, { exam: last, written, say });
  const [copied, setCopied] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const { name = "", registration = "" } = here?.profile ?? {};
  const letter = writeProgress(course, {
    person: told.person,
    writer: { name, registration },
    today: format(new Date(), "yyyy-MM-dd"),
    asked: own,
  });
  const edited = editedLetter(letter, left, "");
  const leave = letter.sections.flatMap(({ lines }) => lines.filter((line) => left.includes(line)));
  const make = async () => {
    const asking = { kind: "progress", paper: "A4", reader: "doctor", language: "en", own } as const;
    const pdf = await call(EXCHANGE_ROUTES.letter, { exam: last }, { ...asking, leave });
    if (pdf.ok) savePdf(pdf.value.pdf, `progress-${told.person.number}.pdf`);
    const isKept = !pdf.ok || !here?.acts.includes("examine") || (await keep(leave));
    setSaid(
      pdf.ok ? `Made.${isKept ? "" : " What you changed in it could not be kept with the course."}` : pdf.message,
    );
  };
  return (
    <main className="mx-auto grid w-full max-w-6xl gap-4 p-4 lg:grid-cols-[1fr_18rem] print:block print:p-0">
      <h1 className="sr-only">Progress letter</h1>
      <div className="no-print overflow-hidden rounded-2xl border border-line bg-white">
        <LetterLines letter={letter} left={left} onToggle={toggle} />
      </div>
      <div className="hidden bg-white print:block">
        <NotePage note={edited} />
      </div>
      <div className="no-print flex flex-col gap-4">
        <Card heading="What is asked of them">
          <Field label="A question, or what you suggest">
            {(ids) => (
              <textarea
                {...ids}
                rows={4}
                maxLength={OWN_MOST}
                className={`${inputClass} py-2`}
                value={own}
                onChange={(event) => setOwn(event.target.value)}
              />
            )}
          </Field>
          <p className="mt-2 text-sm text-soft">A line that is not ticked is left out.</p>
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
            <Button onClick={async () => setCopied(await copyText(noteText(edited)))}>
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
        <MadeBefore letters={made.filter(({ kind }) => kind === "progress")} />
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
      {(told, reload) => {
        const course = told.courses.find((one) => one.episode === episode);
        return course ? <Letter told={told} course={course} onChanged={reload} /> : <NothingHere />;
      }}
    </Loaded>
  </>
);
