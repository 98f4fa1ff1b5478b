"use client";

import { useForm, useWatch } from "react-hook-form";
import { readNumber } from "@/core/base";
import { type Side, SIDES, type Technique, TECHNIQUES } from "@/core/vocabulary";
import { Button } from "../primitives/button";
import { Choice } from "../primitives/choice";
import { Dialog } from "../primitives/dialog";
import { Field, inputClass } from "../primitives/field";
import { useExam } from "../exam/exam-provider";

type Fields = {
  kind: Technique;
  level: string;
  side: Side | "none";
  grade: string;
  force: string;
  holdSeconds: string;
  repetitions: string;
  note: string;
};

/** What was done between two tests: a log, not advice. */
export function TechniqueDialog({ onClose }: { onClose: () => void }) {
  const { append, refusal, profile, state } = useExam();
  const { unit } = profile.settings.work;
  const { register, handleSubmit, control, setValue } = useForm<Fields>({
    defaultValues: {
      kind: "mobilisation",
      level: "",
      side: "none",
      grade: "",
      force: "",
      holdSeconds: "",
      repetitions: "",
      note: "",
    },
  });
  const [kind, side] = useWatch({ control, name: ["kind", "side"] });
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
        <Choice
          label="Kind"
          big
          value={kind}
          options={TECHNIQUES.map((technique) => ({ value: technique, label: technique }))}
          onChoose={(technique) => setValue("kind", technique)}
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
        <Button type="submit" look="main" big>
          Log it
        </Button>
      </form>
      {state.techniques.length > 0 && (
        <ol className="list-decimal pl-6 text-sm">
          {state.techniques.map((technique) => (
            <li key={technique.event}>
              {technique.kind} {technique.level} {technique.side ?? ""}
            </li>
          ))}
        </ol>
      )}
    </Dialog>
  );
}
