"use client";

import clsx from "clsx";
import { format } from "date-fns";
import { FileUp, Plus, RotateCcw, TrendingUp, UserPlus, List } from "lucide-react";
import { Link } from "../primitives/link";
import { useRouter } from "next/navigation";
import { useDeferredValue, useEffect, useRef, useState } from "react";
import type { Act } from "@/core/access";
import { ageOn } from "@/core/measurement";
import type { ExamRegion } from "@/core/vocabulary";
import { call } from "@/wire/call";
import type { Profile } from "@/wire/practitioners";
import type { DueCourse } from "@/wire/course";
import type { RosterRow } from "@/wire/roster";
import type { SignedBy } from "@/wire/exchange";
import { ROUTES } from "@/wire/routes";
import { KEYS } from "../shell/keymap";
import { Button, ButtonLink } from "../primitives/button";
import { dayText } from "../primitives/dates";
import { SearchField } from "../primitives/search-field";
import { KeyHint } from "../shell/key-hint";
import { KeyHelp } from "../shell/key-help";
import { useExamsAhead } from "../shell/exams-ahead";
import { useKeys } from "../shell/use-keys";
import { PageHeader } from "../shell/page-header";
import { courier, useWaiting } from "../shell/courier";
import { ToCountersign } from "../accounts/to-countersign";
import { DueCourses } from "./due-courses";
import { ExamLinks } from "./exam-links";
import { InProgress, openExams } from "./in-progress";
import { useDiscard } from "./use-discard";
import { useNewExam } from "./use-new-exam";
import { PersonDialog } from "./person-dialog";

const SEARCH_DELAY_MS = 120;
/** As many as fill a screen: the others are drawn when these are there. */
const AT_FIRST = 8;

type RosterProps = {
  initial: readonly RosterRow[];
  /** Courses that wait for something. */
  due: readonly DueCourse[];
  profile: Profile | null;
  /** The version of the evidence in force. */
  evidence: string;
  /** What whoever looks at it may do. */
  acts: readonly Act[];
  /** How many records wait for their countersignature. */
  awaiting: number;
  /** Why somebody has to look after the back-ups. */
  missedBackup: string | null;
  /** Somebody was added, changed or imported. */
  onChanged: () => void;
};

/** Search as you type; the newest answer wins. */
function useSearch(initial: readonly RosterRow[]) {
  const [query, setQuery] = useState("");
  const [people, setPeople] = useState(initial);
  const [problem, setProblem] = useState<string | null>(null);
  const turn = useRef(0);
  useEffect(() => {
    if (query === "") return;
    const mine = ++turn.current;
    const timer = setTimeout(async () => {
      const found = await call(ROUTES.searchPeople, {}, { q: query });
      if (mine !== turn.current) return;
      setProblem(found.ok ? null : `${found.message} The list may be old.`);
      if (found.ok) setPeople(found.value.people);
    }, SEARCH_DELAY_MS);
    return () => clearTimeout(timer);
  }, [query]);
  return { query, setQuery, people: query === "" ? initial : people, problem };
}

const REGION_BUTTONS: readonly { region: ExamRegion; label: string }[] = [
  { region: "lumbopelvic", label: "Back, leg" },
  { region: "neck-arm", label: "Neck, arm" },
];

function importedText({ added, branches }: { added: number; branches: number }): string {
  if (added > 0) return `Imported: ${added} ${added === 1 ? "entry" : "entries"} added.`;
  return branches > 0
    ? "Nothing was added to the record: what was recorded elsewhere stands beside it. Open the examination to look at it."
    : "That examination is here already; nothing was changed.";
}

/** A bundle may hold more people than those with an exam file. */
const othersText = (others: number): string =>
  others === 0
    ? ""
    : `${others} more ${others === 1 ? "person" : "people"} in it: bring them in under People from elsewhere.`;

/** Who signed the file: what it says of its authors is worth as much. */
function signedText({ is, name, fingerprint }: SignedBy): string {
  if (is === "this database") return "Signed by this database.";
  if (is === "known") return `Signed by ${name}.`;
  return is === "unknown"
    ? `Signed by a database that is not known here (${fingerprint}): ask who sent it to read that out.`
    : "The file has no signature: who wrote it cannot be told.";
}

function useImport(onChanged: () => void) {
  const [message, setMessage] = useState<string | null>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    const written = await call(ROUTES.importExam, {}, await file.text());
    setMessage(
      written.ok
        ? [importedText(written.value), signedText(written.value.signedBy), othersText(written.value.others)].join(" ")
        : `Not imported. ${written.message}`,
    );
    if (written.ok) onChanged();
  };
  return { take, message };
}

