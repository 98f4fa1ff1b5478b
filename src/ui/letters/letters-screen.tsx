"use client";

import { FileDown } from "lucide-react";
import { useMemo, useState } from "react";
import {
  type Note,
  type Paper,
  PAPER_NAMES,
  type Reader,
  READER_IDS,
  READERS,
  takeHome,
  writeNote,
  writeOrdinary,
  writeReferral,
} from "@/core/exchange";
import { type Language, LANGUAGE_IDS, LANGUAGES, OWN_MOST } from "@/core/vocabulary";
import { call } from "@/wire/call";
import { EXCHANGE_ROUTES } from "@/wire/exchange-routes";
import { useExam, useSync } from "../exam/exam-provider";
import { useReading } from "../exam/use-reading";
import { useArrivedSpreads } from "../exam/use-spreads";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";
import { Field, inputClass } from "../primitives/field";
import { useHere } from "../shell/here";
import { LetterLines, MadeBefore } from "./letter-lines";
import { savePdf } from "./save-pdf";
import { useExamEdits } from "./use-edits";

const KINDS = [
  { value: "person", label: "For the person" },
  { value: "ordinary", label: "Ordinary letter" },
  { value: "referral", label: "Referral" },
  { value: "record", label: "The record" },
] as const;
type Kind = (typeof KINDS)[number]["value"];

const OWN_LABELS: Readonly<Record<Kind, string>> = {
  person: "What they can do at home, in your words",
  ordinary: "What you add",
  referral: "What you add",
  record: "What you add",
};

/** The letters a record can be made into: looked at line by line, added to, and made into a PDF. */
export function LettersScreen() {
  const { exam, state } = useExam();
  const reading = useReading();
  const { head, anchor } = useSync();
  const { here } = useHere();
  const { spreads } = useArrivedSpreads(reading.sources);
  const [kind, setKind] = useState<Kind>("person");
  const [reader, setReader] = useState<Reader>("doctor");
  const [language, setLanguage] = useState<Language>("en");
  const [paper, setPaper] = useState<Paper>("A4");
  const which = {
    kind,
    reader: kind === "ordinary" ? reader : null,
    language: kind === "person" ? language : ("en" as const),
  };
  const { own, left, made: madeBefore, setOwn, toggle, keep } = useExamEdits(which);
  const [said, setSaid] = useState<string | null>(null);
  const [isMaking, setMaking] = useState(false);
  const letter = useMemo((): Note | null => {
    if (kind === "person") return takeHome(state, reading, language, own);
    if (kind === "ordinary") return writeOrdinary(state, reading, reader, spreads, { head, anchor });
    return kind === "record"
      ? writeNote(state, reading, head, spreads, anchor)
      : writeReferral(state, { head, anchor });
  }, [kind, language, own, reader, state, reading, spreads, head, anchor]);
  const make = async () => {
    setMaking(true);
    setSaid("Being made …");
    const leave = letter ? letter.sections.flatMap(({ lines }) => lines.filter((line) => left.includes(line))) : [];
    const made = await call(EXCHANGE_ROUTES.letter, { exam }, { kind, paper, reader, language, own, leave });
    if (made.ok) savePdf(made.value.pdf, `${kind}-${exam}.pdf`);
    const isKept = !made.ok || !here?.acts.includes("examine") || (await keep(leave));
    setSaid(
      made.ok
        ? `Made: ${made.value.pages} ${made.value.pages === 1 ? "page" : "pages"}.${isKept ? "" : " What you changed in it could not be kept with the course."}`
        : made.message,
    );
    setMaking(false);
  };
  return (
    <div className="mx-auto grid w-full max-w-7xl gap-4 p-4 lg:grid-cols-[1fr_22rem]">
      <div className="overflow-hidden rounded-2xl border border-line bg-white">
        {letter ? (
          <LetterLines letter={letter} left={left} onToggle={toggle} />
        ) : (
          <p className="p-6 text-black">No answer, baseline or test so far asks for a referral.</p>
        )}
      </div>
      <aside className="flex flex-col gap-4" aria-label="The letter">
        <Card heading="Which letter">
          <div className="flex flex-col gap-4">
            <Choice label="Letter" hideLabel value={kind} options={KINDS} onChoose={setKind} />
            {kind === "ordinary" && (
              <Choice
                label="To whom"
                value={reader}
                options={READER_IDS.map((value) => ({ value, label: READERS[value] }))}
                onChoose={setReader}
              />
            )}
            {kind === "person" && (
              <Choice
                label="Language"
                value={language}
                options={LANGUAGE_IDS.map((value) => ({ value, label: LANGUAGES[value] }))}
                onChoose={setLanguage}
              />
            )}
            <Choice
              label="Paper"
              value={paper}
              options={PAPER_NAMES.map((value) => ({ value, label: value }))}
              onChoose={setPaper}
            />
            <Field label={OWN_LABELS[kind]}>
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
            <p className="text-sm text-soft">
              A line that is not ticked is left out. What you add stands apart from what the record says.
            </p>
            {here?.acts.includes("take records out") && (
              <Button look="main" big disabled={!letter || isMaking} onClick={() => void make()}>
                <FileDown aria-hidden size={20} /> Make the PDF
              </Button>
            )}
            <p role="status" className="text-sm">
              {said}
            </p>
          </div>
        </Card>
        <MadeBefore letters={madeBefore} />
      </aside>
    </div>
  );
}
