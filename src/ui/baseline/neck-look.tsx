"use client";

import { useForm, useWatch } from "react-hook-form";
import { yupResolver } from "@hookform/resolvers/yup";
import { PRESSURE_AGAIN_AFTER } from "@/core/knowledge";
import { type EventBody, vitalsSchema } from "@/core/record";
import { type Side, SIDES } from "@/core/vocabulary";
import { Button } from "../primitives/button";
import { Choice } from "../primitives/choice";
import { Field, inputClass } from "../primitives/field";
import { useExam } from "../exam/exam-provider";

const POSITIONS = ["seated", "supine", "standing"] as const;

/** A number as it is typed; nothing typed is nothing. */
const typed = { setValueAs: (value: unknown) => (value === "" || value === null ? null : Number(value)) };
const EMPTY = { systolic: null, diastolic: null, pulse: null, position: "seated", side: "left" } as const;

/** Blood pressure and pulse, before a neck is turned, extended or pulled on. */
export function NeckLook() {
  const { state, append } = useExam();
  const { register, handleSubmit, reset, formState, setValue, control } = useForm({
    resolver: yupResolver(vitalsSchema),
    defaultValues: EMPTY as unknown as EventBody<"vitals-recorded">,
  });
  const [position, side] = useWatch({ control, name: ["position", "side"] });
  const keep = handleSubmit(async (body) => {
    if (await append({ type: "vitals-recorded", body })) reset();
  });
  const numeric = (name: "systolic" | "diastolic" | "pulse", label: string) => (
    <Field label={label} error={formState.errors[name]?.message}>
      {(ids) => <input {...ids} inputMode="numeric" className={`${inputClass} w-24!`} {...register(name, typed)} />}
    </Field>
  );
  return (
    <section aria-labelledby="neck-look" className="mt-4">
      <h3 id="neck-look" className="font-semibold">
        Before the neck is turned, extended or pulled on
      </h3>
      <form className="mt-1 flex flex-wrap items-end gap-2" onSubmit={(event) => void keep(event)}>
        {numeric("systolic", "Upper, mmHg")}
        {numeric("diastolic", "Lower, mmHg")}
        {numeric("pulse", "Pulse")}
        <Choice
          label="Position"
          value={position as string}
          options={POSITIONS.map((value) => ({ value: value as string, label: value }))}
          onChoose={(value) => setValue("position", value as (typeof POSITIONS)[number])}
        />
        <Choice
          label="Arm"
          value={side as string}
          options={SIDES.map((value) => ({ value: value as string, label: value }))}
          onChoose={(value) => setValue("side", value as Side)}
        />
        <Button type="submit">Record</Button>
      </form>
      <p className="mt-1 text-sm text-soft">
        A high one is taken again after {PRESSURE_AGAIN_AFTER} minutes, seated. Not on an arm with a fistula, or where
        lymph nodes were removed.
      </p>
      {state.vitals.length > 0 && (
        <ul className="mt-1 text-sm">
          {state.vitals.map(({ at, systolic, diastolic, pulse, position, side }) => (
            <li key={at}>
              {at.slice(11, 16)}: <strong>{`${systolic}/${diastolic}`}</strong> mmHg, {position}, {side} arm
              {pulse === null ? "" : `, pulse ${pulse}`}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
