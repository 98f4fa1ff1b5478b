"use client";

import { useState } from "react";
import { type EvidenceChanges, parseChanges } from "@/core/evidence/changes";
import type { Evidence } from "@/core/evidence/evidence-set";
import { citationText } from "@/core/knowledge/citations";
import { otherStart, type StartingProbability } from "@/core/knowledge/starting-probabilities";
import { InputError } from "@/core/problem";
import { sourcesWithFigures } from "@/core/evidence/evidence-set";
import { percentText } from "@/core/reading/words";
import { SOURCES } from "@/core/vocabulary/sources";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { Field, inputClass } from "../primitives/field";
import type { Save } from "./workbench-screen";

function StartRow(props: { start: StartingProbability; changes: EvidenceChanges; save: Save }) {
  const { start, changes, save } = props;
  const own = changes.starts.find(({ id }) => id === start.id);
  const [percent, setPercent] = useState(String(Math.round(start.mean * 1000) / 10));
  const [people, setPeople] = useState(String(start.equivalentPeople));
  const [reason, setReason] = useState(own?.reason ?? "");
  const [errors, setErrors] = useState<Record<string, string>>({});
  const number = (text: string) => (text.trim() === "" ? Number.NaN : Number(text.replace(",", ".")));
  const others = changes.starts.filter(({ id }) => id !== start.id);
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
          className="grid items-start gap-3 sm:grid-cols-[7rem_7rem_1fr_auto_auto]"
          onSubmit={async (event) => {
            event.preventDefault();
            const made = {
              id: start.id,
              mean: number(percent) / 100,
              equivalentPeople: number(people),
              reason: reason.trim(),
            };
            try {
              const next = parseChanges({ ...changes, starts: [made, ...others] });
              const refused = await save(next, `${start.id} starts at ${percent} %: ${reason.trim()}`);
              setErrors(refused ? { rest: refused } : {});
            } catch (error) {
              if (!(error instanceof InputError)) throw error;
              setErrors(
                Object.fromEntries(
                  error.problems.map(({ where, what, todo }) => [
                    where.split(" › ").at(-1)!,
                    `${what[0]?.toUpperCase()}${what.slice(1)}. ${todo}`,
                  ]),
                ),
              );
            }
          }}
        >
          <Field label="Start, %" error={errors.mean}>
            {(ids) => (
              <input
                {...ids}
                inputMode="decimal"
                className={inputClass}
                value={percent}
                onChange={(event) => setPercent(event.target.value)}
              />
            )}
          </Field>
          <Field label="People" error={errors.equivalentPeople}>
            {(ids) => (
              <input
                {...ids}
                inputMode="decimal"
                className={inputClass}
                value={people}
                onChange={(event) => setPeople(event.target.value)}
              />
            )}
          </Field>
          <Field label="Why" error={errors.reason ?? errors.rest}>
            {(ids) => (
              <input
                {...ids}
                className={inputClass}
                maxLength={300}
                value={reason}
                onChange={(event) => setReason(event.target.value)}
              />
            )}
          </Field>
          <Button type="submit" className="sm:mt-6">
            Put in force
          </Button>
          {own && (
            <Button
              className="sm:mt-6"
              onClick={() => void save({ ...changes, starts: others }, `${start.id} starts as shipped again`)}
            >
              As shipped
            </Button>
          )}
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
  evidence: Evidence;
  save: Save;
}) {
  const rest = sourcesWithFigures(evidence)
    .filter((source) => !evidence.starts.some((start) => start.source === source && start.id === `${source}.other`))
    .map(otherStart);
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
