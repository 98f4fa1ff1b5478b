"use client";

import { Play } from "lucide-react";
import { useState } from "react";
import type { ExamSummary, RosterRow } from "@/wire/roster";
import { Button, ButtonLink } from "../primitives/button";
import { dayText } from "../primitives/dates";
import { KeyHint } from "../shell/key-hint";
import { KEYS } from "../shell/keymap";

export type OpenExam = { readonly person: RosterRow; readonly exam: ExamSummary };

/** How many of a list stand there before the rest is asked for. */
const SHOWN = 4;

/** Unsigned examinations, today's first: those of before are due. */
export function openExams(people: readonly RosterRow[], today: string): { today: OpenExam[]; due: OpenExam[] } {
  const open = people.flatMap((person) =>
    person.exams.filter(({ signedAt }) => signedAt === null).map((exam) => ({ person, exam })),
  );
  const isToday = ({ exam }: OpenExam) => dayText(exam.openedAt) === dayText(today);
  return { today: open.filter(isToday), due: open.filter((one) => !isToday(one)) };
}

function Row({
  label,
  exams,
  from,
  isMain,
}: {
  label: string;
  exams: readonly OpenExam[];
  from: number;
  isMain: boolean;
}) {
  const [all, setAll] = useState(false);
  if (exams.length === 0) return null;
  const shown = all ? exams : exams.slice(0, SHOWN);
  const left = exams.length - shown.length;
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span className="w-24 font-semibold">{label}</span>
      {shown.map(({ person, exam }, index) => (
        <ButtonLink key={exam.id} look={isMain ? "main" : "plain"} href={`/exams/${exam.id}/run`}>
          <Play aria-hidden size={16} /> {person.name}
          {!isMain && <span className="text-sm text-soft">{dayText(exam.openedAt)}</span>}
          <KeyHint entry={KEYS.nth} nth={from + index} />
        </ButtonLink>
      ))}
      {left > 0 && (
        <Button look="quiet" onClick={() => setAll(true)}>
          {left} more
        </Button>
      )}
    </div>
  );
}

/** What is open today, and what of earlier days is due for its end and its signature. */
export function InProgress({ today, due }: { today: readonly OpenExam[]; due: readonly OpenExam[] }) {
  if (today.length + due.length === 0) return null;
  return (
    <nav aria-label="In progress" className="flex flex-col gap-2">
      <Row label="Today" exams={today} from={0} isMain />
      <Row label="Due" exams={due} from={today.length} isMain={false} />
    </nav>
  );
}
