"use client";

import { useEffect, useState } from "react";
import { call } from "@/wire/call";
import type { DueCourse } from "@/wire/course";
import { ROUTES } from "@/wire/routes";
import { Button, ButtonLink } from "../primitives/button";
import { dayText } from "../primitives/dates";

const WHY: Record<DueCourse["why"], string> = {
  retest: "due for a retest",
  letter: "a letter is unsent",
  outcome: "the outcome is open",
};

const FEW = 4;

/** Whose course waits for something: a retest, a letter, an outcome. */
export function DueCourses() {
  const [due, setDue] = useState<readonly DueCourse[]>([]);
  const [all, setAll] = useState(false);
  useEffect(() => {
    let isHere = true;
    void call(ROUTES.due, {}, null).then((told) => isHere && told.ok && setDue(told.value.due));
    return () => void (isHere = false);
  }, []);
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
    </nav>
  );
}
