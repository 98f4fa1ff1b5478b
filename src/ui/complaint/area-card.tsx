"use client";

import { useState } from "react";
import type { Area } from "@/core/exam/state";
import { QUALITIES, type Quality } from "@/core/vocabulary/examination";
import { placeLabel } from "@/core/vocabulary/sites";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { Field, inputClass } from "../primitives/field";
import { Score } from "../primitives/score";
import { useExam } from "../exam/exam-provider";

type AreaCardProps = { area: Area; number: number; isCurrent: boolean; onSelect: () => void };

const SCORES = [
  ["now", "Now"],
  ["best", "At its best"],
  ["worst", "At its worst"],
] as const;

/** The familiar symptom in their words; kept on leaving the field. */
function FamiliarWords({ area }: { area: string }) {
  const { state, append } = useExam();
  const isFamiliar = state.familiar?.area === area;
  const kept = isFamiliar ? (state.familiar?.words ?? "") : "";
  const [words, setWords] = useState(kept);
  const keep = () => {
    const next = words.trim();
    if (next && next !== kept) void append({ type: "familiar-chosen", body: { area, words: next } });
  };
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
        <input
          {...ids}
          className={inputClass}
          value={words}
          maxLength={300}
          onChange={(event) => setWords(event.target.value)}
          onBlur={keep}
          onKeyDown={(event) => event.key === "Enter" && keep()}
          placeholder="a deep ache when I turn in bed"
        />
      )}
    </Field>
  );
}

export function AreaCard({ area, number, isCurrent, onSelect }: AreaCardProps) {
  const { state, append } = useExam();
  const record = (change: Partial<Area>) => void append({ type: "area-recorded", body: { ...area, ...change } });
  const toggleQuality = (quality: Quality) =>
    record({
      qualities: area.qualities.includes(quality)
        ? area.qualities.filter((other) => other !== quality)
        : [...area.qualities, quality],
    });
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
          {QUALITIES.map((quality) => {
            const pressed = area.qualities.includes(quality);
            return (
              <Button
                key={quality}
                aria-pressed={pressed}
                onClick={() => toggleQuality(quality)}
                className={pressed ? "border-ink! bg-ink! text-paper!" : ""}
              >
                {quality}
              </Button>
            );
          })}
        </div>
        {SCORES.map(([field, label]) => (
          <Score key={field} label={label} value={area[field]} onChoose={(value) => record({ [field]: value })} />
        ))}
        <FamiliarWords area={area.area} />
      </div>
    </Card>
  );
}
