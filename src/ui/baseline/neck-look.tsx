"use client";

import { useForm } from "react-hook-form";
import { yupResolver } from "@hookform/resolvers/yup";
import { PRESSURE_AGAIN_AFTER } from "@/core/knowledge";
import { type EventBody, vitalsSchema } from "@/core/record";
import { SIDES } from "@/core/vocabulary";
import { Button } from "../primitives/button";
import { Field, inputClass } from "../primitives/field";
import { useExam } from "../exam/exam-provider";
import { type Cell, cranialCells, StepSelect } from "./step-select";

const POSITIONS = ["seated", "supine", "standing"] as const;

/** A number as it is typed; nothing typed is nothing. */
const typed = { setValueAs: (value: unknown) => (value === "" || value === null ? null : Number(value)) };
const EMPTY = { systolic: null, diastolic: null, pulse: null, position: "seated", side: "left" } as const;

/** Blood pressure, pulse and a short look at the cranial nerves, before a neck is turned, extended or pulled on. */
export function NeckLook({ onKeep }: { onKeep: (cell: Cell, value: number) => void }) {
  const { state, append } = useExam();
  const { register, handleSubmit, reset, formState } = useForm({
    resolver: yupResolver(vitalsSchema),
    defaultValues: EMPTY as unknown as EventBody<"vitals-recorded">,
  });
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
        <Field label="Position">
          {(ids) => (
            <select {...ids} className={inputClass} {...register("position")}>
              {POSITIONS.map((position) => (
                <option key={position}>{position}</option>
              ))}
            </select>
          )}
        </Field>
        <Field label="Arm">
          {(ids) => (
            <select {...ids} className={inputClass} {...register("side")}>
              {SIDES.map((side) => (
                <option key={side}>{side}</option>
              ))}
            </select>
          )}
        </Field>
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
      <h4 className="mt-3 text-sm font-semibold">Cranial nerves</h4>
      <div className="grid gap-2 sm:grid-cols-2 lg:grid-cols-3">
        {cranialCells().map((cell) => (
          <div key={cell.level} className="grid grid-cols-[1fr_7rem] items-center gap-2 text-sm">
            {cell.label}
            <StepSelect cell={cell} onKeep={onKeep} />
          </div>
        ))}
      </div>
    </section>
  );
}
