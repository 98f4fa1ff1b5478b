"use client";

import { CalendarDays } from "lucide-react";
import { useState } from "react";
import type { DueCourse } from "@/wire/course";
import { Button, ButtonLink, DownloadLink } from "../primitives/button";
import { dayText } from "../primitives/dates";

const WHY: Record<DueCourse["why"], string> = {
  retest: "due for a retest",
  letter: "a letter is unsent",
  outcome: "the outcome is open",
};

const FEW = 4;

/** Whose course waits for something: a retest, a letter, an outcome. */
export function DueCourses({ due }: { due: readonly DueCourse[] }) {
  const [all, setAll] = useState(false);
  if (due.length === 0) return null;
  const shown = all ? due : due.slice(0, FEW);
  return (
    <nav aria-label="Courses that wait" className="flex flex-wrap items-center gap-2">
      <span className="w-24 font-semibold">Courses</span>
      {shown.map(({ episode, person, name, why, since }) => (
        <ButtonLink key={`${episode} ${why}`} href={`/people/${person}`}>
          {name}
          <span className="text-sm text-soft">
            {WHY[why]}
            {since && ` since ${dayText(since)}`}
          </span>
        </ButtonLink>
      ))}
      {due.length > shown.length && (
        <Button look="quiet" onClick={() => setAll(true)}>
          {due.length - shown.length} more
        </Button>
      )}
      <DownloadLink href="/api/due/calendar">
        <CalendarDays aria-hidden size={18} /> As a calendar
      </DownloadLink>
    </nav>
  );
}
