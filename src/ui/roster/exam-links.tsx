"use client";

import { Play, Trash2 } from "lucide-react";
import { Link } from "../primitives/link";
import type { RosterRow } from "@/wire/roster";
import { Button, ButtonLink } from "../primitives/button";
import { dayText } from "../primitives/dates";

/** An exam in which nothing but its opening is recorded. */
const isEmpty = ({ events }: { events: number }): boolean => events === 1;

/** The others stand on the course page. */
const OLDER_SHOWN = 1;

type ExamLinksProps = { person: RosterRow; onDiscard: (exam: string) => void };

/** A person's examinations, the latest first; one that was opened by mistake and is still empty goes with one press. */
export function ExamLinks({ person, onDiscard }: ExamLinksProps) {
  const [latest, ...older] = person.exams;
  if (!latest) return <span className="text-soft">no examination yet</span>;
  const unfinished = latest.signedAt === null;
  return (
    <span className="flex flex-wrap items-center gap-2">
      <ButtonLink
        className={unfinished ? "border-lantern! font-semibold" : ""}
        href={`/exams/${latest.id}/${unfinished ? (isEmpty(latest) ? "complaint" : "run") : "sign"}`}
      >
        {unfinished && <Play aria-hidden size={16} />}
        {unfinished ? "In progress" : "Signed"}, {dayText(latest.openedAt)}
      </ButtonLink>
      {unfinished && isEmpty(latest) && (
        <Button
          className="px-2.5!"
          aria-label={`Opened by mistake: discard the empty examination of ${person.name}`}
          title="Opened by mistake: discard"
          onClick={() => onDiscard(latest.id)}
        >
          <Trash2 aria-hidden size={16} />
        </Button>
      )}
      {older.slice(0, OLDER_SHOWN).map(({ id, openedAt }) => (
        <Link key={id} href={`/exams/${id}/reading`} className="flex min-h-11 items-center underline">
          {dayText(openedAt)}
        </Link>
      ))}
    </span>
  );
}