/** What was tapped and is not with the server yet, whoever it is about. */
function WaitingHere({ people }: { people: readonly RosterRow[] }) {
  const waiting = useWaiting();
  if (waiting.length === 0) return null;
  const about = (id: string, isCourse: boolean) => (isCourse ? "a course" : whose(id));
  const whose = (exam: string) =>
    people.find((person) => person.exams.some(({ id }) => id === exam))?.name ?? "somebody who is not on this list";
  return (
    <ul
      aria-label="Waiting in this browser"
      className="flex flex-col gap-1 rounded-lg bg-caution-well px-3 py-1 text-caution"
    >
      {waiting.map(({ exam, isCourse, waiting: count, refused, refusedFor, why }) => (
        <li key={exam} role="status" className="flex flex-wrap items-center justify-between gap-x-3">
          <span>
            {count > 0 &&
              `${count} ${count === 1 ? "answer" : "answers"} of ${about(exam, isCourse)} ${count === 1 ? "waits" : "wait"} in this browser. ${why ?? "They are sent by themselves as soon as the server takes them."} `}
            {refused > 0 &&
              `${refused} of ${about(exam, isCourse)} cannot be sent as ${refused === 1 ? "it is" : "they are"}: ${refusedFor.join(" ")}`}
          </span>
          {isCourse && refused > 0 && (
            <span className="flex flex-wrap gap-2">
              <Button onClick={() => void courier().offerAgain(exam)}>Send again</Button>
              <Button look="quiet" onClick={() => void courier().discard(exam)}>
                Give {refused === 1 ? "it" : "them"} up
              </Button>
            </span>
          )}
          {!isCourse && (
            <Link href={`/exams/${exam}/run`} className="flex min-h-11 items-center underline">
              Look at the examination
            </Link>
          )}
        </li>
      ))}
    </ul>
  );
}

type PersonRowProps = {
  person: RosterRow;
  acts: readonly Act[];
  onEdit: (person: RosterRow) => void;
  onExamine: (person: RosterRow, region: ExamRegion) => unknown;
  onNextVisit: (person: RosterRow) => void;
  onDiscard: (exam: string) => void;
};

function PersonRow({ person, acts, onEdit, onExamine, onNextVisit, onDiscard }: PersonRowProps) {
  /** Whoever sees records sees theirs once they look after them, or say why they open it. */
  const isOutside = person.isHidden && acts.includes("see a record");
  return (
    <li
      className={clsx(
        "grid items-center gap-x-4 gap-y-1 border-b border-line px-4 py-2 last:border-0",
        acts.includes("examine") ? "md:grid-cols-[1.3fr_1fr_1.6fr_14.75rem]" : "md:grid-cols-[1.3fr_1fr_1.6fr]",
      )}
    >
      <button
        type="button"
        className="min-h-11 text-start font-semibold underline-offset-4 hover:underline"
        onClick={() => onEdit(person)}
      >
        {person.name}
        <span className="block text-sm font-normal text-soft">
          {person.notes || (person.isHidden || !acts.includes("see a record") ? "" : "no notes")}
        </span>
      </button>
      <span className="text-sm">
        {person.number} · {ageOn(person.birthDate, format(new Date(), "yyyy-MM-dd"))} years · {person.sex}
        <span className="block text-soft">born {dayText(person.birthDate)}</span>
      </span>
      <span className="flex flex-wrap items-center gap-1.5">
        {isOutside ? (
          <>
            <span className="text-soft">not in your care</span>
            <ButtonLink className="px-2.5!" href={`/people/${person.id}`}>
              Open<span className="sr-only"> the record of {person.name}</span>
            </ButtonLink>
          </>
        ) : (
          <ExamLinks person={person} onDiscard={onDiscard} />
        )}
        {person.exams.length > 0 && (
          <>
            <ButtonLink className="px-2.5!" href={`/people/${person.id}`} title="Course">
              <TrendingUp aria-hidden size={16} />
              <span className="sr-only">Course of {person.name}</span>
            </ButtonLink>
            {person.exams[0]!.signedAt !== null && acts.includes("examine") && (
              <Button className="px-2.5!" onClick={() => onNextVisit(person)}>
                <RotateCcw aria-hidden size={16} />
                <span>
                  Next visit<span className="sr-only"> of {person.name}</span>
                </span>
              </Button>
            )}
          </>
        )}
      </span>
      <span className="flex gap-1.5">
        {(acts.includes("examine") && !isOutside ? REGION_BUTTONS : []).map(({ region, label }) => (
          <Button key={region} className="px-2.5!" onClick={() => onExamine(person, region)}>
            <Plus aria-hidden size={16} />
            <span>
              <span className="sr-only">Examine {person.name}, </span>
              {label}
            </span>
          </Button>
        ))}
      </span>
    </li>
  );
}

function WaysIn({ onTake }: { onTake: (file: File | undefined) => void }) {
  const file = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button onClick={() => file.current?.click()}>
        <FileUp aria-hidden size={18} /> Import an exam file
      </Button>
      <input
        ref={file}
        type="file"
        accept="application/json,.json"
        className="sr-only"
        tabIndex={-1}
        aria-label="Exam file"
        onChange={(event) => {
          onTake(event.target.files?.[0]);
          event.target.value = "";
        }}
      />
      <ButtonLink href="/people/incoming">
        <UserPlus aria-hidden size={18} /> People from elsewhere
      </ButtonLink>
      <ButtonLink href="/lists">
        <List aria-hidden size={18} /> Everybody
      </ButtonLink>
    </>
  );
}

