"use client";

import { RotateCcw } from "lucide-react";
import { useState } from "react";
import { useForm, type UseFormSetValue, useWatch } from "react-hook-form";
import { readNumber } from "@/core/base";
import { isNeckThrust } from "@/core/admission";
import { techniqueText } from "@/core/course";
import { askedAnew } from "@/core/knowledge";
import type { ExamState } from "@/core/record";
import {
  type Side,
  SIDES,
  type Technique,
  TECHNIQUE_REGIONS,
  type TechniqueRegion,
  TECHNIQUES,
} from "@/core/vocabulary";
import { Button } from "../primitives/button";
import { Choice } from "../primitives/choice";
import { Dialog } from "../primitives/dialog";
import { Field, inputClass } from "../primitives/field";
import { AnewCard } from "../exam/anew-card";
import { Supervised } from "../accounts/supervised";
import { useMay } from "../accounts/use-may";
import { useExamCourse } from "../exam/exam-course";
import { useExam } from "../exam/exam-provider";
import { TechniqueGuard, techniqueGuard } from "./technique-guard";

type Fields = {
  kind: Technique;
  region: TechniqueRegion | "";
  level: string;
  side: Side | "none";
  grade: string;
  force: string;
  holdSeconds: string;
  repetitions: string;
  note: string;
  elsewhere: boolean;
  despite: string;
  /** The course it is for; empty: every complaint of this visit. */
  course: string;
};

const NOTHING_YET: Fields = {
  kind: "mobilisation",
  region: "",
  level: "",
  side: "none",
  grade: "",
  force: "",
  holdSeconds: "",
  repetitions: "",
  note: "",
  elsewhere: false,
  despite: "",
  course: "",
};

/** Which complaint it is for, where the visit is about several. */
function ForWhich({ value, onChoose }: { value: string; onChoose: (course: string) => void }) {
  const { course } = useExamCourse();
  if (!course || course.others.length === 0) return null;
  return (
    <Choice
      label="For which complaint"
      big
      value={value}
      options={[
        { value: course.episode, label: "what this visit was opened for" },
        ...course.others.map(({ episode, name }) => ({ value: episode, label: name || "the other one" })),
        { value: "", label: "all of them" },
      ]}
      onChoose={onChoose}
    />
  );
}

/** A reason has to say something. */
const SHORTEST_REASON = 10;

/** A thrust to the neck is asked for on its own. */
function NeckThrustAsked() {
  const { state } = useExam();
  const agreed = state.askedAnew["neck thrust"];
  if (agreed === undefined) return <AnewCard anew={askedAnew("neck thrust")} />;
  return agreed ? null : (
    <p role="status" className="rounded-xl border-2 border-stop bg-stop-well p-3 text-stop">
      They do not want a thrust to the neck: leave it out today.
    </p>
  );
}

type Logged = ExamState["techniques"][number];

const numberText = (value: number | null | undefined): string =>
  value === null || value === undefined ? "" : String(value);

const MOST_RECENT = 3;

/** The last ones, of this visit and of those before it: one press fills them in. */
function AsBefore({ onChoose }: { onChoose: (technique: Logged) => void }) {
  const { state } = useExam();
  const { course } = useExamCourse();
  const all = [...(course?.earlier ?? []).flatMap(({ techniques }) => techniques), ...state.techniques].toReversed();
  const recent = [
    ...new Map(all.filter(({ elsewhere }) => !elsewhere).map((one) => [techniqueText(one), one])).entries(),
  ];
  if (recent.length === 0) return null;
  return (
    <div role="group" aria-label="As before" className="flex flex-wrap gap-2">
      {recent.slice(0, MOST_RECENT).map(([text, technique]) => (
        <Button key={text} big className="text-sm" data-as-before onClick={() => onChoose(technique)}>
          <RotateCcw aria-hidden size={16} /> {text}
        </Button>
      ))}
    </div>
  );
}

/** Fills the form in with what was done before. */
function fillIn(setValue: UseFormSetValue<Fields>, was: Logged): void {
  setValue("kind", was.kind);
  setValue("region", was.region ?? "");
  setValue("level", was.level);
  setValue("side", was.side ?? "none");
  setValue("grade", numberText(was.grade));
  setValue("holdSeconds", numberText(was.holdSeconds));
  setValue("repetitions", numberText(was.repetitions));
}

/** What was logged at this visit. */
function SoFar() {
  const { state } = useExam();
  if (state.techniques.length === 0) return null;
  return (
    <ol className="list-decimal ps-6 text-sm">
      {state.techniques.map((technique) => (
        <li key={technique.event}>
          {[technique.kind, technique.region, technique.level, technique.side].filter(Boolean).join(" ")}
          {technique.elsewhere && ", done elsewhere"}
        </li>
      ))}
    </ol>
  );
}

