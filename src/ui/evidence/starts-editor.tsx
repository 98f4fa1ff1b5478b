"use client";

import { useState } from "react";
import { InputError, problemAtField } from "@/core/base";
import { type EvidenceSet, type EvidenceChanges, parseChanges, sourcesWithFigures } from "@/core/evidence";
import { citationText, otherStart, type StartingProbability } from "@/core/knowledge";
import { percentText } from "@/core/reading";
import { SOURCES } from "@/core/vocabulary";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import type { Save } from "./save";
import { numberTyped, type StartDraft, StartFields } from "./start-fields";

/** Where a problem's field stands in the form. */
const FIELD_OF: Record<string, keyof StartDraft> = { mean: "percent", equivalentPeople: "people" };

function StartRow({ start, changes, save }: { start: StartingProbability; changes: EvidenceChanges; save: Save }) {
  const own = changes.starts.find(({ id }) => id === start.id);
  const [draft, setDraft] = useState<StartDraft>({
    percent: String(Math.round(start.mean * 1000) / 10),
    people: String(start.equivalentPeople),
    reason: own?.reason ?? "",
  });
  const [errors, setErrors] = useState<Partial<Record<keyof StartDraft, string>>>({});
  const others = changes.starts.filter(({ id }) => id !== start.id);
  const submit = async () => {
    const reason = draft.reason.trim();
    const made = {
      id: start.id,
      mean: numberTyped(draft.percent) / 100,
      equivalentPeople: numberTyped(draft.people),
      reason,
    };
    try {
      const next = parseChanges({ ...changes, starts: [made, ...others] });
      const refused = await save(next, `${start.id} starts at ${draft.percent} %: ${reason}`);
      setErrors(refused ? { reason: refused } : {});
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      const said = error.problems.map((problem) => {
        return [FIELD_OF[problem.path?.at(-1) ?? ""] ?? "reason", problemAtField(problem)];
      });
      setErrors(Object.fromEntries(said) as typeof errors);
    }
  };
  return (
    <li data-start={start.id} className="border-t border-line py-2 text-sm">
      <p>
        <strong className="text-base">{SOURCES[start.source].label}</strong>: {percentText(start.mean)}, {start.because}
      </p>
      <p className="text-soft">
        {start.population}. {start.citation ? `${citationText(start.citation)}; ` : ""}
        {start.standing === "none" ? "a setting, not a study" : start.standing}
      </p>
      <details className="mt-1">
        <summary className="flex min-h-11 items-center underline">Set the clinic&apos;s own</summary>
        <form
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            void submit();
          }}
        >
          <StartFields draft={draft} onChange={setDraft} errors={errors}>
            <Button type="submit">Put in force</Button>
            {own && (
              <Button onClick={() => void save({ ...changes, starts: others }, `${start.id} starts as shipped again`)}>
                As shipped
              </Button>
            )}
          </StartFields>
        </form>
      </details>
    </li>
  );
}

/** Where each source starts, and the clinic's own figure for it. */
export function StartsEditor({
  changes,
  evidence,
  save,
}: {
  changes: EvidenceChanges;
  evidence: EvidenceSet;
  save: Save;
}) {
  const rest = sourcesWithFigures(evidence)
    .filter((source) => !evidence.starts.some((start) => start.source === source && start.id === `${source}.other`))
    .map((source) => otherStart(source, evidence.others));
  return (
    <Card heading="Starting probabilities">
      <p className="text-sm text-soft">
        A starting probability belongs to the person: each can be set again in an exam, with its reason. These are the
        ones an exam begins with.
      </p>
      <ul>
        {[...evidence.starts, ...rest].map((start) => (
          <StartRow key={`${start.id} ${start.mean}`} start={start} changes={changes} save={save} />
        ))}
      </ul>
    </Card>
  );
}
