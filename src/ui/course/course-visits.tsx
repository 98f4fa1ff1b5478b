"use client";

import { useState } from "react";
import type { Course } from "@/core/course";
import type { EpisodeDraft } from "@/core/record";
import { Button } from "../primitives/button";
import { dayText } from "../primitives/dates";
import { Field, inputClass } from "../primitives/field";
import { ReasonForm } from "../primitives/reason-form";

type VisitsProps = {
  course: Course;
  /** The other courses of the same person. */
  others: readonly Course[];
  say: (...drafts: EpisodeDraft[]) => Promise<boolean>;
  /** Begins a course of its own for another complaint that a visit was about as well. */
  begin: (name: string, exam: string) => Promise<boolean>;
};

/** A visit of this course: it can be about another complaint as well, or not about this one at all. */
function Visit({ exam, date, isOnly, say, begin }: Omit<VisitsProps, "course" | "others"> & VisitRow) {
  const [asks, setAsks] = useState<"name" | "reason" | null>(null);
  const [name, setName] = useState("");
  return (
    <li className="flex flex-col gap-2" data-course-visit={exam}>
      <span className="flex flex-wrap items-center gap-2">
        <span className="min-w-28">{dayText(date)}</span>
        <Button aria-expanded={asks === "name"} onClick={() => setAsks(asks === "name" ? null : "name")}>
          About another complaint too
        </Button>
        {!isOnly && (
          <Button aria-expanded={asks === "reason"} onClick={() => setAsks(asks === "reason" ? null : "reason")}>
            Not about this one
          </Button>
        )}
      </span>
      {asks === "name" && (
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void begin(name.trim(), exam).then((begun) => begun && setAsks(null));
          }}
        >
          <Field label="The other complaint, in a few words" className="min-w-56 grow">
            {(ids) => (
              <input
                {...ids}
                autoFocus
                required
                minLength={2}
                maxLength={120}
                className={inputClass}
                value={name}
                onChange={(event) => setName(event.target.value)}
              />
            )}
          </Field>
          <Button type="submit" disabled={name.trim().length < 2}>
            Begin its course
          </Button>
        </form>
      )}
      {asks === "reason" && (
        <ReasonForm
          label="Why it is not"
          button="Take it out of this course"
          shortest={3}
          className="gap-2"
          fieldClass="min-w-56"
          onGive={(reason) =>
            void say({ type: "visit-left", body: { exam, reason } }).then((left) => left && setAsks(null))
          }
        />
      )}
    </li>
  );
}

type VisitRow = { exam: string; date: string; isOnly: boolean };

/** A visit may serve two complaints: what was found in it stands in the course of each. */
export function CourseVisits({ course, others, say, begin }: VisitsProps) {
  const here = new Set(course.visits.map(({ exam }) => exam));
  const elsewhere = others.flatMap(({ name, visits }) =>
    visits.flatMap(({ exam, date }) => (here.has(exam) ? [] : [{ exam, date, name }])),
  );
  return (
    <div className="flex flex-col gap-3" data-course-visits>
      <ul className="flex flex-col gap-2">
        {course.visits.map(({ exam, date }) => (
          <Visit key={exam} exam={exam} date={date} isOnly={course.visits.length < 2} say={say} begin={begin} />
        ))}
      </ul>
      {elsewhere.length > 0 && (
        <ul className="flex flex-col gap-2" aria-label="Visits of this person's other courses">
          {elsewhere.map(({ exam, date, name }) => (
            <li key={`${exam} ${name}`} className="flex flex-wrap items-center gap-2">
              <span>
                {dayText(date)}, of &ldquo;{name}&rdquo;
              </span>
              <Button onClick={() => void say({ type: "visit-joined", body: { exam } })}>
                It was about this one too
              </Button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
