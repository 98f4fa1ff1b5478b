"use client";

import { ArrowRight, Copy } from "lucide-react";
import { Link } from "../primitives/link";
import { useState } from "react";
import { sinceLast } from "@/core/course";
import type { EventBody, EventDraft } from "@/core/record";
import { shortSource } from "@/core/vocabulary";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";
import { Field, inputClass } from "../primitives/field";
import { ReasonForm } from "../primitives/reason-form";
import { Score } from "../primitives/score";
import { dayText } from "../primitives/dates";
import { useExam } from "../exam/exam-provider";
import { NO_MORE, REACTION_CHOICES } from "./reactions";
import { useCourse } from "./use-course";

type Reaction = EventBody<"reaction-told">;

/** How they were after the last visit: one press; where and how long beside it. */
function AfterLastTime() {
  const { state, append } = useExam();
  const told = state.reactions.findLast(({ after }) => after === "last visit") ?? null;
  const [where, setWhere] = useState("");
  const [hours, setHours] = useState("");
  const say = (over: Partial<Reaction>) =>
    void append({
      type: "reaction-told",
      body: {
        after: "last visit",
        which: null,
        what: told?.what ?? "sore",
        where: told?.where ?? "",
        hours: told?.hours ?? null,
        intensity: told?.intensity ?? null,
        done: told?.done ?? "",
        ...over,
      },
    });
  return (
    <div data-after-last={told?.what ?? ""}>
      <Choice
        label="After last time?"
        value={told?.what ?? null}
        options={REACTION_CHOICES}
        onChoose={(what) => say({ what, ...(NO_MORE.has(what) ? { where: "", hours: null, intensity: null } : {}) })}
      />
      {told && !NO_MORE.has(told.what) && (
        <div className="mt-2 flex flex-col gap-2">
          <Score label="How bad was it?" value={told.intensity} onChoose={(intensity) => say({ intensity })} inRow />
          <form
            className="flex flex-wrap items-end gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              const number = Number(hours);
              say({
                where: where.trim() || told.where,
                hours: hours.trim() === "" || Number.isNaN(number) ? told.hours : Math.min(Math.max(number, 0), 2200),
              });
            }}
          >
            <Field label="Where" className="min-w-40 grow">
              {(ids) => (
                <input
                  {...ids}
                  maxLength={200}
                  className={inputClass}
                  placeholder={told.where}
                  value={where}
                  onChange={(event) => setWhere(event.target.value)}
                />
              )}
            </Field>
            <Field label="Hours" className="w-24">
              {(ids) => (
                <input
                  {...ids}
                  inputMode="decimal"
                  className={inputClass}
                  placeholder={told.hours === null ? "" : String(told.hours)}
                  value={hours}
                  onChange={(event) => setHours(event.target.value)}
                />
              )}
            </Field>
            <Button type="submit">Keep it</Button>
          </form>
        </div>
      )}
    </div>
  );
}

/** A visit that goes on with a course: what was found, done and left, how they were since, and what is the same. */
export function SinceLast() {
  const { state, append } = useExam();
  const { course, earlier, told, signs } = useCourse();
  const last = earlier.at(-1);
  if (!course || !last) return null;
  const { done, theirs, ended } = sinceLast(last);
  const found = last.read.filter(({ readBy }) => readBy === "figures").slice(0, 3);
  const asBefore = () => {
    const drafts: EventDraft[] = [
      ...last.areas.map((area) => ({
        type: "area-recorded" as const,
        body: { ...area, places: [...area.places], qualities: [...area.qualities], now: null, best: null, worst: null },
      })),
      ...(last.familiar ? [{ type: "familiar-chosen" as const, body: last.familiar }] : []),
      ...last.alsoTheirs.map((symptom) => ({ type: "symptom-named" as const, body: symptom })),
      ...(last.history ? [{ type: "history-recorded" as const, body: last.history }] : []),
    ];
    void append(...drafts);
  };
  return (
    <Card
      heading={`Since ${dayText(last.date)}, visit ${course.visitsBefore + 1}`}
      aside={
        <Link
          href={`/people/${state.opened?.body.person.id}`}
          className="flex min-h-11 items-center gap-1 font-medium underline"
        >
          The course <ArrowRight aria-hidden size={16} />
        </Link>
      }
    >
      <div className="flex flex-col gap-3" data-since-last={last.exam}>
        <ul className="grid gap-x-6 sm:grid-cols-2">
          {found.length > 0 && (
            <li>
              <strong>Read:</strong>{" "}
              {found.map(({ source, side, word }) => `${shortSource(source, side ?? null)} ${word}`).join("; ")}
            </li>
          )}
          <li>
            <strong>Theirs came with:</strong> {theirs.join(", ") || "nothing"}
          </li>
          <li>
            <strong>Done:</strong> {done.join("; ") || "nothing was logged"}
          </li>
          {ended && (
            <li>
              <strong>It ended short:</strong> {ended}
            </li>
          )}
          <li>
            <strong>To measure again:</strong> {signs.map(({ label }) => label).join("; ") || "no sign is followed yet"}
          </li>
        </ul>
        {state.areas.length === 0 && last.areas.length > 0 && (
          <Button big className="self-start" onClick={asBefore}>
            <Copy aria-hidden size={18} /> They say: the same places and story as on {dayText(last.date)}
          </Button>
        )}
        <AfterLastTime />
        <Activities told={told} />
        {state.treated && state.runs.length === 0 && (
          <details>
            <summary className="flex min-h-11 items-center">
              Tests of this visit are course: compared with the first, counted in no reading
            </summary>
            <ReasonForm
              className="mt-1 gap-2"
              fieldClass="min-w-56"
              shortest={3}
              label="Why this visit is read anew"
              button="Read anew"
              onGive={(reason) => void append({ type: "read-anew", body: { reason } })}
            />
          </details>
        )}
        {state.readAnew && <p className="font-medium">Read anew: {state.readAnew}</p>}
      </div>
    </Card>
  );
}

/** Their own activities, as they go today; what they were stays covered. */
export function Activities({ told }: { told: ReturnType<typeof useCourse>["told"] }) {
  const { state, append } = useExam();
  const activities = told.markers.filter(
    ({ kind, marker }) => kind === "activity" && !told.dropped.some((one) => one.marker === marker),
  );
  return activities.map(({ marker, words }) => (
    <div key={marker} data-activity={marker}>
      <Score
        label={<>&ldquo;{words}&rdquo; today: 0 cannot … 10 as before it all began</>}
        value={state.activities.find(({ activity }) => activity === marker)?.value ?? null}
        onChoose={(value) => void append({ type: "activity-rated", body: { activity: marker, words, value } })}
        inRow
      />
    </div>
  ));
}
