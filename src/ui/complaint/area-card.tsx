"use client";

import type { Area } from "@/core/record";
import { placeLabel, QUALITIES, type Quality } from "@/core/vocabulary";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { Field } from "../primitives/field";
import { KeptInput } from "../primitives/kept-input";
import { Score } from "../primitives/score";
import { useExam } from "../exam/exam-provider";

type AreaCardProps = { area: Area; number: number; isCurrent: boolean; onSelect: () => void };

const SCORES = [
  ["now", "Now"],
  ["best", "At its best"],
  ["worst", "At its worst"],
] as const;

/** The familiar symptom in their words. */
function FamiliarWords({ area }: { area: string }) {
  const { state, append } = useExam();
  const isFamiliar = state.familiar?.area === area;
  return (
    <Field
      label={
        isFamiliar
          ? "This is the familiar symptom. In their words:"
          : "Is this the pain they came with? In their words:"
      }
      hint="Every later question refers to it."
    >
      {(ids) => (
        <KeptInput
          {...ids}
          maxLength={300}
          placeholder="a deep ache when I turn in bed"
          recorded={isFamiliar ? (state.familiar?.words ?? "") : ""}
          onKeep={(words) => words !== "" && append({ type: "familiar-chosen", body: { area, words } })}
        />
      )}
    </Field>
  );
}

export function AreaCard({ area, number, isCurrent, onSelect }: AreaCardProps) {
  const { state, appendFrom } = useExam();
  const record = (change: (latest: Area) => Partial<Area>) =>
    void appendFrom((latest) => {
      const now = latest.areas.find((candidate) => candidate.area === area.area) ?? area;
      return [{ type: "area-recorded", body: { ...now, ...change(now) } }];
    });
  const toggleQuality = (quality: Quality) =>
    record(({ qualities }) => ({
      qualities: qualities.includes(quality) ? qualities.filter((other) => other !== quality) : [...qualities, quality],
    }));
  const familiar = state.familiar?.area === area.area;
  return (
    <Card
      className={isCurrent ? "border-lantern! border-2" : ""}
      heading={`Area ${number}${familiar ? " · familiar symptom" : ""}`}
      aside={
        isCurrent ? (
          <span className="text-sm text-soft">being drawn</span>
        ) : (
          <Button onClick={onSelect}>Draw this one</Button>
        )
      }
    >
      <p className="mb-3">{area.places.map(placeLabel).join(" · ")}</p>
      <div className="flex flex-col gap-3">
        <div role="group" aria-label="What it feels like" className="flex flex-wrap gap-1.5">
          {QUALITIES.map((quality) => (
            <Button
              key={quality}
              aria-pressed={area.qualities.includes(quality)}
              onClick={() => toggleQuality(quality)}
            >
              {quality}
            </Button>
          ))}
        </div>
        {SCORES.map(([field, label]) => (
          <Score
            digits
            key={field}
            label={label}
            value={area[field]}
            onChoose={(value) => record(() => ({ [field]: value }))}
          />
        ))}
        <FamiliarWords area={area.area} />
      </div>
    </Card>
  );
}
