"use client";

import { format } from "date-fns";
import { ArrowRight, Plus, Printer } from "lucide-react";
import { Link } from "../primitives/link";
import { useState } from "react";
import { ageOn } from "@/core/measurement";
import { type Course, reactionText } from "@/core/course";
import type { CourseBranch, PersonCourses } from "@/wire/course";
import { ROUTES } from "@/wire/routes";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { dayText } from "../primitives/dates";
import { useNewExam } from "../roster/use-new-exam";
import { useHere } from "../shell/here";
import { useNotedPrint } from "../shell/use-noted-print";
import { later } from "../primitives/later";
import { Loaded, Outline } from "../shell/loaded";
import { PageHeader } from "../shell/page-header";
import { CourseActs } from "./course-acts";
import { CourseBranches } from "./course-branches";
import { CourseBodies } from "./course-bodies";
import { CourseVisits } from "./course-visits";
import { CoursePicture, SignTable } from "./course-picture";
import { useSaying } from "./use-saying";

/** Only what is or was not ordinary; everything else in one line with its day. */
function Neurology({ course }: { course: Course }) {
  const { rows, lastOn, ordinary } = course.neurology;
  return (
    <section aria-label="Neurology" data-course-neurology>
      {rows.length > 0 && (
        <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Neurology, visit by visit">
          <table className="mb-1 text-start text-base print:text-[0.7rem]">
            <thead className="sr-only">
              <tr>
                <th scope="col">What</th>
                {course.visits.map(({ exam, date }) => (
                  <th key={exam} scope="col">
                    {dayText(date)}
                  </th>
                ))}
                <th scope="col">Change</th>
              </tr>
            </thead>
            <tbody>
              {rows.map(({ key, label, values, change, known }) => (
                <tr key={key}>
                  <th scope="row" className="pe-4 font-semibold whitespace-nowrap print:pe-1 print:whitespace-normal">
                    {label}
                  </th>
                  {values.map(({ date, text }, index) => (
                    <td key={`${date} ${index}`} className="pe-4 print:pe-1">
                      {text ?? "–"}
                    </td>
                  ))}
                  <td
                    className={`whitespace-nowrap print:whitespace-normal ${change === "fell" ? "font-bold text-stop" : "font-semibold"}`}
                  >
                    {change === "fell"
                      ? "less ↓"
                      : change === "rose"
                        ? "better ↑"
                        : change === "same"
                          ? "the same"
                          : ""}
                    {known && ` (known: ${known})`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <p className="text-soft">
        {lastOn === null
          ? "Power, reflexes and feeling were not examined."
          : `All else normal as examined, ${dayText(lastOn)} (${ordinary} looked at).`}
      </p>
    </section>
  );
}

/** What was read at each visit, in the words it was signed in. */
function Readings({ course }: { course: Course }) {
  return (
    <ul className="flex flex-col gap-1" data-course-readings>
      {course.visits.map(({ exam, date, read, isCourse, isOpen, signedAt }) => (
        <li key={exam} className="flex gap-x-3">
          <Link
            className="flex min-h-11 shrink-0 items-center underline print:min-h-0"
            href={`/exams/${exam}/${isOpen ? "run" : "reading"}`}
          >
            {dayText(date)}
          </Link>
          <span className="flex items-center">
            {isOpen
              ? "in progress"
              : isCourse
                ? "course: compared, not counted"
                : (read ?? (signedAt ? "signed before readings were kept" : "not signed"))}
          </span>
        </li>
      ))}
    </ul>
  );
}

function Reactions({ course }: { course: Course }) {
  const told = course.visits.flatMap(({ date, reactions }) => reactions.map((reaction) => ({ date, ...reaction })));
  if (told.length === 0) return <p className="text-soft">None was told of.</p>;
  return (
    <ul>
      {told.map(({ date, ...reaction }) => (
        <li key={reaction.event}>
          {dayText(date)}, {reactionText(reaction)}
        </li>
      ))}
    </ul>
  );
}

/** What was done; at a visit about several complaints, which of them it was for. */
function CourseTechniques({
  course,
  others,
  say,
}: Pick<Parameters<typeof CourseVisits>[0], "course" | "others" | "say">) {
  const shared = new Set(others.flatMap(({ visits }) => visits.map(({ exam }) => exam)));
  const rows = [
    ...course.techniques.map((one) => ({ ...one, isOurs: true })),
    ...course.forAnother.map((one) => ({ ...one, isOurs: false })),
  ];
  return (
    <ul className="mb-2" data-course-techniques>
      {rows.map(({ event, exam, date, letter, text, isOurs }) => (
        <li key={event} className="flex flex-wrap items-center gap-2">
          {isOurs ? (
            <span>
              {dayText(date)}: <strong>{letter}</strong> {text}
            </span>
          ) : (
            <span className="text-soft">
              {dayText(date)}: {text}, for another complaint
            </span>
          )}
          {(shared.has(exam) || !isOurs) && (
            <Button
              onClick={() => void say({ type: "technique-moved", body: { exam, technique: event, isOurs: !isOurs } })}
            >
              {isOurs ? "Not for this complaint" : "For this complaint too"}
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}

/** What is kept about a course beside its picture. */
function Kept({
  course,
  person,
  today,
  say,
  others,
  begin,
}: Parameters<typeof CourseActs>[0] & Parameters<typeof CourseVisits>[0]) {
  return (
    <Card className="no-print">
      <details open={course.sendOn.length > 0 || course.letterWaits !== null}>
        <summary className="flex min-h-11 items-center text-lg font-semibold">Due, letters, outcome</summary>
        <CourseActs course={course} person={person} today={today} say={say} />
      </details>
      <details>
        <summary className="flex min-h-11 items-center text-lg font-semibold">
          Visits, and what else they were about
        </summary>
        <CourseVisits course={course} others={others} say={say} begin={begin} />
      </details>
      <details>
        <summary className="flex min-h-11 items-center text-lg font-semibold">Techniques and reactions</summary>
        <CourseTechniques course={course} others={others} say={say} />
        <Reactions course={course} />
      </details>
    </Card>
  );
}

type OneProps = {
  person: PersonCourses["person"];
  course: Course;
  others: readonly Course[];
  branches: readonly CourseBranch[];
  isFirst: boolean;
  onChanged: () => Promise<void>;
};

/** One complaint from its first visit to today. */
function OneCourse({ person, course, others, branches, isFirst, onChanged }: OneProps) {
  const { here } = useHere();
  const profile = here?.profile ?? null;
  const { open, problem, dialog } = useNewExam(profile, here?.evidence ?? "");
  const { say, begin, refusal } = useSaying({ person, course, onChanged });
  const today = format(new Date(), "yyyy-MM-dd");
  const openVisit = course.visits.findLast(({ isOpen }) => isOpen);
  /** While a visit measures again, what was before stands covered: expecting a better number makes one. */
  useNotedPrint(course.episode, "course");
  const [uncovered, setUncovered] = useState(false);
  const isCovered =
    profile?.settings.work.cover !== false && openVisit !== undefined && course.visits.length > 1 && !uncovered;
  return (
    <article className="flex flex-col gap-3" data-course={course.episode} aria-label={course.name}>
      <header className="flex flex-wrap items-start gap-x-6 gap-y-2">
        <div className="grow basis-2xl">
          <p className="text-soft">
            &ldquo;{course.name}&rdquo; · {course.visits.length} {course.visits.length === 1 ? "visit" : "visits"}
            {course.span > 0 && ` over ${course.span} days`}
            {course.ended && ` · ended ${dayText(course.ended.on)}`}
          </p>
          <p className="text-[1.75rem] leading-tight font-bold print:text-xl" data-course-sentence>
            {isCovered ? "A visit is open: what was measured before is covered." : course.sentence}
          </p>
          {course.next && (
            <p
              className={`mt-2 rounded-xl border-2 px-3 py-2 text-xl ${course.sendOn.length > 0 ? "border-stop bg-stop-well text-stop" : "border-edge bg-caution-well text-caution"}`}
              data-course-next
            >
              {course.next}
            </p>
          )}
          {course.sendOn.slice(1).map(({ text }) => (
            <p key={text} className="mt-1 text-stop">
              {text}
            </p>
          ))}
        </div>
        <div className="no-print flex flex-col gap-2">
          {openVisit ? (
            <Link
              href={`/exams/${openVisit.exam}/run`}
              className="flex min-h-14 items-center rounded-xl border border-edge bg-card px-5 font-semibold no-underline"
            >
              Go on with the open visit
            </Link>
          ) : (
            <Button
              look={isFirst ? "main" : "plain"}
              big
              onClick={() => void open(person, course.goesOn.region, { goesOn: course.goesOn })}
            >
              <Plus aria-hidden size={18} /> Next visit <ArrowRight aria-hidden size={18} />
            </Button>
          )}
          {isFirst && (
            <Button onClick={() => window.print()}>
              <Printer aria-hidden size={18} /> Print
            </Button>
          )}
        </div>
      </header>
      {[problem, refusal].filter(Boolean).map((text) => (
        <p key={text} role="alert" className="rounded-lg border-2 border-stop bg-stop-well p-2 text-stop">
          {text}
        </p>
      ))}
      {dialog}
      <CourseBranches branches={branches} events={course.events} say={say} />
      <Card className="p-3!">
        {isCovered ? (
          <div className="flex min-h-72 flex-col items-center justify-center gap-3 rounded-xl bg-well" data-covered>
            <p>The values are covered until they are measured again.</p>
            <Button onClick={() => setUncovered(true)}>Show them all the same</Button>
          </div>
        ) : (
          <>
            <CoursePicture course={course} />
            <SignTable course={course} />
          </>
        )}
        {!isCovered && course.activities && (
          <p className="mt-1 font-semibold">
            {course.activities.count} activities, their mean: {course.activities.verdict}
          </p>
        )}
        <p className="mt-1 text-soft">
          Getting better after treatment moves no probability: nothing published allows it.
        </p>
      </Card>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-3 lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)] print:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)] print:text-[0.8rem]">
        <Card heading="Then and now">
          <CourseBodies {...course.bodies} isOne={course.visits.length < 2} />
        </Card>
        <div className="flex flex-col gap-3">
          <Card heading="Neurology">
            <Neurology course={course} />
          </Card>
          <Card heading="What was read">
            <Readings course={course} />
          </Card>
        </div>
      </div>
      <Kept course={course} person={person.id} today={today} say={say} others={others} begin={begin} />
    </article>
  );
}

const CareCard = later(() => import("../accounts/care-card").then((part) => part.CareCard));
const ToldCard = later(() => import("./told-card").then((part) => part.ToldCard));
const ErasePerson = later(() => import("../keeping/erase-person").then((part) => part.ErasePerson));

/** A person's courses: for the practitioner in the chair, and never shown to the person. */
export function CourseScreen({ person }: { person: string }) {
  const outline = <Outline blocks={["h-16", "h-72", "h-56"]} />;
  return (
    <>
      <div className="no-print">
        <PageHeader />
      </div>
      <Loaded route={ROUTES.courses} ids={{ person }} ask={null} skeleton={outline}>
        {(told, reload) => (
          <main className="mx-auto flex w-full max-w-7xl flex-col gap-6 p-4">
            <h1 className="text-lg font-semibold">
              {told.person.name}{" "}
              <span className="font-normal text-soft">
                {ageOn(told.person.birthDate, format(new Date(), "yyyy-MM-dd"))} years · {told.person.number}
              </span>
            </h1>
            {told.odd.map((text) => (
              <p key={text} role="status" className="rounded-lg border border-edge bg-caution-well p-2 text-caution">
                {text}
              </p>
            ))}
            {told.courses.map((course, index) => (
              <OneCourse
                key={course.episode}
                person={told.person}
                course={course}
                branches={told.continued.filter(({ episode }) => episode === course.episode)}
                others={told.courses.filter((other) => other !== course)}
                isFirst={index === 0}
                onChanged={reload}
              />
            ))}
            {told.courses.length === 0 && <p>No examination yet: open one from the roster.</p>}
            {told.told.rows.length + told.told.kept.length > 0 && <ToldCard told={told.told} />}
            <CareCard person={person} />
            <ErasePerson person={told.person} />
          </main>
        )}
      </Loaded>
    </>
  );
}
