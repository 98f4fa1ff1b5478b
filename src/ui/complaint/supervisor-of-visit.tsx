"use client";

import { SUPERVISES, type Visit } from "@/core/record";
import { useSupervisors } from "../accounts/supervised";
import { useExam } from "../exam/exam-provider";
import { Button } from "../primitives/button";
import { Choice } from "../primitives/choice";

type Chosen = NonNullable<Visit["supervisor"]>;

/** Of a trainee's examination: who supervises it, from where, and that the person knows. */
export function SupervisorOfVisit({
  visit: { supervisor = null },
  onChange,
}: {
  visit: Visit;
  onChange: (supervisor: Chosen | null) => void;
}) {
  const { exam } = useExam();
  const all = useSupervisors(exam) ?? [];
  if (all.length === 0 && supervisor === null) return null;
  return (
    <div className="flex flex-col gap-2" data-supervisor>
      <Choice
        label="Who supervises this"
        value={supervisor?.practitioner ?? null}
        options={all.map(({ id, name }) => ({ value: id, label: name }))}
        onChoose={(practitioner) =>
          onChange({
            practitioner,
            name: all.find(({ id }) => id === practitioner)?.name ?? "",
            where: supervisor?.where ?? "in the room",
            told: supervisor?.told ?? false,
          })
        }
      />
      {supervisor && (
        <>
          <Choice
            label="They are"
            value={supervisor.where}
            options={(Object.keys(SUPERVISES) as (keyof typeof SUPERVISES)[]).map((where) => ({
              value: where,
              label: SUPERVISES[where],
            }))}
            onChoose={(where) => onChange({ ...supervisor, where })}
          />
          <Button
            aria-pressed={supervisor.told}
            onClick={() => onChange({ ...supervisor, told: !supervisor.told })}
            className="self-start"
          >
            Told, and agreed to: a trainee examines, {supervisor.name} supervises
          </Button>
        </>
      )}
    </div>
  );
}