export function RosterScreen({
  initial,
  due,
  profile,
  acts,
  awaiting,
  evidence,
  missedBackup,
  onChanged,
}: RosterProps) {
  const { query, setQuery, people, problem } = useSearch(initial);
  const listed = useDeferredValue(people, people.slice(0, AT_FIRST));
  useExamsAhead();
  const { open, problem: openProblem, dialog, say } = useNewExam(profile, evidence);
  const { take, message } = useImport(onChanged);
  const [editing, setEditing] = useState<RosterRow | "new" | null>(null);
  const router = useRouter();
  const search = useRef<HTMLInputElement>(null);
  /** Goes on with the latest complaint that is not ended; where there is none, the course page shows what there is. */
  const nextVisit = async (person: RosterRow) => {
    const found = await call(ROUTES.courses, { person: person.id }, null);
    if (!found.ok) return say(found.message);
    const course = found.value.courses.find(({ ended }) => ended === null);
    if (!course || course.visits.some(({ isOpen }) => isOpen)) return router.push(`/people/${person.id}`);
    await open(person, course.goesOn.region, { goesOn: course.goesOn });
  };
  const inProgress = openExams(initial, new Date().toISOString());
  const { discard, problem: discardProblem } = useDiscard(profile, onChanged);

  useKeys(KEYS.search, (event) => {
    event.preventDefault();
    search.current?.focus();
  });
  useKeys(KEYS.newPerson, (event) => {
    event.preventDefault();
    setEditing("new");
  });
  useKeys(KEYS.nth, (event) => {
    const chosen = [...inProgress.today, ...inProgress.due][Number(event.key) - 1];
    if (chosen) router.push(`/exams/${chosen.exam.id}/run`);
  });

  return (
    <>
      <PageHeader>
        <KeyHelp
          rows={[
            ["/", "search"],
            ["N", "new person"],
            ["1 … 9", "the examinations in progress, in the order shown"],
            ["?", "this list"],
          ]}
        />
      </PageHeader>
      <main className="mx-auto flex w-full max-w-6xl flex-col gap-4 p-4">
        <h1 className="sr-only">Roster</h1>
        {!profile && (
          <p className="rounded-lg bg-caution-well p-3 text-caution">
            Nobody has a profile here yet.{" "}
            <Link href="/settings" className="underline">
              Add yours
            </Link>
            , so that every entry names who made it.
          </p>
        )}
        {missedBackup && (
          <p role="alert" className="rounded-lg border border-stop bg-stop-well p-3 text-stop">
            {missedBackup}{" "}
            <Link href="/settings/backups" className="underline">
              Look after the back-ups
            </Link>
          </p>
        )}
        <InProgress {...inProgress} />
        <ToCountersign count={awaiting} />
        <DueCourses due={due} />
        <div className="flex flex-wrap gap-2">
          <SearchField
            label="Search by name, number or birth year"
            placeholder="Name, number or birth year"
            value={query}
            maxLength={200}
            onChange={setQuery}
            inputRef={search}
            className="min-w-64 grow"
          />
          <Button look="main" onClick={() => setEditing("new")}>
            <Plus aria-hidden size={18} /> New person <KeyHint entry={KEYS.newPerson} />
          </Button>
          {acts.includes("take records in") && <WaysIn onTake={(file) => void take(file)} />}
        </div>
        {[problem, openProblem, discardProblem, message].filter(Boolean).map((text) => (
          <p key={text} role="status" className="rounded-lg border border-edge bg-caution-well p-3 text-caution">
            {text}
          </p>
        ))}
        <WaitingHere people={[...initial, ...people]} />
        <ul aria-label="People" className="flex flex-col overflow-hidden rounded-2xl border border-line bg-card">
          {listed.map((person) => (
            <PersonRow
              key={person.id}
              person={person}
              acts={acts}
              onEdit={setEditing}
              onExamine={(one, region) => open(one, region, { before: one.exams[0]?.id ?? null })}
              onNextVisit={(one) => void nextVisit(one)}
              onDiscard={(exam) => void discard(exam)}
            />
          ))}
          {people.length === 0 && (
            <li className="p-6 text-center text-soft">
              Nobody found. Try fewer letters, the number, or the birth year; or add them as a new person.
            </li>
          )}
        </ul>
      </main>
      {dialog}
      {editing && (
        <PersonDialog
          person={editing === "new" ? null : editing}
          acts={acts}
          onClose={() => setEditing(null)}
          onChanged={onChanged}
          onExamine={(person) => void open(person, undefined, { before: person.exams[0]?.id ?? null })}
        />
      )}
    </>
  );
}
