"use client";

import { group } from "d3";
import { type School, SCHOOLS } from "@/core/knowledge";
import { type ReadingSettings, schoolIn } from "@/core/record";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";

/** Schools that belong together, by what stands before the colon. */
const GROUPS = group(SCHOOLS, ({ label }) => label.split(":")[0]!);

function SchoolChoice({
  school,
  value,
  onChoose,
}: {
  school: School;
  value: string;
  onChoose: (option: string) => void;
}) {
  return (
    <Choice
      label={school.label}
      stacked
      value={value}
      options={school.options.map(({ id, label, reason }) => ({
        value: id,
        name: label,
        label: (
          <span>
            {label}
            {id === school.defaultOption && <span className="font-normal opacity-80"> (default)</span>}
            <span className="block text-sm font-normal opacity-80">{reason}</span>
          </span>
        ),
      }))}
      onChoose={onChoose}
    />
  );
}

type SchoolsCardProps = { settings: ReadingSettings; onChoose: (school: string, option: string) => void };

/** Where practitioners really disagree: each a choice, with both sides' reasons. New exams keep what was chosen. */
export function SchoolsCard({ settings, onChoose }: SchoolsCardProps) {
  const others = SCHOOLS.filter(({ id, defaultOption }) => schoolIn(settings, id) !== defaultOption).length;
  return (
    <Card
      heading="Schools"
      aside={
        <span className="text-sm text-soft">
          {others === 0 ? "all at their default" : `${others} of ${SCHOOLS.length} not at the default`}
        </span>
      }
    >
      <div className="flex flex-col">
        {[...GROUPS].map(([name, schools]) => (
          <details key={name} className="border-b border-line last:border-0">
            <summary className="flex min-h-11 items-center justify-between gap-3">
              <strong>{name}</strong>
              <span className="text-sm text-soft">
                {schools
                  .map((school) => school.options.find(({ id }) => id === schoolIn(settings, school.id))?.label)
                  .join(" · ")}
              </span>
            </summary>
            <div className="grid gap-4 py-3 lg:grid-cols-2">
              {schools.map((school) => (
                <SchoolChoice
                  key={school.id}
                  school={school}
                  value={schoolIn(settings, school.id)}
                  onChoose={(option) => onChoose(school.id, option)}
                />
              ))}
            </div>
          </details>
        ))}
      </div>
    </Card>
  );
}
