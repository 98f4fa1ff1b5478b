"use client";

import { FileText } from "lucide-react";
import { useState } from "react";
import type { Course } from "@/core/course";
import {
  COURSE_ENDS,
  type CourseEnd,
  type EpisodeDraft,
  FOUND,
  KNOWN_BY,
  type KnownBy,
  LETTER_KINDS,
} from "@/core/record";
import { SIDES, SOURCE_IDS, SOURCES, type Side, type SourceId } from "@/core/vocabulary";
import { Button, ButtonLink } from "../primitives/button";
import { Choice } from "../primitives/choice";
import { Dialog } from "../primitives/dialog";
import { dayText } from "../primitives/dates";
import { Field, inputClass } from "../primitives/field";

type Say = (...drafts: EpisodeDraft[]) => Promise<boolean>;
type ActProps = { course: Course; person: string; today: string; say: Say };

const keysOf = <T extends object>(entries: T) => Object.keys(entries) as (keyof T & string)[];

/** The day somebody is due again. */
function Review({ course, today, say }: ActProps) {
  const [on, setOn] = useState(course.reviewOn ?? "");
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void say({ type: "review-set", body: { on: on === "" ? null : on } });
      }}
    >
      <Field label="Due again on" className="w-44">
        {(ids) => (
          <input
            {...ids}
            type="date"
            min={today}
            className={inputClass}
            value={on}
            onChange={(event) => setOn(event.target.value)}
          />
        )}
      </Field>
      <Button type="submit">Keep the day</Button>
    </form>
  );
}

/** A letter that was sent, or is to be. */
function Letters({ course, person, today, say }: ActProps) {
  const [kind, setKind] = useState<(typeof LETTER_KINDS)[number]>("progress");
  const [to, setTo] = useState("");
  return (
    <div className="flex flex-col gap-2">
      <ButtonLink className="self-start" href={`/people/${person}/progress/${course.episode}`}>
        <FileText aria-hidden size={18} /> Write the progress letter
      </ButtonLink>
      {course.lettersSent.map(({ kind: sent, to: whom, on }, index) => (
        <p key={index}>
          {dayText(on)}: {sent} letter to {whom}
        </p>
      ))}
      <Choice
        label="A letter"
        hideLabel
        value={kind}
        options={LETTER_KINDS.map((one) => ({ value: one, label: one }))}
        onChoose={setKind}
      />
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void say({ type: "letter-sent", body: { kind, to: to.trim(), on: today } }).then((kept) => kept && setTo(""));
        }}
      >
        <Field label="Sent to" className="min-w-48 grow">
          {(ids) => (
            <input
              {...ids}
              required
              maxLength={120}
              className={inputClass}
              value={to}
              onChange={(event) => setTo(event.target.value)}
            />
          )}
        </Field>
        <Button type="submit">Sent today</Button>
        <Button onClick={() => void say({ type: "letter-wanted", body: { why: `${kind} letter` } })}>
          Still to write
        </Button>
      </form>
    </div>
  );
}

/** What turned out to be so, and how it is known. */
function Outcome({ today, say, onClose }: Pick<ActProps, "today" | "say"> & { onClose: () => void }) {
  const [source, setSource] = useState<SourceId>(SOURCE_IDS[0]!);
  const [side, setSide] = useState<Side | "none">("none");
  const [found, setFound] = useState<(typeof FOUND)[number]>("still open");
  const [by, setBy] = useState<KnownBy | null>(null);
  const [who, setWho] = useState("");
  const keep = () =>
    say({
      type: "outcome-told",
      body: { source, side: side === "none" ? null : side, found, by, on: today, who: who.trim(), note: "" },
    }).then((kept) => kept && onClose());
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="What turned out to be so"
      description="The course alone, and imaging with agreeing findings, are kept apart: they stand for no reference."
      wide
    >
      <div className="flex flex-col gap-3">
        <Field label="Source">
          {(ids) => (
            <select
              {...ids}
              className={inputClass}
              value={source}
              onChange={(event) => setSource(event.target.value as SourceId)}
            >
              {SOURCE_IDS.map((id) => (
                <option key={id} value={id}>
                  {SOURCES[id].label}
                </option>
              ))}
            </select>
          )}
        </Field>
        <Choice
          label="Side"
          value={side}
          options={[...SIDES, "none" as const].map((one) => ({ value: one, label: one === "none" ? "no side" : one }))}
          onChoose={setSide}
        />
        <Choice
          label="It was"
          value={found}
          options={FOUND.map((one) => ({ value: one, label: one }))}
          onChoose={setFound}
        />
        <Choice
          label="Known by"
          value={by}
          options={keysOf(KNOWN_BY).map((one) => ({ value: one, label: KNOWN_BY[one].label }))}
          onChoose={setBy}
        />
        <Field label="By whom">
          {(ids) => (
            <input
              {...ids}
              maxLength={120}
              className={inputClass}
              value={who}
              onChange={(event) => setWho(event.target.value)}
            />
          )}
        </Field>
        <Button look="main" big disabled={found !== "still open" && by === null} onClick={() => void keep()}>
          Keep it
        </Button>
      </div>
    </Dialog>
  );
}

/** What is done about a course in the chair: due, letters, outcome, its end. */
export function CourseActs(props: ActProps) {
  const { course, today, say } = props;
  const [telling, setTelling] = useState(false);
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-3">
      <section aria-label="Due">
        <h3 className="mb-1 font-semibold">Due</h3>
        <Review key={course.reviewOn} {...props} />
      </section>
      <section aria-label="Letters">
        <h3 className="mb-1 font-semibold">Letters</h3>
        <Letters {...props} />
      </section>
      <section aria-label="Outcome">
        <h3 className="mb-1 font-semibold">Outcome</h3>
        {course.outcomes.map(({ source, side, found, by, on, who }) => (
          <p key={`${source} ${side ?? ""}`}>
            {SOURCES[source].label} {side}: <strong>{found}</strong>
            {by && `, by ${KNOWN_BY[by].label}`}, {dayText(on)}
            {who && `, ${who}`}
            {by && !KNOWN_BY[by].isReference && " (no reference)"}
          </p>
        ))}
        <div className="mt-1 flex flex-wrap gap-2">
          <Button onClick={() => setTelling(true)}>Tell an outcome</Button>
          {course.ended ? (
            <Button
              onClick={() =>
                void say({ type: "episode-ended", body: { reason: "other", note: "", on: today, isOver: false } })
              }
            >
              Take it up again
            </Button>
          ) : (
            keysOf(COURSE_ENDS)
              .filter((reason) => reason !== "other")
              .map((reason: CourseEnd) => (
                <Button
                  key={reason}
                  onClick={() =>
                    void say({ type: "episode-ended", body: { reason, note: "", on: today, isOver: true } })
                  }
                >
                  End: {COURSE_ENDS[reason]}
                </Button>
              ))
          )}
        </div>
      </section>
      {telling && <Outcome today={today} say={say} onClose={() => setTelling(false)} />}
    </div>
  );
}