/** What was done between two tests: a log, not advice. */
export function TechniqueDialog({ onClose }: { onClose: () => void }) {
  const { append, refusal, profile, state, guard } = useExam();
  const { unit } = profile.settings.work;
  const mayOverride = useMay("override a block");
  const [supervisor, setSupervisor] = useState<{ practitioner: string; name: string } | null>(null);
  const mayDespite = mayOverride || supervisor !== null;
  const { register, handleSubmit, control, setValue } = useForm<Fields>({ defaultValues: NOTHING_YET });
  const [kind, region, side, elsewhere, despite, forCourse] = useWatch({
    control,
    name: ["kind", "region", "side", "elsewhere", "despite", "course"],
  });
  const said = region ? techniqueGuard(state, guard, { kind, region, side: side === "none" ? null : side }) : null;
  const asksReason = said !== null && !elsewhere && said.blocks.length > 0 && said.blocks.every(({ final }) => !final);
  const mayLog =
    said !== null &&
    (elsewhere ||
      ((!isNeckThrust({ kind, region }) || state.askedAnew["neck thrust"] === true) &&
        said.unasked.length === 0 &&
        (said.blocks.length === 0 || (asksReason && mayDespite && despite.trim().length >= SHORTEST_REASON))));
  const keep = handleSubmit(async (fields) => {
    const force = readNumber(fields.force);
    const taken = await append({
      type: "technique-logged",
      body: {
        kind: fields.kind,
        level: fields.level.trim(),
        side: fields.side === "none" ? null : fields.side,
        grade: readNumber(fields.grade),
        force: force === null ? null : { value: force, unit },
        holdSeconds: readNumber(fields.holdSeconds),
        repetitions: readNumber(fields.repetitions),
        note: fields.note.trim(),
        ...(fields.region ? { region: fields.region } : {}),
        ...(fields.elsewhere ? { elsewhere: true } : {}),
        ...(fields.course ? { courses: [fields.course] } : {}),
        ...(asksReason ? { despite: fields.despite.trim(), ...(supervisor ? { supervisor } : {}) } : {}),
      },
    });
    if (taken) onClose();
  });
  const numeric = (name: "grade" | "force" | "holdSeconds" | "repetitions", label: string) => (
    <Field label={label}>
      {(ids) => <input {...ids} inputMode="decimal" className={`${inputClass} min-h-14`} {...register(name)} />}
    </Field>
  );
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Log a technique"
      description="A log, not advice. Repeat the comparable signs afterwards; a sign that is new asks for the baseline and the guard again."
      wide
    >
      <form className="flex flex-col gap-4" onSubmit={(event) => void keep(event)}>
        <AsBefore onChoose={(technique) => fillIn(setValue, technique)} />
        <Choice
          label="Kind"
          big
          value={kind}
          options={TECHNIQUES.map((technique) => ({ value: technique, label: technique }))}
          onChoose={(technique) => setValue("kind", technique)}
        />
        <Choice
          label="Where"
          big
          value={region || null}
          options={TECHNIQUE_REGIONS.map((where) => ({ value: where, label: where }))}
          onChoose={(where) => setValue("region", where)}
        />
        <Choice
          label="Side"
          big
          value={side}
          options={[...SIDES, "none" as const].map((option) => ({
            value: option,
            label: option === "none" ? "no side" : option,
          }))}
          onChoose={(chosen) => setValue("side", chosen)}
        />
        <ForWhich value={forCourse} onChoose={(course) => setValue("course", course)} />
        {said && !elsewhere && <TechniqueGuard {...said} />}
        {!elsewhere && isNeckThrust({ kind, region }) && <NeckThrustAsked />}
        {asksReason && !mayOverride && supervisor === null && (
          <Supervised otherwise="Only a practitioner may do it all the same, with a reason: ask yours.">
            {(who) => (
              <Button big onClick={() => setSupervisor(who)}>
                Go on, as {who.name} says
              </Button>
            )}
          </Supervised>
        )}
        {asksReason && mayDespite && (
          <Field label={`Why it is done all the same (at least ${SHORTEST_REASON} characters)`}>
            {(ids) => <input {...ids} maxLength={300} className={`${inputClass} min-h-14`} {...register("despite")} />}
          </Field>
        )}
        <div className="grid gap-3 sm:grid-cols-5">
          <Field label="Level">
            {(ids) => <input {...ids} maxLength={60} className={`${inputClass} min-h-14`} {...register("level")} />}
          </Field>
          {numeric("grade", "Grade 1-5")}
          {numeric("force", `Effort, ${unit}`)}
          {numeric("holdSeconds", "Hold, s")}
          {numeric("repetitions", "Repetitions")}
        </div>
        <Field label="Note" error={refusal ?? undefined}>
          {(ids) => <input {...ids} maxLength={600} className={`${inputClass} min-h-14`} {...register("note")} />}
        </Field>
        <SoFar />
        <div className="sticky -bottom-5 -mx-5 -mb-5 flex flex-wrap items-center justify-between gap-x-4 gap-y-1 border-t border-line bg-card px-5 py-3">
          <label className="flex min-h-14 items-center gap-3">
            <input type="checkbox" className="size-6" {...register("elsewhere")} />
            Done elsewhere, by somebody else: only recorded
          </label>
          <Button type="submit" look="main" big className="min-w-40" disabled={!mayLog}>
            Log it
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
