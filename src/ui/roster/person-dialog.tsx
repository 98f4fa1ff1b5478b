"use client";

import { yupResolver } from "@hookform/resolvers/yup";
import { Download } from "lucide-react";
import { useState } from "react";
import { type FieldErrors, type Resolver, useForm } from "react-hook-form";
import { v4 as newId } from "uuid";
import type { Act } from "@/core/access";
import { type Person, type PersonInput, personSchema } from "@/core/record";
import { SEXES } from "@/core/vocabulary";
import { Button, DownloadLink } from "../primitives/button";
import { Dialog } from "../primitives/dialog";
import { Field, inputClass } from "../primitives/field";
import { call } from "@/wire/call";
import type { RosterRow } from "@/wire/roster";
import { alreadyThere, ROUTES } from "@/wire/routes";
import { pathOf } from "@/wire/route";

type PersonDialogProps = {
  /** What whoever opens it may do. */
  acts: readonly Act[];
  person: RosterRow | null;
  onClose: () => void;
  onChanged: () => void;
  onExamine: (person: RosterRow) => void;
};

const EMPTY = { name: "", birthDate: "", sex: "not stated", notes: "", contact: "" } as const;

/** A message is "what; what to do". */
const messageOf = (errors: FieldErrors<PersonInput>, field: keyof PersonInput): string | undefined => {
  const text = errors[field]?.message?.split("; ").join(". ");
  return text && `${text[0]?.toUpperCase()}${text.slice(1)}.`;
};

/** A new person, or a correction; somebody who may be there already is shown first. */
export function PersonDialog({ person, acts, onClose, onChanged, onExamine }: PersonDialogProps) {
  const [duplicates, setDuplicates] = useState<readonly Pick<Person, "id" | "name" | "number" | "birthDate">[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const seesRecord = acts.includes("see a record") && !person?.isHidden;
  const schema = personSchema(new Date().toISOString().slice(0, 10));
  const { register, handleSubmit, formState } = useForm<PersonInput>({
    defaultValues: person
      ? {
          id: person.id,
          name: person.name,
          birthDate: person.birthDate,
          sex: person.sex,
          notes: person.notes,
          contact: person.contact ?? "",
        }
      : { id: newId(), ...EMPTY },
    resolver: yupResolver(schema, { strict: true, abortEarly: false }) as unknown as Resolver<PersonInput>,
  });

  const save = async (input: PersonInput) => {
    const written = person
      ? await call(ROUTES.changePerson, { person: person.id }, input)
      : await call(ROUTES.addPerson, {}, { person: input, confirmed: duplicates.length > 0 });
    if (written.ok) {
      onChanged();
      onClose();
      return;
    }
    const there = alreadyThere.isValidSync(written.body, { strict: true }) ? written.body.duplicates : [];
    setDuplicates(there ?? []);
    setProblem(there?.length ? null : written.message);
  };

  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={person ? `${person.number} ${person.name}` : "New person"}
    >
      <form className="flex flex-col gap-4" onSubmit={(event) => void handleSubmit(save)(event)} noValidate>
        <Field label="Name or initials" error={messageOf(formState.errors, "name")}>
          {(ids) => <input {...ids} {...register("name")} className={inputClass} autoFocus autoComplete="off" />}
        </Field>
        <div className="grid gap-4 sm:grid-cols-2">
          <Field label="Birth date" hint="YYYY-MM-DD" error={messageOf(formState.errors, "birthDate")}>
            {(ids) => (
              <input
                {...ids}
                {...register("birthDate")}
                className={inputClass}
                placeholder="1984-05-12"
                autoComplete="off"
              />
            )}
          </Field>
          <Field label="Sex" error={messageOf(formState.errors, "sex")}>
            {(ids) => (
              <select {...ids} {...register("sex")} className={inputClass}>
                {SEXES.map((sex) => (
                  <option key={sex}>{sex}</option>
                ))}
              </select>
            )}
          </Field>
        </div>
        <Field
          label="How they are reached"
          hint="Telephone, mail, address. Not clinical: the front desk sees it."
          error={messageOf(formState.errors, "contact")}
        >
          {(ids) => (
            <textarea {...ids} {...register("contact")} rows={2} className={`${inputClass} py-2`} autoComplete="off" />
          )}
        </Field>
        {seesRecord && (
          <Field label="Notes" error={messageOf(formState.errors, "notes")}>
            {(ids) => <textarea {...ids} {...register("notes")} rows={2} className={`${inputClass} py-2`} />}
          </Field>
        )}
        {duplicates.length > 0 && (
          <div role="alert" className="rounded-lg border border-edge bg-caution-well p-3 text-caution">
            <p className="font-medium">Perhaps on the roster already:</p>
            <ul className="list-disc ps-6">
              {duplicates.map((other) => (
                <li key={other.id}>
                  {other.name}, {other.number}, born {other.birthDate}
                </li>
              ))}
            </ul>
          </div>
        )}
        {problem && (
          <p role="alert" className="font-medium text-stop">
            {problem}
          </p>
        )}
        <div className="flex flex-wrap gap-2">
          <Button type="submit" look="main" disabled={formState.isSubmitting}>
            {duplicates.length > 0 ? "Not the same person: add" : person ? "Save" : "Add"}
          </Button>
          {person && seesRecord && acts.includes("examine") && (
            <Button onClick={() => onExamine(person)}>Examine</Button>
          )}
          {person && seesRecord && acts.includes("take records out") && (
            <DownloadLink href={pathOf(ROUTES.exportPerson.path, { person: person.id })}>
              <Download aria-hidden size={18} /> All of theirs (JSON)
            </DownloadLink>
          )}
          {person && seesRecord && acts.includes("take records out") && (
            <DownloadLink href={pathOf(ROUTES.handOver.path, { person: person.id })}>
              <Download aria-hidden size={18} /> To hand over (page, data, tables)
            </DownloadLink>
          )}
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </Dialog>
  );
}
